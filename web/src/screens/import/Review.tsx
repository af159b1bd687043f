import { formatKey, parseChart, sameKey, type Key, type Song } from '@intervallum/core';
import { Check, CircleHelp, CircleMinus } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { Chart } from '../../music/rails/Chart.tsx';
import { keyName, viewAsWritten } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { PrimaryButton } from '../../ui/Button.tsx';
import { KeyStepper } from '../../music/KeyStepper.tsx';
import { Choice } from '../../ui/Choice.tsx';
import type { Format, Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';

const Card = styled.div`
  display: grid;
  gap: 14px;
`;

const Top = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  justify-content: space-between;
  gap: 10px 20px;
  h2 {
    font-size: 26px;
  }
  p {
    color: var(--soft);
  }
`;

const Lines = styled.ul`
  display: grid;
  gap: 6px;
  padding: 12px 16px;
  border-radius: 12px;
  background: var(--card);
  font-size: 15px;
  line-height: 1.4;
  li {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr);
    gap: 10px;
    overflow-wrap: anywhere;
  }
  svg {
    margin-top: 2px;
  }
`;

const KeyRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  font-size: 15px;
`;

const Preview = styled.div`
  max-height: 460px;
  overflow: auto;
  padding: 4px 18px 18px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
`;

interface SongReviewProps {
  read: Extract<Understood, { kind: 'song' }>;
  source: string;
  /** The key was chosen by the reader. */
  hasKeyHint: boolean;
  onKey: (key: Key) => void;
  onKeep: () => Promise<void>;
}

/** A song that was read, for a person to look at: what was understood, what was guessed, what was left out, the chart. */
export function SongReview({ read, source, hasKeyHint, onKey, onKeep }: SongReviewProps) {
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const chart = useMemo(() => parseChart(read.chart), [read.chart]);
  const song = chart.song;
  const view = useMemo(() => viewAsWritten(song, settings), [song, settings]);
  const keyCounts = read.format === 'text' || read.format === 'MIDI';
  return (
    <Card>
      <Top>
        <div>
          <h2>{song.title || t('Song without a title')}</h2>
          <p>
            {formatNames[read.format]}
            {source && source !== 'pasted' ? ` · ${source}` : ''}
          </p>
        </div>
        <Keep onKeep={onKeep}>{t('Keep it')}</Keep>
      </Top>
      {keyCounts ? (
        <KeyRow>
          <KeyStepper label={t('Key')} value={song.key} written={song.key} onChange={onKey} />
          {read.keys.length > 1 && !hasKeyHint ? (
            <Choice
              label={t('Likely keys')}
              value={formatKey(song.key)}
              options={read.keys
                .filter(({ likelihood }, index) => index === 0 || likelihood >= 0.01)
                .slice(0, 4)
                .map(({ key, likelihood }) => [
                  formatKey(key),
                  `${keyName(key, settings)} ${Math.round(likelihood * 100)} %`,
                ])}
              onChange={(name) => {
                const guess = read.keys.find(({ key }) => formatKey(key) === name);
                if (guess && !sameKey(guess.key, song.key)) onKey(guess.key);
              }}
            />
          ) : null}
        </KeyRow>
      ) : null}
      <Lines aria-label={t('Understood, guessed, left out')}>
        <Line sign={<Check size={18} color="var(--held)" aria-label={t('Understood')} />}>
          {understood(song)}
        </Line>
        {read.guessed.map((text) => (
          <Line
            key={text}
            sign={<CircleHelp size={18} color="var(--accent)" aria-label={t('Guessed')} />}
          >
            {text}
          </Line>
        ))}
        <LeftOut texts={read.dropped} />
        {chart.ok
          ? null
          : chart.problems.slice(0, 5).map(({ message, place }) => (
              <Line
                key={`${place.line} ${place.column} ${message}`}
                sign={<CircleHelp size={18} color="var(--right)" aria-label={t('Problem')} />}
              >
                {message} {t('It can be put right once the song is kept.')}
              </Line>
            ))}
      </Lines>
      <Preview tabIndex={0} role="region" aria-label={t('How the chart will look')}>
        <Chart song={song} view={view} />
      </Preview>
    </Card>
  );
}

const formatNames: Readonly<Record<Format, string>> = {
  'chart text': t('A chart'),
  text: t('Text with chords over the words'),
  MusicXML: 'MusicXML',
  MIDI: 'MIDI',
  'song file': t('A song with its hands'),
};

/** @example '3 sections, 24 bars, 31 chords; key E♭, 4/4, tempo 72.' */
function understood({ sections, tempo, details }: Song): string {
  const bars = sections.flatMap(({ phrases }) => phrases.flatMap((phrase) => phrase.bars));
  const chords = bars.flatMap((bar) =>
    bar.kind === 'played' ? bar.slots.filter(({ kind }) => kind === 'chord') : [],
  );
  const words = sections.some(({ phrases }) => phrases.some((phrase) => phrase.words.length > 0));
  const hasTune = sections.some(({ phrases }) => phrases.some(({ tune }) => tune.length > 0));
  return [
    t('{{count}} sections', { count: sections.length }),
    t('{{count}} bars', { count: bars.length }),
    t('{{count}} chords', { count: chords.length }),
    hasTune ? t('the tune') : '',
    words ? t('words') : '',
    tempo === null ? '' : t('tempo {{tempo}}', { tempo }),
    details.by && t('by {{by}}', { by: details.by }),
    details.rights && t('rights'),
  ]
    .filter(Boolean)
    .join(' · ');
}

function Line({ sign, children }: { sign: ReactNode; children: ReactNode }) {
  return (
    <li>
      {sign}
      <span>{children}</span>
    </li>
  );
}

function LeftOut({ texts }: { texts: readonly string[] }) {
  return texts.map((text) => (
    <Line
      key={text}
      sign={<CircleMinus size={18} color="var(--right)" aria-label={t('Left out')} />}
    >
      {text}
    </Line>
  ));
}

/** A list of songs that was read: their names, what was left out. */
export function ListReview({
  read,
  onKeep,
}: {
  read: Extract<Understood, { kind: 'list' }>;
  onKeep: () => Promise<void>;
}) {
  const songs = useMemo(
    () =>
      read.charts.map((chart) => {
        const song = parseChart(chart);
        return song.song;
      }),
    [read.charts],
  );
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const many = t('{{count}} songs', { count: songs.length });
  return (
    <Card>
      <Top>
        <div>
          <h2>{many}</h2>
          <p>{t('Each becomes a song without bars yet.')}</p>
        </div>
        <Keep onKeep={onKeep}>{t('Keep {{count}} songs', { count: songs.length })}</Keep>
      </Top>
      <Lines aria-label={t('Understood, left out')}>
        {songs.slice(0, 40).map((song, index) => (
          <Line
            key={index}
            sign={<Check size={18} color="var(--held)" aria-label={t('Understood')} />}
          >
            {song.title || t('Song without a title')} · {keyName(song.key, settings)}
            {song.tempo === null ? '' : ` · ${song.tempo}`}
          </Line>
        ))}
        <LeftOut texts={read.dropped} />
      </Lines>
    </Card>
  );
}

/** Keeps once, however often it is pressed. */
function Keep({ onKeep, children }: { onKeep: () => Promise<void>; children: ReactNode }) {
  const [isBusy, setBusy] = useState(false);
  return (
    <PrimaryButton
      isPending={isBusy}
      onPress={() => {
        setBusy(true);
        void onKeep().finally(() => setBusy(false));
      }}
    >
      {children}
    </PrimaryButton>
  );
}

import {
  answerTo,
  formatKey,
  parseChart,
  sameKey,
  type ImportQuestion,
  type Song,
} from '@intervallum/core';
import { Check, CircleHelp } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import styled from 'styled-components';
import { keyName, viewAsWritten } from '../../music/rails/view.ts';
import { KeyStepper } from '../../music/KeyStepper.tsx';
import { reader } from '../../settings/reader.ts';
import { announce } from '../../ui/announce.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { InPlace } from '../../ui/InPlace.tsx';
import { Pick } from '../../ui/Pick.tsx';
import type { Format, SourceHints, Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';
import type { Fate } from './brought.ts';
import { FateOfSong } from './FateOfSong.tsx';
import { Card, Keep, LeftOut, Line, Lines, Top } from './parts.tsx';
import { answerName, questionName } from './questionNames.ts';
import { SideBySide } from './SideBySide.tsx';
import type { KnownSong } from './useKnown.ts';

/** What can be changed in its place has room around it: its letters stand in line with what is under it. */
const Title = styled.h2`
  position: relative;
  margin-left: -7px;
`;

const Plain = styled.span`
  padding: 0 7px;
`;

const Questions = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 10px 20px;
  font-size: 15px;
`;

const KeyRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
`;

interface SongReviewProps {
  read: Extract<Understood, { kind: 'song' }>;
  /** The name of its file; empty where it was pasted. */
  source: string;
  hints: SourceHints;
  onHints: (change: Partial<SourceHints>) => void;
  known: readonly KnownSong[];
  fate: Fate;
  onFate: (fate: Fate) => void;
  /** Null where it is one of several, which are kept together. */
  onKeep: (() => Promise<void>) | null;
  /** It is read anew: what is shown is not what was answered yet, and cannot be kept. */
  isReading: boolean;
}

/** A song that was read, for a person to look at: what was understood, guessed and left out, and each line beside its source. */
export function SongReview(props: SongReviewProps) {
  const { read, source, hints, onHints, known, fate, onFate, onKeep, isReading } = props;
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling', 'ownNames');
  const chart = useMemo(() => parseChart(read.chart), [read.chart]);
  const song = chart.song;
  const view = useMemo(() => viewAsWritten(song, settings), [song, settings]);
  const said = understood(read, song);
  useEffect(() => announce(said), [said]);
  const isOther = read.format !== 'chart text' && read.format !== 'song file';
  const ofAll = read.questions.filter(({ line }) => line === null);
  const answer = (question: ImportQuestion, said: string) => {
    const { answers } = hints;
    if (question.id === 'chords in a bar' && question.line === null) {
      reader.change({ chordsInBar: chordsInBar(said) });
      // What was said of all lines holds for all of them.
      const others = Object.entries(answers).filter(([name]) => !name.startsWith(question.id));
      onHints({ answers: { ...Object.fromEntries(others), [answerTo(question)]: said } });
    } else onHints({ answers: { ...answers, [answerTo(question)]: said } });
  };
  return (
    <Card>
      <Top>
        <div>
          <Title>
            {isOther ? (
              <InPlace
                label={t('Title')}
                value={song.title}
                shown={song.title || t('Song without a title')}
                maxLength={200}
                onChange={(title) => onHints({ title })}
              />
            ) : (
              <Plain>{song.title || t('Song without a title')}</Plain>
            )}
          </Title>
          <p>
            {formatNames[read.format]}
            {source ? ` · ${source}` : ''}
          </p>
        </div>
        {onKeep ? (
          <Keep onKeep={onKeep} isDisabled={isReading || fate.kind === 'left out'}>
            {fate.kind === 'version' ? t('Keep it as a new version') : t('Keep it')}
          </Keep>
        ) : null}
      </Top>
      <FateOfSong known={known} chart={read.chart} fate={fate} onFate={onFate} />
      {isOther ? (
        <KeyRow>
          <KeyStepper
            label={t('Key')}
            value={song.key}
            written={song.key}
            onChange={(key) => onHints({ key })}
          />
          {read.keys.length > 1 && hints.key === null ? (
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
                if (guess && !sameKey(guess.key, song.key)) onHints({ key: guess.key });
              }}
            />
          ) : null}
        </KeyRow>
      ) : null}
      {ofAll.length > 0 ? (
        <Questions>
          {ofAll.map((question) => (
            <Pick
              key={question.id}
              label={questionName(question)}
              value={question.taken}
              options={question.answers.map((one) => [one, answerName(question, one)])}
              onChange={(said) => answer(question, said)}
            />
          ))}
        </Questions>
      ) : null}
      <Lines aria-label={t('Understood, guessed, left out')}>
        <Line sign={<Check size={18} color="var(--held)" aria-label={t('Understood')} />}>
          {said}
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
      <section aria-label={t('How the chart will look')}>
        <SideBySide
          song={song}
          view={view}
          decisions={read.decisions}
          sources={read.sources}
          questions={read.questions}
          onAnswer={answer}
          onName={
            isOther ? (place, name) => onHints({ names: { ...hints.names, [place]: name } }) : null
          }
        />
      </section>
    </Card>
  );
}

function chordsInBar(said: string) {
  return said === '2' || said === '4' ? said : '1';
}

export const formatNames: Readonly<Record<Format, string>> = {
  'chart text': t('A chart'),
  text: t('Text with chords over the words'),
  MusicXML: 'MusicXML',
  MIDI: 'MIDI',
  'song file': t('A song with its hands'),
};

/** @example '3 sections, 24 bars, 31 chords; tempo 72.' */
function understood(
  { facts }: Extract<Understood, { kind: 'song' }>,
  { sections, tempo, details }: Song,
): string {
  const words = sections.some(({ phrases }) => phrases.some((phrase) => phrase.words.length > 0));
  const hasTune = sections.some(({ phrases }) => phrases.some(({ tune }) => tune.length > 0));
  return [
    t('{{count}} sections', { count: facts.sections }),
    t('{{count}} bars', { count: facts.bars }),
    t('{{count}} chords', { count: facts.chords }),
    hasTune ? t('the tune') : '',
    words ? t('words') : '',
    tempo === null ? '' : t('tempo {{tempo}}', { tempo }),
    details.by && t('by {{by}}', { by: details.by }),
    details.rights && t('rights'),
  ]
    .filter(Boolean)
    .join(' · ');
}

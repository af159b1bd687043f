import type { SharedPage } from '@intervallum/contract';
import {
  expand,
  formatMeter,
  noteLanguages,
  parseChart,
  sameKey,
  unroll,
  type Key,
} from '@intervallum/core';
import { MonitorPlay, Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { useQuery } from '@tanstack/react-query';
import { fillScreen } from '../../device/fullScreen.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { keptNames } from '../../queries/kept.ts';
import { sharedQuery } from '../../queries/queries.ts';
import { Chart } from '../../music/rails/Chart.tsx';
import { canUnroll, Road } from '../../music/rails/Road.tsx';
import { keyName, keyNamed, letterStyle, numberStyle } from '../../music/rails/view.ts';
import { chartSettings, reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { dateInWords } from '../../ui/dates.ts';
import { KeyStepper } from '../../music/KeyStepper.tsx';
import { languageNames } from '../../music/languages.ts';
import { Pick } from '../../ui/Pick.tsx';
import { useTitle } from '../../ui/useTitle.ts';
import { PlainHttpNote } from '../../ui/PlainHttpNote.tsx';
import { NotFoundState } from '../../ui/states.tsx';
import { display, phone } from '../../ui/theme.ts';

const Sheet = styled.main`
  max-width: 1000px;
  margin: 0 auto;
  padding: 20px 28px 64px;
  ${phone} {
    padding: 14px 14px 48px;
  }
  @media print {
    max-width: none;
    padding: 0;
  }
`;

const Top = styled.header`
  h1 {
    font-size: 30px;
    line-height: 1.15;
    overflow-wrap: anywhere;
  }
  p {
    margin-top: 4px;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
`;

const Tools = styled.div`
  position: sticky;
  top: 0;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  margin: 12px -14px 6px;
  padding: 8px 14px;
  background: var(--paper);
  border-bottom: 1px solid var(--hairline);
  ${phone} {
    position: static;
  }
  @media print {
    display: none;
  }
`;

const Language = styled(Pick)`
  select {
    min-width: 150px;
  }
` as typeof Pick;

const Song = styled.article`
  padding: 18px 0 26px;
  & + & {
    border-top: 1px solid var(--hairline);
  }
  @media print {
    & + & {
      break-before: page;
      border: 0;
    }
  }
`;

const SongTop = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
  margin-bottom: 10px;
  h2 {
    font-size: 25px;
    line-height: 1.2;
    overflow-wrap: anywhere;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Note = styled.p`
  margin-bottom: 10px;
  padding: 6px 12px;
  border-left: 3px solid var(--accent);
  font: italic 16px/1.4 ${display};
  overflow-wrap: anywhere;
`;

const ScreenOnly = styled.div`
  @media print {
    display: none;
  }
`;

const Rights = styled.p`
  margin-top: 14px;
  font-size: 13px;
  color: var(--soft);
`;

/** What a link opens: for a phone on a music stand, without an account. */
export function SharePage() {
  const { token = '' } = useParams();
  const fetched = useQuery(sharedQuery(token));
  const missing = (
    <main>
      <NotFoundState title="This link opens nothing" home={false}>
        It may have been taken back, or the address is not complete. Ask whoever sent it for a new
        one.
      </NotFoundState>
    </main>
  );
  return (
    <Fetched from={fetched} what="the charts" missing={missing} kept={keptNames.shared(token)}>
      {(page) => <SharedCharts page={page} token={token} />}
    </Fetched>
  );
}

function SharedCharts({ page, token }: { page: SharedPage; token: string }) {
  const navigate = useNavigate();
  const [hero, setHero] = useState<'numbers' | 'letters'>('numbers');
  const { words, language } = reader.use('words', 'language');
  useTitle(page.name);
  const facts = [
    page.date && dateInWords(page.date),
    page.leader && `led by ${page.leader}`,
    page.team,
  ].filter(Boolean);
  return (
    <Sheet>
      <PlainHttpNote lacks="a screen that stays awake and a copy for when there is no network" />
      <Top>
        <h1>{page.name || 'Song without a title'}</h1>
        <p>{facts.join(' · ')}</p>
        {page.notes ? <p>{page.notes}</p> : null}
      </Top>
      <Tools>
        <Choice
          label="Show"
          value={hero}
          options={[
            ['numbers', 'Numbers'],
            ['letters', 'Letters'],
          ]}
          onChange={setHero}
        />
        <Choice
          label="Words"
          value={words ? 'on' : 'off'}
          options={[
            ['on', 'With words'],
            ['off', 'Without'],
          ]}
          onChange={(chosen) => reader.change({ words: chosen === 'on' })}
        />
        <Language
          label="Names of notes"
          labelled="hidden"
          value={language}
          options={noteLanguages.map((id) => [id, languageNames[id]] as const)}
          onChange={(chosen) => reader.change({ language: chosen })}
        />
        <Button
          onPress={() => {
            fillScreen();
            void navigate(`/s/${token}/stand`);
          }}
        >
          <MonitorPlay size={18} strokeWidth={1.5} aria-hidden /> Stand
        </Button>
        <Button onPress={() => print()}>
          <Printer size={18} strokeWidth={1.5} aria-hidden /> Print
        </Button>
      </Tools>
      {page.songs.map((song, place) => (
        <SharedSong
          key={`${song.id}:${place}`}
          song={song}
          place={page.kind === 'set' ? place + 1 : null}
          hero={hero}
        />
      ))}
    </Sheet>
  );
}

interface SharedSongProps {
  song: SharedPage['songs'][number];
  place: number | null;
  hero: 'numbers' | 'letters';
}

function SharedSong({ song: { text, key, notes }, place, hero }: SharedSongProps) {
  const settings = reader.use(...chartSettings);
  const song = useMemo(() => parseChart(text).song, [text]);
  const given = keyNamed(key, song) ?? song.key;
  const [own, setOwn] = useState<Key | null>(null);
  const viewKey = own ?? given;
  const [asPlayed, setAsPlayed] = useState(false);
  const unrolled = useMemo(
    () => (asPlayed && canUnroll(song) ? unroll(expand(song, { key: viewKey })) : null),
    [asPlayed, song, viewKey],
  );
  const { letters, words } = settings;
  const { by, rights } = song.details;
  return (
    <Song>
      <SongTop>
        <div>
          <h2>
            {place === null ? '' : `${place}. `}
            {song.title || 'Song without a title'}
          </h2>
          <p>
            Key {keyName(viewKey, settings)}
            {sameKey(viewKey, given) ? '' : ` (played in ${keyName(given, settings)})`} ·{' '}
            {formatMeter(song.meter)}
            {song.tempo === null ? '' : ` · ${song.tempo}`}
            {song.details.feel ? ` · ${song.details.feel}` : ''}
          </p>
        </div>
        <ScreenOnly>
          <KeyStepper
            label={`My key for ${song.title}`}
            value={viewKey}
            written={given}
            onChange={setOwn}
          />
        </ScreenOnly>
      </SongTop>
      {notes ? <Note>{notes}</Note> : null}
      <Road song={song} asPlayed={asPlayed} onChange={setAsPlayed} />
      <Chart
        song={unrolled?.song ?? song}
        keys={unrolled?.keys ?? null}
        view={{
          key: viewKey,
          style: numberStyle(song, settings),
          letterStyle: letterStyle(settings),
          hero,
          letters,
          words,
          wordsOnBeats: settings.wordsOnBeats,
          tune: settings.tune,
        }}
      />
      <Rights>{[by && `by ${by}`, rights || 'Rights not said'].filter(Boolean).join(' · ')}</Rights>
    </Song>
  );
}

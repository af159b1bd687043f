import { pitchClass, relativeMajor, type Key } from '@intervallum/core';
import { memo, useEffect, useRef, type ReactNode } from 'react';
import styled from 'styled-components';
import {
  simulatedChords,
  simulatedPhrases,
  simulatedRow,
  simulatedRuns,
} from '../../device/midi/sources.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { short } from '../../ui/theme.ts';
import type { Played } from './usePlayed.ts';
import { t } from '../../words/words.ts';

const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  margin-bottom: 6px;
  font-size: 13px;
  color: var(--soft);
  /* One line, which is moved sideways. */
  ${short} {
    flex-wrap: nowrap;
    margin: -4px -4px 0;
    padding: 4px;
    overflow-x: auto;
    scrollbar-width: none;
    > * {
      flex: none;
    }
  }
`;

const Source = styled(Picker)`
  min-width: 190px;
`;

interface PlayToolsProps {
  played: Played;
  musicKey: Key;
  /** What is said of the keys of the computer. */
  hint?: string;
  /** What the simulated keyboard plays: chords, a tune note by note, runs in time; or what `children` ask of it. */
  plays?: 'chords' | 'tune' | 'runs' | 'asked';
  children?: ReactNode;
}

/** Over the keys: what plays on them. */
export const PlayTools = memo(function PlayTools({
  played,
  musicKey,
  hint,
  plays = 'chords',
  children,
}: PlayToolsProps) {
  const { sources, sourceId, choose, findKeyboards, simulate, simulateInTime } = played;
  // A row that is still playing ends with the screen.
  const ends = useRef<(() => void)[]>([]);
  useEffect(() => {
    const { current } = ends;
    return () => current.forEach((end) => end());
  }, []);
  return (
    <Tools>
      <Source
        label={t('Play on')}
        labelHidden
        value={sourceId}
        options={[
          { id: 'screen', name: t('This screen and its keys') },
          ...sources.map(({ id, name }) => ({ id, name })),
        ]}
        onChange={choose}
      />
      {sourceId === 'simulated' ? (
        plays === 'chords' ? (
          <>
            {simulatedChords.map(({ name, notes }) => (
              <Button key={name} onPress={() => simulate(fromTonic(notes, musicKey))}>
                {name}
              </Button>
            ))}
            <Button
              onPress={() => {
                for (const [at, notes] of simulatedRow.chords.entries()) {
                  const play = () => simulate(fromTonic(notes, musicKey));
                  const timer = setTimeout(play, at * betweenChords);
                  ends.current.push(() => clearTimeout(timer));
                }
              }}
            >
              {simulatedRow.name}
            </Button>
          </>
        ) : plays === 'tune' ? (
          simulatedPhrases.map(({ name, notes }) => (
            <Button
              key={name}
              onPress={() => {
                for (const note of fromTonic(notes, musicKey)) simulate([note]);
              }}
            >
              {name}
            </Button>
          ))
        ) : plays === 'asked' ? null : (
          simulatedRuns.map(({ name, keys }) => (
            <Button
              key={name}
              onPress={() => {
                const by = semitonesFromC(musicKey);
                const moved = keys.map((key) => ({ ...key, note: key.note + by }));
                ends.current.push(simulateInTime(moved));
              }}
            >
              {name}
            </Button>
          ))
        )
      ) : (
        <>
          <QuietButton onPress={() => void findKeyboards()}>{t('Find MIDI keyboards')}</QuietButton>
          {hint ? <span>{hint}</span> : null}
        </>
      )}
      {children}
    </Tools>
  );
});

/** Milliseconds from one chord of the row to the next. */
const betweenChords = 250;

/** Notes given in C, moved to the key by the nearer way. */
function fromTonic(notes: readonly number[], key: Key): number[] {
  const by = semitonesFromC(key);
  return notes.map((note) => note + by);
}

/** From C to the tonic, by the nearer way. */
function semitonesFromC(key: Key): number {
  const up = pitchClass(relativeMajor(key).tonic);
  return up > 6 ? up - 12 : up;
}

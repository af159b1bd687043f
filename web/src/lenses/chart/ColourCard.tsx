import {
  chordTones,
  equivalents,
  grades,
  innerMovements,
  leadingOf,
  nameDegree,
  nameNote,
  noteOfDegree,
  readTypedChord,
  suggestColours,
  toLetters,
  withSigns,
  type Chord,
  type Colour,
  type Degree,
  type Grade,
  type Key,
  type NumberStyle,
  type Step,
} from '@intervallum/core';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { useDocument } from '../../document/DocumentContext.tsx';
import { keyOf } from '../command.ts';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { Choice } from '../../ui/Choice.tsx';
import { colourKeys, ColourList, MovementList } from './ColourList.tsx';
import { TypeChord } from '../parts/TypeChord.tsx';
import { WhatGoes } from '../parts/WhatGoes.tsx';
import { gradeNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';

const Card = styled.div`
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 14px 16px 24px;
  background: var(--panel);
  --numeral: 36px;
`;

const Name = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  b {
    font-size: 18px;
  }
`;

const Tones = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  margin: 10px 0;
`;

const Tone = styled.li<{ $weight: string; $inKey: boolean }>`
  padding: 3px 9px;
  border: 1px ${({ $weight }) => ($weight === 'essential' ? 'solid' : 'dashed')} var(--rail);
  border-radius: 8px;
  background: var(--card);
  font-size: 14px;
  color: ${({ $inKey }) => ($inKey ? 'var(--ink)' : 'var(--borrowed)')};
  font-style: ${({ $inKey }) => ($inKey ? 'normal' : 'italic')};
  small {
    font-size: 12px;
    color: var(--soft);
    font-style: normal;
  }
`;

const Line = styled.p`
  margin-bottom: 8px;
  font-size: 14px;
  line-height: 1.4;
  color: var(--soft);
`;

const Sung = styled.div`
  margin: 12px 0 4px;
  h3 {
    margin-bottom: 5px;
    font:
      600 14px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  button {
    min-height: 32px;
    padding: 3px 11px;
  }
`;

interface ColourCardProps {
  chord: Chord;
  next: Chord | null;
  view: ChartView;
  /** What the song's own tune has over the chord, long or accented; null where it has nothing. */
  tune: Degree | null;
  /** Whether a colour goes to several chords, this one among them. */
  areSeveral: boolean;
  onApply: (chord: Chord, resolution: Chord | null) => void;
  /** Puts several chords in the time of this one. */
  onMovement: (chords: readonly Chord[]) => void;
}

/** The chosen chord from close by: its tones, its other names, and the colours it can take here. */
export function ColourCard(props: ColourCardProps) {
  const { chord, next, view, tune, areSeveral, onApply, onMovement } = props;
  const [asked, setSung] = useState('tune');
  const sung = asked === 'tune' && !tune ? 'none' : asked;
  const [grade, setGrade] = useState<Grade>('altered');
  const { key, style, letterStyle } = view;
  const melody = useMemo<Degree | null>(
    () =>
      sung === 'tune' ? tune : sung === 'none' ? null : { step: Number(sung) as Step, alter: 0 },
    [sung, tune],
  );
  const colours = useMemo(
    () => suggestColours(chord, { key, melody, next, grade, numbers: style, letters: letterStyle }),
    [chord, key, melody, next, grade, style, letterStyle],
  );
  const others = useMemo(
    () => equivalents(chord, key, { numbers: style, letters: letterStyle }).slice(0, 5),
    [chord, key, style, letterStyle],
  );
  const apply = (colour: Colour) => onApply(colour.chord, colour.resolution?.chord ?? null);
  const movements = useMemo(
    () => (areSeveral ? [] : innerMovements(chord, next)),
    [areSeveral, chord, next],
  );
  const leading = chord.kind === 'named' ? leadingOf(chord, next, style) : null;
  useColourKeys([
    ...colours.map((colour) => () => apply(colour)),
    ...movements.map(
      ({ chords }) =>
        () =>
          onMovement(chords),
    ),
  ]);

  return (
    <Card role="region" aria-label={t('Colours of the chord')} tabIndex={0}>
      <Name>
        <ChordMark chord={chord} view={view} />
        <b>{toLetters(chord, key, letterStyle)}</b>
      </Name>
      <Tones aria-label={t('Tones of the chord')}>
        {chordTones(chord, key).map((tone) => (
          <Tone key={tone.role + tone.name} $weight={tone.weight} $inKey={tone.inKey}>
            {nameNote(noteOfDegree(tone.degree, key), letterStyle)}{' '}
            <small>
              {withSigns(tone.role, 'printed')}
              {tone.weight === 'essential' ? '' : ` · ${tone.weight}`}
              {tone.inKey ? '' : ` · ${t('not in the key')}`}
            </small>
          </Tone>
        ))}
      </Tones>
      {others.length > 0 ? (
        <Line>
          {t('The same notes:')}{' '}
          {others
            .map(({ numbers, omitted }) =>
              omitted.length > 0
                ? t('{{numbers}} (no {{tones}})', {
                    numbers,
                    tones: omitted.map(leftOut).join(', '),
                  })
                : numbers,
            )
            .join(', ')}
        </Line>
      ) : null}
      {leading ? <Line>{leading.words}</Line> : null}
      <WhatGoes chord={chord} view={view} />
      {areSeveral ? (
        <Line role="status">{t('A colour goes to all chords that are chosen.')}</Line>
      ) : null}
      <TypeChord
        read={(text) => readTypedChord(text, view)}
        onChord={(typed) => onApply(typed, null)}
      />
      <Sung>
        <h3>{t('Sung over it, long or accented')}</h3>
        <Choice
          label={t('Sung note')}
          value={sung}
          options={[
            ...(tune
              ? [['tune', t('the tune: {{degree}}', { degree: nameDegree(tune, style) })] as const]
              : []),
            ['none', t('nothing')],
            ...sungNotes(key, style),
          ]}
          onChange={setSung}
        />
      </Sung>
      <Sung>
        <h3>{t('Up to')}</h3>
        <Choice
          label={t('Grade')}
          value={grade}
          options={grades.map((name) => [name, gradeNames[name]] as const)}
          onChange={setGrade}
        />
      </Sung>
      {chord.kind === 'named' ? (
        <>
          <ColourList colours={colours} view={view} onApply={apply} />
          <MovementList
            movements={movements}
            first={colours.length}
            view={view}
            onTake={onMovement}
          />
        </>
      ) : (
        <Line>{t('This shape is colour already: choose a plain chord to colour it.')}</Line>
      )}
    </Card>
  );
}

/** The notes of the key from home up, as this reader counts them; each by its step of the relative major. */
function sungNotes(key: Key, style: NumberStyle): (readonly [string, string])[] {
  const home = key.mode === 'minor' && style.minor === 'own tonic' ? 6 : 1;
  return [0, 1, 2, 3, 4, 5, 6].map((above) => {
    const step = (((home - 1 + above) % 7) + 1) as Step;
    return [String(step), nameDegree({ step, alter: 0 }, style)] as const;
  });
}

function leftOut(figure: number): string {
  return figure === 1 ? t('root') : String(figure);
}

/** One key press takes a colour, or takes it back, unless something is being typed or played. */
function useColourKeys(takes: readonly (() => void)[]): void {
  const songDocument = useDocument();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const busy = target.closest(
        'input, textarea, select, [contenteditable="true"], [aria-label="Piano"], [role="listbox"], [aria-haspopup], [role="dialog"]',
      );
      // The chart has its own keys, for undo among others.
      if (busy || event.defaultPrevented) return;
      const back = { 'Ctrl+z': 'undo', 'Ctrl+y': 'redo', 'Ctrl+Z': 'redo' } as const;
      const way = back[keyOf(event) as keyof typeof back];
      if (way) {
        event.preventDefault();
        songDocument[way]();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || event.key.length !== 1) return;
      const take = takes[colourKeys.indexOf(event.key)];
      if (!take) return;
      event.preventDefault();
      take();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}

import {
  materialOf,
  nameDegree,
  noteOfDegree,
  pitchClass,
  withSigns,
  type Chord,
  type Degree,
  type Key,
  type Material,
} from '@intervallum/core';
import { useState } from 'react';
import styled from 'styled-components';
import { MiniKeys } from '../../music/keys/MiniKeys.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { t } from '../../words/words.ts';
import { Details } from './cards.ts';

const Rows = styled.div`
  display: grid;
  gap: 2px;
  padding-top: 6px;
`;

const Row = styled.button`
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 2px 10px;
  align-items: baseline;
  padding: 6px 8px;
  border: 1px solid transparent;
  border-radius: 8px;
  background: none;
  text-align: left;
  font-size: 14px;
  cursor: pointer;
  &[aria-pressed='true'] {
    border-color: var(--rail);
    background: var(--card);
  }
  span {
    color: var(--soft);
  }
  b {
    font-variant-numeric: lining-nums;
  }
  small {
    margin-left: 6px;
    font-weight: 400;
    color: var(--soft);
  }
`;

const Line = styled.p`
  padding: 6px 8px 0;
  color: var(--soft);
  b {
    color: var(--ink);
    font-variant-numeric: lining-nums;
  }
`;

/** What can be looked at: its tones, those of the other triad where there are two, and how it is called. */
interface Kind {
  readonly id: string;
  readonly words: string;
  readonly name: string;
  readonly tones: readonly Degree[];
  readonly other: readonly Degree[];
}

/** Two octaves, which hands and eyes find at once. */
const range = { from: 60, to: 84 } as const;

interface WhatGoesProps {
  chord: Chord;
  view: ChartView;
  /** The key in which the chord stands, where that is another one than the song begins in. */
  musicKey?: Key;
}

/** What one can play over a chord where it stands: its scale, its pentatonics, blues, a pair of triads; each on the piano. */
export function WhatGoes({ chord, view, musicKey = view.key }: WhatGoesProps) {
  const [chosen, setChosen] = useState('scale');
  const material = materialOf(chord);
  if (!material) return null;
  const kinds = kindsOf(material);
  const shown = kinds.find(({ id }) => id === chosen) ?? kinds[0]!;
  const inRow = (degrees: readonly Degree[]) =>
    degrees.map((degree) => nameDegree(degree, view.style)).join(' ');
  const keysOf = (degrees: readonly Degree[]) => {
    const sounds = new Set(degrees.map((degree) => pitchClass(noteOfDegree(degree, musicKey))));
    return Array.from({ length: range.to - range.from + 1 }, (_, at) => range.from + at).filter(
      (note) => sounds.has(note % 12),
    );
  };
  const passing = new Set(shown.id === 'scale' ? keysOf(material.passing) : []);
  return (
    <Details>
      <summary>{t('What goes over this chord')}</summary>
      <div role="img" aria-label={`${shown.words}: ${inRow([...shown.tones, ...shown.other])}`}>
        <MiniKeys
          left={keysOf(shown.other)}
          right={keysOf(shown.tones)}
          range={range}
          optional={passing}
        />
      </div>
      <Rows>
        {kinds.map(({ id, words, name, tones, other }) => (
          <Row key={id} type="button" aria-pressed={id === shown.id} onClick={() => setChosen(id)}>
            <span>{words}</span>
            <b>
              {other.length > 0 ? `${inRow(tones)} · ${inRow(other)}` : inRow(tones)}
              <small>{withSigns(name, view.style.signs)}</small>
            </b>
          </Row>
        ))}
      </Rows>
      {material.passing.length > 0 ? (
        <Line>
          {t('Only in passing')} <b>{inRow(material.passing)}</b>
        </Line>
      ) : null}
    </Details>
  );
}

function kindsOf({ scale, pentatonics, blues, pair }: Material): readonly Kind[] {
  const kind = (id: string, words: string, name: string, tones: readonly Degree[]): Kind => ({
    id,
    words,
    name,
    tones,
    other: [],
  });
  return [
    kind('scale', t('Scale'), scale.name, scale.degrees),
    ...pentatonics.map(({ name, degrees }) => kind(name, t('Five tones'), name, degrees)),
    ...(blues ? [kind('blues', t('Blues'), '', blues.degrees)] : []),
    ...(pair ? [{ ...kind('pair', t('Triad pair'), '', pair.first), other: pair.second }] : []),
  ];
}

import { materialOf, nameDegree, type Chord, type Degree } from '@intervallum/core';
import styled from 'styled-components';
import { t } from '../../words/words.ts';
import { useFillsLens, useSigned } from './state/FillsState.tsx';
import { Details } from '../parts/cards.ts';

const Rows = styled.dl`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 4px 12px;
  padding-top: 4px;
  dt {
    color: var(--soft);
  }
  dd {
    font-weight: 600;
    font-variant-numeric: lining-nums;
  }
  small {
    margin-left: 6px;
    font-weight: 400;
    color: var(--soft);
  }
`;

/** What one can play over a chord where it stands: its scale, its pentatonics, blues, a pair of triads, and what only passes. */
export function WhatGoes({ chord }: { chord: Chord }) {
  const { view } = useFillsLens();
  const signed = useSigned();
  const material = materialOf(chord);
  if (!material) return null;
  const inRow = (degrees: readonly Degree[]) =>
    degrees.map((degree) => nameDegree(degree, view.style)).join(' ');
  const { scale, pentatonics, blues, pair, passing } = material;
  return (
    <Details>
      <summary>{t('What goes over this chord')}</summary>
      <Rows>
        <dt>{t('Scale')}</dt>
        <dd>
          {inRow(scale.degrees)}
          <small>{signed(scale.name)}</small>
        </dd>
        {pentatonics.length > 0 ? (
          <>
            <dt>{t('Five tones')}</dt>
            {pentatonics.map(({ name, degrees }) => (
              <dd key={name} style={{ gridColumn: 2 }}>
                {inRow(degrees)}
                <small>{name}</small>
              </dd>
            ))}
          </>
        ) : null}
        {blues ? (
          <>
            <dt>{t('Blues')}</dt>
            <dd>{inRow(blues.degrees)}</dd>
          </>
        ) : null}
        {pair ? (
          <>
            <dt>{t('Triad pair')}</dt>
            <dd>
              {inRow(pair.first)} · {inRow(pair.second)}
            </dd>
          </>
        ) : null}
        {passing.length > 0 ? (
          <>
            <dt>{t('Only in passing')}</dt>
            <dd>{inRow(passing)}</dd>
          </>
        ) : null}
      </Rows>
    </Details>
  );
}

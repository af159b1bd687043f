import { toLetters, type Chord } from '@intervallum/core';
import styled, { css } from 'styled-components';
import { display } from '../../ui/theme.ts';
import { bassName, chordPieces, nameShare, type ChordView } from './pieces.ts';
import { bassShare } from './natural.ts';
import type { ChartView } from './view.ts';

/** A chord set large: its number or letter, the quality raised beside it, the bass after a light slash. */
const Mark = styled.span<{ $borrowed: boolean }>`
  display: inline-flex;
  align-items: baseline;
  white-space: nowrap;
  font-family: ${display};
  font-weight: 600;
  font-size: var(--numeral, 40px);
  line-height: 1;
  font-feature-settings: 'lnum';
  ${({ $borrowed }) =>
    $borrowed &&
    css`
      color: var(--borrowed);
      font-style: italic;
    `}
`;

const Accidental = styled.span`
  font-size: 0.72em;
  margin-right: 0.02em;
`;

const Name = styled.span`
  font-size: ${nameShare}em;
`;

const Quality = styled.sup<{ $borrowed: boolean }>`
  align-self: flex-start;
  /* A hair's distance from the digit; a slanted one leans over. */
  margin: 0.02em 0 0 ${({ $borrowed }) => ($borrowed ? 0.18 : 0.08)}em;
  font:
    500 max(0.42em, 12px) / 1.1 'Music Signs',
    'Atkinson Cut',
    'Atkinson Hyperlegible Next Variable',
    sans-serif;
  font-style: normal;
`;

const Bass = styled.span`
  margin-left: 0.06em;
  font-size: max(0.6em, 13px);
  font-weight: 500;
  color: var(--soft);
  font-style: normal;
`;

const Slash = styled.span`
  margin-right: 0.06em;
  font-weight: 300;
  color: var(--soft);
`;

export function ChordMark({ chord, view }: { chord: Chord; view: ChordView }) {
  const { lead, root, quality, bass, isBorrowed, isName } = chordPieces(chord, view);
  return (
    <Mark $borrowed={isBorrowed}>
      {lead ? <Accidental>{lead}</Accidental> : null}
      {isName ? <Name>{root}</Name> : root}
      {quality ? <Quality $borrowed={isBorrowed}>{quality}</Quality> : null}
      {bass === null ? null : (
        <Bass>
          <Slash>/</Slash>
          {bass}
        </Bass>
      )}
    </Mark>
  );
}

const Lowest = styled.span`
  font: 600 calc(var(--letters, 14px) * ${bassShare}) / 1 ${display};
  white-space: nowrap;
`;

/** The bass that hangs beneath a shape while chords are dictated. */
export function DictatedBass({ chord, view }: { chord: Chord; view: ChordView }) {
  return <Lowest>{bassName(chord, view)}</Lowest>;
}

const Small = styled.span`
  font-size: var(--letters, 14px);
  color: var(--soft);
  white-space: nowrap;
`;

/** The letters that hang beneath a number. */
export function Letters({
  chord,
  view,
}: {
  chord: Chord;
  view: Pick<ChartView, 'key' | 'letterStyle'>;
}) {
  return <Small>{toLetters(chord, view.key, view.letterStyle)}</Small>;
}

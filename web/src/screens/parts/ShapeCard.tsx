import { noteNamer, toLetters, type SongShape } from '@intervallum/core';
import styled from 'styled-components';
import { MiniKeys, type KeyRange } from '../../music/keys/MiniKeys.tsx';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { t } from '../../words/words.ts';

const Shape = styled.div`
  p {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 6px;
    font-size: 15px;
  }
  small {
    display: block;
    margin-top: 3px;
    font-size: 14px;
    line-height: 1.35;
  }
`;

const Left = styled.span`
  color: var(--left-text);
`;
const Right = styled.span`
  color: var(--right);
`;

/** A shape of a song with its fingers; what is hollow may be left out. */
export function ShapeCard({
  shape,
  isRightAlone,
  range,
  view,
}: {
  shape: SongShape;
  isRightAlone: boolean;
  range: KeyRange;
  view: ChartView;
}) {
  const { chord, key, left, right, fingers, optional } = shape;
  const name = noteNamer(shape, view.letterStyle);
  const withFingers = (notes: readonly number[], hand: readonly number[]) =>
    notes.map((note, at) => `${name(note)}${hand[at] ? ` ${hand[at]}` : ''}`).join(' · ');
  return (
    <Shape>
      <p>
        <ChordMark chord={chord} view={view} />
        <b>{toLetters(chord, key, view.letterStyle)}</b>
      </p>
      <MiniKeys
        left={isRightAlone ? [] : left}
        right={right}
        range={range}
        optional={optional}
        isMiddleMarked
      />
      <small>
        <Right>
          {t('Right hand')} {withFingers(right, fingers.right)}
        </Right>
      </small>
      {isRightAlone ? null : (
        <small>
          <Left>
            {t('Left hand')} {withFingers(left, fingers.left) || t('rests')}
          </Left>
        </small>
      )}
    </Shape>
  );
}

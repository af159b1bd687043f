import { memo } from 'react';
import styled from 'styled-components';

const whites = [0, 2, 4, 5, 7, 9, 11];
const width = 6;
const height = 26;

const Board = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  .white {
    fill: #fffdf8;
    stroke: #c3b8a2;
    stroke-width: 0.5;
  }
  .black {
    fill: #1d2433;
  }
  .left {
    fill: #17607a;
    stroke: #fffdf8;
    stroke-width: 0.6;
  }
  .right {
    fill: #a33b1f;
    stroke: #fffdf8;
    stroke-width: 0.6;
  }
  .middle {
    fill: #1d2433;
  }
  .left.hollow {
    fill: #fffdf8;
    stroke: #17607a;
    stroke-width: 1.1;
  }
  .right.hollow {
    fill: #fffdf8;
    stroke: #a33b1f;
    stroke-width: 1.1;
  }
`;

const isWhite = (note: number) => whites.includes(note % 12);
const usual = { from: 28, to: 91 };

/** The lowest and the highest key on show. */
export interface KeyRange {
  readonly from: number;
  readonly to: number;
}

/** Whole octaves around all of these notes, middle C among them. */
export function octavesAround(notes: readonly number[]): KeyRange {
  return {
    from: 12 * Math.floor(Math.min(60, ...notes) / 12),
    to: 12 * Math.ceil(Math.max(72, ...notes) / 12),
  };
}

interface MiniKeysProps {
  left: readonly number[];
  right: readonly number[];
  /** The keys on show, as MIDI numbers; the lowest and highest are white. */
  range?: KeyRange;
  /** Middle C has a mark, so that one finds the place on the instrument. */
  isMiddleMarked?: boolean;
  /** Notes that may be left out: they are hollow. */
  optional?: ReadonlySet<number>;
}

const middleC = 60;
const nothing: ReadonlySet<number> = new Set();

/** A small keyboard with what both hands hold: squares for the left hand, circles for the right. */
export const MiniKeys = memo(function MiniKeys({
  left,
  right,
  range: { from, to } = usual,
  isMiddleMarked = false,
  optional = nothing,
}: MiniKeysProps) {
  const all = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  const whiteNotes = all.filter(isWhite);
  const xOf = (note: number) => {
    const below = whiteNotes.filter((white) => white < note).length;
    return isWhite(note) ? below * width : below * width - width * 0.3;
  };
  const mark = (note: number) => ({
    x: xOf(note) + (isWhite(note) ? width / 2 : width * 0.3),
    y: isWhite(note) ? height - 4 : height - 13,
  });
  const onBoard = (note: number) => note >= from && note <= to;
  return (
    <Board
      viewBox={`0 0 ${whiteNotes.length * width} ${height + (isMiddleMarked ? 5 : 0)}`}
      aria-hidden
    >
      {whiteNotes.map((note) => (
        <rect key={note} className="white" x={xOf(note)} y={0} width={width} height={height} />
      ))}
      {all
        .filter((note) => !isWhite(note))
        .map((note) => (
          <rect key={note} className="black" x={xOf(note)} y={0} width={width * 0.6} height={15} />
        ))}
      {isMiddleMarked && onBoard(middleC) ? (
        <path
          className="middle"
          d={`M ${xOf(middleC) + width / 2} ${height + 0.8} l -2.2 3.6 h 4.4 z`}
        />
      ) : null}
      {left.filter(onBoard).map((note) => (
        <rect
          key={note}
          className={optional.has(note) ? 'left hollow' : 'left'}
          x={mark(note).x - 2.6}
          y={mark(note).y - 2.6}
          width={5.2}
          height={5.2}
        />
      ))}
      {right.filter(onBoard).map((note) => (
        <circle
          key={note}
          className={optional.has(note) ? 'right hollow' : 'right'}
          cx={mark(note).x}
          cy={mark(note).y}
          r={2.9}
        />
      ))}
    </Board>
  );
});

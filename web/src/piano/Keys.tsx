import styled from 'styled-components';
import { handsMeetAt } from './heldNotes.ts';

/** The keys on show, C2 to C7. */
export const lowest = 36;
export const highest = 96;

const whiteWidth = 24;
const blackWidth = 15;
const height = 96;
const blackHeight = 60;
const whites = [0, 2, 4, 5, 7, 9, 11];

const Board = styled.svg`
  display: block;
  width: 100%;
  min-width: 640px;
  height: auto;
  touch-action: manipulation;
  cursor: pointer;
  outline-offset: 4px;
  .white {
    fill: #fffdf8;
    stroke: #c3b8a2;
  }
  .black {
    fill: #1d2433;
  }
  .key:hover {
    opacity: 0.85;
  }
  text {
    font:
      700 11px 'Music Signs',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    fill: #fffdf8;
    text-anchor: middle;
    pointer-events: none;
  }
  .mark {
    pointer-events: none;
    stroke: #fffdf8;
  }
`;

interface KeysProps {
  chord: ReadonlySet<number>;
  /** What is written on the mark of a note: its degree of the key. */
  labelOf: (note: number) => string;
  nameOf: (note: number) => string;
  onPress: (note: number) => void;
}

/** A piano to choose notes on. Left-hand notes are marked with squares, right-hand ones with circles. */
export function Keys({ chord, labelOf, nameOf, onPress }: KeysProps) {
  const notes = Array.from({ length: highest - lowest + 1 }, (_, index) => lowest + index);
  const isWhite = (note: number) => whites.includes(note % 12);
  const whiteNotes = notes.filter(isWhite);
  const left = (note: number) => {
    const below = whiteNotes.filter((white) => white < note).length;
    return isWhite(note) ? below * whiteWidth : below * whiteWidth - blackWidth / 2;
  };
  const inOrder = [...whiteNotes, ...notes.filter((note) => !isWhite(note))];
  return (
    <Board
      viewBox={`0 0 ${whiteNotes.length * whiteWidth} ${height}`}
      role="group"
      aria-label="Keys"
    >
      {inOrder.map((note) => (
        <g
          key={note}
          className="key"
          role="button"
          aria-label={nameOf(note)}
          aria-pressed={chord.has(note)}
          onClick={() => onPress(note)}
        >
          <rect
            className={isWhite(note) ? 'white' : 'black'}
            x={left(note)}
            y={0}
            width={isWhite(note) ? whiteWidth : blackWidth}
            height={isWhite(note) ? height : blackHeight}
            rx={2}
          />
        </g>
      ))}
      {[...chord]
        .filter((note) => note >= lowest && note <= highest)
        .map((note) => (
          <Mark
            key={note}
            isLeft={note < handsMeetAt}
            x={left(note) + (isWhite(note) ? whiteWidth : blackWidth) / 2}
            y={isWhite(note) ? height - 15 : blackHeight - 12}
            label={labelOf(note)}
          />
        ))}
    </Board>
  );
}

function Mark({ isLeft, x, y, label }: { isLeft: boolean; x: number; y: number; label: string }) {
  return (
    <>
      {isLeft ? (
        <rect className="mark" x={x - 9} y={y - 9} width={18} height={18} rx={2} fill="#17607a" />
      ) : (
        <circle className="mark" cx={x} cy={y} r={10} fill="#a33b1f" />
      )}
      <text x={x} y={y + 4}>
        {label}
      </text>
    </>
  );
}

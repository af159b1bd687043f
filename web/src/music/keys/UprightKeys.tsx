import styled from 'styled-components';

/** Height of a half step in the drawing's own units. */
export const halfStep = 12;
const width = 64;
const blacks = new Set([1, 3, 6, 8, 10]);
export const isBlack = (note: number) => blacks.has(note % 12);

const Board = styled.g`
  .board {
    fill: #fffdf8;
    stroke: #c3b8a2;
  }
  .black {
    fill: #1d2433;
  }
  path {
    stroke: #c3b8a2;
  }
`;

/** Where a note stands in a drawing that ends above at a note: the upper edge of its half step. */
export function topOf(note: number, to: number): number {
  return (to - note) * halfStep;
}

/** A piano upright, low notes below: each half step is as high as any other, so that distances can be compared. */
export function UprightKeys({ from, to }: { from: number; to: number }) {
  const notes = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  return (
    <Board aria-hidden>
      <rect className="board" x={0} y={0} width={width} height={notes.length * halfStep} />
      {notes.map((note) => {
        const y = topOf(note, to);
        if (isBlack(note))
          return (
            <g key={note}>
              <path d={`M 0 ${y + halfStep / 2} H ${width}`} />
              <rect className="black" x={0} y={y} width={0.62 * width} height={halfStep} />
            </g>
          );
        // Two white keys without a black one between them: E and F, B and C.
        return isBlack(note + 1) ? null : <path key={note} d={`M 0 ${y} H ${width}`} />;
      })}
    </Board>
  );
}

UprightKeys.width = width;

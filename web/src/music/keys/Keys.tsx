import { useRef, type PointerEvent } from 'react';
import styled from 'styled-components';
import { t } from '../../words/words.ts';

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
      'Atkinson Cut',
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
  .left {
    fill: #17607a;
  }
  .right {
    fill: #a33b1f;
  }
  .mark.later {
    fill: #fffdf8;
    stroke: #17607a;
    stroke-width: 2;
  }
  text.later {
    fill: #17607a;
  }
  .ghost {
    pointer-events: none;
    fill: none;
    stroke-width: 2;
    stroke-dasharray: 3 2;
  }
  .ghost.left {
    fill: none;
    stroke: #17607a;
  }
  .ghost.right {
    fill: none;
    stroke: #a33b1f;
  }
  .ghost.onBlack {
    stroke: #f2ecdf;
  }
`;

/** A note of a hand on the keys. */
export interface KeyMark {
  readonly note: number;
  readonly hand: 'left' | 'right';
  /** What is written on it. */
  readonly label: string;
  /** It sounds next, not now. */
  readonly ghost?: boolean;
  /** The hand comes to it while the chord lasts. */
  readonly later?: boolean;
}

interface KeysProps {
  /** The lowest and the highest key on show, both white. */
  from: number;
  to: number;
  marks: readonly KeyMark[];
  nameOf: (note: number) => string;
  /** @param other with Shift: the note is meant for the other hand */
  onPress: (note: number, other: boolean) => void;
  /** A note that a hand holds was dragged to another key. */
  onDrag?: (note: number, to: number) => void;
}

/** A piano to choose notes on. Left-hand notes are marked with squares, right-hand ones with circles. */
export function Keys({ from, to, marks, nameOf, onPress, onDrag }: KeysProps) {
  const drag = useDrag(onDrag);
  const notes = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  const isWhite = (note: number) => whites.includes(note % 12);
  const whiteNotes = notes.filter(isWhite);
  const left = (note: number) => {
    const below = whiteNotes.filter((white) => white < note).length;
    return isWhite(note) ? below * whiteWidth : below * whiteWidth - blackWidth / 2;
  };
  const inOrder = [...whiteNotes, ...notes.filter((note) => !isWhite(note))];
  const held = new Map(
    marks.filter(({ ghost, later }) => !ghost && !later).map(({ note, hand }) => [note, hand]),
  );
  return (
    <Board
      viewBox={`0 0 ${whiteNotes.length * whiteWidth} ${height}`}
      role="group"
      aria-label={t('Keys')}
    >
      {inOrder.map((note) => (
        <g
          key={note}
          className="key"
          role="button"
          aria-label={keyInWords(nameOf(note), held.get(note))}
          aria-pressed={held.has(note)}
          data-note={note}
          {...(onDrag && held.has(note) ? { ...drag.from(note), style: dragged } : {})}
          onClick={(event) => {
            if (!drag.wasDragged()) onPress(note, event.shiftKey);
          }}
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
      {marks
        .filter(({ note }) => note >= from && note <= to)
        .map((mark) => (
          <Mark
            key={`${mark.ghost ? 'next' : mark.later ? 'later' : 'now'} ${mark.note}`}
            mark={mark}
            isOnBlack={!isWhite(mark.note)}
            x={left(mark.note) + (isWhite(mark.note) ? whiteWidth : blackWidth) / 2}
            y={isWhite(mark.note) ? height - 15 : blackHeight - 12}
          />
        ))}
    </Board>
  );
}

/** A finger on a note that is held drags it, and does not move the page. */
const dragged = { touchAction: 'none' } as const;
/** How soon after a drag a click still belongs to it, in milliseconds. */
const afterDrag = 300;

/** Follows a pointer from one key to another. A drag is no press: the click that may come after it is not counted. */
function useDrag(onDrag: KeysProps['onDrag']) {
  const last = useRef(0);
  return {
    wasDragged: () => Date.now() - last.current < afterDrag,
    from: (note: number) => ({
      onPointerDown: ({ currentTarget, pointerId, button }: PointerEvent<SVGGElement>) => {
        if (button === 0) currentTarget.setPointerCapture(pointerId);
      },
      onPointerUp: ({ clientX, clientY }: PointerEvent<SVGGElement>) => {
        const key = document.elementFromPoint(clientX, clientY)?.closest('[data-note]');
        const to = key instanceof SVGElement ? Number(key.dataset['note']) : note;
        if (to === note) return;
        last.current = Date.now();
        onDrag?.(note, to);
      },
    }),
  };
}

interface MarkProps {
  mark: KeyMark;
  isOnBlack: boolean;
  x: number;
  y: number;
}

function Mark({ mark: { hand, label, ghost, later }, isOnBlack, x, y }: MarkProps) {
  const kind = ghost ? 'ghost' : later ? 'mark later' : 'mark';
  const className = `${kind} ${hand} ${isOnBlack ? 'onBlack' : ''}`;
  const size = ghost ? 16 : 18;
  return (
    <>
      {hand === 'left' ? (
        <rect
          className={className}
          x={x - size / 2}
          y={y - size / 2}
          width={size}
          height={size}
          rx={2}
        />
      ) : (
        <circle className={className} cx={x} cy={y} r={ghost ? 8 : 10} />
      )}
      {ghost ? null : (
        <text x={x} y={y + 4} className={later ? 'later' : undefined}>
          {label}
        </text>
      )}
    </>
  );
}

/** @example 'E♭4, left hand' */
function keyInWords(note: string, hand: KeyMark['hand'] | undefined): string {
  if (hand === undefined) return note;
  return hand === 'left' ? t('{{note}}, left hand', { note }) : t('{{note}}, right hand', { note });
}

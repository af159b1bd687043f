import {
  cellOf,
  countAt,
  landings,
  silenced,
  touches,
  touchOf,
  turned,
  voicesOf,
  withTouch,
  type GridColumn,
  type HandGrid,
  type Meter,
  type StepVoice,
  type TexturedHand,
  type Touch,
} from '@intervallum/core';
import { useRef, type KeyboardEvent } from 'react';
import styled, { css } from 'styled-components';
import { t } from '../../words/words.ts';

const Sheet = styled.div`
  display: grid;
  gap: 2px;
  min-width: 560px;
`;

const Row = styled.div`
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  align-items: center;
  gap: 8px;
`;

/** Where the grid is wider than the screen, the names stay. */
const Name = styled.span`
  position: sticky;
  left: 0;
  z-index: 1;
  background: var(--paper);
  font-size: 14px;
  color: var(--soft);
  text-align: right;
`;

const HandName = styled.h3<{ $hand: TexturedHand }>`
  margin: 2px 0 1px;
  font:
    600 14px/1.3 'Atkinson Cut',
    'Atkinson Hyperlegible Next Variable',
    sans-serif;
  color: ${({ $hand }) => ($hand === 'left' ? 'var(--left-text)' : 'var(--right)')};
`;

const Cells = styled.div`
  display: flex;
  gap: 0;
`;

const place = css<{ $ticks: number }>`
  flex: ${({ $ticks }) => $ticks} 0 0;
  min-width: 0;
`;

const Count = styled.span<{ $ticks: number; $strong: boolean }>`
  ${place}
  padding-left: 4px;
  font-size: ${({ $strong }) => ($strong ? 17 : 14)}px;
  font-weight: ${({ $strong }) => ($strong ? 700 : 400)};
  color: ${({ $strong }) => ($strong ? 'var(--ink)' : 'var(--soft)')};
`;

const Cell = styled.button<{ $ticks: number; $strong: boolean }>`
  ${place}
  display: grid;
  place-items: center start;
  height: 25px;
  padding: 0 3px;
  border: 1px solid var(--hairline);
  border-left: ${({ $strong }) => ($strong ? '2px solid var(--rail)' : '1px solid var(--hairline)')};
  background: var(--card);
  font: inherit;
  font-size: 14px;
  color: var(--ink);
  cursor: pointer;
  &:focus-visible {
    position: relative;
    outline: 3px solid var(--accent);
    outline-offset: -2px;
  }
`;

/** A struck note: square for the left hand, round for the right; soft ones are hollow, ringing ones reach on. */
const Mark = styled.i<{ $hand: TexturedHand; $touch: Touch; $rings: boolean }>`
  display: block;
  width: ${({ $rings, $touch }) => ($rings ? '100%' : $touch === 'short' ? '8px' : '18px')};
  height: ${({ $touch }) => ($touch === 'accent' ? 20 : 15)}px;
  border: 2px solid ${({ $hand }) => `var(--${$hand})`};
  border-radius: ${({ $hand }) => ($hand === 'right' ? '11px' : '3px')};
  background: ${({ $hand, $touch }) => ($touch === 'ghost' ? 'transparent' : `var(--${$hand})`)};
`;

const Landing = styled.span<{ $ticks: number }>`
  ${place}
  height: 12px;
  padding-left: 9px;
  font-size: 12px;
  line-height: 12px;
  color: var(--accent);
`;

const voiceNames: Readonly<Record<StepVoice, string>> = {
  top: t('Top'),
  middle: t('Middle'),
  low: t('Low'),
  fifth: t('Fifth above'),
  octave: t('Octave above'),
};

const touchNames: Readonly<Record<Touch, readonly [sign: string, words: string]>> = {
  plain: ['', t('plain')],
  accent: ['>', t('accented')],
  ghost: ['( )', t('soft')],
  short: ['!', t('short')],
};

interface TextureGridProps {
  left: HandGrid;
  right: HandGrid;
  meter: Meter;
  onColumn: (hand: TexturedHand, column: number, step: GridColumn['step']) => void;
}

/** A bar of both hands, the right one above as on two staves; one sees which notes land together. */
export function TextureGrid({ left, right, meter, onColumn }: TextureGridProps) {
  const sheet = useRef<HTMLDivElement>(null);
  const finest = left.columns.length > right.columns.length ? left : right;
  const together = new Set(landings(left, right));
  /** The arrows go from cell to cell; up and down keep to the place in time. */
  const onKeyDown = (event: KeyboardEvent) => {
    const now = event.target as HTMLElement;
    const rows = [...(sheet.current?.querySelectorAll<HTMLElement>('[data-row]') ?? [])];
    const row = rows.findIndex((one) => one.contains(now));
    const cells = (index: number) => [
      ...(rows[index]?.querySelectorAll<HTMLElement>('button') ?? []),
    ];
    const column = cells(row).indexOf(now);
    const at = Number(now.dataset['at']);
    const nearest = (index: number) =>
      cells(index).findLast((cell) => Number(cell.dataset['at']) <= at);
    const moves: Readonly<Record<string, () => HTMLElement | undefined>> = {
      ArrowRight: () => cells(row)[column + 1],
      ArrowLeft: () => cells(row)[column - 1],
      ArrowDown: () => nearest(row + 1),
      ArrowUp: () => nearest(row - 1),
      Home: () => cells(row)[0],
      End: () => cells(row).at(-1),
    };
    const next = moves[event.key]?.();
    if (!next) return;
    event.preventDefault();
    next.focus();
  };
  const counts = (
    <Row aria-hidden>
      <Name>{t('Count')}</Name>
      <Cells>
        {finest.columns.map(({ at, ticks }) => {
          const count = countAt(meter, at, ticks);
          return (
            <Count key={at} $ticks={ticks} $strong={/\d/.test(count)}>
              {count}
            </Count>
          );
        })}
      </Cells>
    </Row>
  );
  return (
    <Sheet ref={sheet} role="group" aria-label={t('One bar, step by step')} onKeyDown={onKeyDown}>
      {counts}
      <HandRows grid={right} meter={meter} onColumn={onColumn} />
      <Row>
        <Name>{t('Together')}</Name>
        <Cells
          aria-label={t('Both hands land together {{count}} times', { count: together.size })}
          role="img"
        >
          {finest.columns.map(({ at, ticks }) => (
            <Landing key={at} $ticks={ticks}>
              {together.has(at) ? '●' : ''}
            </Landing>
          ))}
        </Cells>
      </Row>
      <HandRows grid={left} meter={meter} onColumn={onColumn} />
    </Sheet>
  );
}

interface HandRowsProps {
  grid: HandGrid;
  meter: Meter;
  onColumn: TextureGridProps['onColumn'];
}

function HandRows({ grid, meter, onColumn }: HandRowsProps) {
  const { hand, columns } = grid;
  const counted = columns.map(({ at, ticks }) => countAt(meter, at, ticks));
  /** The cells before a count belong to the beat that has one. */
  const places = counted.map((count, index) => {
    const beat = counted.slice(0, index + 1).findLast((one) => /\d/.test(one)) ?? '1';
    return /\d/.test(count)
      ? t('beat {{beat}}', { beat })
      : t('beat {{beat}} {{step}}', {
          beat,
          step: count || t('step {{number}}', { number: index + 1 }),
        });
  });
  const handName = hand === 'left' ? t('Left hand') : t('Right hand');
  const row = (
    name: string,
    stateOf: (step: GridColumn['step']) => string,
    draw: (step: GridColumn['step']) => React.ReactNode,
    press: (step: GridColumn['step']) => GridColumn['step'],
  ) => (
    <Row key={name} data-row={name}>
      <Name>{name}</Name>
      <Cells>
        {columns.map(({ at, ticks, step }, index) => (
          <Cell
            key={at}
            type="button"
            data-at={at}
            $ticks={ticks}
            $strong={/\d/.test(counted[index]!)}
            aria-label={`${handName}, ${name.toLowerCase()}, ${places[index]}: ${stateOf(step)}`}
            onClick={() => onColumn(hand, index, press(step))}
          >
            {draw(step)}
          </Cell>
        ))}
      </Cells>
    </Row>
  );
  return (
    <div role="group" aria-label={handName}>
      <HandName $hand={hand}>{handName}</HandName>
      {voicesOf[hand].map((voice) =>
        row(
          voiceNames[voice],
          (step) =>
            ({ none: t('not struck'), struck: t('struck'), rings: t('struck, rings on') })[
              cellOf(step, voice)
            ],
          (step) => {
            const state = cellOf(step, voice);
            return state === 'none' ? null : (
              <Mark $hand={hand} $touch={touchOf(step) ?? 'plain'} $rings={state === 'rings'} />
            );
          },
          (step) => turned(step, hand, voice),
        ),
      )}
      {row(
        t('Touch'),
        (step) => touchNames[touchOf(step) ?? 'plain'][1],
        (step) => touchNames[touchOf(step) ?? 'plain'][0],
        (step) => {
          const now = touchOf(step);
          return now
            ? withTouch(step, touches[(touches.indexOf(now) + 1) % touches.length]!)
            : step;
        },
      )}
      {row(
        t('Silence'),
        (step) => (step.kind === 'silence' ? t('silent') : t('not silent')),
        (step) => (step.kind === 'silence' ? '–' : ''),
        silenced,
      )}
    </div>
  );
}

import {
  countedOctave,
  gridOfRun,
  nameDegree,
  type Finger,
  type GridCell,
  type GridNote,
  type RunHand as Hand,
  type RunEvent,
  type RunFit,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../../music/rails/ChordMark.tsx';
import { Hidden } from '../../../ui/hidden.ts';
import { t } from '../../../words/words.ts';
import { useFillsLens } from '../state/fillsContext.ts';

const Scroll = styled.div`
  overflow-x: auto;
  padding-bottom: 2px;
`;

const Table = styled.table`
  --numeral: 17px;
  border-collapse: collapse;
  font-size: 17px;
  font-weight: 600;
  font-variant-numeric: lining-nums;
  th {
    padding: 0 6px 2px 0;
    font-size: 12px;
    font-weight: 400;
    text-align: left;
    color: var(--soft);
  }
  thead th {
    padding: 0 3px 2px;
    text-align: center;
  }
  td {
    min-width: 20px;
    padding: 1px 3px;
    text-align: center;
    vertical-align: bottom;
    white-space: nowrap;
  }
  /* A beat begins: a line as on the rails. */
  [data-beat] {
    border-left: 1.5px solid var(--rail);
  }
  [data-lands] {
    color: var(--accent);
  }
  small {
    display: block;
    font-size: 11px;
    font-weight: 400;
    line-height: 1.1;
    color: var(--soft);
  }
  sup {
    font-size: 11px;
    font-weight: 400;
    color: var(--soft);
  }
`;

const Hold = styled.span`
  display: block;
  height: 2px;
  margin: 0 -3px 8px;
  background: var(--rail);
`;

interface RunGridProps {
  fit: RunFit;
  isWhole: boolean;
  /** Each finger can be pressed, to have another one. */
  onFinger?: (event: RunEvent, now: Finger | null) => void;
}

const FingerKey = styled.button`
  display: block;
  min-width: 28px;
  min-height: 28px;
  margin: 2px auto 0;
  border: 1px solid var(--rail);
  border-radius: 8px;
  background: var(--paper);
  font-size: 13px;
  cursor: pointer;
`;

/** A run step by step: which note of the right hand meets what in the left, as it is counted. */
export function RunGrid({ fit, isWhole, onFinger }: RunGridProps) {
  const { view, timeline } = useFillsLens();
  const grid = useMemo(() => gridOfRun(timeline, fit), [timeline, fit]);
  const { columns, into } = grid;
  const hands = (['right', 'left'] as const).filter((hand) =>
    columns.some((column) => column[hand].kind !== 'rest'),
  );
  const rows = isWhole ? (['right', 'left'] as const) : hands;
  const name = (degree: GridNote['degree']) => nameDegree(degree, view.style);
  const octaves = ({ degree, octave }: Pick<GridNote, 'degree' | 'octave'>) =>
    countedOctave({ degree, octave }, view.style.minor);
  /** With marks of its octave, counted from the first key of its hand. */
  const named = (hand: Hand) => {
    const first = columns
      .flatMap((column) => {
        const cell = column[hand];
        return cell.kind === 'struck' ? cell.notes : [];
      })
      .find(({ octave }) => octave === 0);
    const from = first ? octaves(first) : 0;
    return (note: Pick<GridNote, 'degree' | 'octave'>) => {
      const apart = octaves(note) - from;
      return name(note.degree) + (apart < 0 ? ',' : "'").repeat(Math.abs(apart));
    };
  };
  const namedBy = { right: named('right'), left: named('left') };
  return (
    <Scroll
      role="group"
      aria-label={t('{{name}}, step by step', { name: fit.run.name })}
      tabIndex={isWhole ? 0 : undefined}
    >
      <Table>
        {isWhole ? (
          <thead>
            <tr>
              <th scope="col">
                <Hidden>{t('Hand')}</Hidden>
              </th>
              {columns.map(({ start, count }) => (
                <th key={start} scope="col" data-beat={isBeat(count) || undefined}>
                  {count}
                </th>
              ))}
              {into ? (
                <th scope="col" data-beat>
                  →
                </th>
              ) : null}
            </tr>
          </thead>
        ) : null}
        <tbody>
          {rows.map((hand) => (
            <tr key={hand}>
              {isWhole ? <th scope="row">{hand === 'right' ? t('right') : t('left')}</th> : null}
              {columns.map((column) => (
                <td
                  key={column.start}
                  data-beat={isBeat(column.count) || undefined}
                  data-lands={(column.lands && hand === fit.run.landing.hand) || undefined}
                >
                  {hand === 'left' && !hands.includes('left') ? (
                    column.chord ? (
                      <ChordMark chord={column.chord} view={view} />
                    ) : (
                      <Hold aria-hidden />
                    )
                  ) : (
                    <Cell
                      cell={column[hand]}
                      name={name}
                      named={namedBy[hand]}
                      isWhole={isWhole}
                      onFinger={onFinger}
                    />
                  )}
                </td>
              ))}
              {into ? (
                <td data-beat data-lands={hand === fit.run.landing.hand || undefined}>
                  {hand === fit.run.landing.hand ? (
                    namedBy[hand](into)
                  ) : into.chord ? (
                    <ChordMark chord={into.chord} view={view} />
                  ) : null}
                </td>
              ) : null}
            </tr>
          ))}
        </tbody>
      </Table>
    </Scroll>
  );
}

const isBeat = (count: string) => /^\d/.test(count);

interface CellProps {
  cell: GridCell;
  name: (degree: GridNote['degree']) => string;
  named: (note: GridNote) => string;
  isWhole: boolean;
  onFinger: RunGridProps['onFinger'];
}

/** What a hand does in one step; grips from the highest note down. */
function Cell({ cell, name, named, isWhole, onFinger }: CellProps) {
  if (cell.kind === 'rest') return null;
  if (cell.kind === 'held') return <Hold aria-hidden />;
  return cell.notes.map((one) => (
    <div key={one.note}>
      {one.grace.length > 0 ? <sup>{one.grace.map(name).join('')}</sup> : null}
      {one.slide ? <sup>{name(one.slide)}⁄</sup> : null}
      {named(one)}
      {isWhole && onFinger ? (
        <FingerKey
          type="button"
          aria-label={t('Finger {{finger}} on {{degree}}: the next one', {
            finger: one.finger ?? '–',
            degree: name(one.degree),
          })}
          onClick={() => onFinger(one.event, one.finger)}
        >
          {one.finger ?? '–'}
        </FingerKey>
      ) : isWhole && one.finger !== null ? (
        <small>
          <Hidden>{t('finger')} </Hidden>
          {one.finger}
        </small>
      ) : null}
    </div>
  ));
}

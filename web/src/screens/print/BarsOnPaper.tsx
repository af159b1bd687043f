import type { Slot } from '@intervallum/core';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { LaidBar, LaidRail, LaidSection, LaidSlot } from '../../music/rails/layout.ts';
import { remarksOf } from '../../music/rails/remarks.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { t } from '../../words/words.ts';

const Name = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 12px;
  p {
    font-size: 13px;
    color: var(--soft);
  }
`;

const Line = styled.div`
  padding: 6px 0 4px;
`;

/** When the line is played, where it is not played every time. */
const When = styled.p`
  display: inline-block;
  margin-bottom: 4px;
  padding: 0 10px 0 6px;
  border: solid var(--ink);
  border-width: 1px 0 0 1px;
  font-size: 13px;
  font-weight: 600;
`;

const Bars = styled.ol<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 8px 0;
`;

const Bar = styled.li<{ $cells: number }>`
  grid-column: span ${({ $cells }) => $cells};
  min-width: 0;
  padding: 0 7px 2px;
  border-left: 1.5px solid var(--rail);
`;

const Cells = styled.div<{ $cells: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $cells }) => $cells}, minmax(0, 1fr));
  gap: 6px 8px;
`;

const Change = styled.p`
  font-size: 12px;
  font-weight: 600;
  color: var(--accent);
`;

const Words = styled.p`
  font:
    italic 14px/1.3 'Fraunces Variable',
    serif;
`;

const Same = styled.p`
  font-size: 20px;
  text-align: center;
  color: var(--soft);
`;

/** How a chord is played, beside its number. */
export const Marks = styled.i`
  margin-left: 4px;
  font-size: 12px;
  font-style: normal;
  font-weight: 600;
  color: var(--accent);
`;

interface SectionOnPaperProps {
  laid: LaidSection;
  place: number;
  view: ChartView;
  /** It goes on from what stands above: without its name. */
  goesOn?: boolean;
  /** How many chords stand beside one another. */
  columns: number;
  draw: (
    slot: LaidSlot & { readonly slot: Extract<Slot, { kind: 'chord' }> },
    at: number,
    phrase: number,
  ) => ReactNode;
}

/**
 * A section as bars on paper, with all that the chart says of it: how often and how it is played, endings with their labels,
 * changes of metre and feel, words. What stands for a chord is drawn by whoever has it.
 */
export function SectionOnPaper({
  laid,
  place,
  view,
  goesOn = false,
  columns,
  draw,
}: SectionOnPaperProps) {
  const { section, rails } = laid;
  const remarks = remarksOf(section, view);
  return (
    <section data-section={place} aria-label={section.name}>
      {goesOn ? null : (
        <Name>
          <h2>{section.name}</h2>
          {remarks.length > 0 ? <p>{remarks.join(' · ')}</p> : null}
        </Name>
      )}
      {rails.map((rail, phrase) => (
        <Line key={phrase} data-phrase={phrase}>
          {rail.when ? <When>{rail.when}</When> : null}
          <Bars $columns={columnsOf(rail, columns)}>
            {barsOf(rail).map(({ bar, from }, index) => (
              <BarOnPaper key={index} bar={bar} columns={columnsOf(rail, columns)}>
                {bar.slots.map((slot, at) =>
                  slot.slot.kind === 'chord' ? (
                    <div key={at}>{draw({ ...slot, slot: slot.slot }, from + at, phrase)}</div>
                  ) : null,
                )}
              </BarOnPaper>
            ))}
          </Bars>
        </Line>
      ))}
    </section>
  );
}

/** A line that is a little too wide for its columns has narrower ones, so that it stays one line. */
function columnsOf({ bars }: LaidRail, usual: number): number {
  const cells = bars.reduce((sum, bar) => sum + Math.max(1, chordsOf(bar)), 0);
  return cells > usual && cells <= 1.5 * usual ? cells : usual;
}

function chordsOf({ slots }: LaidBar): number {
  return slots.filter(({ slot }) => slot.kind === 'chord').length;
}

/** The bars of a line, and how many slots stand before each of them. */
function barsOf({ bars }: LaidRail): { bar: LaidBar; from: number }[] {
  let from = 0;
  return bars.map((bar) => {
    const found = { bar, from };
    from += bar.slots.length;
    return found;
  });
}

function BarOnPaper({
  bar,
  columns,
  children,
}: {
  bar: LaidBar;
  columns: number;
  children: ReactNode[];
}) {
  const chords = chordsOf(bar);
  const cells = Math.max(1, Math.min(columns, chords));
  const changes = [bar.change, bar.feel].filter((one) => one !== null);
  return (
    <Bar $cells={cells}>
      {changes.length > 0 ? <Change>{changes.join(' ')}</Change> : null}
      {bar.same ? <Same>%</Same> : null}
      {!bar.same && chords === 0 ? <Same aria-label={t('silence')}>–</Same> : null}
      <Cells $cells={cells}>{children}</Cells>
      {bar.words.filter(Boolean).map((words) => (
        <Words key={words}>{words}</Words>
      ))}
    </Bar>
  );
}

/** What the chart says of how a chord is played, in words: early, ringing, stopped. */
export function marksInWords({
  slot,
  early,
}: LaidSlot & { readonly slot: Extract<Slot, { kind: 'chord' }> }): string {
  return [
    early ? `‹${early.count}${early.rightAlone ? ' R' : ''}` : '',
    slot.accent ? '>' : '',
    slot.stop ? t('stop') : '',
    slot.ring ? t('rings') : '',
    slot.fermata ? t('held') : '',
  ]
    .filter(Boolean)
    .join(' ');
}

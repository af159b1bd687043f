import type { Song, Filled } from '@intervallum/core';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { paginate, type Block, type Pages } from '../../music/rails/pages.ts';
import { useMeasure } from '../../music/rails/measure.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { HandsSheet } from './HandsSheet.tsx';
import { measureBlocks } from './measure.ts';
import { columnGap, Measured, PaperPage, roomOnPaper, type PaperName } from './pageFrame.tsx';

const sectionGap = 14;
/** How much smaller than usual the hands may be set, so that they fit one page and can still be read at a music stand. */
const zooms = [1, 0.92, 0.86, 0.8] as const;

const Columns = styled.div<{ $count: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $count }) => $count}, minmax(0, 1fr));
  gap: ${columnGap}px;
  align-items: start;
`;

interface HandsPagesProps {
  song: Song;
  view: ChartView;
  paper: PaperName;
  columns: 1 | 2;
  voiced: Filled;
  onPages: (pages: number) => void;
}

/** The hands of a song on paper. How high their lines are is measured where they stand. */
export function HandsPages({ song, view, paper, columns, voiced, onPages }: HandsPagesProps) {
  const measured = useRef<HTMLDivElement>(null);
  const [laid, setLaid] = useState<{ pages: Pages; zoom: number } | null>(null);
  const [step, setStep] = useState(0);
  const zoom = zooms[step]!;
  const slotOf = useMemo(() => firstSlots(song), [song]);
  const measure = useMeasure();
  const room = roomOnPaper(paper, song);
  const columnWidth = (room.width - (columns - 1) * columnGap) / columns;
  // Another song, paper or layout is fitted from the beginning.
  const id = useMemo(
    () => ({ song, view, paper, columns, voiced, measure }),
    [song, view, paper, columns, voiced, measure],
  );
  const fitted = useRef<typeof id | null>(null);
  const several = useRef<Pages>([]);
  useLayoutEffect(() => {
    const isNew = fitted.current !== id;
    fitted.current = id;
    if (isNew && step !== 0) {
      setStep(0);
      return;
    }
    const root = measured.current;
    if (!root) return;
    const pages = paginate(measureBlocks(root), {
      first: room.first / zoom,
      other: room.other / zoom,
      columns,
      sectionGap,
    });
    if (step === 1) several.current = pages;
    if (pages.length === 1) setLaid({ pages, zoom });
    else if (step < zooms.length - 1) setStep(step + 1);
    // However small, it is more than one page: then it is set in a size that reads well.
    else setLaid({ pages: several.current, zoom: zooms[1] });
    // The layout is measured again for every new size only.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id, step]);
  useLayoutEffect(() => {
    if (laid) onPages(laid.pages.length);
  }, [laid, onPages]);
  const sheet = { voiced, view, columns: columns === 1 ? 4 : 2 };
  return (
    <>
      <Measured aria-hidden ref={measured} style={{ width: columnWidth / zoom }}>
        <HandsSheet {...sheet} song={song} slotOf={slotOf} />
      </Measured>
      {laid?.pages.map((page, index) => (
        <PaperPage
          key={index}
          song={song}
          view={view}
          paper={paper}
          page={index}
          of={laid.pages.length}
        >
          <Columns $count={columns}>
            {page.map((blocks, place) => {
              const part = partOf(song, blocks);
              return (
                <div key={place} style={{ zoom: laid.zoom }}>
                  <HandsSheet
                    {...sheet}
                    song={part.song}
                    slotOf={(section, phrase) => slotOf(...part.origin(section, phrase))}
                  />
                </div>
              );
            })}
          </Columns>
        </PaperPage>
      ))}
    </>
  );
}

/** The slot of the whole song that each phrase begins with. */
function firstSlots(song: Song): (section: number, phrase: number) => number {
  let slot = 0;
  const starts = song.sections.map(({ phrases }) =>
    phrases.map(({ bars }) => {
      const start = slot;
      for (const bar of bars) slot += bar.kind === 'played' ? bar.slots.length : 0;
      return start;
    }),
  );
  return (section, phrase) => starts[section]?.[phrase] ?? 0;
}

/** The song with only these lines of it, and where each of them stands in the whole. */
function partOf(
  song: Song,
  blocks: readonly Block[],
): { song: Song; origin: (section: number, phrase: number) => readonly [number, number] } {
  const order = [...new Set(blocks.map(({ section }) => section))];
  const lines = order.map((section) =>
    blocks.filter((block) => block.section === section && block.row >= 0).map(({ row }) => row),
  );
  const sections = order.map((section, index) => {
    const whole = song.sections[section]!;
    const goesOn = (lines[index]![0] ?? 0) > 0;
    return {
      ...whole,
      name: goesOn ? `${whole.name} …` : whole.name,
      phrases: lines[index]!.map((phrase) => whole.phrases[phrase]!),
    };
  });
  return {
    song: { ...song, sections },
    origin: (section, phrase) => [order[section] ?? 0, lines[section]?.[phrase] ?? 0],
  };
}

import { printRoad, formatMeter, type Song, type Voiced } from '@intervallum/core';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import styled, { createGlobalStyle } from 'styled-components';
import { Chart } from '../../music/rails/Chart.tsx';
import { keyName, type ChartView } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { HandsSheet } from './HandsSheet.tsx';
import { measureBlocks } from './measure.ts';
import { paginate, zooms, type Block, type Pages } from './paginate.ts';

/** Paper in CSS pixels, 96 to the inch. */
export const papers = {
  A4: { width: 794, height: 1123 },
  Letter: { width: 816, height: 1056 },
} as const;
export type PaperName = keyof typeof papers;

const margin = 50;
const footHeight = 30;
const headHeight = 74;
const roadHeight = 22;
const columnGap = 28;
const sectionGap = 14;

const PrintedAlone = createGlobalStyle<{ $paper: PaperName }>`
  @page { size: ${({ $paper }) => $paper}; margin: 0; }
`;

const Page = styled.article<{ $paper: PaperName }>`
  position: relative;
  width: ${({ $paper }) => papers[$paper].width}px;
  height: ${({ $paper }) => papers[$paper].height - 1}px;
  padding: ${margin}px;
  overflow: hidden;
  background: #fff;
  box-shadow: 0 2px 14px rgb(0 0 0 / 0.18);
  break-after: page;
  @media print {
    box-shadow: none;
  }
`;

const Head = styled.header`
  display: flex;
  justify-content: space-between;
  align-items: flex-start;
  gap: 20px;
  height: ${headHeight}px;
  h1 {
    font-size: 27px;
    line-height: 1.15;
    max-height: 62px;
    overflow: hidden;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
  > p {
    flex: none;
    font-weight: 600;
    font-size: 19px;
    color: var(--ink);
  }
`;

const Order = styled.p`
  height: ${roadHeight}px;
  margin-top: -8px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  font-size: 13px;
`;

const Foot = styled.footer`
  position: absolute;
  inset: auto ${margin}px ${margin - 26}px;
  display: flex;
  justify-content: space-between;
  gap: 20px;
  height: ${footHeight}px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
  font-size: 12px;
  color: var(--soft);
  span:first-child {
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  span:last-child {
    flex: none;
  }
`;

const Columns = styled.div<{ $count: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $count }) => $count}, minmax(0, 1fr));
  gap: ${columnGap}px;
  align-items: start;
`;

const Measured = styled.div`
  position: absolute;
  left: -10000px;
  top: 0;
  visibility: hidden;
  @media print {
    display: none;
  }
`;

export interface PaperWish {
  readonly paper: PaperName;
  readonly columns: 1 | 2;
  readonly sheet: 'chart' | 'hands';
}

interface PaperPagesProps {
  song: Song;
  view: ChartView;
  wish: PaperWish;
  /** The hands of the song, for the sheet that shows them. */
  voiced: Voiced | null;
  onPages: (pages: number) => void;
}

/** The song on paper: set as small as it must be to fit one page, if it can still be read then, else on several. */
export function PaperPages({ song, view, wish, voiced, onPages }: PaperPagesProps) {
  const { paper, columns, sheet } = wish;
  const measured = useRef<HTMLDivElement>(null);
  const [laid, setLaid] = useState<{ pages: Pages; zoom: number } | null>(null);
  const [step, setStep] = useState(0);
  const zoom = zooms[step]!;
  const inner = papers[paper].width - 2 * margin;
  const columnWidth = (inner - (columns - 1) * columnGap) / columns;
  const room = papers[paper].height - 2 * margin - footHeight + 20;
  const head = headHeight + (song.road ? roadHeight : 0);
  const slotOf = useMemo(() => firstSlots(song), [song]);

  const content = (part: Song, from: (section: number, phrase: number) => number): ReactNode =>
    sheet === 'hands' && voiced ? (
      <HandsSheet
        song={part}
        slotOf={from}
        voiced={voiced}
        view={view}
        columns={columns === 1 ? 3 : 2}
      />
    ) : (
      <Chart song={part} view={view} paper={{ names: columns === 1 ? 'beside' : 'above' }} />
    );

  // What was measured before the fonts came is measured again.
  const [hasFonts, setHasFonts] = useState(false);
  useEffect(() => {
    let current = true;
    void document.fonts.ready.then(() => {
      if (current) setHasFonts(true);
    });
    return () => {
      current = false;
    };
  }, []);
  // Another song, paper or layout is fitted from the beginning.
  const id = useMemo(
    () => ({ song, view, paper, columns, sheet, voiced, hasFonts }),
    [song, view, paper, columns, sheet, voiced, hasFonts],
  );
  const fitted = useRef<typeof id | null>(null);
  const several = useRef<Pages>([]);
  useLayoutEffect(() => {
    const isNew = fitted.current !== id;
    if (isNew && step !== 0) {
      fitted.current = id;
      setStep(0);
      return;
    }
    fitted.current = id;
    const root = measured.current;
    if (!root) return;
    const pages = paginate(measureBlocks(root), {
      first: (room - head) / zoom,
      other: room / zoom,
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

  return (
    <>
      <PrintedAlone $paper={paper} />
      <Measured aria-hidden ref={measured} style={{ width: columnWidth / zoom }}>
        {content(song, slotOf)}
      </Measured>
      {laid?.pages.map((page, index) => (
        <Page key={index} $paper={paper} aria-label={`Page ${index + 1}`}>
          {index === 0 ? <PageHead song={song} view={view} /> : null}
          <Columns $count={columns}>
            {page.map((blocks, place) => {
              const part = partOf(song, blocks);
              return (
                <div key={place} style={{ zoom: laid.zoom }}>
                  {content(part.song, (section, phrase) => {
                    const [from, line] = part.origin(section, phrase);
                    return slotOf(from, line);
                  })}
                </div>
              );
            })}
          </Columns>
          <PageFoot song={song} page={index + 1} of={laid.pages.length} />
        </Page>
      ))}
    </>
  );
}

function PageHead({ song, view }: { song: Song; view: ChartView }) {
  const settings = reader.use('language');
  const { by, singer, feel } = song.details;
  const facts = [
    formatMeter(song.meter),
    song.tempo === null ? '' : String(song.tempo),
    song.swing && `swung ${song.swing}`,
    feel,
    singer && `sung by ${singer}`,
  ];
  return (
    <>
      <Head>
        <div>
          <h1>{song.title || 'Song without a title'}</h1>
          <p>{[by && `by ${by}`, ...facts].filter(Boolean).join(' · ')}</p>
        </div>
        <p>Key {keyName(view.key, settings)}</p>
      </Head>
      {song.road ? <Order>{printRoad(song.road)}</Order> : null}
    </>
  );
}

function PageFoot({ song, page, of }: { song: Song; page: number; of: number }) {
  return (
    <Foot>
      <span>{song.details.rights || 'Rights not said'}</span>
      <span>
        {song.title}
        {of > 1 ? ` · ${page} of ${of}` : ''}
      </span>
    </Foot>
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
    blocks
      .filter((block) => block.section === section && block.phrase >= 0)
      .map(({ phrase }) => phrase),
  );
  const sections = order.map((section, index) => {
    const whole = song.sections[section]!;
    const goesOn = (lines[index]![0] ?? 0) > 0;
    return {
      ...whole,
      name: goesOn ? `${whole.name} …` : whole.name,
      directions: goesOn ? [] : whole.directions,
      phrases: lines[index]!.map((phrase) => whole.phrases[phrase]!),
    };
  });
  return {
    song: { ...song, sections },
    origin: (section, phrase) => [order[section] ?? 0, lines[section]?.[phrase] ?? 0],
  };
}

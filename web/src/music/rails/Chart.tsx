import { useEffect, useMemo, useRef, type ReactNode } from 'react';
import type { Chord, PencilMark, SectionKey, Song } from '@intervallum/core';
import styled from 'styled-components';
import { reader } from '../../settings/reader.ts';
import { announce } from '../../ui/announce.tsx';
import { Hidden } from '../../ui/hidden.ts';
import { useSteady } from '../../ui/useSteady.ts';
import type { OverMark } from './overMark.ts';
import type { LaidSection } from './layout.ts';
import type { Room } from './columns.ts';
import { SectionView, type Marks, type SectionNaming } from './SectionView.tsx';
import { sheetsOf } from './sheets.ts';
import { SheetTurner } from './SheetTurner.tsx';
import { overHeight, sizesOf, sizeVariables } from './sizes.ts';
import { spokenPlace } from './spoken.ts';
import { useSheet, useWidth } from './useSheet.ts';
import { lastSection, useLaidOut, usePlan, useSectionViews } from './usePlan.ts';
import { useNumeral } from './useNumeral.ts';
import type { ChartView } from './view.ts';
import { t } from '../../words/words.ts';

const Sections = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--apart);
`;

const Nothing = styled.p`
  padding: 20px 0;
  color: var(--soft);
`;

interface ChartProps {
  song: Song;
  view: ChartView;
  /** The height of its numerals, in CSS pixels; as the reader has them where it is left out. */
  numeral?: number;
  /** The bar that the cursor of the text is in. */
  currentBar?: number | null;
  /** The slot of that bar whose chord is chosen. */
  currentSlot?: number | null;
  /** A chord that could stand in a slot, shown beneath it. */
  proposal?: { readonly bar: number; readonly slot: number; readonly chord: Chord } | null;
  /** What stands over each chord, by slot of the song; nothing is shown where it is left out. */
  over?: ReadonlyMap<number, OverMark> | null;
  /** The slot of the song that sounds now. */
  playing?: number | null;
  /** The key of each section, where a lift makes it another one than the view's. */
  keys?: readonly SectionKey[] | null;
  /** The slots of the song that are chosen together. */
  selection?: { readonly from: number; readonly to: number } | null;
  /** A chord being typed in the chosen slot. */
  entry?: ReactNode;
  onChooseSlot?: (bar: number, slot: number, extend: boolean) => void;
  /** Draws the name of a section, where it is more than read; counted over the song from 0. */
  sectionName?: SectionNaming | null;
  /** Bars in which it differs from another state of it, counted over the song as it is written. */
  changed?: ReadonlySet<number> | null;
  /** What its reader pencilled, by bar of what is shown. */
  pencil?: ReadonlyMap<number, PencilMark> | null;
  /** Says what stands at the cursor to those who listen; what has the focus names it by `cursorId`. */
  saysCursor?: boolean;
}

/** The element that says what stands at a place: another one for each place, so that going there is told. */
export function cursorId(bar: number, slot: number): string {
  return `chart-cursor-${bar}-${slot}`;
}

/** A song on its rails, as wide as its place: numerals stand on them, letters hang beneath, words below the letters. */
export function Chart({
  song,
  view,
  numeral: given,
  currentBar = null,
  currentSlot = null,
  proposal = null,
  over = null,
  playing = null,
  keys = null,
  selection = null,
  entry = null,
  onChooseSlot,
  sectionName = null,
  changed = null,
  pencil = null,
  saysCursor = false,
}: ChartProps) {
  const usual = useNumeral();
  const { joined } = reader.use('joined');
  const numeral = given ?? usual;
  const page = useRef<HTMLDivElement>(null);
  const width = useWidth(page);
  const laid = useLaidOut(song);
  const viewOf = useSectionViews(view, keys);
  const names = width >= besideFrom ? 'beside' : 'above';
  const room = useMemo<Room>(() => ({ width, names, joined }), [width, names, joined]);
  const planned = usePlan({
    sections: laid,
    viewOf,
    view,
    withOver: over !== null,
    numeral,
    room,
    final: useMemo(() => lastSection(song), [song]),
  });
  const sheets = useMemo(() => sheetsOf(planned), [planned]);
  const { now, turn } = useSheet(sheets, currentBar, playing);
  const parts = sheets[now]?.parts ?? [];
  const { choose } = useSteady({
    choose: (rowId: string, bar: number, slot: number, extend: boolean) => {
      const placed = parts.flatMap(({ rows }) => rows).find(({ row }) => row.id === rowId);
      if (placed) onChooseSlot?.(placed.bar + bar, slot, extend);
    },
  });
  useEffect(() => {
    if (playing === null) return;
    page.current?.querySelector('[data-playing]')?.scrollIntoView({ block: 'nearest' });
  }, [playing]);
  const sizes = useMemo(
    () => ({
      ...sizeVariables(sizesOf(numeral)),
      '--rail-top': over ? `${overHeight}px` : '0px',
    }),
    [numeral, over],
  );
  const marks: Marks = {
    currentBar,
    currentSlot,
    proposal,
    over,
    playing,
    selection,
    entry,
    onChoose: onChooseSlot ? choose : null,
    sectionName,
    changed,
    pencil,
  };
  return (
    <Sections
      ref={page}
      style={sizes}
      onMouseDown={(event) => {
        // With Shift a click chooses bars; the browser would mark their letters and words as well.
        if (onChooseSlot && event.shiftKey) event.preventDefault();
      }}
    >
      {saysCursor && currentBar !== null ? (
        <SpokenCursor laid={laid} bar={currentBar} slot={currentSlot ?? 0} viewOf={viewOf} />
      ) : null}
      {laid.length === 0 ? (
        <Nothing>
          {t(
            'No section yet. A name and a colon open one: “Verse 1:”, then bars on the next line.',
          )}
        </Nothing>
      ) : null}
      <SheetTurner label={t('Bars that are shown')} sheets={sheets} now={now} onTurn={turn} />
      {width === 0
        ? null
        : parts.map((part) => (
            <SectionView
              key={part.planned.laid.id}
              part={part}
              names={names}
              view={viewOf(part.planned.place)}
              isPaper={false}
              marks={marks}
            />
          ))}
      <SheetTurner
        label={t('Bars that are shown, below')}
        sheets={sheets}
        now={now}
        onTurn={turn}
      />
    </Sections>
  );
}

interface SpokenCursorProps {
  laid: readonly LaidSection[];
  bar: number;
  slot: number;
  viewOf: (section: number) => ChartView;
}

/** What stands at the cursor, to listen to. Where that is changed without going elsewhere the change is told. */
function SpokenCursor({ laid, bar, slot, viewOf }: SpokenCursorProps) {
  const spoken = useMemo(() => spokenPlace(laid, bar, slot, viewOf), [laid, bar, slot, viewOf]);
  const last = useRef<{ id: string; what: string } | null>(null);
  const id = cursorId(bar, slot);
  const what = spoken?.what ?? '';
  useEffect(() => {
    if (last.current?.id === id && last.current.what !== what) announce(what);
    last.current = { id, what };
  }, [id, what]);
  return spoken ? (
    <Hidden key={id} id={id} role="img" aria-label={`${spoken.where}: ${spoken.what}`} />
  ) : null;
}

/** From this width on the names of sections stand beside their bars, in CSS pixels. */
const besideFrom = 560;

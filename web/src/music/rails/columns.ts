import { barTicks } from '@intervallum/core';
import type { LaidBar, LaidRail, LaidSection } from './layout.ts';
import { naturalWidth, settingOf, spanOf, type Setting } from './natural.ts';
import { sizesOf } from './sizes.ts';

/** What rows are planned for. */
export interface Room {
  /** In CSS pixels. */
  readonly width: number;
  /** The names of sections beside their bars, or above them. */
  readonly names: 'beside' | 'above';
  /** Lines of the text share a row where there is room; else each begins one. */
  readonly joined: boolean;
}

/** What the rows of a section depend on. */
export interface Fit {
  readonly asked: Setting;
  readonly room: Room;
  readonly setting: Setting;
  readonly columnTicks: number;
  /** The most columns that most of its bars can be read in, and how many it would have best. */
  readonly most: number;
  readonly best: number;
  /** How long its longest line is, in columns; how wide a column must be for each rail. */
  readonly typed: number;
  readonly widest: readonly number[];
  readonly bars: number;
}

/** More columns than that no eye keeps apart. */
const mostColumns = 12;
/** Between the names of sections and their bars. */
export const marginGap = 12;

/** The width that the bars of a song have. */
export function barsWidth({ width, names }: Room, { sizes }: Pick<Setting, 'sizes'>): number {
  return Math.max(1, width - (names === 'beside' ? sizes.margin + marginGap : 0));
}

/** In how many columns a section can be read, and in how many it would best stand. */
export function fitted(laid: LaidSection, room: Room, asked: Setting): Fit {
  const bars = laid.rails.flatMap((rail) => rail.bars);
  const columnTicks = usualTicks(bars, laid);
  const width = barsWidth(room, asked);
  const setting = settingThatFits(laid, columnTicks, width, asked);
  const widest = laid.rails.map((rail) => widestColumn(laid, rail, columnTicks, setting));
  const most = mostOfMost(
    laid.rails,
    widest.map((one) => columnsIn(width, one)),
  );
  const lines = laid.rails.map((rail) => ({
    kind: rail.kind,
    span: spanned(rail.bars, columnTicks),
  }));
  const always = lines.filter(({ kind }) => kind === 'always');
  const typed = Math.max(1, ...(always.length > 0 ? always : lines).map(({ span }) => span));
  const all = Math.ceil(lines.reduce((sum, { span }) => sum + span, 0) - tolerance);
  const oneLine = columnsFor(typed, most);
  const best = room.joined
    ? oneLine * Math.max(1, Math.min(Math.floor(most / oneLine), Math.ceil(all / oneLine)))
    : oneLine;
  const least = longestBar(laid.rails, columnTicks);
  return {
    asked,
    room,
    setting,
    columnTicks,
    most: Math.max(least, most),
    best: Math.max(least, best),
    typed,
    widest,
    bars: bars.length,
  };
}

/** How many columns the longest bar takes: a row has as many at least. */
function longestBar(rails: readonly LaidRail[], columnTicks: number): number {
  const spans = rails.flatMap(({ bars }) => bars.map((bar) => spanOf(bar, columnTicks)));
  return spans.reduce((one, other) => Math.max(one, other), 1);
}

/** How many columns have room beside each other. */
function columnsIn(width: number, column: number): number {
  return Math.min(mostColumns, Math.max(1, Math.floor(width / column)));
}

/** So many of a section's bars decide how many columns it has; the rows of the others have wider ones. */
const mostBars = 0.6;

/** The most columns that most bars of a section can be read in. */
function mostOfMost(rails: readonly LaidRail[], most: readonly number[]): number {
  const all = rails.reduce((sum, { bars }) => sum + bars.length, 0);
  let held = 0;
  for (const index of most.map((_, rail) => rail).sort((one, other) => most[other]! - most[one]!)) {
    held += rails[index]!.bars.length;
    if (held >= mostBars * all) return most[index]!;
  }
  return mostColumns;
}

/** How many columns most bars of a song would best stand in. */
export function commonest(fits: readonly Fit[]): number {
  const bars = new Map<number, number>();
  for (const fit of fits) bars.set(fit.best, (bars.get(fit.best) ?? 0) + fit.bars);
  const [most] = [...bars].sort(([one, of], [other, than]) => than - of || one - other);
  return most?.[0] ?? 1;
}

/** How many columns of a section one usual bar of a rail takes: more than one where it would else not be read. */
export function scaleOf(
  rail: LaidRail,
  place: number,
  { fit, columns }: { readonly fit: Fit; readonly columns: number },
): number {
  const width = barsWidth(fit.room, fit.setting);
  const widest = fit.widest[place]!;
  if (width / columns >= widest) return 1;
  const longest = longestBar([rail], fit.columnTicks);
  const bars = Math.floor(columns);
  for (let inRow = bars - 1; inRow > 1; inRow -= 1)
    if (bars % inRow === 0 && width / inRow >= widest && longest <= inRow) return columns / inRow;
  return columns / longest;
}

/** Lengths are sums of fractions. */
export const tolerance = 1e-6;

export function spanned(bars: readonly LaidBar[], columnTicks: number): number {
  return bars.reduce((sum, bar) => sum + spanOf(bar, columnTicks), 0);
}

/** How long most bars of a section are. */
function usualTicks(bars: readonly LaidBar[], { meter }: LaidSection): number {
  const counts = new Map<number, number>([[barTicks(meter), 0.5]]);
  for (const bar of bars) {
    const ticks = barTicks(bar.meter);
    counts.set(ticks, (counts.get(ticks) ?? 0) + 1);
  }
  return [...counts].reduce((one, other) => (other[1] > one[1] ? other : one))[0];
}

/** What a bar line takes of a bar, and a repeat sign, in pixels. */
const lineRoom = 2;
export const repeatRoom = 15;

/** How wide a column must be for all bars of a rail. */
function widestColumn(
  { section }: LaidSection,
  { bars }: LaidRail,
  columnTicks: number,
  setting: Setting,
): number {
  const edge = section.times > 1 || section.open ? repeatRoom : lineRoom;
  return bars.reduce(
    (widest, bar) =>
      Math.max(widest, (naturalWidth(bar, setting) + edge) / spanOf(bar, columnTicks)),
    1,
  );
}

/** The least numeral that anything is made smaller to. */
const leastNumeral = 14;

/** Where a single bar is wider than the page, its section is set smaller. */
function settingThatFits(
  laid: LaidSection,
  columnTicks: number,
  width: number,
  asked: Setting,
): Setting {
  let setting = asked;
  const longest = longestBar(laid.rails, columnTicks);
  const isTooWide = (rail: LaidRail) =>
    widestColumn(laid, rail, columnTicks, setting) * longest > width;
  while (setting.sizes.numeral > leastNumeral && laid.rails.some(isTooWide)) {
    const numeral = Math.max(leastNumeral, Math.floor(setting.sizes.numeral * 0.9));
    setting = settingOf({ ...asked, sizes: sizesOf(numeral) });
  }
  return setting;
}

/**
 * How many columns a line is broken into, where at most so many can be read. A line may be half a column longer than its
 * bars: it has a pickup, or a bar of two beats.
 */
export function columnsFor(length: number, most: number): number {
  if (length <= most + tolerance) return length;
  const bars = Math.ceil(length - tolerance);
  const whole = Math.floor(most);
  if (bars % 4 === 0 && whole >= 4) return whole - (whole % 4);
  return Math.ceil(bars / Math.ceil(bars / whole));
}

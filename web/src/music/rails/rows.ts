import { shareParts } from '@intervallum/core';
import {
  barsWidth,
  columnsFor,
  commonest,
  fitted,
  scaleOf,
  spanned,
  tolerance,
  type Fit,
  type Room,
} from './columns.ts';
import type { LaidBar, LaidRail, LaidSection } from './layout.ts';
import { hasLetters, heightAt, linesOf, naturalWidth, spanOf, type Setting } from './natural.ts';
import { remarksOf } from './remarks.ts';

/** Bars of one rail that stand side by side. It does not know its place in the song, so that it stays what it is. */
export interface Piece {
  readonly rail: LaidRail;
  readonly id: string;
  /** Which of the rail's bars: from the one up to the other, without it. */
  readonly from: number;
  readonly to: number;
  /** How many columns one usual bar takes; how many all of them take, after how many empty ones. */
  readonly scale: number;
  readonly span: number;
  readonly after: number;
  /** What parts it from what is before and after it. */
  readonly opens: 'repeat' | null;
  readonly closes: 'repeat' | 'final' | null;
}

export interface Row {
  /** Tells it from the other rows of the song. */
  readonly id: string;
  readonly pieces: readonly Piece[];
  /** From the foot of what is above to the top of its bars; in CSS pixels, as all heights. */
  readonly above: number;
  readonly height: number;
  /** A bar is wider than the page even in the least size: what does not fit goes on below. */
  readonly wraps: boolean;
}

/** A section in rows of equal columns. */
export interface PlannedSection {
  readonly laid: LaidSection;
  /** Which section of the song it is. */
  readonly place: number;
  readonly columns: number;
  readonly rows: readonly Row[];
  /** What it is set with; smaller than asked where one bar would be wider than the page. */
  readonly setting: Setting;
  /** The height of its name above its bars, or beside them. */
  readonly name: number;
  /** What all this was planned from. */
  readonly fit: Fit;
  readonly isFinal: boolean;
}

/** A song that rows are planned for. */
export interface ToPlan {
  readonly sections: readonly LaidSection[];
  readonly room: Room;
  /** A section's setting; it stays the same while nothing of it changes, and so do the rows. */
  readonly settingOf: (place: number) => Setting;
  /** The section that the song ends with; null where none is marked. */
  readonly final: number | null;
  /** Which section of the song the first of these is, where they are some of it only. */
  readonly first?: number;
}

/**
 * Breaks a song's sections into rows of equal columns: as many as its lines have bars, where they can be read so, and the
 * same in all sections where that is possible, so that the eye comes back.
 * @param before the rows of before: what an edit did not change is taken from them
 */
export function planRows(
  { sections, room, settingOf: settingFor, final, first = 0 }: ToPlan,
  before: readonly PlannedSection[] = [],
): readonly PlannedSection[] {
  const olds = new Map(before.map((planned) => [planned.laid.id, planned]));
  const fits = sections.map((laid, place) => {
    const old = olds.get(laid.id);
    const asked = settingFor(first + place);
    const isKept =
      old?.laid.rails === laid.rails && old.fit.asked === asked && old.fit.room === room;
    return isKept ? old.fit : fitted(laid, room, asked);
  });
  const usual = commonest(fits);
  return sections.map((laid, index) => {
    const fit = fits[index]!;
    const place = first + index;
    const columns = fit.best > usual || fit.most < usual ? fit.best : usual;
    const isFinal = place === final;
    const old = olds.get(laid.id);
    const isKept =
      old?.fit === fit &&
      old.columns === columns &&
      old.isFinal === isFinal &&
      old.laid.section === laid.section;
    if (isKept) return old.laid === laid && old.place === place ? old : { ...old, laid, place };
    return planned(laid, { place, fit, columns, isFinal }, old);
  });
}

type Plan = Pick<PlannedSection, 'place' | 'fit' | 'columns' | 'isFinal'>;

function planned(laid: LaidSection, plan: Plan, old: PlannedSection | undefined): PlannedSection {
  const { fit, columns } = plan;
  const { setting, room } = fit;
  const column = barsWidth(room, setting) / columns;
  const rows = inRows(piecesOf(laid, plan), {
    columns,
    joined: room.joined,
    columnTicks: fit.columnTicks,
  }).map((pieces) => measuredRow(pieces, column, fit));
  const name = nameHeight(laid, room, setting);
  return { laid, ...plan, rows: rows.map((row) => sameRow(row, old)), setting, name };
}

/** A row as it was before, where it says the same. */
function sameRow(row: Row, before: PlannedSection | undefined): Row {
  const old = before?.rows.find(({ id }) => id === row.id);
  return old ? shareParts(old, row) : row;
}

/** The rails of a section, each broken where it is longer than a row. */
function piecesOf(laid: LaidSection, plan: Plan): Piece[] {
  const { fit, columns, isFinal } = plan;
  const { section, rails, ids, id } = laid;
  const repeats = section.times > 1 || section.open;
  const lastEnding = rails.findLastIndex(({ kind }) => kind === 'ending');
  const lastAlways = rails.findLastIndex(({ kind }) => kind === 'always');
  return rails.flatMap((rail, phrase) => {
    const isEnding = rail.kind === 'ending';
    const isLast = lastEnding < 0 ? phrase === lastAlways : phrase === lastEnding;
    const goesBack = repeats && (isEnding ? phrase < lastEnding : lastEnding < 0 && isLast);
    const scale = scaleOf(rail, phrase, plan);
    const breaks = breaksOf(rail.bars, columns / scale, fit.columnTicks);
    return breaks.map(([from, to], place): Piece => {
      const isEnd = place === breaks.length - 1;
      const ends = isFinal && isLast ? 'final' : null;
      return {
        rail,
        id: `${id} ${ids[phrase]} ${from}`,
        from,
        to,
        scale,
        // An ending without a bar has room for its name.
        span: scale * (spanned(rail.bars.slice(from, to), fit.columnTicks) || 1),
        after: 0,
        opens: repeats && phrase === 0 && place === 0 ? 'repeat' : null,
        closes: !isEnd ? null : goesBack ? 'repeat' : ends,
      };
    });
  });
}

/** Where a line is broken that is longer than a row: evenly, and in fours where it is counted in fours. */
function breaksOf(
  bars: readonly LaidBar[],
  columns: number,
  columnTicks: number,
): (readonly [number, number])[] {
  const all = spanned(bars, columnTicks);
  if (all <= columns + tolerance) return [[0, bars.length]];
  const most = columnsFor(all, columns);
  const breaks: (readonly [number, number])[] = [];
  let from = 0;
  let used = 0;
  for (const [place, bar] of bars.entries()) {
    const span = spanOf(bar, columnTicks);
    if (place > from && used + span > most + tolerance) {
      breaks.push([from, place]);
      from = place;
      used = 0;
    }
    used += span;
  }
  return [...breaks, [from, bars.length]];
}

/**
 * Puts pieces in rows. An ending goes on where the line before it ended if there is room, else it stands under the first
 * one; bars that take another's place stand under it.
 */
function inRows(pieces: readonly Piece[], { columns, joined, columnTicks }: RowShape): Piece[][] {
  const rows: Piece[][] = [];
  let used = columns;
  let endingAt: number | null = null;
  /** In which column each bar that all times share begins. */
  const columnOf: number[] = [];
  for (const piece of pieces) {
    const { kind, insteadOf, bars } = piece.rail;
    const before = rows.at(-1)?.at(-1)?.rail.kind;
    const fits = (column: number) => column + piece.span <= columns + tolerance;
    const goesOn =
      fits(used) && (kind === 'always' ? joined && before === 'always' : piece.from === 0);
    const wanted: number = (kind === 'ending' ? endingAt : columnOf[insteadOf ?? -1]) ?? 0;
    const column: number = goesOn ? used : fits(wanted) ? wanted : 0;
    if (goesOn) rows.at(-1)!.push(piece);
    else rows.push([{ ...piece, after: column }]);
    if (kind === 'ending') endingAt ??= column;
    if (kind === 'always')
      bars.slice(piece.from, piece.to).forEach((_, bar, row) => {
        columnOf.push(column + piece.scale * spanned(row.slice(0, bar), columnTicks));
      });
    used = column + piece.span;
  }
  return rows;
}

interface RowShape {
  readonly columns: number;
  readonly joined: boolean;
  readonly columnTicks: number;
}

function measuredRow(pieces: readonly Piece[], column: number, { setting, columnTicks }: Fit): Row {
  const { sizes } = setting;
  const bars = pieces.flatMap(({ rail, from, to }) => rail.bars.slice(from, to));
  const isMarked = bars.some(hasMark);
  const brackets = pieces.map((piece) => bracketHeight(piece, column * piece.span, setting));
  const above = sizes.above + (isMarked ? sizes.mark : 0) + Math.max(0, ...brackets);
  const measured = pieces.flatMap(({ rail, from, to, scale }) =>
    rail.bars.slice(from, to).map((bar) => {
      const width = column * scale * spanOf(bar, columnTicks);
      const lines = Math.max(1, Math.ceil((naturalWidth(bar, setting) - tolerance) / width));
      const more =
        (lines - 1) * (sizes.rail + (hasLetters(setting) ? sizes.beneath : 0) + sizes.above);
      return { lines, height: heightAt(bar, width, setting) + more };
    }),
  );
  return {
    id: pieces[0]?.id ?? '',
    pieces,
    above,
    height: above + Math.max(0, ...measured.map(({ height }) => height)),
    wraps: measured.some(({ lines }) => lines > 1),
  };
}

/** Whether something stands over one of a bar's numerals. */
function hasMark({ feel, opensEarly, slots }: LaidBar): boolean {
  return (
    feel !== null ||
    opensEarly ||
    slots.some(
      ({ slot }) =>
        (slot.kind === 'chord' && (slot.accent || slot.fermata)) ||
        (slot.kind === 'rest' && slot.fermata),
    )
  );
}

/** The height of what says when bars are played, over them; 0 where they are always. */
export function bracketHeight(piece: Piece, width: number, setting: Setting): number {
  const { when } = piece.rail;
  if (when === null || piece.from > 0) return 0;
  const { remark, pad } = setting.sizes;
  return linesOf(when, width - 2 * pad - 4, 'letters', remark, setting) * remark * 1.3 + 4;
}

/** What stands above or beside a section's bars: its name, and what is said of it. */
function nameHeight({ section }: LaidSection, { width, names }: Room, setting: Setting): number {
  const { sizes, measure } = setting;
  const remarks = remarksOf(section, setting.view);
  const name = sizes.name * 1.2;
  const line = sizes.remark * 1.35;
  if (names === 'beside') {
    const lines = remarks.map((text) =>
      linesOf(text, sizes.margin, 'letters', sizes.remark, setting),
    );
    const named = linesOf(section.name || '…', sizes.margin, 'name', sizes.name, setting);
    return sizes.above + named * name + lines.reduce((sum, one) => sum + one * line + 2, 0);
  }
  const gap = 10;
  const all = remarks.reduce(
    (sum, text) => sum + gap + measure(text, 'letters', sizes.remark),
    measure(section.name || '…', 'name', sizes.name),
  );
  return name + 4 + (Math.ceil((all * 1.02) / width) - 1) * (line + 2);
}

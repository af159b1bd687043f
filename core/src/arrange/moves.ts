import type { TimelineIndex } from '../chart/places.ts';
import type { Timeline, TimelinePart } from '../chart/time/timeline.ts';
import { nameWithoutNumber, type SectionRole } from '../chart/roles.ts';
import { formatChord } from '../chord/formatChord.ts';
import type { MoveForm } from '../moves/move.ts';
import { suggestMoves } from '../moves/suggestMoves.ts';
import type { ArcPart } from './arc.ts';
import { leftAsItIs, type Locks, type Unkept } from './choice.ts';
import { askedOf, type Level } from './levels.ts';
import type { Style } from './styles.ts';

/** How busy an arrangement may be: bars for each move at least (domain: players keep it to one in four). */
export const busyBars = { sparing: 8, usual: 4, generous: 2 } as const;
export type Busy = keyof typeof busyBars;

/** A move that is taken at one time through a section, or at every time. */
export interface TakenMove {
  readonly id: string;
  readonly value: string;
  readonly at: TimelineIndex;
  readonly part: TimelinePart;
  readonly form: MoveForm;
  /** Null where the section is played once. */
  readonly time: number | null;
  /** The bars of the chart that it writes anew. */
  readonly bars: Bars;
}

/** Bars of the text, the last one included. */
export interface Bars {
  readonly from: number;
  readonly to: number;
}

interface Wishes {
  readonly style: Style;
  readonly level: Level;
  readonly busy: Busy;
  readonly locks: Locks;
  /** Called as each part is done. */
  readonly onPart?: () => void;
}

export function moveId({ slots }: Timeline, at: TimelineIndex): string {
  const { bar, slot, pass } = slots[at]!;
  return `move ${bar}:${slot} ${pass}`;
}

export const valueOfMove = ({ id, chords }: MoveForm) =>
  [id, ...chords.map(({ chord }) => formatChord(chord))].join(' ');

/** What speaks for a move, in points (ours, set by ear). */
const points = {
  weight: 10,
  /** For each idea that the rules put before it. */
  rank: -0.7,
  /** For each time that it is in the song already. */
  again: -4,
  /** In the first bar of a time: its own line is to be heard before anything is put into it. */
  early: -6,
  /** It leads into the next section, or into the next line. */
  intoSection: 4,
  intoLine: 2,
  locked: 1_000,
} as const;

/** A move that is offered at a gap. */
interface Offered extends TakenMove {
  readonly worth: number;
  readonly isLocked: boolean;
}

/**
 * Moves for the times that come back: none where a section is heard for the first time, none in a breath, none in neighbouring
 * bars, as many as the busyness and the arc allow. In each time through a section the row of most worth is found (exactly); what was
 * taken before counts against itself, so time comes after time.
 */
export function takeMoves(
  timeline: Timeline,
  arc: readonly ArcPart[],
  wishes: Wishes,
): { readonly taken: readonly TakenMove[]; readonly unkept: readonly Unkept[] } {
  const used = new Map<string, number>();
  const taken: TakenMove[] = [];
  const unkept: Unkept[] = [];
  const heard = hearings(timeline);
  for (const [index, part] of timeline.parts.entries()) {
    const most = mostIn(part, arc[index]!, heard.get(part)!, wishes);
    const offered = offersIn(timeline, part, heard.get(part)!, {
      ...wishes,
      used,
      taken,
      unkept,
      most,
    });
    const row = rowWithoutTwins(offered, most);
    for (const [one] of offered)
      if (one?.isLocked && !row.includes(one))
        unkept.push({ id: one.id, why: 'Another one that stays is in the next bar.' });
    for (const one of row) {
      taken.push(one);
      used.set(one.form.id, (used.get(one.form.id) ?? 0) + 1);
    }
    wishes.onPart?.();
  }
  return { taken, unkept };
}

/** What is heard in a part: how often it was heard before, and in all; Verse 1 and Verse 2 are one. */
interface Heard {
  readonly before: number;
  readonly inAll: number;
}

function hearings({ parts, song }: Timeline): ReadonlyMap<TimelinePart, Heard> {
  const nameOf = ({ section }: TimelinePart) => nameWithoutNumber(song.sections[section]!);
  const counts = new Map<string, number>();
  const before = parts.map((part) => {
    const count = counts.get(nameOf(part)) ?? 0;
    counts.set(nameOf(part), count + 1);
    return count;
  });
  return new Map(
    parts.map((part, at) => [part, { before: before[at]!, inAll: counts.get(nameOf(part))! }]),
  );
}

/** Roles that stay plain where they are heard once. */
const plainOnce: readonly SectionRole[] = ['intro', 'ending', 'verse'];

function mostIn(
  part: TimelinePart,
  { wanted, isBreath, role }: ArcPart,
  heard: Heard,
  { busy }: Wishes,
): number {
  if (isBreath || part.open) return 0;
  // The plain line comes first; what is heard once has its plain half first.
  if (heard.before === 0 && (heard.inAll > 1 || plainOnce.includes(role))) return 0;
  const bars = heard.before === 0 ? part.bars.length / 2 : part.bars.length;
  return Math.floor((bars / busyBars[busy]) * Math.min(1, 0.4 + wanted) + 0.25);
}

interface Offering extends Wishes {
  readonly used: ReadonlyMap<string, number>;
  readonly taken: readonly TakenMove[];
  readonly unkept: Unkept[];
  readonly most: number;
}

/** For each gap the moves of most worth, or the one that stands fast. */
function offersIn(
  timeline: Timeline,
  part: TimelinePart,
  heard: Heard,
  { style, level, locks, used, taken, unkept, most }: Offering,
): Offered[][] {
  const times = timeline.parts.filter(({ section }) => section === part.section).length;
  const { grade, depth } = askedOf[level];
  const offers: Offered[][] = [];
  const half = part.from + Math.floor((part.to - part.from) / 2);
  for (let at = part.from; at < part.to; at += 1) {
    const id = moveId(timeline, at);
    const lock = locks[id];
    if (
      lock === leftAsItIs ||
      (lock === undefined && (most === 0 || (heard.before === 0 && at < half)))
    )
      continue;
    const moves = suggestMoves(timeline, { after: at }, { grade, depth });
    const forms = moves.flatMap((move) => [move, ...(lock === undefined ? [] : move.others)]);
    const wanted = lock === undefined ? forms : forms.filter((form) => valueOfMove(form) === lock);
    if (lock !== undefined && wanted.length === 0)
      unkept.push({ id, why: 'This move does not go there any more.' });
    const place = placeOf(timeline, part, at);
    const here: Offered[] = [];
    for (const [rank, form] of wanted.entries()) {
      const weight = style.moves[form.kind] ?? 0;
      if ((weight === 0 && lock === undefined) || (times > 1 && form.editOnce === null)) continue;
      const worth =
        points.weight * weight +
        points.rank * rank +
        points.again * ((used.get(form.id) ?? 0) + Math.min(2, form.used)) +
        place +
        (lock === undefined ? 0 : points.locked);
      if (worth <= 0) continue;
      const bars = { from: form.place.bar, to: timeline.slots[at]!.bar };
      if (lock === undefined && times === 1 && isTouched(taken, bars)) continue;
      const time = times > 1 ? part.pass : null;
      const value = valueOfMove(form);
      here.push({ id, value, at, part, form, time, bars, worth, isLocked: lock !== undefined });
    }
    if (here.length > 0) offers.push(here.toSorted((one, other) => other.worth - one.worth));
  }
  return offers;
}

const isTouched = (taken: readonly TakenMove[], { from, to }: Bars) =>
  taken.some(({ time, bars }) => time === null && bars.from <= to && from <= bars.to);

/** What speaks for a gap: the last of a section leads into the next one, the last of a line into the next line. */
function placeOf({ slots }: Timeline, { bars, to }: TimelinePart, at: TimelineIndex): number {
  if (at === to - 1) return points.intoSection;
  const place = bars.findIndex(({ bar }) => bar === slots[at]!.bar);
  if (place === 0 && bars.length > 1) return points.early;
  const next = bars.find(({ bar }) => bar === slots[at + 1]!.bar)?.line;
  return bars[place]?.line === next ? 0 : points.intoLine;
}

/** The best row in which no move comes twice: the lesser of two gives way to the next best of its gap. */
function rowWithoutTwins(
  offers: readonly (readonly Offered[])[],
  most: number,
): readonly Offered[] {
  let left = offers;
  for (;;) {
    const row = bestRow(
      left.flatMap(([first]) => (first ? [first] : [])),
      most,
    );
    const twin = row.find((one, at) =>
      row.some(
        (other, place) =>
          other.value === one.value &&
          !one.isLocked &&
          (other.worth > one.worth || (other.worth === one.worth && place < at)),
      ),
    );
    if (!twin) return row;
    left = left.map((here) => (here[0] === twin ? here.slice(1) : here));
  }
}

/** Of moves in the order of time those of most worth, at most so many, a bar between two of them. */
function bestRow(offers: readonly Offered[], most: number): readonly Offered[] {
  const room = Math.max(most, offers.filter(({ isLocked }) => isLocked).length);
  /** For each count the best row of the offers so far. */
  const rows: { worth: number; row: readonly Offered[] }[][] = [[{ worth: 0, row: [] }]];
  for (const [index, offer] of offers.entries()) {
    const apart = offers.findLastIndex(
      (one, place) => place < index && one.bars.to + 1 < offer.bars.from,
    );
    const now = [...rows[index]!];
    for (const [count, { worth, row }] of rows[apart + 1]!.entries()) {
      const taken = { worth: worth + offer.worth, row: [...row, offer] };
      if (count < room && (now[count + 1] === undefined || now[count + 1]!.worth < taken.worth))
        now[count + 1] = taken;
    }
    rows.push(now);
  }
  return rows.at(-1)!.reduce((one, other) => (other.worth > one.worth ? other : one)).row;
}

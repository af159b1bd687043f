import { partSlot } from './parting.ts';
import type { ChartResult } from '../chart/read/parseChart.ts';
import { tempoOf } from '../chart/feel.ts';
import { barTicks } from '../chart/meter.ts';
import { fitsMeter } from '../chart/print/printChart.ts';
import {
  plainChord,
  pushTicks,
  silence,
  type ChordSlot,
  type PlayedBar,
  type Push,
  type Slot,
  type Song,
} from '../chart/song.ts';
import type { Chord } from '../chord/chord.ts';
import type { ChartChange } from './change.ts';
import { written } from './changes.ts';
import type { Cursor } from '../marks/cursor.ts';
import { refused, type Edit } from './edit.ts';
import { placeOfBar, rewrite, withBar, type BarPlaced } from './place.ts';
import type { TypedMarks } from './typedMarks.ts';

/** The marks that a chord can wear; `right` is a push of the right hand alone. */
export type MarkName = 'push' | 'right' | 'ring' | 'stop' | 'accent' | 'fermata';

const nowhere = 'There is no bar here yet; begin a section first.';

/** Puts a chord in a slot, with the marks that the chord before it wore. A repeated bar becomes a bar of its own. */
export function putChord(
  read: ChartResult,
  at: Cursor,
  chord: Chord,
  marks: TypedMarks = {},
): Edit {
  if (marks.push) {
    let room: number | null = null;
    changedSlots(read.song, at, at, (slot, before) => {
      room = before;
      return slot;
    });
    if (room === null || room < pushTicks(marks.push)) return refused(noRoom(room));
  }
  return editSlot(read, at, (slot) => {
    const now = slot.kind === 'chord' ? slot : plainChord(chord, slot.ticks);
    return { ...now, chord, ...marks };
  });
}

function noRoom(room: number | null): string {
  return room === null
    ? 'The first chord of a song has nothing before it to push into.'
    : 'What comes before is too short to push into.';
}

export function putSilence(read: ChartResult, at: Cursor): Edit {
  return editSlot(read, at, ({ ticks }) => silence(ticks));
}

/** The chord before sounds on through this slot: it takes its time, or is tied over the bar line. */
export function hold(read: ChartResult, at: Cursor): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused(nowhere);
  if (placed.bar.kind === 'same') return refused('This bar repeats the one before it.');
  const { slots } = placed.bar;
  if (at.slot > 0) return join(read, { bar: at.bar, slot: at.slot - 1 });
  const isFirst = placed.inPhrase === 0 && placed.phrase === 0;
  if (isFirst && !placed.bar.pickup)
    return refused('There is no chord here to hold at the start of a section.');
  return replaceSlots(read, placed, at, [
    { kind: 'held', ticks: slots[0]!.ticks },
    ...slots.slice(1),
  ]);
}

/** The whole bar repeats the one before it. */
export function repeatBar(read: ChartResult, at: Cursor): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused(nowhere);
  const before = placeOfBar(read.song, at.bar - 1);
  if (!before || before.section !== placed.section)
    return refused('There is no bar before this one in the section to repeat.');
  if (before.meter !== placed.meter) return refused('The bar before it is of another metre.');
  const bar = { kind: 'same', feel: placed.bar.feel, ...tempoOf(placed.bar) } as const;
  return edited(read, placed, bar, { bar: at.bar, slot: 0 });
}

/** Two slots from one, both with its chord; the second one is where one goes on. */
export function split(read: ChartResult, at: Cursor): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused(nowhere);
  if (placed.bar.kind === 'same') return refused('This bar repeats the one before it.');
  const slots = partSlot(placed.bar, placed.meter, at.slot);
  if (!slots) return refused('The metre does not let this slot be parted further.');
  return replaceSlots(read, placed, { bar: at.bar, slot: at.slot + 1 }, slots);
}

/** One slot from two: the chord here takes the time of the next one, over the bar line as a tie. */
export function join(read: ChartResult, at: Cursor): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused(nowhere);
  if (placed.bar.kind === 'same') return refused('This bar repeats the one before it.');
  const { slots } = placed.bar;
  const [here, next] = [slots[at.slot], slots[at.slot + 1]];
  if (here && next) {
    const joined = [
      ...slots.slice(0, at.slot),
      { ...here, ticks: here.ticks + next.ticks },
      ...slots.slice(at.slot + 2),
    ];
    if (!fitsMeter(joined, placed.meter))
      return refused('The metre cannot carry a chord so long here.');
    return replaceSlots(read, placed, at, joined);
  }
  const after = placeOfBar(read.song, at.bar + 1);
  if (!after || after.section !== placed.section || after.of.when !== placed.of.when)
    return refused('There is no chord after this one to join with.');
  const held = hold(read, { bar: at.bar + 1, slot: 0 });
  return held.ok ? { ...held, cursor: at } : held;
}

/**
 * Puts a mark on the chords from one slot to another, or takes it off where all of them wear it. A push goes round:
 * an eighth, a sixteenth, none, as far as what comes before leaves room.
 */
export function mark(read: ChartResult, from: Cursor, to: Cursor, what: MarkName): Edit {
  const chosen = chordsBetween(read, from, to);
  if (chosen.length === 0) return refused('A mark needs a chord to stand on.');
  if (what === 'push') return push(read, from, to, chosen, 'both');
  if (what === 'right' && chosen.every(({ is }) => is.push === null))
    return push(read, from, to, chosen, 'right');
  const all = chosen.every(({ is }) => wears(is, what));
  return editSlots(read, from, to, (slot) =>
    slot.kind === 'chord' ? { ...slot, ...marked(slot, what, !all) } : slot,
  );
}

function marked(slot: ChordSlot, what: Exclude<MarkName, 'push'>, on: boolean): ChordSlot {
  switch (what) {
    case 'right':
      return slot.push ? { ...slot, push: { ...slot.push, hands: on ? 'right' : 'both' } } : slot;
    case 'ring':
      return { ...slot, ring: on ? { bars: null } : null, stop: false };
    case 'stop':
      return { ...slot, stop: on, ring: null };
    case 'accent':
      return { ...slot, accent: on };
    case 'fermata':
      return { ...slot, fermata: on };
  }
}

/** The ways a push goes round. */
const pushes: readonly (Push['by'] | null)[] = [null, 'eighth', 'sixteenth'];

/**
 * Pushes every second of the chords from one slot to another, or, where all of those come early as a push goes round, goes
 * on with the next of its ways.
 */
export function pushEverySecond(read: ChartResult, from: Cursor, to: Cursor): Edit {
  const chosen = chordsBetween(read, from, to);
  const second = chosen.filter((_, index) => index % 2 === 1);
  if (second.length === 0) return refused('Choose two chords at least: every second is pushed.');
  return push(read, from, to, second, 'both');
}

/** @param hands those that come early where nothing was pushed before */
function push(
  read: ChartResult,
  from: Cursor,
  to: Cursor,
  chosen: readonly ChosenChord[],
  hands: Push['hands'],
): Edit {
  const fits = (by: Push['by'] | null, room: number | null) =>
    by === null || (room !== null && room >= pushTicks({ by, hands: 'both' }));
  const [first] = chosen;
  const now = pushes.indexOf(first!.is.push?.by ?? null);
  const next = [1, 2, 3]
    .map((step) => pushes[(now + step) % pushes.length]!)
    .find((by) => chosen.some(({ room }) => fits(by, room)))!;
  if (next === null && chosen.every(({ is }) => is.push === null)) {
    return refused(noRoom(chosen.every(({ room }) => room === null) ? null : 0));
  }
  const pushed = new Set(chosen.map(({ is }) => is));
  return editSlots(read, from, to, (slot, room) => {
    if (slot.kind !== 'chord' || !pushed.has(slot)) return slot;
    const by = fits(next, room) ? next : null;
    return { ...slot, push: by && { by, hands: slot.push?.hands ?? hands } };
  });
}

function wears(slot: ChordSlot, what: Exclude<MarkName, 'push'>): boolean {
  switch (what) {
    case 'right':
      return slot.push?.hands === 'right';
    case 'ring':
      return slot.ring !== null;
    default:
      return slot[what];
  }
}

/** Both ends in the order of the text. */
export function inOrder(one: Cursor, other: Cursor): readonly [Cursor, Cursor] {
  const later = one.bar > other.bar || (one.bar === other.bar && one.slot > other.slot);
  return later ? [other, one] : [one, other];
}

/**
 * Changes every slot from one place to another (in any order).
 * @param change gets the slot and the ticks of the slot before it, null at the very beginning
 */
export function editSlots(
  read: ChartResult,
  anchor: Cursor,
  head: Cursor,
  change: (slot: Slot, room: number | null) => Slot,
): Edit {
  const found = changedSlots(read.song, anchor, head, change);
  if (found.changes.length === 0) return refused(nowhere);
  return written(read, found.changes, head.bar < found.bars ? head : anchor);
}

/** Every slot from one place to another changed, as changes of their lines; and how many bars the song has. */
function changedSlots(
  song: Song,
  anchor: Cursor,
  head: Cursor,
  change: (slot: Slot, room: number | null) => Slot,
): { readonly changes: ChartChange[]; readonly bars: number } {
  const [from, to] = inOrder(anchor, head);
  const changes: ChartChange[] = [];
  let room: number | null = null;
  let bar = 0;
  for (const [section, { phrases }] of song.sections.entries()) {
    let shared: number | null = room;
    for (const [phrase, of] of phrases.entries()) {
      let touched = false;
      // What is not played every time comes after the bars that all times share.
      if (of.when !== null) room = shared;
      const bars = of.bars.map((is) => {
        const here = bar;
        bar += 1;
        if (is.kind === 'same') return is;
        const slots = is.slots.map((slot, place): Slot => {
          const before = room;
          room = slot.ticks;
          const at = { bar: here, slot: place };
          if (inOrder(from, at)[0] !== from || inOrder(at, to)[0] !== at) return slot;
          touched = true;
          return change(slot, before);
        });
        return { ...is, slots };
      });
      if (of.when === null) shared = room;
      if (touched) changes.push({ kind: 'phrase', section, phrase, instead: [{ ...of, bars }] });
    }
  }
  return { changes, bars: bar };
}

interface ChosenChord {
  readonly is: Extract<Slot, { kind: 'chord' }>;
  /** Ticks of the slot before it; null at the very beginning. */
  readonly room: number | null;
}

function chordsBetween(read: ChartResult, from: Cursor, to: Cursor): ChosenChord[] {
  const found: ChosenChord[] = [];
  changedSlots(read.song, from, to, (slot, room) => {
    if (slot.kind === 'chord') found.push({ is: slot, room });
    return slot;
  });
  return found;
}

function editSlot(read: ChartResult, at: Cursor, change: (slot: Slot) => Slot): Edit {
  const placed = placeOfBar(read.song, at.bar);
  if (!placed) return refused(nowhere);
  if (placed.bar.kind === 'same') {
    const bar: PlayedBar = {
      kind: 'played',
      meter: null,
      feel: placed.bar.feel,
      ...tempoOf(placed.bar),
      pickup: false,
      slots: [change(silence(barTicks(placed.meter)))],
    };
    return edited(read, placed, bar, { bar: at.bar, slot: 0 });
  }
  const { slots } = placed.bar;
  const changed = slots.map((slot, index) => (index === at.slot ? change(slot) : slot));
  return replaceSlots(read, placed, at, changed);
}

function replaceSlots(
  read: ChartResult,
  placed: BarPlaced,
  cursor: Cursor,
  slots: readonly Slot[],
): Edit {
  if (placed.bar.kind === 'same') return refused('This bar repeats the one before it.');
  return edited(read, placed, { ...placed.bar, slots }, cursor);
}

function edited(read: ChartResult, placed: BarPlaced, bar: BarPlaced['bar'], cursor: Cursor): Edit {
  const phrase = withBar(placed.of, placed.inPhrase, bar);
  return written(read, [rewrite(placed, phrase)], cursor);
}

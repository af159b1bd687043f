import type { Timeline } from '../chart/time/timeline.ts';
import type { TimelineIndex } from '../chart/places.ts';
import type { Voiced } from '../hands/search/voiced.ts';
import { sixteenth, type Ticks } from '../kit/ticks.ts';
import { besideOf } from '../runs/fitRuns.ts';
import { readRun, type WrittenRun } from '../runs/model/readRun.ts';
import { runPlaces } from '../runs/places.ts';
import { heightsOf, registerFor, type Register } from '../runs/register.ts';
import { handsOf, type Run } from '../runs/model/run.ts';
import { runNotes } from '../runs/runNotes.ts';
import { oneOf } from '../runs/runTones.ts';
import { runAt, type PlacedRun, type SongFills } from '../runs/songFills.ts';
import type { LineStretch, LineStruck, PlayedLines } from './playedLines.ts';

/** Two hands for every chord of a song, with the runs that its player placed, on a keyboard as it is set. */
export interface Filled extends Voiced {
  readonly fills?: SongFills;
  /** Half steps that the keyboard sounds higher than its keys (see `keyboardSet`); as it stands there where nothing is said. */
  readonly keyboard?: number;
}

const readBefore = new WeakMap<WrittenRun, Run | null>();

/** A placed run as it is read; null for one that cannot be, which no screen places. */
function runOf(written: WrittenRun): Run | null {
  const known = readBefore.get(written);
  if (known !== undefined) return known;
  const read = readRun(written);
  const run = read.ok ? read.value : null;
  readBefore.set(written, run);
  return run;
}

/** What hands strike of the runs that are placed in a song, each at the time through its section that it is for. */
export function placedLines({ fills, ...voiced }: Filled): PlayedLines {
  const notes: LineStruck[] = [];
  const instead: LineStretch[] = [];
  if (!fills || fills.placed.length === 0) return { notes, instead };
  const { timeline } = voiced;
  for (const { from, to, pass } of timeline.parts) {
    const before = new Map<number, number>();
    for (let at = from; at < to; at += 1) {
      const { slot, is } = timeline.slots[at]!;
      const again = before.get(slot) ?? 0;
      before.set(slot, again + 1);
      const placed = is.kind === 'chord' ? runAt(fills, { slot, again }, pass) : undefined;
      if (placed) strikeRun(voiced, at, placed, notes, instead);
    }
  }
  return { notes, instead: instead.sort((one, other) => one.from - other.from) };
}

function strikeRun(
  voiced: Voiced,
  at: TimelineIndex,
  placed: PlacedRun,
  notes: LineStruck[],
  instead: LineStretch[],
): void {
  const run = runOf(placed.run);
  const register = run && placedRegister(voiced, at, placed, run);
  if (!run || !register) return;
  const due = voiced.timeline.slots[at]!.start;
  const start = due + placed.start;
  const end = endOfChord(voiced.timeline, at);
  for (const note of runNotes(run, start, register)) {
    if (note.onset >= end) continue;
    notes.push({
      hand: note.hand,
      note: note.note,
      from: note.onset,
      // A chord that became shorter since the run was placed ends it.
      to: Math.min(note.onset + note.ticks, end),
      at: slotAt(voiced.timeline, at, note.onset),
      accented: false,
      even: note.as !== 'note' || (note.onset - start) % sixteenth !== 0,
      source: 'run',
    });
  }
  if (placed.over) return;
  for (const hand of handsOf(run)) {
    const own = run.events.filter((event) => event.hand === hand);
    const from = start + own[0]!.start;
    const to = start + Math.max(...own.map((event) => event.start + event.ticks));
    if (from < end) instead.push({ hand, from, to: Math.min(to, end) });
  }
}

/** Where the hands play a placed run: nearest to what they hold, moved by the octaves that its player said, if the keyboard has them. */
export function placedRegister(
  voiced: Voiced,
  at: TimelineIndex,
  { octaves }: Pick<PlacedRun, 'octaves'>,
  run: Run,
): Register | null {
  const { slots, timeline } = voiced;
  const found = runPlaces(timeline)[at];
  if (!slots[at] || !found?.ok) return null;
  const { place } = found;
  const one = oneOf(run, place.chord, place.next);
  if (!one) return null;
  const near = registerFor(run, one, place.key, voiced.instrument, besideOf(voiced, place, run));
  if (!near || octaves === 0) return near;
  const moved: Register = Object.fromEntries(
    Object.entries(near).map(([hand, note]) => [hand, note + 12 * octaves]),
  );
  const isOnKeys = handsOf(run).every((hand) =>
    heightsOf(run, hand).every((height) => {
      const note = moved[hand]! + height;
      return note >= voiced.instrument.lowest && note <= voiced.instrument.highest;
    }),
  );
  return isOnKeys ? moved : near;
}

/** Where the time of a chord ends, what is held on counted in. */
function endOfChord({ slots, ticks }: Timeline, at: TimelineIndex): Ticks {
  let next = at + 1;
  while (slots[next]?.is.kind === 'held') next += 1;
  return slots[next]?.start ?? ticks;
}

/** The slot that sounds at a tick, from one on. */
function slotAt({ slots }: Timeline, from: TimelineIndex, tick: Ticks): TimelineIndex {
  let at = from;
  while ((slots[at + 1]?.start ?? Infinity) <= tick) at += 1;
  return at;
}

/** Two sources of lines as one: where both play in the place of a hand, the run does. */
export function withPlaced(lines: PlayedLines, placed: PlayedLines): PlayedLines {
  if (placed.notes.length === 0) return lines;
  const isTaken = ({ hand, from }: LineStruck) =>
    placed.instead.some((one) => one.hand === hand && one.from <= from && from < one.to);
  const cut = lines.notes
    .filter((note) => !isTaken(note))
    .map((note) => {
      const next = placed.instead.find(
        ({ hand, from }) => hand === note.hand && from > note.from && from < note.to,
      );
      return next ? { ...note, to: next.from } : note;
    });
  return {
    notes: [...cut, ...placed.notes],
    instead: joined([...lines.instead, ...placed.instead]),
  };
}

/** Stretches of each hand in the order of time, none beside another. */
function joined(stretches: readonly LineStretch[]): LineStretch[] {
  const all: LineStretch[] = [];
  for (const one of [...stretches].sort((a, b) => a.from - b.from)) {
    const last = all.findLast(({ hand }) => hand === one.hand);
    if (last && last.to >= one.from)
      all[all.indexOf(last)] = { ...last, to: Math.max(last.to, one.to) };
    else all.push(one);
  }
  return all;
}

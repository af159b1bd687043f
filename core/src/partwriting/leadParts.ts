import { fold } from '../pitch/note.ts';

/** A range of a part, as MIDI numbers, and the middle in which it is at ease. */
export interface PartRange {
  readonly low: number;
  readonly high: number;
  readonly ease: number;
}

/** A tone of a harmony. */
export interface PartTone {
  /** Semitones above C, 0 to 11. */
  readonly pitchClass: number;
  /** Without it, it is another chord. */
  readonly isNeeded: boolean;
  /** Where it wants to go, by a half step or a whole one; a leading tone goes up, a seventh down. */
  readonly leads: 'up' | 'down' | null;
}

/** A harmony that the parts sing for a while, and what is sung and played beside them. */
export interface PartStep {
  readonly tones: readonly PartTone[];
  /** Pitch class of the bass, which others have. */
  readonly bass: number;
  /** What the lead sings in it, as MIDI numbers, the long notes first; empty where it is silent. */
  readonly lead: readonly number[];
  /** It comes after a rest or a new beginning: nothing is led into it. */
  readonly begins: boolean;
}

/** The notes of the parts at each step, from the highest part down. */
export type LedParts = readonly (readonly number[])[];

/**
 * Leads parts through harmonies by the rules of four-part writing (from memory: textbooks of harmony, as Piston, Harmony, and
 * Aldwell and Schachter, Harmony and Voice Leading): every part in its range, none above the one over it, no more than an
 * octave between neighbours; common tones stay, others move by step; a leading tone goes up, a seventh down; no fifths or
 * octaves in parallel, between parts nor with the lead; what wants to go somewhere is not doubled. The cheapest way through
 * the whole is found exactly.
 * @returns null where a step has no way to be sung in these ranges
 */
export function leadParts(
  steps: readonly PartStep[],
  ranges: readonly PartRange[],
): LedParts | null {
  let ways: Way[] = [];
  for (const step of steps) {
    const here = sonoritiesOf(step, ranges);
    if (here.length === 0) return null;
    // The cheapest first: once a way costs more alone than the best with all, none that follows can be better.
    const before = ways.toSorted((one, other) => one.cost - other.cost);
    ways = here.map((notes) => {
      const own = costAlone(notes, step, ranges);
      if (before.length === 0) return { notes, step, cost: own, before: null };
      let best: Way = { notes, step, cost: Infinity, before: null };
      for (const way of before) {
        if (way.cost + own >= best.cost) break;
        const cost = way.cost + own + (step.begins ? 0 : costBetween(way, notes, step));
        if (cost < best.cost) best = { notes, step, cost, before: way };
      }
      return best;
    });
  }
  let last: Way | null = cheapest(ways);
  const led: (readonly number[])[] = [];
  for (; last; last = last.before) led.push(last.notes);
  return led.reverse();
}

/** A way that ends in some notes, with the cheapest one before it. */
interface Way {
  readonly notes: readonly number[];
  readonly step: PartStep;
  readonly cost: number;
  readonly before: Way | null;
}

function cheapest(ways: readonly Way[]): Way | null {
  return ways.reduce<Way | null>(
    (best, way) => (best === null || way.cost < best.cost ? way : best),
    null,
  );
}

const octave = 12;

/** Every way to sing a harmony: in the ranges, no part at or above the one over it, none farther than an octave from it. */
function sonoritiesOf({ tones }: PartStep, ranges: readonly PartRange[]): number[][] {
  const classes = new Set(tones.map(({ pitchClass }) => pitchClass));
  let found: number[][] = [[]];
  for (const { low, high } of ranges)
    found = found.flatMap((above) => {
      const over = above.at(-1);
      const from = over === undefined ? low : Math.max(low, over - octave);
      const to = over === undefined ? high : Math.min(high, over - 1);
      const next: number[][] = [];
      for (let note = from; note <= to; note += 1)
        if (classes.has(fold(note, octave))) next.push([...above, note]);
      return next;
    });
  return found;
}

/** What the rules weigh against each other. */
const weights = {
  missing: 9,
  doubledLeading: 6,
  clash: 8,
  besideLead: 1.5,
  onLead: 2,
  ease: 0.12,
  parallel: 60,
  overlap: 8,
  leap: 3,
  badLeap: 9,
  unresolved: 6,
} as const;

function costAlone(
  notes: readonly number[],
  { tones, lead, bass }: PartStep,
  ranges: readonly PartRange[],
): number {
  const sung = [...notes, ...lead.slice(0, 1)].map((note) => fold(note, octave));
  let cost = 0;
  for (const { pitchClass, isNeeded, leads } of tones) {
    const times = sung.filter((one) => one === pitchClass).length;
    if (times === 0 && isNeeded && pitchClass !== bass) cost += weights.missing;
    if (times > 1 && leads) cost += weights.doubledLeading * (times - 1);
  }
  // Each tone once before any twice.
  cost += notes.length - new Set(notes.map((note) => fold(note, octave))).size;
  for (const note of notes)
    for (const [place, led] of lead.entries()) {
      const apart = Math.abs(note - led);
      if (apart === 1 || apart === 13) cost += weights.clash / (place + 1);
      else if (apart === 2) cost += weights.besideLead / (place + 1);
      else if (apart === 0 && place === 0) cost += weights.onLead;
    }
  for (const [part, note] of notes.entries())
    cost += weights.ease * Math.abs(note - ranges[part]!.ease);
  return cost;
}

function costBetween(
  { notes: before, step: was }: Way,
  notes: readonly number[],
  step: PartStep,
): number {
  let cost = 0;
  for (const [part, note] of notes.entries()) {
    const from = before[part]!;
    const size = Math.abs(note - from);
    cost += size * 0.5;
    if (size > 4) cost += weights.leap;
    if (size === 6 || size > 9) cost += weights.badLeap;
    // Nobody steps over where a neighbour was.
    if (note > (before[part - 1] ?? Infinity)) cost += weights.overlap;
    if (note < (before[part + 1] ?? -Infinity)) cost += weights.overlap;
    cost += unresolved(from, note, was, step);
    for (let other = part + 1; other < notes.length; other += 1)
      if (isParallel(from, note, before[other]!, notes[other]!)) cost += weights.parallel;
    // Of what the lead sings over a harmony its longest note counts.
    const [ledFrom, ledTo] = [was.lead[0], step.lead[0]];
    if (ledFrom !== undefined && ledTo !== undefined && isParallel(from, note, ledFrom, ledTo))
      cost += weights.parallel;
  }
  return cost;
}

/** Two parts that move from a fifth to a fifth or from an octave to an octave, both going the same way. */
export function isParallel(from: number, to: number, otherFrom: number, otherTo: number): boolean {
  if (from === to || otherFrom === otherTo) return false;
  if (Math.sign(to - from) !== Math.sign(otherTo - otherFrom)) return false;
  const apart = fold(Math.abs(from - otherFrom), octave);
  return (apart === 0 || apart === 7) && apart === fold(Math.abs(to - otherTo), octave);
}

/** A leading tone or a seventh that does not go where it wants to, although the next harmony has the note. */
function unresolved(from: number, to: number, was: PartStep, step: PartStep): number {
  const leads = was.tones.find(({ pitchClass }) => pitchClass === fold(from, octave))?.leads;
  if (!leads || to === from) return 0;
  const there = (by: readonly number[]) =>
    by.filter((one) =>
      step.tones.some(({ pitchClass }) => pitchClass === fold(from + one, octave)),
    );
  const wished = there(leads === 'up' ? [1] : [-1, -2]);
  if (wished.length === 0 || wished.includes(to - from)) return 0;
  return weights.unresolved;
}

import type { MidiNumber } from '../kit/ticks.ts';
import type { Performance } from '../playing/perform.ts';
import { dueStrikes, type DueNote, type DueStrike } from './due.ts';
import type { Fault, KeyDown } from './fault.ts';
import { findingsOf, type Finding } from './findings.ts';
import { pairInTime } from './pair.ts';
import { timingFaults } from './timing.ts';
import { usualTolerances, type Tolerances } from './tolerances.ts';

/** A round as it was played. */
export interface Round {
  /** How many notes were to be played, and how many of them were. */
  readonly of: number;
  readonly right: number;
  /** By how much notes came later (or, negative, sooner) than they were due: the middle one, in milliseconds. */
  readonly offset: number;
  readonly faults: readonly Fault[];
  /** The same as what there is to be mended, the worst first. */
  readonly findings: readonly Finding[];
  /** Every note was there, and no more than one strike of twenty out of time. */
  readonly isClean: boolean;
}

export interface GradeOptions extends Partial<Tolerances> {
  /** Quarter notes a minute at which the round was played. */
  readonly quarters: number;
  /** By how much the keyboard and the sound come late together, in milliseconds. */
  readonly latency?: number;
  /** `chord`: another inversion is right, and so is a tone of the chord that is doubled or left out where it is doubled. */
  readonly asked?: 'voicing' | 'chord';
  /** Up to where it was played, in milliseconds; what is due later is not asked for. The whole where it is left out. */
  readonly until?: number;
}

/** A key that goes down again sooner than any finger does, in milliseconds, is one that bounces. */
const bounce = 25;
/** Keys beyond so many for each that was due are a flood, as of a cable that is loose. */
const floodFactor = 8;
const cleanShare = 1 / 20;

/**
 * Says how a round went: what was right, what was not and how much, and what to mend first. Chords may be played in other inversions
 * where no voicing is asked for; what is a line, a run or a pattern is asked for as it is written.
 */
export function gradeRound(
  expected: Pick<Performance, 'notes' | 'tempos'>,
  played: readonly KeyDown[],
  options: GradeOptions,
): Round {
  const { quarters, latency = 0, asked = 'chord', until = Infinity } = options;
  const tolerances = { ...usualTolerances, ...options };
  const strikes = dueStrikes(expected, quarters).filter(({ due }) => due <= until);
  const notes = strikes.flatMap((strike) => strike.notes);
  const keys = withoutBounces(played, latency).slice(0, floodFactor * (notes.length + 8));
  const { paired, left } = pairNotes(notes, keys, tolerances.reach);
  const unplayed = new Set(notes.filter((note) => !paired.has(note)));
  const faults: Fault[] = [];
  const taken = takeAsChords(strikes, { unplayed, left, paired, asked, reach: tolerances.reach });
  const [octaves, wrong] = takeAsFaults(unplayed, taken, tolerances.reach);
  faults.push(...octaves, ...wrong);
  for (const { hand, at, note } of unplayed)
    faults.push({ kind: 'missing', hand, at, note, played: null, ms: 0 });
  for (const key of taken)
    faults.push({ ...extraAt(strikes, key), kind: 'extra', note: null, played: key.note, ms: 0 });
  const timing = timingFaults(strikes, paired, tolerances);
  faults.push(...timing.faults);
  const missed = faults.length - timing.faults.length;
  return {
    of: notes.length,
    right: notes.length - unplayed.size - octaves.length - wrong.length,
    offset: timing.offset,
    faults,
    findings: findingsOf([{ faults }], { quarters, tolerances, strikes: strikes.length }),
    isClean: missed === 0 && timing.faults.length <= Math.floor(strikes.length * cleanShare),
  };
}

/** The keys in order, as they would have come without the delay. */
function withoutBounces(played: readonly KeyDown[], latency: number): KeyDown[] {
  const last = new Map<MidiNumber, number>();
  return [...played]
    .sort((one, other) => one.at - other.at || one.note - other.note)
    .filter(({ note, at }) => {
      const before = last.get(note);
      last.set(note, at);
      return before === undefined || at - before >= bounce;
    })
    .map(({ note, at }) => ({ note, at: at - latency }));
}

/** Keys of which each may be taken once, in the order of time. */
type Keys = Set<KeyDown>;

function pairNotes(notes: readonly DueNote[], keys: readonly KeyDown[], reach: number) {
  const due = byNote(notes);
  const came = byNote(keys);
  const paired = new Map<DueNote, KeyDown>();
  const left: Keys = new Set(keys);
  for (const [note, all] of due) {
    const there = came.get(note) ?? [];
    const found = pairInTime(
      all.map(({ due: moment }) => moment),
      there.map(({ at }) => at),
      reach,
    );
    for (const [place, key] of found.entries()) {
      if (key === null) continue;
      paired.set(all[place]!, there[key]!);
      left.delete(there[key]!);
    }
  }
  return { paired, left };
}

function byNote<Of extends { readonly note: MidiNumber }>(all: readonly Of[]): Map<number, Of[]> {
  const found = new Map<number, Of[]>();
  for (const one of all) {
    const there = found.get(one.note);
    if (there) there.push(one);
    else found.set(one.note, [one]);
  }
  return found;
}

interface ToTake {
  readonly unplayed: Set<DueNote>;
  readonly left: Keys;
  readonly paired: Map<DueNote, KeyDown>;
  readonly asked: 'voicing' | 'chord';
  readonly reach: number;
}

/** A hand that strikes a chord, or its bass, by itself: where it lies is not asked for. */
const isChord = ({ source }: DueStrike) => source === 'slot';

/**
 * Takes what was played of a chord in another place of the keyboard.
 * @returns the keys that are left, in the order of time
 */
function takeAsChords(strikes: readonly DueStrike[], given: ToTake): KeyDown[] {
  const { unplayed, left, paired, asked, reach } = given;
  if (asked === 'voicing') return [...left];
  const inOrder = [...left];
  const chords = strikes.filter(isChord);
  const near = ({ due }: DueStrike) => within(inOrder, due, reach).filter((key) => left.has(key));
  for (const strike of chords)
    for (const note of strike.notes) {
      if (!unplayed.has(note)) continue;
      const key = nearest(
        near(strike).filter((one) => one.note % 12 === note.note % 12),
        note,
      );
      if (!key) continue;
      paired.set(note, key);
      unplayed.delete(note);
      left.delete(key);
    }
  for (const strike of chords) {
    // A tone that another finger of the hand plays too is there.
    const sounding = new Set(
      strike.notes.flatMap((note) => (unplayed.has(note) ? [] : [note.note % 12])),
    );
    for (const note of strike.notes) if (sounding.has(note.note % 12)) unplayed.delete(note);
    const tones = new Set(strike.notes.map(({ note }) => note % 12));
    for (const key of near(strike))
      if (tones.has(key.note % 12) && isWith(strike, key, paired)) left.delete(key);
  }
  return [...left];
}

/** More than that beside the other keys of a strike, in milliseconds, is another strike. */
const withOthers = 120;

function isWith(strike: DueStrike, key: KeyDown, paired: Map<DueNote, KeyDown>): boolean {
  return strike.notes.some((note) => {
    const there = paired.get(note);
    return there !== undefined && Math.abs(there.at - key.at) <= withOthers;
  });
}

/** What was struck in the wrong octave, and beside the key. What is taken goes from both. */
function takeAsFaults(unplayed: Set<DueNote>, keys: KeyDown[], reach: number): [Fault[], Fault[]] {
  const take = (kind: 'octave' | 'wrong', near: number): Fault[] => {
    const found: Fault[] = [];
    for (const note of [...unplayed]) {
      const there = within(keys, note.due, near).filter(
        (key) => kind === 'wrong' || key.note % 12 === note.note % 12,
      );
      const key = nearest(there, note);
      if (!key) continue;
      const { hand, at } = note;
      found.push({ kind, hand, at, note: note.note, played: key.note, ms: 0 });
      unplayed.delete(note);
      keys.splice(keys.indexOf(key), 1);
    }
    return found;
  };
  return [take('octave', reach), take('wrong', reach * wrongWithin)];
}

/** Another key counts as a slip of a note only where it comes about when that was due. */
const wrongWithin = 0.6;

/** The key that is likeliest meant: near in time before near on the keyboard (10 ms are as much as a semitone). */
function nearest(keys: readonly KeyDown[], note: DueNote): KeyDown | null {
  const far = (key: KeyDown) => Math.abs(key.at - note.due) / 10 + Math.abs(key.note - note.note);
  let best: KeyDown | null = null;
  for (const key of keys) if (best === null || far(key) < far(best)) best = key;
  return best;
}

/** Those of some keys in order that lie within a reach of a moment. */
function within(keys: readonly KeyDown[], moment: number, reach: number): readonly KeyDown[] {
  let low = 0;
  let high = keys.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (keys[middle]!.at < moment - reach) low = middle + 1;
    else high = middle;
  }
  let end = low;
  while (end < keys.length && keys[end]!.at <= moment + reach) end += 1;
  return keys.slice(low, end);
}

/** Where a key that belongs to nothing went down: at the strike before it or with it, of the hand that lies nearer there. */
function extraAt(strikes: readonly DueStrike[], { note, at }: KeyDown): Pick<Fault, 'hand' | 'at'> {
  let low = 0;
  let high = strikes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (strikes[middle]!.due <= at + withOthers) low = middle + 1;
    else high = middle;
  }
  const before = strikes[Math.max(0, low - 1)];
  if (!before) return { hand: null, at: 0 };
  const there = strikes
    .slice(Math.max(0, low - 4), low)
    .filter((strike) => before.due - strike.due < withOthers);
  const far = (strike: DueStrike) =>
    Math.min(...strike.notes.map((one) => Math.abs(one.note - note)));
  const [nearestHand] = [...there].sort((one, other) => far(one) - far(other));
  return { hand: nearestHand?.hand ?? before.hand, at: before.at };
}

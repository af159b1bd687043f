import {
  plainChord,
  pushTicks,
  silence,
  type Bar,
  type Push,
  type Slot,
} from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { eighth } from '../../kit/ticks.ts';
import type { HeardNote } from '../midiEvents.ts';
import type { HeardBar } from './midiBars.ts';
import { formatKey, type Key } from '../../pitch/key.ts';
import { fuller, Namer } from './midiNamer.ts';

/** How often chords change: as a person would write it, or at most so often. */
export const changes = ['as written by hand', 'one a bar', 'two a bar', 'every beat'] as const;
export type Changes = (typeof changes)[number];

/** The chords of bars one after the other. */
export type Harmony = readonly (readonly Stretch[])[];

/**
 * The chords of bars, from the first to the last.
 * @param keyOf the key in which those of a bar are counted, from 0
 */
export function harmonyOf(
  bars: readonly HeardBar[],
  keyOf: (bar: number) => Key,
  often: Changes,
): Harmony {
  const namers = new Map<string, Namer>();
  let last: Chord | null = null;
  return bars.map((bar, index) => {
    const key = keyOf(index);
    const name = formatKey(key);
    const namer = namers.get(name) ?? new Namer(key);
    namers.set(name, namer);
    const heard = stretchesOf(bar, namer, often, last);
    for (const { is } of heard) if (typeof is !== 'string') last = is;
    return heard;
  });
}

/** The chords of a harmony without their places. */
export function chordsIn(harmony: Harmony): Chord[] {
  return harmony.flatMap((bar) => bar.flatMap(({ is }) => (typeof is === 'string' ? [] : [is])));
}

/** Felt beats over which one chord stands, or none where nothing sounds, or what sounds makes no chord. */
export interface Stretch {
  /** The first beat and the one behind the last. */
  readonly from: number;
  readonly to: number;
  readonly is: Chord | 'silence' | 'no chord';
  readonly push: Push | null;
}

// What a reading costs, by the felt beat: tones that the chord has not, notes that make none, a beat of silence under a
// chord; and a change of chord, by where it comes. Found by listening to what comes out; no published source.
const costs = {
  leftOut: 1.2,
  noChord: 0.7,
  silentBeat: 0.5,
  /** A tone beyond the triad that is not there yet, or no longer; a beat whose bass is another one, or root or fifth. */
  goneTone: 0.3,
  otherBass: 0.25,
  turnsOfBass: 0.03,
  halfBar: 0.35,
  beat: 0.8,
  everyBeat: 0.1,
} as const;

/** A change costs half where the bass goes elsewhere with it. */
const withBass = 0.5;

/** A passing note counts for so much of its length. */
const passingShare = 0.3;

/** In a voice the notes before and after one are among so many others. */
const nearby = 12;

/** A class that sounds for less than this share of all that sounds may be left out of a chord; as many are tried. */
const mostLeftOut = 4;

/** How early a pushed chord comes, in ticks, and how exact players are. */
const early = pushTicks({ by: 'eighth', hands: 'both' });
const near = early / 2;

/**
 * The chords of a bar as a person would write them: one for as long as can be, so that passing notes, broken chords and
 * notes that come one by one belong to the chord they are of. Every way to part the bar at its felt beats is weighed.
 * @param before the last chord before it
 */
function stretchesOf(
  bar: HeardBar,
  namer: Namer,
  wished: Changes,
  before: Chord | null,
): Stretch[] {
  const { beats } = bar;
  const starts = beats.map((_, index) => bar.at + sum(beats.slice(0, index)));
  const end = bar.at + sum(beats);
  const startAt = (beat: number) => starts[beat] ?? end;
  const most = wished === 'one a bar' ? 1 : wished === 'two a bar' ? 2 : beats.length;
  const notes = bar.notes.map((note, index) => ({ ...note, passes: passes(bar.notes, index) }));

  /** By the beat reached and how many stretches it took: the cheapest way there. */
  const best = Array.from({ length: beats.length + 1 }, () => new Map<number, Way>());
  best[0]!.set(0, { cost: 0, stretches: [] });
  for (let from = 0; from < beats.length; from += 1)
    for (let to = from + 1; to <= beats.length; to += 1) {
      if (best[from]!.size === 0) continue;
      const heard = hearStretch(notes, starts, from, to, startAt(to), namer);
      const change = from === 0 ? 0 : changeCost(heard, notes, startAt(from), from, beats, wished);
      for (const [count, way] of best[from]!) {
        if (count === most) continue;
        const cost = way.cost + heard.cost + change;
        const known = best[to]!.get(count + 1);
        if (!known || cost < known.cost - 1e-9)
          best[to]!.set(count + 1, { cost, stretches: [...way.stretches, { from, to, heard }] });
      }
    }
  const cheapest = [...best[beats.length]!.values()].reduce((one, other) =>
    other.cost < one.cost - 1e-9 ? other : one,
  );
  let last = before;
  return joined(
    cheapest.stretches.map(({ from, to, heard }): Stretch => {
      const { is } = heard;
      const push =
        typeof is === 'string' || (last && formatChord(last) === formatChord(is))
          ? null
          : pushOf(bar.notes, startAt(from), heard.bass, heard.classes);
      if (typeof is !== 'string') last = is;
      return { from, to, is, push };
    }),
  );
}

interface Way {
  readonly cost: number;
  readonly stretches: readonly {
    readonly from: number;
    readonly to: number;
    readonly heard: Heard;
  }[];
}

interface Heard {
  readonly is: Stretch['is'];
  readonly cost: number;
  readonly bass: number | null;
  readonly classes: ReadonlySet<number>;
}

type WeighedNote = HeardNote & { readonly passes: boolean };

/** What sounds over some beats: the chord that says it at the least cost. */
function hearStretch(
  notes: readonly WeighedNote[],
  starts: readonly number[],
  from: number,
  to: number,
  end: number,
  namer: Namer,
): Heard {
  const start = starts[from]!;
  const weights = new Map<number, number>();
  /** The classes that sound on each beat, and the lowest note that is struck there. */
  const onBeats: { readonly classes: ReadonlySet<number>; readonly lowest: number | null }[] = [];
  let silent = 0;
  let bass: number | null = null;
  for (let beat = from; beat < to; beat += 1) {
    const [beatStart, beatEnd] = [starts[beat]!, beat + 1 < to ? starts[beat + 1]! : end];
    const classes = new Set<number>();
    let lowest: number | null = null;
    for (const note of notes) {
      if (belongsElsewhere(note, start, end)) continue;
      const ticks = Math.min(note.onset + note.ticks, beatEnd) - Math.max(note.onset, beatStart);
      if (ticks <= 0) continue;
      classes.add(note.note % 12);
      if (note.onset > beatStart - early - near && (lowest === null || note.note < lowest))
        lowest = note.note;
      const pitch = note.note % 12;
      weights.set(pitch, (weights.get(pitch) ?? 0) + ticks * (note.passes ? passingShare : 1));
      if (beat === from && (bass === null || note.note < bass)) bass = note.note;
    }
    if (classes.size === 0) silent += 1;
    onBeats.push({ classes, lowest });
  }
  const length = to - from;
  if (silent === length) return { is: 'silence', cost: 0, bass: null, classes: new Set<number>() };
  // Where the first beat is silent the lowest of all is the bass.
  const lowest = bass ?? lowestOf(notes, start, end);
  const sounding = [...weights].sort(([, one], [, other]) => other - one);
  const all = sum(sounding.map(([, weight]) => weight));
  let found: Heard = {
    is: 'no chord',
    cost: costs.noChord * length,
    bass: lowest,
    classes: new Set(weights.keys()),
  };
  const sounded = onBeats.filter(({ classes }) => classes.size > 0);
  const gone = (tones: readonly number[]) =>
    sum(
      tones.map((tone) => {
        const first = sounded.findIndex(({ classes }) => classes.has(tone));
        const last = sounded.findLastIndex(({ classes }) => classes.has(tone));
        return Math.max(first, sounded.length - 1 - last);
      }),
    );
  const struckBelow = sounded.flatMap(({ lowest: struck }) =>
    struck !== null && struck < lowest + 12 && struck % 12 !== lowest % 12 ? [struck % 12] : [],
  );
  const otherBasses = (turns: readonly number[]) =>
    sum(
      struckBelow.map((one) =>
        turns.includes(one) && turns.includes(lowest % 12) ? costs.turnsOfBass : costs.otherBass,
      ),
    );
  let leftOut = 0;
  for (let count = sounding.length; count > 1; count -= 1) {
    const kept = new Set(sounding.slice(0, count).map(([pitch]) => pitch));
    if (sounding.length - count > mostLeftOut) break;
    if (count < sounding.length) leftOut += sounding[count]![1];
    if (!kept.has(lowest % 12)) break;
    const named = namer.name(lowest % 12, [...kept]);
    if (!named) continue;
    const cost =
      length * ((costs.leftOut * leftOut) / all + named.price) +
      costs.silentBeat * silent +
      costs.goneTone * gone(named.extra) +
      otherBasses(named.turns);
    if (cost < found.cost - 1e-9) found = { is: named.chord, cost, bass: lowest, classes: kept };
  }
  return found;
}

/** A note that comes just before the end belongs to what follows; one that ends just behind the start to what was. */
function belongsElsewhere({ onset, ticks }: HeardNote, start: number, end: number): boolean {
  const comesLate = onset >= end - early - near && onset + ticks > end + near;
  const leaves = onset < start - early - near && onset + ticks <= start + near;
  return (comesLate && onset >= start + near) || leaves;
}

function lowestOf(notes: readonly HeardNote[], start: number, end: number): number {
  return notes
    .filter(({ onset, ticks }) => onset < end && onset + ticks > start)
    .reduce((lowest, { note }) => Math.min(lowest, note), 127);
}

/** A short note between two that lie a step away leads from the one to the other. */
function passes(notes: readonly HeardNote[], index: number): boolean {
  const { note, onset, ticks, track } = notes[index]!;
  if (ticks > eighth) return false;
  const isBeside = (other: HeardNote) =>
    other.track === track && other.note !== note && Math.abs(other.note - note) <= 2;
  const ahead = notes.slice(Math.max(0, index - nearby), index);
  const behind = notes.slice(index + 1, index + 1 + nearby);
  return (
    ahead.some((one) => isBeside(one) && one.onset < onset - ticks / 2) &&
    behind.some((one) => isBeside(one) && one.onset >= onset + ticks / 2)
  );
}

function changeCost(
  heard: Heard,
  notes: readonly HeardNote[],
  at: number,
  beat: number,
  beats: readonly number[],
  wished: Changes,
): number {
  if (wished === 'every beat') return costs.everyBeat;
  const place = beats.length % 2 === 0 && beat === beats.length / 2 ? costs.halfBar : costs.beat;
  if (heard.bass === null) return place * withBass;
  const isNew = notes.some(
    ({ note, onset }) => note === heard.bass && Math.abs(onset - at) <= early + near,
  );
  const sounding = notes.filter(
    ({ onset, ticks }) => onset < at - near && onset + ticks > at - early,
  );
  const lowest = sounding.reduce((low, { note }) => Math.min(low, note), 127);
  return isNew && lowest % 12 !== heard.bass % 12 ? place * withBass : place;
}

/** Whether a chord comes an eighth early: with its bass, or in the right hand alone. */
function pushOf(
  notes: readonly HeardNote[],
  at: number,
  bass: number | null,
  classes: ReadonlySet<number>,
): Push | null {
  const struck = notes.filter(
    ({ note, onset }) => classes.has(note % 12) && Math.abs(onset - at + near) < early,
  );
  const isEarly = ({ onset }: HeardNote) => onset < at - near;
  const own = struck.filter(({ note }) => note === bass);
  if (own.length > 0 && own.every(isEarly)) return { by: 'eighth', hands: 'both' };
  const right = struck.filter(({ note }) => note !== bass);
  if (own.length === 0 || right.length < 2 || !right.every(isEarly)) return null;
  return { by: 'eighth', hands: 'right' };
}

/** What is open beside the same chord with its third is that chord. */
function joined(stretches: readonly Stretch[]): Stretch[] {
  const made: Stretch[] = [];
  for (const stretch of stretches) {
    const last = made.at(-1);
    const both =
      last && !stretch.push && typeof last.is !== 'string' && typeof stretch.is !== 'string'
        ? formatChord(last.is) === formatChord(stretch.is)
          ? last.is
          : fuller(last.is, stretch.is)
        : null;
    if (last && both) made[made.length - 1] = { ...last, is: both, to: stretch.to };
    else if (last && stretch.is === 'no chord') made[made.length - 1] = { ...last, to: stretch.to };
    else made.push(stretch);
  }
  return made;
}

/** The slots of a bar. @param goesOn whether something sounds before it that notes without a name go on with */
export function slotsOf(
  stretches: readonly Stretch[],
  { beats }: HeardBar,
  goesOn: boolean,
): Slot[] {
  return stretches.map(({ from, to, is, push }): Slot => {
    const ticks = sum(beats.slice(from, to));
    if (is === 'silence') return silence(ticks);
    if (is === 'no chord') return goesOn ? { kind: 'held', ticks } : silence(ticks);
    return { ...plainChord(is, ticks), push } as Slot;
  });
}

/** A bar that is silent first and then sounds, at the very beginning, is a pickup. */
export function asPickup(bar: Bar): Bar {
  if (bar.kind === 'same' || bar.slots[0]?.kind !== 'rest') return bar;
  const [first, ...rest] = bar.slots;
  if (!rest.some(({ kind }) => kind === 'chord')) return bar;
  return { ...bar, pickup: true, slots: [{ kind: 'held', ticks: first.ticks }, ...rest] };
}

function sum(numbers: readonly number[]): number {
  return numbers.reduce((total, one) => total + one, 0);
}

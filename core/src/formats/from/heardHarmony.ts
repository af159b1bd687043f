import { plainChord, silence, type Bar, type Push, type Slot } from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import type { HeardNote } from '../midiEvents.ts';
import type { HeardBar } from './heardBars.ts';
import { formatKey, type Key } from '../../pitch/key.ts';
import { costs, early, hearStretch, near, passes, type Heard } from './heardStretch.ts';
import { fuller, Namer } from './heardNamer.ts';

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

/** A change costs half where the bass goes elsewhere with it. */
const withBass = 0.5;

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

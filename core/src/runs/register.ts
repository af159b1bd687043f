import type { MidiNumber } from '../kit/ticks.ts';
import { degreeSemitones, type Degree } from '../pitch/degree.ts';
import { relativeMajor, type Key } from '../pitch/key.ts';
import { pitchClass } from '../pitch/note.ts';
import type { Instrument } from '../hands/shapes/player.ts';
import type { Hand, Run } from './model/run.ts';
import { runHeight } from './runTones.ts';

/** What the hands hold beside a run, where that is known. */
export interface Beside {
  readonly before: {
    readonly left: readonly MidiNumber[];
    readonly right: readonly MidiNumber[];
  } | null;
  /** At the chord where it arrives. */
  readonly after: {
    readonly left: readonly MidiNumber[];
    readonly right: readonly MidiNumber[];
  } | null;
}

/** Where each hand plays a run, as the MIDI number of its 1 without a mark. */
export type Register = Readonly<Partial<Record<Hand, MidiNumber>>>;

/**
 * Where hands like to play what moves: the middle of it, and no farther than so (common practice, no published source: below C3 a
 * right hand is muddy; above E7 nobody hears a tune).
 */
const homes = {
  right: { middle: 74, lowest: 53, highest: 100 },
  left: { middle: 48, lowest: 28, highest: 67 },
} as const;

/**
 * The octave in which each hand of a run is played: nearest to what the hand holds before and where it arrives, on the keyboard, and
 * clear of what the other hand holds meanwhile. Null where no octave is.
 */
export function registerFor(
  run: Run,
  one: Degree,
  key: Key,
  instrument: Instrument,
  beside: Beside,
): Register | null {
  const first = pitchClass(relativeMajor(key).tonic) + degreeSemitones(one);
  const found: { left?: MidiNumber; right?: MidiNumber } = {};
  const held = beside.before;
  // The lower hand first: the upper one keeps clear of it.
  let floor = run.events.some(({ hand }) => hand === 'left') ? -Infinity : top(held?.left);
  for (const hand of ['left', 'right'] as const) {
    const heights = heightsOf(run, hand);
    if (heights.length === 0) continue;
    const [low, high] = [Math.min(...heights), Math.max(...heights)];
    const { middle, lowest, highest } = homes[hand];
    const ceiling =
      hand === 'left' && !run.events.some((event) => event.hand === 'right')
        ? bottom(held?.right)
        : Infinity;
    let best: { at: MidiNumber; cost: number } | null = null;
    for (let octave = 0; octave <= 9; octave += 1) {
      const at = (first % 12) + 12 * octave;
      if (at + low < Math.max(lowest, instrument.lowest)) continue;
      if (at + high > Math.min(highest, instrument.highest)) continue;
      if (at + low <= floor || at + high >= ceiling) continue;
      const cost = costOf(run, hand, at, middle, beside);
      if (best === null || cost < best.cost) best = { at, cost };
    }
    if (!best) return null;
    found[hand] = best.at;
    if (hand === 'left') floor = best.at + high;
  }
  return found;
}

const top = (notes: readonly number[] | undefined) => Math.max(-Infinity, ...(notes ?? []));
const bottom = (notes: readonly number[] | undefined) => Math.min(Infinity, ...(notes ?? []));

/** Semitones above its 1 of all that a hand of a run plays, short notes too. */
export function heightsOf({ events }: Pick<Run, 'events'>, hand: Hand): number[] {
  return events
    .filter((one) => one.hand === hand)
    .flatMap((one) => [one, ...(one.grace ?? []), ...(one.slide ? [one.slide] : [])])
    .map(runHeight);
}

/** Semitones from a note to the nearest that a hand holds; 0 where it holds nothing. */
function jump(note: MidiNumber, held: readonly MidiNumber[] | undefined): number {
  return held && held.length > 0 ? Math.min(...held.map((one) => Math.abs(one - note))) : 0;
}

/** How far a hand goes to a run and from it, in semitones; a little for being away from where one hears it best. */
function costOf(
  run: Run,
  hand: Hand,
  at: MidiNumber,
  middle: MidiNumber,
  { before, after }: Beside,
): number {
  const own = run.events.filter((one) => one.hand === hand);
  const begins = at + runHeight(own[0]!);
  const ends = at + (run.landing.hand === hand ? runHeight(run.landing) : runHeight(own.at(-1)!));
  const average = at + heightsOf(run, hand).reduce((sum, one, _, all) => sum + one / all.length, 0);
  return (
    jump(begins, before?.[hand]) +
    1.5 * jump(ends, after?.[hand]) +
    0.6 * Math.abs(average - middle)
  );
}

/** Semitones that a hand jumps into a run and out of it, at its nearest; 0 where it holds nothing beside it. */
export function jumpsOf(run: Run, register: Register, { before, after }: Beside) {
  const { hand } = run.landing;
  const at = register[hand]!;
  const own = run.events.filter((one) => one.hand === hand);
  return {
    into: jump(at + runHeight(own[0]!), before?.[hand]),
    outOf: jump(at + runHeight(run.landing), after?.[hand]),
  };
}

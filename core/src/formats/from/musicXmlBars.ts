import { barTicks, divisions, type Meter } from '../../chart/meter.ts';
import type { Bar, ChordSlot, Push, Slot } from '../../chart/song.ts';
import type { Chord } from '../../chord/chord.ts';
import type { Note } from '../../pitch/note.ts';

/** A chord of a measure, or silence from there on, where it stands (in ticks from its beginning). */
export interface PlacedChord {
  readonly at: number;
  readonly chord: Chord | null;
  readonly push: Push | null;
}

/** A note or rest of a measure, with what it wears. */
export interface PlacedNote {
  readonly at: number;
  readonly ticks: number;
  readonly rest: boolean;
  readonly slash: boolean;
  /** Not printed: it keeps what the chords wear beside a tune. */
  readonly hidden: boolean;
  readonly voice: string;
  readonly pitch: { readonly note: Note; readonly octave: number } | null;
  readonly tieStop: boolean;
  readonly accent: boolean;
  readonly stop: boolean;
  readonly fermata: boolean;
  readonly ring: boolean;
  /** Bars that it rings; null where it rings to its end. */
  readonly ringBars: number | null;
  readonly rightHandPushed: boolean;
}

/** A bar, and how many of its chords had to be moved to where the metre can carry them. */
export interface MadeBar {
  readonly bar: Bar;
  readonly moved: number;
}

/**
 * The bar of a measure. Where it is written in slashes these are its slots; else a slot begins with each chord, moved
 * to the nearest place that the metre parts a bar at.
 * @param goesOn something sounds at the end of the bar before it
 */
export function barOf(
  chords: readonly PlacedChord[],
  notes: readonly PlacedNote[],
  meter: Meter,
  { pickup, goesOn }: { readonly pickup: boolean; readonly goesOn: boolean },
): MadeBar {
  const bar = barTicks(meter);
  const length = notes.reduce((end, note) => Math.max(end, note.at + note.ticks), 0);
  const lead = pickup ? Math.max(0, bar - (length || bar)) : 0;
  const inSlashes = notes.length > 0 && notes.every(({ slash, rest }) => slash || rest);
  const starts = inSlashes
    ? notes.filter(({ tieStop, at }) => !tieStop || at === 0).map(({ at }) => at)
    : [...new Set([0, ...chords.map(({ at }) => at)])];
  const grid = bordersOf(meter);
  let moved = 0;
  const cuts = [
    ...new Set([
      0,
      ...starts.map((start) => {
        const at = start + lead;
        const near = nearest(grid, at);
        if (near !== at) moved += 1;
        return near;
      }),
    ]),
  ]
    .filter((at) => at < bar)
    .sort((one, other) => one - other);
  const slots = cuts.map((from, index): Slot => {
    const ticks = (cuts[index + 1] ?? bar) - from;
    const own = (at: number) => nearest(grid, at + lead) === from;
    const placed = chords.findLast(({ at }) => own(at));
    const chord = placed?.chord;
    const inSlot = notes.filter(({ at }) => at + lead >= from && at + lead < from + ticks);
    if (chord) return { ...chordSlot({ ...placed, chord }, inSlot, inSlashes), ticks };
    if (placed) return { kind: 'rest', fermata: false, ticks };
    const rests = inSlot.length > 0 && inSlot.every(({ rest }) => rest);
    if (rests && inSlashes)
      return { kind: 'rest', fermata: inSlot.some(({ fermata }) => fermata), ticks };
    if ((from === 0 && (goesOn || inSlashes)) || pickup) return { kind: 'held', ticks };
    return { kind: 'rest', fermata: false, ticks };
  });
  return { bar: { kind: 'played', meter: null, feel: null, pickup, slots: merged(slots) }, moved };
}

function chordSlot(
  { chord, push }: PlacedChord & { readonly chord: Chord },
  notes: readonly PlacedNote[],
  inSlashes: boolean,
): ChordSlot {
  const own = inSlashes ? notes : [];
  const rings = own.find(({ ring }) => ring);
  const right = own.some(({ rightHandPushed }) => rightHandPushed);
  return {
    kind: 'chord',
    chord,
    push: push && { ...push, hands: right ? 'right' : push.hands },
    ring: rings ? { bars: own.find(({ ringBars }) => ringBars !== null)?.ringBars ?? null } : null,
    stop: !rings && own.some(({ stop }) => stop),
    accent: own.some(({ accent }) => accent),
    fermata: own.some(({ fermata }) => fermata),
  };
}

/** What goes on after the first slot of a bar belongs to the slot before it, and silence after silence is one. */
function merged(slots: readonly Slot[]): Slot[] {
  const made: Slot[] = [];
  for (const slot of slots) {
    const last = made.at(-1);
    if (slot.kind === 'held' && last)
      made[made.length - 1] = { ...last, ticks: last.ticks + slot.ticks };
    else if (slot.kind === 'rest' && last?.kind === 'rest')
      made[made.length - 1] = {
        ...last,
        fermata: last.fermata || slot.fermata,
        ticks: last.ticks + slot.ticks,
      };
    else made.push(slot);
  }
  return made;
}

/** Every place at which the metre parts a bar; the finest way has them all. */
function bordersOf(meter: Meter): readonly number[] {
  const finest = divisions(meter).at(-1)!;
  let at = 0;
  return [0, ...finest.map((part) => (at += part))];
}

function nearest(grid: readonly number[], at: number): number {
  return grid.reduce((best, one) => (Math.abs(one - at) < Math.abs(best - at) ? one : best));
}

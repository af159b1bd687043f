import type { Chord } from '../../chord/chord.ts';
import { chordTones } from '../../chord/tones.ts';
import { formatKey, scale, type Key } from '../../pitch/key.ts';
import { fold, pitchClass } from '../../pitch/note.ts';
import type { MidiNumber } from '../../kit/ticks.ts';
import type { Voiced, VoicedSlot } from '../search/voiced.ts';
import { fingersOf, type Finger } from './fingers.ts';

/** A chord as it is held somewhere in a song, with its fingers. */
export interface SongShape {
  readonly chord: Chord;
  readonly key: Key;
  readonly left: readonly MidiNumber[];
  readonly right: readonly MidiNumber[];
  /** A finger for each note of a hand, from the lowest up; fewer for a hand of more than five notes. */
  readonly fingers: { readonly left: readonly Finger[]; readonly right: readonly Finger[] };
  /** Notes that may be left out: the chord stays what it is. */
  readonly optional: ReadonlySet<MidiNumber>;
  /** How often it is held. */
  readonly times: number;
}

/** Every shape of a song once, in the order in which they come; after a lift of the key they are shapes of their own. */
export function shapesOfSong({ slots }: Voiced): SongShape[] {
  const found = new Map<string, { slot: VoicedSlot; times: number }>();
  for (const slot of slots) {
    if (!slot) continue;
    const name = JSON.stringify([slot.chord, formatKey(slot.key), slot.left, slot.right]);
    const known = found.get(name);
    if (known) known.times += 1;
    else found.set(name, { slot, times: 1 });
  }
  return [...found.values()].map(({ slot, times }) => ({
    chord: slot.chord,
    key: slot.key,
    left: slot.left,
    right: slot.right,
    fingers: { left: fingersOf('left', slot.left), right: fingersOf('right', slot.right) },
    optional: optionalNotes(slot),
    times,
  }));
}

/**
 * The notes that both hands could leave out: doublings above what sounds already, and tones without which the chord is the same
 * (its fifth). The lowest note of all stays.
 */
export function optionalNotes({
  chord,
  key,
  left,
  right,
}: Pick<VoicedSlot, 'chord' | 'key' | 'left' | 'right'>): ReadonlySet<MidiNumber> {
  const spare = new Set(
    chordTones(chord, key)
      .filter(({ weight }) => weight !== 'essential')
      .map((tone) => tone.pitchClass),
  );
  const all = [...left, ...right];
  const optional = new Set<MidiNumber>();
  for (const hand of [left, right])
    for (const [at, note] of hand.entries()) {
      if (note === all[0]) continue;
      const isDoubled = hand.slice(0, at).some((below) => fold(note - below, 12) === 0);
      if (isDoubled || spare.has(fold(note, 12))) optional.add(note);
    }
  return optional;
}

/** The five neighbouring keys of the scale on which a hand plays all of a song without moving; null where it has to move. */
export function fiveFingerPlace(
  { slots }: Voiced,
  hand: 'left' | 'right',
): readonly MidiNumber[] | null {
  const held = slots.filter((slot) => slot !== null);
  const notes = [...new Set(held.flatMap((slot) => slot[hand]))];
  const [first] = held;
  if (!first || notes.length === 0) return null;
  if (held.some((slot) => formatKey(slot.key) !== formatKey(first.key))) return null;
  const inScale = new Set(scale(first.key).map((note) => pitchClass(note)));
  const lowest = Math.min(...notes);
  for (let from = lowest; from > lowest - 8; from -= 1) {
    if (!inScale.has(fold(from, 12))) continue;
    const five: number[] = [];
    for (let note = from; five.length < 5; note += 1)
      if (inScale.has(fold(note, 12))) five.push(note);
    if (notes.every((note) => five.includes(note))) return five;
  }
  return null;
}

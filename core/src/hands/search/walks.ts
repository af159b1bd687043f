import { chordTones } from '../../chord/tones.ts';
import { rootOf } from '../../chord/chord.ts';
import { noteOfDegree, scale, type Key } from '../../pitch/key.ts';
import { fold, pitchClass, raise } from '../../pitch/note.ts';
import { isMuddy } from '../shapes/mud.ts';
import type { Reach } from '../shapes/player.ts';
import type { VoicedSlot, Walk, WalkKind } from './voiced.ts';

/**
 * The walk-in as notes: the left hand keeps its root and fifth and one finger walks. The seventh and what it is
 * approached from are the chord's own where it has them, else the key's.
 * @returns a sentence where the hand cannot do it.
 */
export function walkIn(
  { left, right, chord }: Pick<VoicedSlot, 'left' | 'right' | 'chord'>,
  kind: WalkKind,
  key: Key,
  reach: Reach,
): Walk | string {
  const low = left[0];
  const root = pitchClass(noteOfDegree(rootOf(chord), key));
  if (low === undefined || fold(low, 12) !== root)
    return `${kind} walks over the root, and the left hand does not hold it here.`;
  const above = (figure: 6 | 7 | 9, roles: readonly string[]) =>
    low + (figure === 9 ? 12 : 0) + fold(toneAbove(chord, key, figure, roles) - root, 12);
  const seventh = above(7, ['seventh']);
  const start =
    kind === '8-7'
      ? low + 12
      : kind === '9-7'
        ? above(9, ['ninth', 'b9', '#9'])
        : above(6, ['sixth', 'thirteenth', 'b13']);
  const base = left.filter((note) => note - low <= 7);
  const first = [...base, start];
  const then = [...base, seventh];
  const span = Math.max(start, seventh) - low;
  if (span > reach.left.held) return `${kind} needs a left-hand reach of ${span} semitones.`;
  if (isMuddy(first) || isMuddy(then)) return `${kind} is too low here to be heard clearly.`;
  const lowestRight = right[0] ?? Infinity;
  if (Math.max(start, seventh) >= lowestRight) return `${kind} would run into the right hand here.`;
  return { kind, first, then };
}

/** The pitch class of a figure over the chord's root: the chord's own, else the key's. */
function toneAbove(
  chord: VoicedSlot['chord'],
  key: Key,
  figure: 6 | 7 | 9,
  roles: readonly string[],
): number {
  const own = chordTones(chord, key).find(({ role }) => roles.includes(role));
  if (own) return own.pitchClass;
  const wanted = raise(noteOfDegree(rootOf(chord), key), figure - 1, 0).letter;
  return pitchClass(scale(key).find(({ letter }) => letter === wanted)!);
}

import fc from 'fast-check';
import {
  formatChord,
  schools,
  toDegrees,
  usualReach,
  type Pin,
  type Timeline,
  type Voiced,
  type VoicedSlot,
  type VoiceOptions,
} from '../src/index.ts';

/** The slots that have hands. */
export const shown = (voiced: Voiced): VoicedSlot[] => voiced.slots.filter((slot) => slot !== null);

export function pinOf(timeline: Timeline, at: number, left: number[], right: number[]): Pin {
  const { slot, is } = timeline.slots[at]!;
  if (is.kind !== 'chord') throw new Error(`No chord at ${at}.`);
  return { ...toDegrees({ left, right }, timeline.key), slot, chord: formatChord(is.chord) };
}

const someChords = [
  '1',
  '4',
  '5',
  '6m',
  '2m7',
  '57',
  '1/3',
  '4maj7',
  '5sus4',
  '1add9',
  '37',
  '4/5',
];
/** Bars of a chord each, two and up. */
export const barsOf = (most: number) =>
  fc
    .array(fc.constantFrom(...someChords), { minLength: 2, maxLength: most })
    .map((row) => row.join(' | '));
/** Players of every kind. */
export const settings: fc.Arbitrary<VoiceOptions> = fc.record({
  style: fc.constantFrom(...schools),
  lineup: fc.constantFrom('keys alone' as const, 'with bass' as const),
  grade: fc.constantFrom('plain' as const, 'warm' as const, 'rich' as const),
  reach: fc.constantFrom(usualReach, {
    left: { held: 12, rolled: 12 },
    right: { held: 12, rolled: 12 },
  }),
});

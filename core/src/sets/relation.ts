import { formatKey, keySignature, sameKey, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';
import { inSteps } from '../pitch/pitchNames.ts';

/** How two keys lie to each other. */
export interface KeyRelation {
  readonly kind: 'same' | 'relative' | 'parallel' | 'neighbour' | 'lift' | 'far';
  /** Steps on the circle of fifths between their signatures, up (sharps) or, negative, down: -5 to 6. */
  readonly fifths: number;
  /** Half steps from one home note to the other, the nearer way: -5 to 6. */
  readonly semitones: number;
  /** How many notes their scales share: 2 to 7. */
  readonly common: number;
  readonly words: string;
}

/** How two keys lie to each other, on the circle of fifths and by half steps. */
export function keyRelation(from: Key, to: Key): KeyRelation {
  const fifths = nearest(keySignature(to) - keySignature(from));
  const semitones = nearest(pitchClass(to.tonic) - pitchClass(from.tonic));
  const common = Math.max(2, 7 - Math.abs(fifths));
  const kind = kindOf(from, to, fifths, semitones);
  return { kind, fifths, semitones, common, words: words(kind, from, to, semitones, common) };
}

/** A distance around a circle of twelve, the nearer way. */
function nearest(distance: number): number {
  const up = fold(distance, 12);
  return up > 6 ? up - 12 : up;
}

function kindOf(from: Key, to: Key, fifths: number, semitones: number): KeyRelation['kind'] {
  if (sameKey(from, to) || (fifths === 0 && from.mode === to.mode)) return 'same';
  if (fifths === 0) return 'relative';
  if (semitones === 0) return 'parallel';
  if (Math.abs(fifths) === 1) return 'neighbour';
  // A key is lifted to one of its own kind.
  return from.mode === to.mode && (semitones === 1 || semitones === 2) ? 'lift' : 'far';
}

function words(
  kind: KeyRelation['kind'],
  from: Key,
  to: Key,
  semitones: number,
  common: number,
): string {
  const [one, other] = [formatKey(from), formatKey(to)];
  switch (kind) {
    case 'same':
      return `Both are in ${other}.`;
    case 'relative':
      return `${one} and ${other} have the same notes.`;
    case 'parallel':
      return `${one} and ${other} have the same home note.`;
    case 'neighbour':
      return `${other} is ${one}'s neighbour on the circle of fifths: one note differs.`;
    case 'lift':
      return `${other} lies ${inSteps(semitones)} above ${one}: it is heard as a lift.`;
    case 'far':
      return `${one} and ${other} lie far apart: ${7 - common} of seven notes differ.`;
  }
}

import { counted } from '../kit/words.ts';
import { formatKey, keySignature, relativeMajor, sameKey, type Key } from '../pitch/key.ts';
import { fold, pitchClass } from '../pitch/note.ts';

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
  return { kind, fifths, semitones, common, words: words(kind, from, to, fifths, semitones) };
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
  const lift = nearest(pitchClass(relativeMajor(to).tonic) - pitchClass(relativeMajor(from).tonic));
  return lift === 1 || lift === 2 ? 'lift' : 'far';
}

function words(
  kind: KeyRelation['kind'],
  from: Key,
  to: Key,
  fifths: number,
  semitones: number,
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
      return `${other} is ${one}'s neighbour on the circle of fifths: one note is another.`;
    case 'lift':
      return `${other} lies ${counted(Math.abs(semitones), 'half step')} ${semitones > 0 ? 'above' : 'below'} ${one}: it is heard as a lift.`;
    case 'far':
      return `${one} and ${other} are ${Math.abs(fifths)} fifths apart: most notes are others.`;
  }
}

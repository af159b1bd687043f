import { bassOf, rootOf, type Chord } from '../../chord/chord.ts';
import { chordTones } from '../../chord/tones.ts';
import { degreeSemitones, formatDegree, type Degree } from '../../pitch/degree.ts';
import type { Key } from '../../pitch/key.ts';
import { fold } from '../../pitch/note.ts';

/** The kinds of chord that runs are told apart by. */
export const runKinds = [
  'major',
  'dominant',
  'altered',
  'suspended',
  'soft dominant',
  'fifth',
  'minor',
  'minor sixth',
  'half-diminished',
  'diminished',
  'augmented',
] as const;
export type RunKind = (typeof runKinds)[number];

/** A chord as runs see it. */
export interface RunChord {
  readonly kind: RunKind;
  /** What its runs count from: its root, or its bass where all of it is a soft dominant over that. */
  readonly root: Degree;
  /** The semitones above home, 0 to 11, that sound in it. */
  readonly tones: ReadonlySet<number>;
  /** Its tones, spelled as degrees of the key. */
  readonly degrees: readonly Degree[];
  /** A text that chords alike have in common. */
  readonly alike: string;
}

const anyKey: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };
const known = new WeakMap<Chord, RunChord | null>();

/**
 * A chord as runs see it; null for one that is of no kind that a run serves. It is the same in every key.
 * @example runChord(parse('4/5')) // a soft dominant on 5
 */
export function runChord(chord: Chord): RunChord | null {
  const before = known.get(chord);
  if (before !== undefined) return before;
  const degrees = chordTones(chord, anyKey).map(({ degree }) => degree);
  const tones = new Set(degrees.map(degreeSemitones));
  const above = (root: Degree) =>
    new Set([...tones].map((tone) => fold(tone - degreeSemitones(root), 12)));
  const bass = bassOf(chord);
  const onBass = above(bass);
  // 4/5 and 2m7/5 are heard from their bass: they lead as a dominant does, without its third.
  const isSoft = kindOf(onBass) === 'soft dominant';
  const root = isSoft ? bass : rootOf(chord);
  const kind = kindOf(above(root));
  const alike = [root, ...degrees].map((one) => formatDegree(one)).join(' ');
  const found = kind && { kind, root, tones, degrees, alike };
  known.set(chord, found);
  return found;
}

/** Which kind it is that has these semitones above its root (common practice, no published source). */
function kindOf(above: ReadonlySet<number>): RunKind | null {
  const has = (...semitones: readonly number[]) => semitones.some((one) => above.has(one));
  if (has(4)) {
    if (has(10)) return has(1, 3, 8) ? 'altered' : 'dominant';
    return has(8) && !has(7) ? 'augmented' : 'major';
  }
  if (has(3)) {
    if (has(6) && !has(7)) return has(9) && !has(10) ? 'diminished' : 'half-diminished';
    return has(11) || (has(9) && !has(10)) ? 'minor sixth' : 'minor';
  }
  if (has(10)) return has(2, 5) ? 'soft dominant' : null;
  if (has(2, 5)) return 'suspended';
  return has(7) ? 'fifth' : null;
}

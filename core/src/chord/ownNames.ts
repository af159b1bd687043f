import { degreeSemitones, sameDegree, type Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import {
  figureSemitones,
  sortedFigures,
  type Chord,
  type Figure,
  type NamedChord,
} from './chord.ts';

/** A name that a player gives to a shape: of the key, which takes a bass, or of a chord, which is put on a degree. */
export type OwnName =
  | { readonly name: string; readonly of: 'key'; readonly degrees: readonly Degree[] }
  | { readonly name: string; readonly of: 'chord'; readonly figures: readonly Figure[] };

/** A shape of the chord put on a root: its 3, 5 and 7 are those that the key has over it, its other tones as they are. */
export function onRoot(root: Degree, figures: readonly Figure[]): NamedChord {
  return {
    kind: 'named',
    root,
    figures: figures.map(({ figure, alter }) => ({
      figure,
      alter: alter === 0 ? alterInKey(root, figure) : alter,
    })),
    bass: null,
  };
}

/** By how much the third, fifth or seventh over a degree of the key differs from that of a major scale. */
function alterInKey(root: Degree, figure: Figure['figure']): number {
  if (figure !== 3 && figure !== 5 && figure !== 7) return 0;
  // Over a root that is not of the key stands a major chord, or its dominant seventh.
  if (root.alter !== 0) return figure === 7 ? -1 : 0;
  const step = ((root.step - 1 + figure - 1) % 7) + 1;
  const from = degreeSemitones(root);
  const to = degreeSemitones({ step: step as Degree['step'], alter: 0 });
  return fold(to - from, 12) - figureSemitones({ figure, alter: 0 });
}

/**
 * The name that says a chord, with the degree it is put on where it goes with one: the first of those that do. Plain triads
 * keep their numbers.
 */
export function ownNameOf(
  chord: Chord,
  names: readonly OwnName[],
): { readonly name: string; readonly on: Degree | null; readonly bass: Degree | null } | null {
  for (const own of names) {
    if (own.of === 'key' && chord.kind === 'stack' && isSame(own.degrees, chord.degrees))
      return { name: own.name, on: null, bass: chord.bass };
    if (own.of !== 'chord' || chord.kind !== 'named' || isTriad(chord)) continue;
    if (sameTones(onRoot(chord.root, own.figures), chord))
      return { name: own.name, on: chord.root, bass: chord.bass };
  }
  return null;
}

/** Whether two chords have the same tones over their roots. */
export function sameTones(one: Chord, other: NamedChord): boolean {
  return (
    one.kind === 'named' &&
    JSON.stringify(sortedFigures(one.figures)) === JSON.stringify(sortedFigures(other.figures))
  );
}

function isSame(one: readonly Degree[], other: readonly Degree[]): boolean {
  return one.length === other.length && one.every((degree, at) => sameDegree(degree, other[at]!));
}

function isTriad({ figures }: NamedChord): boolean {
  return (
    figures.length === 3 &&
    figures.every(({ figure }) => figure === 1 || figure === 3 || figure === 5)
  );
}

/** What a word of bars begins with that may be a name of one's own: `four/2`, `open@4/5`. */
export const ownNameWord = /^(?<name>[A-Za-z]{3,})(?:@(?<on>[^/]*))?(?:\/(?<bass>.*))?$/;

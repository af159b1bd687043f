import type { Degree } from '../pitch/degree.ts';
import { degreeOfNote, noteOfDegree, type Key } from '../pitch/key.ts';
import { accidentals, formatNote, pitchClass, raise, type Letter } from '../pitch/note.ts';
import type { Chord, Figure } from './chord.ts';

/** What a tone is in its chord: a plain word, or the altered figure (b9, #11, b5 ...). */
export type Role = string;

/** One tone of a chord in a key, spelled. */
export interface ChordTone {
  readonly name: string;
  readonly letter: Letter;
  /** Semitones that its accidentals raise (positive) or lower it. */
  readonly alter: number;
  /** Semitones above C, 0 to 11. */
  readonly pitchClass: number;
  readonly role: Role;
  /** Its degree of the key (of the relative major, where the key is minor). */
  readonly degree: Degree;
  readonly inKey: boolean;
}

const figureWords: Record<number, string> = {
  1: 'root',
  2: 'second',
  3: 'third',
  4: 'fourth',
  5: 'fifth',
  6: 'sixth',
  7: 'seventh',
  9: 'ninth',
  11: 'eleventh',
  13: 'thirteenth',
};

/** Thirds and sevenths are called so whatever their kind; the other tones say their alteration. */
function roleOf({ figure, alter }: Figure): Role {
  if (alter === 0 || figure === 3 || figure === 7) return figureWords[figure]!;
  return `${accidentals(alter)}${figure}`;
}

/**
 * The tones of a chord in a key from the root up, spelled by their figures (a minor third is always
 * three letters wide). A slash bass that is no chord tone comes first, with the role `bass`.
 */
export function chordTones(chord: Chord, key: Key): ChordTone[] {
  const root = noteOfDegree(chord.root, key);
  const tones = chord.figures.map((figure) =>
    spelledTone(raise(root, figure.figure - 1, figure.alter), roleOf(figure), key),
  );
  if (!chord.bass) return tones;
  const bass = spelledTone(noteOfDegree(chord.bass, key), 'bass', key);
  const isChordTone = tones.some((tone) => tone.pitchClass === bass.pitchClass);
  return isChordTone ? tones : [bass, ...tones];
}

/** True if the chord or its bass has a note that is not in the key: the same in every key. */
export function leavesKey(chord: Chord): boolean {
  return chordTones(chord, anyKey).some((tone) => !tone.inKey);
}

const anyKey: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };

function spelledTone(note: { letter: Letter; alter: number }, role: Role, key: Key): ChordTone {
  const degree = degreeOfNote(note, key);
  return {
    name: formatNote(note),
    letter: note.letter,
    alter: note.alter,
    pitchClass: pitchClass(note),
    role,
    degree,
    inKey: degree.alter === 0,
  };
}

import { degreeOfSemitones, degreeSemitones, type Degree } from '../pitch/degree.ts';
import { degreeOfNote, noteOfDegree, type Key } from '../pitch/key.ts';
import {
  accidentals,
  fold,
  formatNote,
  pitchClass,
  raise,
  type Letter,
  type Note,
} from '../pitch/note.ts';
import { alterOfFigure, bassOf, hasFigure, shellFigures } from './chord.ts';
import type { Chord, Figure, LayeredChord, NamedChord, StackChord } from './chord.ts';

/** What a tone is in its chord: a plain word, or the altered figure (b9, #11, b5 ...). */
export type Role = string;

/** How much a tone is needed: without an essential one it is another chord; what is better left out fights another tone. */
export type Weight = 'essential' | 'optional' | 'better left out';

/** One tone of a chord in a key, spelled. */
export interface ChordTone {
  readonly name: string;
  readonly letter: Letter;
  /** Semitones that its accidentals raise (positive) or lower it. */
  readonly alter: number;
  /** Semitones above C, 0 to 11. */
  readonly pitchClass: number;
  readonly role: Role;
  readonly weight: Weight;
  /** Its degree of the key (of the relative major, where the key is minor). */
  readonly degree: Degree;
  /** Whether it sounds in the key, however it is spelled: the E# of a chord in F is home. */
  readonly inKey: boolean;
  /** The degree of the key that it sounds as, where it is spelled as another; null where it is spelled as it sounds. */
  readonly soundsAs: Degree | null;
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
export function roleOf({ figure, alter }: Figure): Role {
  if (alter === 0 || figure === 3 || figure === 7) return figureWords[figure]!;
  return `${accidentals(alter)}${figure}`;
}

/**
 * The tones of a chord in a key from the root up, spelled by their figures (a minor third is always
 * three letters wide). A slash bass that is no chord tone comes first, with the role `bass`.
 */
export function chordTones(chord: Chord, key: Key): ChordTone[] {
  switch (chord.kind) {
    case 'named':
      return namedTones(chord, key);
    case 'stack':
      return stackTones(chord, key);
    case 'layered':
      return layeredTones(chord, key);
  }
}

function namedTones({ root, figures, bass }: NamedChord, key: Key): ChordTone[] {
  const from = noteOfDegree(root, key);
  const tones = figures.map((figure) =>
    spelledTone(
      raise(from, figure.figure - 1, figure.alter),
      roleOf(figure),
      weightOf(figure, figures),
      key,
    ),
  );
  return bass ? withBass(tones, bass, key) : tones;
}

/** A bass that is no chord tone is a tone of its own. */
function withBass(tones: ChordTone[], bass: Degree, key: Key): ChordTone[] {
  const low = spelledTone(noteOfDegree(bass, key), 'bass', 'essential', key);
  const isChordTone = tones.some((tone) => tone.pitchClass === low.pitchClass);
  return isChordTone ? tones : [low, ...tones];
}

/**
 * Common practice, no published source: third, seventh and every altered or suspended tone make the chord, those of an alt
 * aside; a plain fifth goes first; a stacked figure speaks for those it brings; the third under a natural eleventh over a
 * major third is left out.
 */
function weightOf({ figure, alter }: Figure, figures: readonly Figure[]): Weight {
  const seventh = alterOfFigure(figures, 7) !== null;
  const major = hasFigure(figures, 3, 0);
  if (figure === 3 && major && hasFigure(figures, 11)) return 'better left out';
  // Alt names four tones and means one ninth and one fifth of them.
  if (hasFigure(figures, 9, -1) && hasFigure(figures, 9, 1) && figure !== 7 && alter !== 0)
    return 'optional';
  if (figure === 5 && alter === 0) {
    const isAllThereIs = figures.length <= 3 && alterOfFigure(figures, 3) === null;
    return isAllThereIs ? 'essential' : 'optional';
  }
  const top = Math.max(...figures.map((tone) => tone.figure));
  // A suspension has no third to say what it is: 13sus is its 2nd, 4th and 13th together.
  const suspended = alterOfFigure(figures, 3) === null;
  const carried = !suspended && alter === 0 && (figure === 9 || figure === 11) && figure < top;
  return carried && seventh ? 'optional' : 'essential';
}

function stackTones({ degrees, bass }: StackChord, key: Key): ChordTone[] {
  const bottom = noteOfDegree(degrees[0]!, key);
  const tones = degrees.map((degree) => {
    const note = noteOfDegree(degree, key);
    return spelledTone(
      note,
      roleAbove(pitchClass(note) - pitchClass(bottom), false),
      'essential',
      key,
    );
  });
  return bass ? withBass(tones, bass, key) : tones;
}

function layeredTones({ upper, shell, bass }: LayeredChord, key: Key): ChordTone[] {
  const root = noteOfDegree(shell.root, key);
  const held = shellFigures(shell.figures).map((figure) =>
    raise(root, figure.figure - 1, figure.alter),
  );
  const shape = upper.figures.map((figure) =>
    raise(noteOfDegree(upper.root, key), figure.figure - 1, figure.alter),
  );
  const low = noteOfDegree(bass, key);
  const majorThird = hasFigure(shell.figures, 3, 0);
  const tones: ChordTone[] = [];
  for (const note of [low, ...held, ...shape]) {
    if (tones.some((tone) => tone.pitchClass === pitchClass(note))) continue;
    const role = roleAbove(pitchClass(note) - pitchClass(root), majorThird);
    tones.push(spelledTone(note, role, 'essential', key));
  }
  return tones;
}

/** What a tone so many semitones above a root is called where no symbol says it. */
function roleAbove(semitones: number, majorThird: boolean): Role {
  const minorThird = majorThird ? '#9' : 'third';
  const roles = [
    'root',
    'b9',
    'ninth',
    minorThird,
    'third',
    'fourth',
    '#11',
    'fifth',
    'b13',
    'thirteenth',
    'seventh',
    'seventh',
  ];
  return roles[fold(semitones, 12)]!;
}

/** Semitones above C of every tone of a chord in a key, its bass too; octaves are folded. */
export function pitchClassesOf(chord: Chord, key: Key): Set<number> {
  return new Set(chordTones(chord, key).map((tone) => tone.pitchClass));
}

/** The lowest note of a chord in a key. */
export function bassNote(chord: Chord, key: Key): Note {
  return noteOfDegree(bassOf(chord), key);
}

/** True if the chord or its bass has a note that is not in the key: the same in every key. */
export function leavesKey(chord: Chord): boolean {
  return chordTones(chord, anyKey).some((tone) => !tone.inKey);
}

const anyKey: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };

function spelledTone(note: Note, role: Role, weight: Weight, key: Key): ChordTone {
  const degree = degreeOfNote(note, key);
  const heard = degreeOfSemitones(degreeSemitones(degree));
  const inKey = heard.alter === 0 ? heard : null;
  return {
    name: formatNote(note),
    letter: note.letter,
    alter: note.alter,
    pitchClass: pitchClass(note),
    role,
    weight,
    degree,
    inKey: inKey !== null,
    soundsAs: degree.alter === 0 ? null : inKey,
  };
}

/** The seven letters, in scale order from C. */
export const letters = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
export type Letter = (typeof letters)[number];

/** A spelled pitch class: a letter and how many semitones its accidentals raise (or, negative, lower) it. */
export interface Note {
  readonly letter: Letter;
  readonly alter: number;
}

/** Accidentals as they are typed (`b`, `#`) or as they are printed (U+266D, U+266F). */
export type Signs = 'typed' | 'printed';

/** Semitones of the seven steps of a major scale above its tonic; also of the letters above C. */
export const majorScale = [0, 2, 4, 5, 7, 9, 11] as const;

/** `value` folded into 0 up to `modulus` - 1, for negative values too. */
export function fold(value: number, modulus: number): number {
  return ((value % modulus) + modulus) % modulus;
}

/** Semitones above C, 0 to 11, whatever the spelling. */
export function pitchClass(note: Note): number {
  return fold(semitonesOfStep(letters.indexOf(note.letter)) + note.alter, 12);
}

/** Semitones of a step of the major scale, counted from 0; steps past the octave go on upwards. */
export function semitonesOfStep(step: number): number {
  return majorScale[fold(step, 7)]! + 12 * Math.floor(step / 7);
}

/**
 * The note `steps` letters above `note`, spelled so that it sounds `alter` semitones above the
 * major-scale interval of that many steps.
 * @example raise({ letter: 'E', alter: -1 }, 2, -1) // a minor third above Eb: Gb
 */
export function raise(note: Note, steps: number, alter: number): Note {
  const from = letters.indexOf(note.letter);
  const natural = semitonesOfStep(from + steps) - semitonesOfStep(from);
  return {
    letter: letters[fold(from + steps, 7)]!,
    alter: note.alter + alter + semitonesOfStep(steps) - natural,
  };
}

/** The interval from one note up to another: letters (0 to 6) and what is over the major-scale interval. */
export function intervalBetween(from: Note, to: Note): { steps: number; alter: number } {
  const steps = fold(letters.indexOf(to.letter) - letters.indexOf(from.letter), 7);
  return { steps, alter: to.alter - raise(from, steps, 0).alter };
}

const sharps = { typed: '#', printed: '♯' } as const;
const flats = { typed: 'b', printed: '♭' } as const;

/** The accidentals that raise or lower by `alter` semitones: `''`, `b`, `bb`, `#`, `##` ... */
export function accidentals(alter: number, signs: Signs = 'typed'): string {
  return alter < 0 ? flats[signs].repeat(-alter) : sharps[signs].repeat(alter);
}

/** A sentence with every typed accidental before a figure printed: `over 3 and b7` gets its real sign. */
export function withSigns(sentence: string, signs: Signs): string {
  return signs === 'typed'
    ? sentence
    : sentence.replace(/b(?=b?\d)/g, '♭').replace(/#(?=#?\d)/g, '♯');
}

/** Semitones that a row of typed or printed accidentals adds up to. */
export function alterOf(signs: string): number {
  let alter = 0;
  for (const sign of signs) alter += sign === 'b' || sign === '♭' ? -1 : 1;
  return alter;
}

/** @example formatNote({ letter: 'B', alter: -1 }) // 'Bb' */
export function formatNote(note: Note, signs: Signs = 'typed'): string {
  return note.letter + accidentals(note.alter, signs);
}

/** A letter with up to three accidentals at the start of a text, and what follows it; null if there is none. */
export function readNote(text: string): { note: Note; rest: string } | null {
  const found = /^([A-Ga-g])([b♭]{1,3}|[#♯]{1,3})?/u.exec(text);
  if (!found) return null;
  const letter = found[1]!.toUpperCase() as Letter;
  return { note: { letter, alter: alterOf(found[2] ?? '') }, rest: text.slice(found[0].length) };
}

import {
  accidentals,
  formatNote,
  letters,
  pitchClass,
  readNote,
  type Letter,
  type Note,
  type Signs,
} from './note.ts';

/** The languages that notes are named in. A reader declares one; it is never guessed. */
export const noteLanguages = [
  'english',
  'german',
  'portuguese',
  'spanish',
  'french',
  'italian',
] as const;
export type NoteLanguage = (typeof noteLanguages)[number];

/** `strict` spells every note as its chord demands; `easy` avoids double accidentals and Cb, Fb, B#, E#. */
export type Spelling = 'strict' | 'easy';

/** How notes are written down. */
export interface NameStyle {
  readonly language: NoteLanguage;
  readonly spelling: Spelling;
  readonly signs: Signs;
}

export const plainNames: NameStyle = { language: 'english', spelling: 'strict', signs: 'typed' };

type FixedDo = Exclude<NoteLanguage, 'english' | 'german'>;

const syllables: Readonly<Record<Letter, string>> = {
  C: 'Do',
  D: 'Re',
  E: 'Mi',
  F: 'Fa',
  G: 'Sol',
  A: 'La',
  B: 'Si',
};

/** Where a language writes a syllable with an accent. */
const accented: Readonly<Partial<Record<FixedDo, Readonly<Partial<Record<Letter, string>>>>>> = {
  portuguese: { C: 'Dó', D: 'Ré', F: 'Fá', A: 'Lá' },
  french: { D: 'Ré' },
};

/** The spoken accidentals of each language, flat and sharp. */
const accidentalWords: Readonly<Record<FixedDo, readonly [flat: string, sharp: string]>> = {
  portuguese: ['bemol', 'sustenido'],
  spanish: ['bemol', 'sostenido'],
  french: ['bémol', 'dièse'],
  italian: ['bemolle', 'diesis'],
};

/** A note as it is written on a chart in the reader's language: `Bb`, `B` (German), `Sib`. */
export function nameNote(note: Note, style: Partial<NameStyle> = {}): string {
  const { language, spelling, signs } = { ...plainNames, ...style };
  const spelled = spelling === 'easy' ? easyNote(note) : note;
  if (language === 'english') return formatNote(spelled, signs);
  if (language === 'german') return germanName(spelled);
  return syllableOf(spelled.letter, language) + accidentals(spelled.alter, signs);
}

/** A note as it is said: `B flat`, `B`, `Si bemol`, `Fa dièse`. */
export function sayNote(note: Note, language: NoteLanguage): string {
  if (language === 'german') return germanName(note);
  const count = Math.abs(note.alter);
  const twice = count > 1 ? `${count === 2 ? 'double ' : 'triple '}` : '';
  if (language === 'english') {
    const word = note.alter < 0 ? 'flat' : 'sharp';
    return count === 0 ? note.letter : `${note.letter} ${twice}${word}`;
  }
  const word = accidentalWords[language][note.alter < 0 ? 0 : 1];
  return [syllableOf(note.letter, language), ...Array.from({ length: count }, () => word)].join(
    ' ',
  );
}

function syllableOf(letter: Letter, language: FixedDo): string {
  return accented[language]?.[letter] ?? syllables[letter];
}

/** German names: H is the natural and B the flat; the others end in -is and -es, with As and Es drawn together. */
function germanName({ letter, alter }: Note): string {
  if (letter === 'B') {
    if (alter === -1) return 'B';
    return 'H' + (alter < 0 ? 'es'.repeat(-alter) : 'is'.repeat(alter));
  }
  if (alter >= 0) return letter + 'is'.repeat(alter);
  const ending =
    letter === 'A' || letter === 'E' ? `s${'es'.repeat(-alter - 1)}` : 'es'.repeat(-alter);
  return letter + ending;
}

/** The same key on the piano in its easiest name; flats stay flats and sharps sharps. */
export function easyNote(note: Note): Note {
  const sounding = pitchClass(note);
  const natural = letters.find((letter) => pitchClass({ letter, alter: 0 }) === sounding);
  if (natural) return { letter: natural, alter: 0 };
  const alter = note.alter < 0 ? -1 : 1;
  const letter = letters.find((name) => pitchClass({ letter: name, alter }) === sounding)!;
  return { letter, alter };
}

/** A note at the start of a text in a language, and what follows it; null if there is none. */
export function readNoteName(
  text: string,
  language: NoteLanguage,
): { note: Note; rest: string } | null {
  if (language === 'english') return readNote(text);
  return language === 'german' ? readGerman(text) : readSyllable(text, language);
}

function readGerman(text: string): { note: Note; rest: string } | null {
  const found = /^[A-Ha-h]/.exec(text);
  if (!found) return null;
  const typed = found[0].toUpperCase();
  const letter: Letter = typed === 'H' ? 'B' : (typed as Letter);
  const natural = typed === 'B' ? -1 : 0;
  const rest = text.slice(1);
  // A and E before "sus" are the plain notes: Asus4 is A with sus4.
  if (/^sus/i.test(rest)) return { note: { letter, alter: natural }, rest };
  const ending = /^(?:(?:is){1,3}|(?:es){1,3}|[♯#]{1,3}|[♭b]{1,3})/u.exec(rest)?.[0];
  if (ending) {
    const count = /^[ie]/.test(ending) ? ending.length / 2 : ending.length;
    const flat = /^[e♭b]/u.test(ending);
    if (typed === 'B' && flat)
      return { note: { letter, alter: -count }, rest: rest.slice(ending.length) };
    const alter = natural + (flat ? -count : count);
    return { note: { letter, alter }, rest: rest.slice(ending.length) };
  }
  const drawn = /^s(?:es){0,2}/.exec(rest)?.[0];
  if (drawn && (letter === 'A' || letter === 'E')) {
    const alter = -1 - (drawn.length - 1) / 2;
    return { note: { letter, alter }, rest: rest.slice(drawn.length) };
  }
  return { note: { letter, alter: natural }, rest };
}

/**
 * The longest syllable wins (Sol before So); after it stand signs or the language's word. Accents may be left out, in
 * every language.
 */
function readSyllable(text: string, language: FixedDo): { note: Note; rest: string } | null {
  const found = /^(d[oó]|r[eé]|mi|f[aá]|sol|so|l[aá]|si)/iu.exec(text);
  if (!found) return null;
  const syllable = withoutAccents(found[1]!.toLowerCase()).replace(/^so$/, 'sol');
  const letter = letters.find((name) => syllables[name].toLowerCase() === syllable)!;
  const rest = text.slice(found[0].length);
  const signs = /^([♭b]{1,3}|[♯#]{1,3})/u.exec(rest)?.[0];
  if (signs) {
    const alter = /^[♭b]/u.test(signs) ? -signs.length : signs.length;
    return { note: { letter, alter }, rest: rest.slice(signs.length) };
  }
  for (const [index, word] of accidentalWords[language].entries()) {
    const said = new RegExp(`^(?:[ -]?${word})+`, 'iu').exec(rest)?.[0];
    if (!said) continue;
    const count = said.split(new RegExp(word, 'iu')).length - 1;
    return { note: { letter, alter: index === 0 ? -count : count }, rest: rest.slice(said.length) };
  }
  return { note: { letter, alter: 0 }, rest };
}

function withoutAccents(text: string): string {
  return text.normalize('NFD').replace(/\p{Mn}/gu, '');
}

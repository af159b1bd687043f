import { degreeSemitones, type Degree } from '../pitch/degree.ts';
import { noteOfDegree, type Key } from '../pitch/key.ts';
import { nameNote } from '../pitch/names.ts';
import { fold, withSigns } from '../pitch/note.ts';
import {
  alterOfFigure,
  figureSemitones,
  hasFigure,
  rootOf,
  type Chord,
  type Figure,
  type NamedChord,
} from './chord.ts';
import { formatChord, nameDegree } from './formatChord.ts';
import { toLetters, type LetterStyle } from './letters.ts';
import { parseQuality } from './parseQuality.ts';
import { majorTriad, type NumberStyle } from './reading.ts';
import { chordTones, leavesKey } from './tones.ts';

/** Grades of colour, from the foundation up: plain triads; 2nds, 7ths and suspensions; 9ths to 13ths; altered tones. */
export const grades = ['plain', 'warm', 'rich', 'altered'] as const;
export type Grade = (typeof grades)[number];

/** A colour that a chord can take here. */
export interface Colour {
  readonly chord: NamedChord;
  readonly numbers: string;
  readonly letters: string;
  readonly grade: Grade;
  readonly inKey: boolean;
  /** The notes that leave the key, in letters; none where it stays in it. */
  readonly borrowed: readonly string[];
  /** What it wants to do next, in a sentence, and the chord that would do it. */
  readonly resolution: { readonly words: string; readonly chord: NamedChord } | null;
  /** What rubs against the sung note; null where nothing does. */
  readonly clash: string | null;
  /** The tones it puts in the place of others, in a sentence. */
  readonly replaces: string;
}

export interface ColourContext {
  readonly key: Key;
  /** The long or accented note that is sung over the chord. */
  readonly melody?: Degree | null;
  readonly next?: Chord | null;
  /** The highest grade wanted; all if it is left out. */
  readonly grade?: Grade;
  readonly numbers?: Partial<NumberStyle>;
  readonly letters?: Partial<LetterStyle>;
}

interface Recipe {
  readonly figures: readonly Figure[];
  readonly grade: Grade;
}

/** Qualities by their grade, read once. */
function recipes(qualities: Readonly<Partial<Record<Grade, readonly string[]>>>): Recipe[] {
  return grades.flatMap((grade) =>
    (qualities[grade] ?? []).map((quality) => {
      const read = parseQuality(quality, majorTriad);
      if (!read.ok) throw new Error(`“${quality}” is no quality.`);
      return { figures: read.figures, grade };
    }),
  );
}

/** What each kind of chord can take (common practice, no published source). */
const onMajor = recipes({
  plain: [''],
  warm: ['sus4', 'sus2', 'add9', '6', 'maj7', '7', '7sus4'],
  rich: ['6/9', 'maj9', '9', '9sus4', '13', '13sus', 'maj7#11', 'maj13'],
  altered: ['7b9', '7#5', '13b9', '13#11', '7#9', '7#5#9', '7alt'],
});
const onMinor = recipes({
  plain: ['m'],
  warm: ['sus4', 'sus2', 'madd9', 'm7', '7sus4', 'm6'],
  rich: ['m9', 'm11', 'm6/9', '9sus4', 'm13'],
  altered: ['m(maj7)', 'm6(maj7)', '7b9', '7#5#9'],
});
const onDiminished = recipes({
  plain: ['dim'],
  warm: ['m7b5', 'dim7'],
  rich: ['m9b5'],
  altered: ['7b9'],
});

/**
 * The colours that a chord takes here, plain first. Each keeps the chord's root and bass.
 * A stack of fourths and a shape over a shell are colour already, so they get none.
 */
export function suggestColours(chord: Chord, context: ColourContext): Colour[] {
  if (chord.kind !== 'named') return [];
  return colouredForms(chord, context.grade ?? 'altered', context.next ?? null).map((form) =>
    colourOf(chord, form.chord, form.grade, context),
  );
}

/** What colours make of a chord, without the words about it. */
export interface ColouredForm {
  readonly chord: NamedChord;
  readonly grade: Grade;
}

/** The forms that a chord's colours give it up to a grade, plain first; the same in every key. */
export function colouredForms(chord: NamedChord, grade: Grade, next: Chord | null): ColouredForm[] {
  const highest = grades.indexOf(grade);
  const present = formatChord(chord);
  return recipesFor(chord)
    .filter((recipe) => grades.indexOf(recipe.grade) <= highest)
    .flatMap((recipe) => {
      const coloured: NamedChord = { ...chord, figures: recipe.figures };
      const suits = recipe.grade !== 'altered' || leadsOn(coloured, next);
      if (formatChord(coloured) === present || !suits) return [];
      return [{ chord: coloured, grade: recipe.grade }];
    });
}

function recipesFor({ root, figures }: NamedChord): readonly Recipe[] {
  const third = alterOfFigure(figures, 3) ?? thirdInKey(root);
  if (third === 0) return onMajor;
  return alterOfFigure(figures, 5) === -1 ? onDiminished : onMinor;
}

/** The third that the key has over a degree, for a chord that is suspended. */
function thirdInKey(root: Degree): number {
  return root.alter === 0 && [2, 3, 6, 7].includes(root.step) ? -1 : 0;
}

/**
 * An altered dominant is offered where its root falls a fifth to the next chord (or where nothing is known of the next),
 * as b7(7) by the back door to 1, and the minor alterations anywhere.
 */
function leadsOn({ root, figures }: NamedChord, next: Chord | null): boolean {
  const dominant = hasFigure(figures, 3) && hasFigure(figures, 7, -1);
  if (!dominant) return true;
  if (!next) return root.step === 5 && root.alter === 0;
  const step = fold(degreeSemitones(rootOf(next)) - degreeSemitones(root), 12);
  return step === 5 || (step === 2 && root.step === 7 && root.alter === -1);
}

function colourOf(
  before: NamedChord,
  chord: NamedChord,
  grade: Grade,
  context: ColourContext,
): Colour {
  const { key, numbers, letters } = context;
  const signs = numbers?.signs ?? 'typed';
  const borrowed = chordTones(chord, key)
    .filter((tone) => !tone.inKey)
    .map((tone) => nameNote(noteOfDegree(tone.degree, key), { signs, ...letters }));
  return {
    chord,
    numbers: formatChord(chord, numbers),
    letters: toLetters(chord, key, letters),
    grade,
    inKey: !leavesKey(chord),
    borrowed,
    resolution: resolutionOf(before, chord, context),
    clash: context.melody
      ? withSigns(clashWith(chord, context.melody, context) ?? '', signs) || null
      : null,
    replaces: replacedIn(before, chord),
  };
}

/** A suspension steps back to the third; a dominant falls a fifth; a raised fifth goes on up. */
function resolutionOf(
  before: NamedChord,
  chord: NamedChord,
  { next, numbers }: ColourContext,
): Colour['resolution'] {
  const { root, figures } = chord;
  const suspended = figures.filter(({ figure }) => figure === 2 || figure === 4);
  if (alterOfFigure(figures, 3) === null && suspended.length > 0) {
    const third = alterOfFigure(before.figures, 3) ?? thirdInKey(root);
    const kept = figures.filter(({ figure }) => figure !== 2 && figure !== 4);
    const home = kept
      .concat({ figure: 3, alter: third })
      .sort((one, other) => one.figure - other.figure);
    const way = suspended.some(({ figure }) => figure === 4)
      ? 'The 4th steps down'
      : 'The 2nd steps up';
    const resolved: NamedChord = { ...chord, figures: home };
    return { words: `${way} to the third: ${formatChord(resolved, numbers)}.`, chord: resolved };
  }
  if (!hasFigure(figures, 3) || alterOfFigure(figures, 7) !== -1) return null;
  const target = degreeAbove(root);
  const minor = thirdInKey(target) === -1;
  const resolved: NamedChord =
    next?.kind === 'named' && degreeSemitones(next.root) === degreeSemitones(target)
      ? next
      : { kind: 'named', root: target, figures: triad(minor), bass: null };
  return { words: `It leads a fifth down to ${formatChord(resolved, numbers)}.`, chord: resolved };
}

function triad(minor: boolean): Figure[] {
  return [
    { figure: 1, alter: 0 },
    { figure: 3, alter: minor ? -1 : 0 },
    { figure: 5, alter: 0 },
  ];
}

/** The degree a fourth above: where a dominant leads. */
function degreeAbove({ step, alter }: Degree): Degree {
  const above = fold(step + 2, 7) + 1;
  return { step: above as Degree['step'], alter: step === 4 ? alter - 1 : alter };
}

/**
 * A sung note must be a tone of the chord, and a half step (or minor ninth) over one of its notes is a clash,
 * except the b9 of a dominant. Under a suspension a sung third rubs as well.
 */
function clashWith(
  chord: NamedChord,
  melody: Degree,
  { key, numbers }: ColourContext,
): string | null {
  const { root, figures } = chord;
  const sung = fold(degreeSemitones(melody) - degreeSemitones(root), 12);
  const name = `The sung ${nameDegree(melody, numbers)}`;
  const dominant = hasFigure(figures, 3) && hasFigure(figures, 7, -1);
  const tones = figures.map((figure) => ({ figure, semitones: figureSemitones(figure) }));
  const below = tones.find(({ semitones }) => fold(sung - semitones, 12) === 1);
  const isTone = tones.some(({ semitones }) => semitones === sung);
  const toneName = (figure: Figure) =>
    chordTones({ ...chord, bass: null }, key)[figures.indexOf(figure)]!.role;
  if (alterOfFigure(figures, 3) === null && (sung === 4 || sung === 3)) {
    return `${name} is the third, which the suspension takes away.`;
  }
  if (below && !(dominant && sung === 1 && isTone)) {
    return `${name} is a half step over its ${toneName(below.figure)}.`;
  }
  return isTone ? null : `${name} is no tone of it.`;
}

function replacedIn(before: NamedChord, chord: NamedChord): string {
  const suspended = chord.figures.filter(({ figure }) => figure === 2 || figure === 4);
  if (alterOfFigure(chord.figures, 3) === null && suspended.length > 0) {
    return `The ${suspended.map(({ figure }) => (figure === 2 ? '2nd' : '4th')).join(' and ')} in the place of the third.`;
  }
  const gone = before.figures.filter(
    (old) => !chord.figures.some((tone) => tone.figure === old.figure && tone.alter === old.alter),
  );
  const changed = gone.filter((old) => alterOfFigure(chord.figures, old.figure) !== null);
  if (changed.length > 0)
    return `Changes the ${changed.map(({ figure }) => ordinal(figure)).join(' and ')}.`;
  const added = chord.figures.filter(
    (tone) => !before.figures.some((old) => old.figure === tone.figure && old.alter === tone.alter),
  );
  if (added.length > 0) return `Adds the ${added.map(({ figure }) => ordinal(figure)).join(', ')}.`;
  return 'Takes colour away.';
}

function ordinal(figure: number): string {
  return figure === 2 ? '2nd' : figure === 3 ? '3rd' : `${figure}th`;
}

import type { Degree } from '../pitch/degree.ts';
import { noteOfDegree, type Key } from '../pitch/key.ts';
import { nameNote } from '../pitch/names.ts';
import { withSigns } from '../pitch/note.ts';
import { alterOfFigure, hasFigure, type Chord, type NamedChord } from './chord.ts';
import { colouredForms, type Grade } from './colourForms.ts';
import { formatChord, nameDegree } from './formatChord.ts';
import { leadingOf, thirdInKey, type Leading } from './leading.ts';
import { toLetters, type LetterStyle } from './letters.ts';
import { plainStyle, type NumberStyle } from './reading.ts';
import { clashWith, tensionOf } from './sungOver.ts';
import { chordTones, leavesKey, type ChordTone } from './tones.ts';

/** A colour that a chord can take here. */
export interface Colour {
  readonly chord: NamedChord;
  readonly numbers: string;
  readonly letters: string;
  readonly grade: Grade;
  readonly inKey: boolean;
  /** The notes that leave the key, in letters; none where it stays in it. */
  readonly borrowed: readonly string[];
  /** Notes that are written outside the key and sound in it: E# in F sounds as 1. */
  readonly soundsAs: readonly { readonly note: string; readonly degree: string }[];
  /** What it wants to do next, in a sentence, and the chord that would do it. */
  readonly resolution: Leading | null;
  /** What rubs against the sung note; null where nothing does. */
  readonly clash: string | null;
  /** What the sung note is over it where it is none of its tones: `9th`. */
  readonly tension: string | null;
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

/**
 * The colours that a chord takes here, plain first (see `colouredForms`). Each keeps what is lowest.
 * A stack of fourths and a shape over a shell are colour already, so they get none.
 */
export function suggestColours(chord: Chord, context: ColourContext): Colour[] {
  if (chord.kind !== 'named') return [];
  return colouredForms(chord, context.grade ?? 'altered', context.next ?? null).map((form) =>
    colourOf(chord, form.chord, form.grade, context),
  );
}

function colourOf(
  before: NamedChord,
  chord: NamedChord,
  grade: Grade,
  context: ColourContext,
): Colour {
  const { key, numbers, letters, melody } = context;
  const signs = numbers?.signs ?? 'typed';
  const tones = chordTones(chord, key);
  const name = (tone: ChordTone) => nameNote(noteOfDegree(tone.degree, key), { signs, ...letters });
  const soundsAs = tones.flatMap((tone) =>
    tone.soundsAs
      ? [{ note: name(tone), degree: nameDegree(tone.soundsAs, { ...plainStyle, ...numbers }) }]
      : [],
  );
  return {
    chord,
    numbers: formatChord(chord, numbers),
    letters: toLetters(chord, key, letters),
    grade,
    inKey: !leavesKey(chord),
    borrowed: tones.filter((tone) => !tone.inKey).map(name),
    soundsAs,
    resolution: resolutionOf(before, chord, context),
    clash: melody ? withSigns(clashWith(chord, melody, numbers) ?? '', signs) || null : null,
    tension: melody ? withSigns(tensionOf(chord, melody) ?? '', signs) || null : null,
    replaces: replacedIn(before, chord),
  };
}

/** Where it leads; a suspension comes back to the third that the chord has. */
function resolutionOf(
  before: NamedChord,
  chord: NamedChord,
  { next, numbers }: ColourContext,
): Leading | null {
  // The sixth of 3m and 6m is another chord over their root: it falls back to them.
  if (chord.bass && !before.bass)
    return {
      chord: before,
      words: `The 6th falls back to the fifth: ${formatChord(before, numbers)}.`,
    };
  const leading = leadingOf(chord, next ?? null, numbers);
  const third = alterOfFigure(before.figures, 3);
  const isSuspension = alterOfFigure(chord.figures, 3) === null;
  if (!leading || !isSuspension || third === null || third === thirdInKey(chord.root))
    return leading;
  const figures = leading.chord.figures.map((tone) =>
    tone.figure === 3 ? { ...tone, alter: third } : tone,
  );
  const resolved = { ...leading.chord, figures };
  const words = leading.words.replace(/: .*$/, `: ${formatChord(resolved, numbers)}.`);
  return { chord: resolved, words };
}

function replacedIn(before: NamedChord, chord: NamedChord): string {
  const suspended = chord.figures.filter(({ figure }) => figure === 2 || figure === 4);
  if (alterOfFigure(chord.figures, 3) === null && suspended.length > 0) {
    return `The ${suspended.map(({ figure }) => (figure === 2 ? '2nd' : '4th')).join(' and ')} in the place of the third.`;
  }
  const isLifted =
    hasFigure(before.figures, 5) && hasFigure(chord.figures, 6) && chord.figures.length === 3;
  if (isLifted) return 'The 6th in the place of the fifth.';
  if (chord.bass && !before.bass)
    return 'The 6th in the place of the fifth: the chord on it, over this root.';
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

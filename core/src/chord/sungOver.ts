import { degreeSemitones, type Degree } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import {
  alterOfFigure,
  figureSemitones,
  hasFigure,
  rootOf,
  type Chord,
  type NamedChord,
} from './chord.ts';
import { nameDegree } from './formatChord.ts';
import type { NumberStyle } from './reading.ts';
import { roleOf } from './tones.ts';

/**
 * What rubs where a note is sung over a chord, long or accented: only a half step or a minor ninth over one of its tones, but
 * for the b9 of a dominant; and a third that a suspension has taken away. Anything else is a tone of it or a good tension: 3
 * over 2m7 is its 9th (common practice, no published source). Null where nothing rubs.
 */
export function clashWith(
  chord: NamedChord,
  melody: Degree,
  numbers?: Partial<NumberStyle>,
): string | null {
  const { figures } = chord;
  const sung = semitonesOver(chord, melody);
  const name = `The sung ${nameDegree(melody, numbers)}`;
  const third = alterOfFigure(figures, 3);
  if (third === null && (sung === 4 || sung === 3) && isSuspended(chord))
    return `${name} is the third, which the suspension takes away.`;
  const below = figures.find((figure) => fold(sung - figureSemitones(figure), 12) === 1);
  if (!below) return null;
  const dominant = hasFigure(figures, 3) && alterOfFigure(figures, 7) === -1;
  if (dominant && sung === 1) return null;
  if (sung === 0 && below.figure === 7) return `${name} is the root, a half step over the maj7.`;
  return `${name} is a half step over its ${roleOf(below)}.`;
}

function isSuspended({ figures }: NamedChord): boolean {
  return figures.some(({ figure }) => figure === 2 || figure === 4);
}

/** Semitones of a sung note over the root of a chord, in one octave. */
function semitonesOver(chord: Chord, melody: Degree): number {
  return fold(degreeSemitones(melody) - degreeSemitones(rootOf(chord)), 12);
}

const tensions: Readonly<Record<number, string>> = {
  1: 'b9th',
  2: '9th',
  3: '#9th',
  5: '11th',
  6: '#11th',
  8: 'b13th',
  9: '13th',
  10: '7th',
  11: 'maj7',
};

/** What a sung note is over a chord that does not hold it: `9th`; null where it is one of its tones. */
export function tensionOf(chord: NamedChord, melody: Degree): string | null {
  const sung = semitonesOver(chord, melody);
  const isTone = chord.figures.some((figure) => figureSemitones(figure) === sung);
  return isTone ? null : (tensions[sung] ?? null);
}

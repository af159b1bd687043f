import { placeInLine, replaceWith, type Problem } from '../kit/result.ts';
import { degreeSemitones, formatDegree, toOwnTonic } from '../pitch/degree.ts';
import { fold } from '../pitch/note.ts';
import { alterOfFigure, hasFigure, type NamedChord } from './chord.ts';
import { formatChord } from './formatChord.ts';
import type { QualityToken } from './lexQuality.ts';
import { bareTriad, type NumberStyle } from './reading.ts';

interface ReadQuality {
  readonly tokens: readonly QualityToken[];
  readonly bare: boolean;
}

/** Clearer spellings of a chord that was accepted, where a band could read it two ways. */
export function chordHints(
  text: string,
  chord: NamedChord,
  quality: ReadQuality,
  style: NumberStyle,
): Problem[] {
  const hint = (message: string, ...texts: string[]): Problem => ({
    severity: 'hint',
    message: texts.length > 0 ? `${message} ${texts.join(' or ')}.` : message,
    place: placeInLine(0, text.length),
    repairs: texts.map(replaceWith),
  });
  const written = (other: Partial<NamedChord>) => formatChord({ ...chord, ...other }, style);
  const words = quality.tokens.filter(({ kind }) => kind !== 'open' && kind !== 'close');
  const hints: Problem[] = [];

  if (words.some(({ kind }) => kind === 'suspended') && words[0]?.kind === 'minor') {
    hints.push(hint('A suspension has no third, so m says nothing here:', written({})));
  }
  if (style.reading === 'in key') {
    hints.push(...inKeyHints(chord, quality, style, hint));
    if (quality.bare && hints.length > 0) return hints;
  }
  if (isBareNinth(words) && chord.root.alter === 0 && [1, 4].includes(chord.root.step)) {
    const added = chord.figures.filter(({ figure }) => figure !== 7);
    hints.push(
      hint('This is the dominant ninth, with b7. The 9th alone is', written({ figures: added })),
    );
  }
  if (words.length === 1 && words[0]!.kind === 'alteration' && words[0]!.figure === 11) {
    const withSeventh = [...chord.figures.slice(0, -1), { figure: 7, alter: 0 } as const];
    const figures = [...withSeventh, ...chord.figures.slice(-1)];
    hints.push(
      hint('This adds the #11 to the triad. With the major seventh it is', written({ figures })),
    );
  }
  if (/^[b#♭♯]*[1-7]4$/u.test(text))
    hints.push(
      hint(
        'This adds the 4th to the triad. In its third’s place it is',
        `${text.slice(0, -1)}sus4`,
      ),
    );
  return hints;
}

function isBareNinth(words: readonly QualityToken[]): boolean {
  return words.length === 1 && words[0]!.kind === 'figure' && words[0]!.figure === 9;
}

function inKeyHints(
  chord: NamedChord,
  quality: ReadQuality,
  style: NumberStyle,
  hint: (message: string, ...texts: string[]) => Problem,
): Problem[] {
  if (!quality.bare) return [];
  const { root, figures, bass } = chord;
  const third = alterOfFigure(figures, 3);
  if (root.alter > 0 && figures.length === 3 && third === 0) {
    const number = formatDegree(style.minor === 'own tonic' ? toOwnTonic(root) : root);
    return [
      hint(
        'A raised degree is read as a major chord. Often it is',
        `${number}dim7`,
        `${number}m7b5`,
      ),
    ];
  }
  const triad = bareTriad(root, style);
  if (triad === 'unsaid' || triad.third !== -1 || third !== -1) return [];

  const major = figures
    .filter(({ figure }) => figure !== 3 && figure !== 5)
    .concat({ figure: 3, alter: 0 }, { figure: 5, alter: 0 })
    .sort((one, other) => one.figure - other.figure);
  const asMajor = formatChord({ ...chord, figures: major }, style);
  if (bass && fold(degreeSemitones(bass) - degreeSemitones(root), 12) === 4) {
    return [
      hint('In key this is the minor chord over its own major third. The major chord is', asMajor),
    ];
  }
  if (hasFigure(figures, 13)) {
    return [hint('In key this keeps the minor third. The dominant is', asMajor)];
  }
  const ownFive = style.minor === 'own tonic' && root.step === 3 && root.alter === 0;
  if (ownFive && alterOfFigure(figures, 7) === -1) {
    return [hint('In key this is the minor chord on 5. The dominant is', asMajor)];
  }
  return [];
}

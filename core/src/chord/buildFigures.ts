import { quoted } from '../kit/result.ts';
import {
  figureSemitones,
  hasFigure,
  sortedFigures,
  type Figure,
  type FigureNumber,
  type Triad,
} from './chord.ts';
import { majorTriad, minorTriad, type BareTriad } from './reading.ts';
import type { QualityToken } from './lexQuality.ts';

/** Why a row of quality words makes no chord; `start` and `length` are in the quality. */
export interface QualityProblem {
  readonly message: string;
  readonly start: number;
  readonly length: number;
  /** Qualities that could be meant instead. */
  readonly instead: readonly string[];
  /** The first of them says the same. */
  readonly isSame?: boolean;
}

export type Built =
  | { readonly figures: readonly Figure[]; readonly bare: boolean }
  | { readonly problem: QualityProblem };

/** Words that say the triad themselves, so that the reading of bare numbers has no part in it. */
const triadWords: ReadonlySet<QualityToken['kind']> = new Set([
  'major',
  'minor',
  'diminished',
  'half-diminished',
  'augmented',
  'altered',
  'major seventh',
]);

/**
 * Puts the words of a quality together. `bareTriad` is what the number alone says.
 * An alteration of the ninth or thirteenth with no seventh named brings the dominant seventh along (5b9 is 57b9);
 * #5, #9, b9, #11, b13, alt, aug and maj7 force the major third.
 */
export function buildFigures(tokens: readonly QualityToken[], bareTriad: BareTriad): Built {
  const words = tokens.filter((token) => token.kind !== 'open' && token.kind !== 'close');
  const parenthesis = strayParenthesis(tokens);
  if (parenthesis) return stray(parenthesis, 'This parenthesis has no partner.', []);

  const power = words.length === 1 && words[0]!.kind === 'figure' && words[0]!.figure === 5;
  const named = words.some((word) => triadWords.has(word.kind));
  const keeps = bareTriad !== 'unsaid' && bareTriad.keeps;
  const forced = words.some((word) => isForcing(word, keeps ? raised : [...raised, ...dominant]));
  const silent = words.some((word) => word.kind === 'suspended' || word.kind === 'omitted');
  const bare = !named && !forced && !power;
  if (bare && !silent && bareTriad === 'unsaid') {
    return {
      problem: { message: 'unsaid', start: 0, length: 0, instead: ['m', 'M'] },
    };
  }
  const start = bare && bareTriad !== 'unsaid' ? bareTriad : majorTriad;
  return assemble(words, new Draft(power ? { third: null, fifth: 0 } : start), bare);
}

/** Alterations that a chord has with a major third only, and those that a dominant has. */
const raised = ['#5', '#9'];
const dominant = ['b9', '#11', 'b13'];

function isForcing(word: QualityToken, alterations: readonly string[]): boolean {
  if (word.kind !== 'alteration') return false;
  return alterations.includes(`${word.alter === 1 ? '#' : 'b'}${word.figure}`);
}

function assemble(words: readonly QualityToken[], draft: Draft, bare: boolean): Built {
  for (const [index, word] of words.entries()) {
    const refused = apply(word, index, words, draft);
    if (refused) return { problem: refused };
  }
  const figures = draft.finished();
  const message = whyNot(figures);
  if (!message) return { figures, bare };
  const start = words[0]?.start ?? 0;
  return { problem: { message, start, length: endOf(words) - start, instead: [] } };
}

/** Takes one word into the draft, or says why it cannot stand there. */
function apply(
  word: QualityToken,
  index: number,
  words: readonly QualityToken[],
  draft: Draft,
): QualityProblem | null {
  const misplaced = () =>
    strayProblem(word, `${quoted(word.text)} cannot stand after what is before it.`, []);
  switch (word.kind) {
    case 'major':
      return index === 0 ? null : misplaced();
    case 'minor':
      if (index > 0) return misplaced();
      draft.triad = minorTriad;
      return null;
    case 'diminished':
      if (index > 0) return misplaced();
      draft.triad = { third: -1, fifth: -1 };
      draft.diminished = true;
      return null;
    case 'half-diminished':
      if (index > 0) return misplaced();
      draft.triad = { third: -1, fifth: -1 };
      draft.seventh = -1;
      return null;
    case 'augmented':
      if (index > 0 && words[0]!.kind !== 'figure') {
        const message = 'A chord is either minor or augmented, not both.';
        const start = words[0]!.start;
        return { message, start, length: endOf([word]) - start, instead: ['m#5', 'aug'] };
      }
      draft.triad = { third: 0, fifth: 1 };
      return null;
    case 'altered':
      if (index > 0) return misplaced();
      draft.triad = { third: 0, fifth: null };
      draft.seventh = -1;
      draft.tones.push({ figure: 9, alter: -1 }, { figure: 9, alter: 1 });
      draft.tones.push({ figure: 11, alter: 1 }, { figure: 13, alter: -1 });
      return null;
    case 'major seventh':
      if (draft.stack || draft.seventh !== null) return misplaced();
      draft.seventh = 0;
      draft.stack = word.figure;
      return null;
    case 'figure':
      return applyFigure(word.figure, word, words, draft);
    case 'six-nine':
      if (draft.stack || draft.seventh !== null) return misplaced();
      draft.tones.push({ figure: 6, alter: 0 }, { figure: 9, alter: 0 });
      return null;
    case 'suspended':
      if (draft.suspensions.length > 0) return misplaced();
      draft.suspensions = word.figures;
      return null;
    case 'added':
      draft.tones.push({ figure: word.figure, alter: word.alter });
      return null;
    case 'omitted':
      draft.omitted.push(word.figure);
      return null;
    case 'alteration':
      draft.alter(word.figure, word.alter);
      return null;
    case 'open':
    case 'close':
      return null;
  }
}

function applyFigure(
  figure: FigureNumber,
  word: QualityToken,
  words: readonly QualityToken[],
  draft: Draft,
): QualityProblem | null {
  if (figure === 5) {
    if (words.length === 1) return null;
    return strayProblem(
      word,
      'The fifth is in the chord already; 5 alone makes a power chord.',
      [],
    );
  }
  if (figure === 2 || figure === 4 || figure === 6) {
    if (draft.stack) {
      return strayProblem(word, `After a seventh write add${figure}.`, [`add${figure}`]);
    }
    draft.tones.push({ figure, alter: 0 });
    return null;
  }
  if (draft.stack || draft.seventh !== null) {
    return strayProblem(word, `Two figures in a row: add${figure} adds one to the other.`, [
      `add${figure}`,
    ]);
  }
  if (draft.diminished && figure !== 7) {
    return strayProblem(word, 'A diminished chord takes a 7 only.', ['7']);
  }
  draft.seventh = draft.diminished ? -2 : -1;
  draft.stack = figure;
  return null;
}

/** A chord quality while it is put together. */
class Draft {
  triad: Triad;
  diminished = false;
  seventh: number | null = null;
  /** The highest figure named (7, 9, 11 or 13), which brings the ones below it. */
  stack: FigureNumber | null = null;
  suspensions: readonly (2 | 4)[] = [];
  readonly omitted: (3 | 5)[] = [];
  readonly tones: Figure[] = [];
  readonly #altered: Figure[] = [];

  constructor(triad: Triad) {
    this.triad = triad;
  }

  alter(figure: FigureNumber, alter: number): void {
    if (figure === 5) this.triad = { ...this.triad, fifth: alter };
    else this.#altered.push({ figure, alter });
  }

  finished(): Figure[] {
    const figures: Figure[] = [{ figure: 1, alter: 0 }];
    const add = (figure: FigureNumber, alter: number) => {
      if (!figures.some((tone) => tone.figure === figure && tone.alter === alter)) {
        figures.push({ figure, alter });
      }
    };
    const { third, fifth } = this.triad;
    if (third !== null && this.suspensions.length === 0 && !this.omitted.includes(3)) add(3, third);
    for (const figure of this.suspensions) add(figure, 0);
    if (fifth !== null && !this.omitted.includes(5)) add(5, fifth);
    const seventh = this.seventh ?? (this.#bringsSeventh() ? -1 : null);
    if (seventh !== null) add(7, seventh);
    for (const figure of stacked(this.stack)) {
      const replaced = this.#altered.some((tone) => tone.figure === figure);
      if (!replaced) add(figure, 0);
    }
    for (const tone of [...this.#altered, ...this.tones]) add(tone.figure, tone.alter);
    return sortedFigures(figures);
  }

  #bringsSeventh(): boolean {
    return this.#altered.some((tone) => tone.figure === 9 || tone.figure === 13);
  }
}

/** What a stacked figure brings: 11 the ninth, 13 the ninth but no eleventh (it would fight the third). */
function stacked(figure: FigureNumber | null): readonly FigureNumber[] {
  if (figure === 9) return [9];
  if (figure === 11) return [9, 11];
  return figure === 13 ? [9, 13] : [];
}

/** What keeps these figures from being one chord, as a sentence; null if nothing does. */
function whyNot(figures: readonly Figure[]): string | null {
  const rivals = rivalsIn(figures);
  if (rivals) {
    return `${nameOf(rivals[0])} and ${nameOf(rivals[1])} cannot both be in one chord; write only one of them.`;
  }
  const whole = hasFigure(figures, 3, -1) && hasFigure(figures, 5, -1);
  return hasFigure(figures, 7, -2) && !whole
    ? 'A diminished seventh stands over its own third and fifth; nothing can take their place.'
    : null;
}

/** Two figures that sound alike, or one figure both natural and altered, if there are such. */
function rivalsIn(figures: readonly Figure[]): readonly [Figure, Figure] | null {
  for (const [index, one] of figures.entries()) {
    const rival = figures.slice(index + 1).find((other) => {
      const natural = one.alter === 0 || other.alter === 0;
      const sameFigure = one.figure === other.figure && natural;
      return sameFigure || figureSemitones(one) === figureSemitones(other);
    });
    if (rival) return [one, rival];
  }
  return null;
}

function nameOf({ figure, alter }: Figure): string {
  return `${alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)}${figure}`;
}

function strayParenthesis(tokens: readonly QualityToken[]): QualityToken | null {
  const opened: QualityToken[] = [];
  for (const token of tokens) {
    if (token.kind === 'open') opened.push(token);
    else if (token.kind === 'close' && !opened.pop()) return token;
  }
  return opened[0] ?? null;
}

function endOf(words: readonly QualityToken[]): number {
  const last = words.at(-1);
  return last ? last.start + last.text.length : 0;
}

function strayProblem(
  word: QualityToken,
  message: string,
  instead: readonly string[],
): QualityProblem {
  return { message, start: word.start, length: word.text.length, instead };
}

function stray(word: QualityToken, message: string, instead: readonly string[]): Built {
  return { problem: strayProblem(word, message, instead) };
}

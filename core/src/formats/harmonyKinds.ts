import { sortedFigures, type Figure, type FigureNumber, figureNumbers } from '../chord/chord.ts';

/** How MusicXML writes the tones of a chord: a kind, and the degrees in which the chord differs from it. */
export interface HarmonyKind {
  readonly kind: string;
  readonly degrees: readonly HarmonyDegree[];
}

export interface HarmonyDegree {
  readonly value: number;
  readonly alter: number;
  readonly type: 'add' | 'alter' | 'subtract';
}

const third = (alter: number): Figure => ({ figure: 3, alter });
const fifth = (alter = 0): Figure => ({ figure: 5, alter });
const seventh = (alter: number): Figure => ({ figure: 7, alter });
const plain = (figure: FigureNumber): Figure => ({ figure, alter: 0 });
const root = plain(1);

/** The kinds of MusicXML 4.0 (kind-value) with their tones, as the standard lists them (from memory). */
const kinds: readonly (readonly [kind: string, figures: readonly Figure[]])[] = [
  ['major', [root, third(0), fifth()]],
  ['minor', [root, third(-1), fifth()]],
  ['augmented', [root, third(0), fifth(1)]],
  ['diminished', [root, third(-1), fifth(-1)]],
  ['dominant', [root, third(0), fifth(), seventh(-1)]],
  ['major-seventh', [root, third(0), fifth(), seventh(0)]],
  ['minor-seventh', [root, third(-1), fifth(), seventh(-1)]],
  ['diminished-seventh', [root, third(-1), fifth(-1), seventh(-2)]],
  ['augmented-seventh', [root, third(0), fifth(1), seventh(-1)]],
  ['half-diminished', [root, third(-1), fifth(-1), seventh(-1)]],
  ['major-minor', [root, third(-1), fifth(), seventh(0)]],
  ['major-sixth', [root, third(0), fifth(), plain(6)]],
  ['minor-sixth', [root, third(-1), fifth(), plain(6)]],
  ['dominant-ninth', [root, third(0), fifth(), seventh(-1), plain(9)]],
  ['major-ninth', [root, third(0), fifth(), seventh(0), plain(9)]],
  ['minor-ninth', [root, third(-1), fifth(), seventh(-1), plain(9)]],
  ['dominant-11th', [root, third(0), fifth(), seventh(-1), plain(9), plain(11)]],
  ['major-11th', [root, third(0), fifth(), seventh(0), plain(9), plain(11)]],
  ['minor-11th', [root, third(-1), fifth(), seventh(-1), plain(9), plain(11)]],
  ['dominant-13th', [root, third(0), fifth(), seventh(-1), plain(9), plain(11), plain(13)]],
  ['major-13th', [root, third(0), fifth(), seventh(0), plain(9), plain(11), plain(13)]],
  ['minor-13th', [root, third(-1), fifth(), seventh(-1), plain(9), plain(11), plain(13)]],
  ['suspended-second', [root, plain(2), fifth()]],
  ['suspended-fourth', [root, plain(4), fifth()]],
  ['power', [root, fifth()]],
];

/** The kind that says a chord with the fewest degrees besides. */
export function harmonyKind(figures: readonly Figure[]): HarmonyKind {
  let best: HarmonyKind | null = null;
  for (const [kind, base] of kinds) {
    const degrees = differences(figures, base);
    if (!best || degrees.length < best.degrees.length) best = { kind, degrees };
  }
  return best!;
}

function differences(figures: readonly Figure[], base: readonly Figure[]): HarmonyDegree[] {
  const found: HarmonyDegree[] = [];
  const has = (all: readonly Figure[], { figure, alter }: Figure) =>
    all.some((one) => one.figure === figure && one.alter === alter);
  for (const figure of base) {
    if (has(figures, figure)) continue;
    const instead = figures.find((one) => one.figure === figure.figure && !has(base, one));
    found.push(
      instead
        ? { value: figure.figure, alter: instead.alter - figure.alter, type: 'alter' }
        : { value: figure.figure, alter: 0, type: 'subtract' },
    );
  }
  const altered = new Set(found.filter(({ type }) => type === 'alter').map(({ value }) => value));
  for (const figure of figures) {
    if (has(base, figure)) continue;
    // One altered tone of a figure is said already; a second one (b9 and #9) is added.
    if (altered.delete(figure.figure)) continue;
    found.push({ value: figure.figure, alter: figure.alter - ownSeventh(figure), type: 'add' });
  }
  return found;
}

/** In MusicXML an added seventh is counted from the minor one. */
function ownSeventh({ figure }: { readonly figure: number }): number {
  return figure === 7 ? -1 : 0;
}

/** The tones that a kind and its degrees name; null for a kind that names no chord. */
export function figuresOf({ kind, degrees }: HarmonyKind): Figure[] | null {
  const base = kinds.find(([name]) => name === kind)?.[1];
  if (!base) return null;
  let figures = [...base];
  for (const { value, alter, type } of degrees) {
    const figure = figureNumbers.find((number) => number === value);
    if (figure === undefined || Math.abs(alter) > 2) return null;
    if (type === 'subtract') figures = figures.filter((one) => one.figure !== figure);
    else if (type === 'add') figures.push({ figure, alter: alter + ownSeventh({ figure }) });
    else if (figures.some((one) => one.figure === figure))
      figures = figures.map((one) =>
        one.figure === figure ? { figure, alter: one.alter + alter } : one,
      );
    else figures.push({ figure, alter: alter + ownSeventh({ figure }) });
  }
  return sortedFigures(figures);
}

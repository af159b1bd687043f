import { figureSemitones, type Figure, type FigureNumber } from './chord.ts';

/**
 * A chord that hands can hold, perhaps without some of its tones: what is left out is still heard as meant.
 * `mask` has a bit for every semitone above the root that sounds.
 */
export interface Template {
  readonly figures: readonly Figure[];
  readonly omitted: readonly FigureNumber[];
  readonly mask: number;
  /** The figure at each semitone above the root, sounding or not. */
  readonly at: readonly (Figure | undefined)[];
  /** How far-fetched the name is: 0 for a triad, more for every colour, alteration and omission. */
  readonly cost: number;
  /** A name that any player would use without thinking twice. */
  readonly plain: boolean;
  /** A complete dominant, whatever its colours: third and seventh sound over the root. */
  readonly dominant: boolean;
  readonly rootless: boolean;
}

/** An inversion or rootless chord that costs more than this is no name any more. */
export const farthest = 7;
/** A chord on its own root is named up to here, however odd: whoever wrote it meant it. */
export const farthestOnRoot = 14;

const none: readonly Template[] = [];
let built: readonly (readonly Template[])[] | null = null;

/** Every template whose sounding tones are exactly these semitones above a root, cheapest first. */
export function templatesOf(mask: number): readonly Template[] {
  built ??= buildVocabulary();
  return built[mask] ?? none;
}

type Alter = number | null;

function buildVocabulary(): Template[][] {
  const vocabulary: Template[][] = [];
  for (const figures of allFigureSets()) {
    for (const omitted of omissions(figures)) {
      const template = makeTemplate(figures, omitted);
      if (template.cost > farthestOnRoot) continue;
      const known = vocabulary[template.mask] ?? [];
      vocabulary[template.mask] = [...known, template]
        .sort((one, other) => one.cost - other.cost)
        .slice(0, 4);
    }
  }
  return vocabulary;
}

/** The chords of the grammar that a name can be made of; add2 and add9 are one here, since octaves change no name. */
function* allFigureSets(): Generator<readonly Figure[]> {
  yield [figure(1), figure(5)];
  for (const third of ['major', 'minor', 'sus2', 'sus4', 'sus24', 'none'] as const) {
    for (const fifth of [0, -1, 1]) {
      for (const seventh of [null, -1, 0, -2]) {
        for (const sixth of [false, true]) {
          for (const ninth of [[], [0], [-1], [1], [-1, 1]]) {
            for (const eleventh of [null, 0, 1]) {
              for (const thirteenth of [null, 0, -1]) {
                const set = figureSet(third, fifth, seventh, sixth, ninth, eleventh, thirteenth);
                if (set) yield set;
              }
            }
          }
        }
      }
    }
  }
}

const figure = (number: FigureNumber, alter = 0): Figure => ({ figure: number, alter });

/** The figures of one combination, or null where two of them are one key or the grammar has no such chord. */
function figureSet(
  third: 'major' | 'minor' | 'sus2' | 'sus4' | 'sus24' | 'none',
  fifth: number,
  seventh: Alter,
  sixth: boolean,
  ninth: readonly number[],
  eleventh: Alter,
  thirteenth: Alter,
): Figure[] | null {
  if (seventh === -2 && (third !== 'minor' || fifth !== -1)) return null;
  if (seventh === null && (thirteenth !== null || ninth.length > 1)) return null;
  if (third.startsWith('sus') && eleventh === 0) return null;
  // Without a major third under it, a #9 is heard as the minor third.
  if (third !== 'major' && ninth.includes(1)) return null;
  if (third === 'none' && seventh === null && !sixth) return null;
  const set = [figure(1)];
  if (third === 'sus2' || third === 'sus24') set.push(figure(2));
  if (third === 'major') set.push(figure(3));
  if (third === 'minor') set.push(figure(3, -1));
  if (third === 'sus4' || third === 'sus24') set.push(figure(4));
  set.push(figure(5, fifth));
  if (sixth) set.push(figure(6));
  if (seventh !== null) set.push(figure(7, seventh));
  for (const alter of ninth) set.push(figure(9, alter));
  if (eleventh !== null) set.push(figure(11, eleventh));
  if (thirteenth !== null) set.push(figure(13, thirteenth));
  const semitones = new Set(set.map(figureSemitones));
  return semitones.size === set.length ? set : null;
}

/**
 * What hands leave out: a plain fifth; the ninth under a 13th or 11th; the root, where third, seventh and a colour say the
 * chord; the third, where seventh and altered tones say it.
 */
function omissions(figures: readonly Figure[]): FigureNumber[][] {
  const has = (number: FigureNumber, alter?: number) =>
    figures.some((tone) => tone.figure === number && (alter === undefined || tone.alter === alter));
  const colours = figures.filter((tone) => tone.figure >= 9).length;
  const canLoseFifth = has(5, 0) && figures.length > 2;
  const canLoseNinth = has(9, 0) && has(7) && (has(13, 0) || has(11, 0));
  const canLoseRoot = has(3) && has(7) && colours > 0 && !has(7, -2);
  const choices: FigureNumber[][] = [[]];
  if (canLoseFifth) choices.push([5]);
  if (canLoseNinth) choices.push([9]);
  if (canLoseFifth && canLoseNinth) choices.push([5, 9]);
  const isHalfDiminished = has(3, -1) && has(5, -1) && has(7, -1) && figures.length === 4;
  const isAltered = has(3, 0) && has(7) && (has(9, -1) || has(11, 1));
  const canLoseThird = isHalfDiminished || isAltered;
  const losing = (figure: FigureNumber) => choices.map((omitted) => [figure, ...omitted]);
  return [...choices, ...(canLoseRoot ? losing(1) : []), ...(canLoseThird ? losing(3) : [])];
}

function makeTemplate(figures: readonly Figure[], omitted: readonly FigureNumber[]): Template {
  let mask = 0;
  const at: (Figure | undefined)[] = Array.from({ length: 12 });
  for (const tone of figures) {
    at[figureSemitones(tone)] = tone;
    if (!omitted.includes(tone.figure)) mask |= 1 << figureSemitones(tone);
  }
  const cost = costOf(figures) + omissionCost(figures, omitted);
  const odd = figures.some(
    ({ figure: number, alter }) => number >= 9 && alter !== 0 && !(number === 9 && alter === -1),
  );
  const hasRoot = !omitted.includes(1);
  const dominant = ['3:0', '7:-1'].every((wanted) =>
    figures.some(({ figure: number, alter }) => `${number}:${alter}` === wanted),
  );
  const plain = costOf(figures) <= 3 && !odd && hasRoot && !omitted.includes(3);
  return {
    figures,
    omitted,
    mask,
    at,
    cost,
    plain,
    dominant: dominant && hasRoot && !omitted.includes(3),
    rootless: !hasRoot,
  };
}

function omissionCost(figures: readonly Figure[], omitted: readonly FigureNumber[]): number {
  const coloured = figures.length > 3;
  const fifth = omitted.includes(5) ? (coloured ? 0.6 : 2) : 0;
  // A ninth that is not there costs less than one that is: 13 and m11 are said of both.
  const third = omitted.includes(3) ? 1.6 : 0;
  return fifth + third - (omitted.includes(9) ? 0.6 : 0) + (omitted.includes(1) ? 1.5 : 0);
}

/**
 * How far-fetched a chord is. The order is common practice (triads, then sevenths and suspensions, then stacked colours,
 * then alterations); the figures are ours, set so that the checks of the trade come out.
 */
function costOf(figures: readonly Figure[]): number {
  const alterOf = (number: FigureNumber): Alter =>
    figures.find((tone) => tone.figure === number)?.alter ?? null;
  const third = alterOf(3);
  const seventh = alterOf(7);
  const dominant = third === 0 && seventh === -1;
  const suspendedDominant = third === null && seventh === -1;
  let cost = 0;
  if (third === null && figures.length > 2) {
    cost += thirdlessCost(figures, alterOf(2), alterOf(4));
    // A triad over a bass is what one says of these: 1/4, 2m/5.
    if (alterOf(2) !== null && seventh !== null) cost += 1;
    if (seventh === 0) cost += 1;
  }
  const fifth = alterOf(5);
  const diminished = third === -1 && fifth === -1;
  if (fifth === -1) cost += diminished ? 0.6 : 4;
  // What is laid over a diminished triad makes another chord of it.
  if (diminished && seventh === null && figures.length > 3) cost += 2;
  if (fifth === 1) cost += third === 0 ? (dominant ? 2.2 : 1.5) : 5;
  if (seventh !== null) cost += third === -1 && seventh === 0 ? 1.5 : 0.5;
  if (alterOf(6) !== null) cost += sixthCost(third, fifth, seventh);
  for (const { figure: number, alter } of figures) {
    if (number === 9) cost += ninthCost(alter, dominant || suspendedDominant, seventh);
    if (number === 11 && alter === 0) cost += third === -1 ? (seventh === null ? 1.3 : 0.8) : 3;
    if (number === 11 && alter === 1) cost += third === 0 ? 1.5 : 5;
    if (number === 13 && alter === 0) cost += thirteenthCost(third, seventh);
    if (number === 13 && alter === -1) cost += dominant || suspendedDominant ? 2 : 4;
  }
  const skipsNinth = alterOf(9) === null && (alterOf(13) !== null || alterOf(11) === 0);
  return skipsNinth ? cost + 0.5 : cost;
}

/** One note in the place of the third, two of them, or an empty place; root, fifth and seventh are a stock left hand. */
function thirdlessCost(figures: readonly Figure[], second: Alter, fourth: Alter): number {
  if (second === null && fourth === null) return figures.length === 3 ? 2 : 3.5;
  return second !== null && fourth !== null ? 3 : 1;
}

function sixthCost(third: Alter, fifth: Alter, seventh: Alter): number {
  if (third === null || fifth !== 0) return 3;
  if (seventh === null) return 1.1;
  return third === -1 && seventh === 0 ? 1.2 : 3;
}

/** Over a minor chord with a major seventh it is called a sixth. */
function thirteenthCost(third: Alter, seventh: Alter): number {
  if (third === -1 && seventh === 0) return 1.6;
  return seventh === -1 && third !== -1 ? 0.7 : 1.2;
}

function ninthCost(alter: number, dominant: boolean, seventh: Alter): number {
  if (alter === 0) return seventh === null ? 0.8 : 0.7;
  return dominant ? 1.5 : 5;
}

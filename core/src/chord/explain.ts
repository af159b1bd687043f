import { listed } from '../kit/words.ts';
import { degreeOfSemitones, degreeSemitones, sameDegree, type Degree } from '../pitch/degree.ts';
import { fold, withSigns } from '../pitch/note.ts';
import {
  alterOfFigure,
  bassOf,
  figureSemitones,
  hasFigure,
  type Figure,
  type FigureNumber,
  type NamedChord,
} from './chord.ts';
import { nameDegree } from './formatChord.ts';
import type { Member } from './member.ts';
import { plainStyle, type NumberStyle } from './reading.ts';
import { roleOf } from './tones.ts';

/** One sentence that says how the notes make the first of these names, and which other names they have. */
export function explain(
  members: readonly Member[],
  rootless: boolean,
  layers: string | null,
  numbers: Partial<NumberStyle> = {},
): string {
  const [first, ...others] = members;
  const said =
    first!.chord.kind === 'named'
      ? explainNamed(first!, first!.chord, rootless, layers, { ...plainStyle, ...numbers })
      : explainStack(first!);
  const more = others
    .filter((one) => isSaid(one, first!))
    .slice(0, 3)
    .map(({ numbers: name, omitted }) => name + without(omitted));
  const isDiminished = first!.chord.kind === 'named' && hasFigure(first!.chord.figures, 7, -2);
  const all =
    more.length > 0 && !isDiminished ? `${said} The same notes: ${more.join(', ')}.` : said;
  return withSigns(all, numbers.signs ?? 'typed');
}

/**
 * Whether somebody would say a name beside the first one: with no double sign, with nothing left out but a fifth or a root,
 * with one thing in the place of the third, and with the bass spelled as there.
 */
function isSaid({ chord, numbers, omitted }: Member, first: Member): boolean {
  const bass = bassOf(chord);
  const known = bassOf(first.chord);
  const isOtherSpelling = !sameDegree(bass, known) && soundsAs(bass, known);
  return (
    !/##|bb|sus2sus4|omit|no[59]|(?:7|9|11|13)\)?add/.test(numbers) &&
    omitted.every((figure) => figure === 5 || figure === 1) &&
    !isOtherSpelling
  );
}

const soundsAs = (one: Degree, other: Degree) =>
  fold(degreeSemitones(one) - degreeSemitones(other), 12) === 0;

function explainStack({ chord, numbers }: Member): string {
  if (chord.kind !== 'stack') return numbers;
  const { degrees, bass } = chord;
  const areFourths = degrees
    .slice(1)
    .every((degree, below) => soundsUp(degrees[below]!, degree) === 5);
  const how = areFourths ? 'each a fourth above the one below' : 'one above the other as written';
  return `${numbers}: ${degrees.length} notes, ${how}${bass ? ', over a bass' : ''}.`;
}

const soundsUp = (from: Degree, to: Degree) =>
  fold(degreeSemitones(to) - degreeSemitones(from), 12);

function explainNamed(
  { omitted, numbers }: Member,
  chord: NamedChord,
  rootless: boolean,
  layers: string | null,
  style: NumberStyle,
): string {
  const { figures, root, bass } = chord;
  const rootName = nameDegree(root, style);
  if (rootless) {
    if (layers) return `${capital(layers)}: ${numbers} without its root, ${rootName}.`;
    const sounding = figures.filter(({ figure }) => !omitted.includes(figure)).map(roleOf);
    return `${numbers} without its root: ${listed(sounding)} sound, ${rootName} is left to the bass.`;
  }
  const lack = omitted.length > 0 ? `, without its ${listed(omitted.map(wordOf))}` : '';
  if (layers) return `${capital(layers)}: ${numbers}${lack}.`;
  if (hasFigure(figures, 7, -2)) {
    const dominants = figures.map(
      (figure) => `${nameDegree(degreeBelow(root, figure), style)}(7b9)`,
    );
    return `Diminished seventh on ${rootName}: each of its notes can be the root, and it is also ${listed(dominants, 'or')} without the root.`;
  }
  const kind = kindOf(figures);
  if (!bass) return `${capital(kind)} on ${rootName}${lack}.`;
  const low = figures.find(
    (figure) => figureSemitones(figure) === fold(degreeSemitones(bass) - degreeSemitones(root), 12),
  );
  const bassName = nameDegree(bass, style);
  return low
    ? `${capital(kind)} on ${rootName} with its ${roleOf(low)}, ${bassName}, in the bass${lack}.`
    : `${capital(kind)} on ${rootName} over ${bassName}, which is no tone of it${lack}.`;
}

/** The chord in words: `minor seventh chord`, `suspended dominant ninth`, `dominant with #5 and #9`. */
function kindOf(figures: readonly Figure[]): string {
  const third = alterOfFigure(figures, 3);
  const fifth = alterOfFigure(figures, 5);
  const seventh = alterOfFigure(figures, 7);
  const top = Math.max(
    ...figures
      .filter(({ alter, figure }) => alter === 0 || figure === 7)
      .map(({ figure }) => figure),
  );
  const altered = figures.filter(
    ({ figure, alter }) =>
      alter !== 0 && (figure >= 9 || (figure === 5 && !(third === -1 && alter === -1))),
  );
  const withAltered = altered.length > 0 ? ` with ${listed(altered.map(roleOf))}` : '';
  const extension = seventh !== null && top > 7 ? ` ${ordinals[top] ?? 'seventh'}` : ' seventh';
  if (third === null) {
    const held = figures.filter(({ figure }) => figure === 2 || figure === 4).map(roleOf);
    if (figures.length === 2) return 'power chord';
    const over =
      seventh === -1 ? `dominant${extension}` : seventh === 0 ? `major${extension}` : 'chord';
    if (held.length === 0) return `${over} without a third${withAltered && `,${withAltered}`}`;
    return `suspended ${over}, the ${listed(held)} in place of the third${withAltered && `,${withAltered}`}`;
  }
  if (third === -1 && fifth === -1 && seventh !== 0) {
    return seventh === null ? 'diminished triad' : `half-diminished${extension} chord`;
  }
  const mode = third === 0 ? 'major' : 'minor';
  if (seventh === null) {
    const added = figures
      .filter(({ figure }) => figure > 5 || figure === 2 || figure === 4)
      .map(roleOf);
    const triad = fifth === 1 && third === 0 ? 'augmented triad' : `${mode} triad${withAltered}`;
    const natural = added.filter((role) => !/[b#]/.test(role));
    return natural.length > 0
      ? `${triad}${withAltered ? ' and' : ' with'} the ${listed(natural)}`
      : triad;
  }
  if (third === 0 && seventh === -1) return `dominant${extension}${withAltered}`;
  if (third === -1 && seventh === 0) return `minor chord with a major seventh${withAltered}`;
  return `${mode}${extension} chord${withAltered}`;
}

const ordinals: Readonly<Record<number, string>> = { 9: 'ninth', 11: 'eleventh', 13: 'thirteenth' };

/** The root of the 7b9 chord whose third, fifth, seventh or b9 this figure of a diminished seventh is: a half step below it. */
function degreeBelow(root: Degree, figure: Figure): Degree {
  return degreeOfSemitones(degreeSemitones(root) + figureSemitones(figure) - 1);
}

function wordOf(figure: FigureNumber): string {
  return roleOf({ figure, alter: 0 });
}

function without(omitted: readonly FigureNumber[]): string {
  return omitted.length > 0 ? ` without its ${listed(omitted.map(wordOf))}` : '';
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

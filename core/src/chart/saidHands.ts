import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import { dynamics, type Dynamic } from './texture.ts';

/*
 * What a chart or a player says of the hands of a section. The names are those that a player types; what they mean for ten
 * fingers is the business of `hands/`. Common practice, no published source.
 */

/** The schools of playing: what kinds of hand shapes a player likes, and how much the hands may move for them. */
export const schools = [
  'block and plain',
  'open and low',
  'shell and rootless',
  'stacks of fourths',
  'full and fat',
  'beginner',
] as const;
export type School = (typeof schools)[number];
/** The school of who says nothing, over a chart that says nothing. */
export const usualSchool: School = 'block and plain';

/** Shapes of the left hand that a player asks for, counted from the chord's root: the seventh is the chord's own, else the key's. */
export const leftShapes = [
  '1',
  '1-5',
  '1-8',
  '1-5-8',
  '1-7',
  '1-5-7',
  '1-10',
  '1-5-10',
  '1-3-5',
  '3-5-1',
  '5-1-3',
] as const;
export type LeftShape = (typeof leftShapes)[number];

/** What the left hand should hold throughout, and what where that cannot be. */
export interface LeftWish {
  readonly shape: LeftShape;
  readonly orElse: LeftShape | null;
}

/** Ways of the right hand that a player asks for throughout a section. */
export const rightWays = [
  'root position',
  'lowest again on top',
  'highest again below',
  'climbing',
  'bells',
] as const;
export type RightWay = (typeof rightWays)[number];

/** What the right hand should do throughout: a way that every player knows, or one of the song's own shapes by its name. */
export type RightWish =
  | { readonly kind: 'way'; readonly way: RightWay }
  | { readonly kind: 'shape'; readonly name: string };

/** When the pedal goes down anew: with each chord, with each bar, where the bass changes; or never (common practice, no published source). */
export const pedallings = ['each chord', 'each bar', 'with the bass', 'none'] as const;
export type Pedalling = (typeof pedallings)[number];

/** What is said of the hands of a section: null where the song decides, or the search. */
export interface SaidHands {
  readonly school: School | null;
  readonly left: LeftWish | null;
  readonly right: RightWish | null;
  readonly loudness: Dynamic | null;
  readonly pedalling: Pedalling | null;
  /** Octaves that it is played higher or, negative, lower. */
  readonly octaves: number | null;
}

export const nothingSaidOfHands: SaidHands = {
  school: null,
  left: null,
  right: null,
  loudness: null,
  pedalling: null,
  octaves: null,
};

/** What is said first counts; what it leaves open, the others say. */
export function saidFirst(first: SaidHands, ...others: readonly SaidHands[]): SaidHands {
  return others.reduce(
    (said, other) => ({
      school: said.school ?? other.school,
      left: said.left ?? other.left,
      right: said.right ?? other.right,
      loudness: said.loudness ?? other.loudness,
      pedalling: said.pedalling ?? other.pedalling,
      octaves: said.octaves ?? other.octaves,
    }),
    first,
  );
}

/** The names of the lines that say something of the hands, in the order in which they are printed. */
export const handsLines = [
  'school',
  'left shape',
  'right shape',
  'octave',
  'loudness',
  'pedalling',
] as const;
export type HandsLine = (typeof handsLines)[number];

/** The part of what is said that a line says. */
const partOfLine = {
  school: 'school',
  'left shape': 'left',
  'right shape': 'right',
  octave: 'octaves',
  loudness: 'loudness',
  pedalling: 'pedalling',
} as const satisfies Record<HandsLine, keyof SaidHands>;

/** The line of what is said of the hands that a word before a colon names; null where it names none. */
export function handsLineNamed(word: string): HandsLine | null {
  const name = word.trim().toLowerCase().replace(/\s+/g, ' ');
  return handsLines.find((line) => line === name) ?? null;
}

const octaveWords: Readonly<Record<string, number>> = {
  'two down': -2,
  down: -1,
  up: 1,
  'two up': 2,
};

/** What may stand after the colon of such a line, besides a shape of the song's own. */
export const handsLineValues: Readonly<Record<HandsLine, readonly string[]>> = {
  school: schools,
  'left shape': leftShapes,
  'right shape': rightWays,
  octave: Object.keys(octaveWords),
  loudness: dynamics,
  pedalling: pedallings,
};

/**
 * Reads what stands after the colon of such a line: `1-5-10 else 1-5` after `left shape:`, a way or the name of a shape in
 * quotation marks after `right shape:`, `up`, `down`, `two up`, `two down` after `octave:`, a way of the pedal after `pedalling:`. Nothing at all takes it back.
 */
export function readHandsLine(line: HandsLine, value: string, said: SaidHands): Result<SaidHands> {
  const typed = value.trim().replace(/\s+/g, ' ');
  const take = (part: Partial<SaidHands>) => success({ ...said, ...part });
  if (typed === '') return take({ [partOfLine[line]]: null });
  const lower = typed.toLowerCase();
  switch (line) {
    case 'school': {
      const school = schools.find((one) => one === lower);
      return school ? take({ school }) : unknown(value, typed, 'school', schools);
    }
    case 'left shape': {
      const [shape, orElse, ...more] = lower.split(/ else /).map((one) => one.trim());
      const known = (name: string | undefined) => leftShapes.find((one) => one === name);
      const wanted = known(shape);
      if (!wanted || (orElse !== undefined && !known(orElse)) || more.length > 0)
        return unknown(value, typed, 'shape of the left hand', leftShapes, wanted ?? null);
      return take({ left: { shape: wanted, orElse: known(orElse) ?? null } });
    }
    case 'right shape': {
      const way = rightWays.find((one) => one === lower);
      if (way) return take({ right: { kind: 'way', way } });
      const name = /^["“](?<name>[^"“”]{1,40})["”]$/u.exec(typed)?.groups?.['name']?.trim();
      return name
        ? take({ right: { kind: 'shape', name } })
        : unknown(value, typed, 'way of the right hand', rightWays);
    }
    case 'octave': {
      const octaves = octaveWords[lower];
      return octaves === undefined
        ? unknown(value, typed, 'octave', Object.keys(octaveWords))
        : take({ octaves });
    }
    case 'loudness': {
      const loudness = dynamics.find((one) => one === lower);
      return loudness ? take({ loudness }) : unknown(value, typed, 'loudness', dynamics);
    }
    case 'pedalling': {
      const pedalling = pedallings.find((one) => one === lower);
      return pedalling ? take({ pedalling }) : unknown(value, typed, 'pedalling', pedallings);
    }
  }
}

function unknown(
  value: string,
  typed: string,
  what: string,
  choices: readonly string[],
  known: string | null = null,
): Result<never> {
  const own = what.startsWith('way')
    ? ', or a shape of the song by its name in quotation marks'
    : '';
  const orElse = what.startsWith('shape') ? '; “else” and another may follow' : '';
  return failure({
    severity: 'problem',
    message: `${quoted(typed)} is no ${what}. There are ${choices.join(', ')}${own}${orElse}.`,
    place: placeInLine(value.length - value.trimStart().length, typed.length),
    repairs: (known ? [known] : nearest(typed.toLowerCase(), choices)).map(replaceWith),
  });
}

/** The three that begin most like what was typed; where none does, the first ones. */
function nearest(typed: string, choices: readonly string[]): string[] {
  const alike = (one: string) => {
    let count = 0;
    while (count < one.length && one[count] === typed[count]) count += 1;
    return 10 * count - Math.abs(one.length - typed.length);
  };
  const near = choices.filter((one) => one[0] === typed[0]);
  if (near.length === 0) return choices.slice(0, 3);
  return near.sort((one, other) => alike(other) - alike(one)).slice(0, 3);
}

/** What is said of the hands as lines of a chart, one for each that says something. */
export function printHandsLines(said: SaidHands): string[] {
  return handsLines.flatMap((line) => {
    const value = printHandsLine(line, said);
    return value === null ? [] : [`${line}: ${value}`];
  });
}

/** What a line says of the hands; null where it says nothing. */
export function printHandsLine(line: HandsLine, said: SaidHands): string | null {
  const { school, left, right, loudness, pedalling, octaves } = said;
  switch (line) {
    case 'school':
      return school;
    case 'left shape':
      return left && left.shape + (left.orElse ? ` else ${left.orElse}` : '');
    case 'right shape':
      return right && (right.kind === 'way' ? right.way : `“${right.name}”`);
    case 'octave':
      return Object.keys(octaveWords).find((words) => octaveWords[words] === octaves) ?? null;
    case 'loudness':
      return loudness;
    case 'pedalling':
      return pedalling;
  }
}

import { formatChord } from '../chord/formatChord.ts';
import type { Grade } from '../chord/colourForms.ts';
import type { Chord, NamedChord } from '../chord/chord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { eighth, ticksPerQuarter, type Ticks } from '../kit/ticks.ts';
import { degreeOfSemitones, degreeSemitones } from '../pitch/degree.ts';
import { formatKey, liftBetween, type Key } from '../pitch/key.ts';
import { fold } from '../pitch/note.ts';
import { chordOver, chordsOf, formulaOver } from './formula.ts';
import type { MoveChord } from './move.ts';

/** A way into another key, in the degrees of the one it leaves. */
export interface LiftWay {
  readonly id: string;
  readonly name: string;
  readonly kind: 'lift';
  readonly grade: Grade;
  /** What is played before it; none where one goes straight there. */
  readonly chords: readonly MoveChord[];
  readonly why: string;
}

export interface LiftWishes {
  /** Quarters that the chords before the lift take together. */
  readonly beats: number;
  /** The chord that it lands on, in the degrees of the new key; its home where nothing is said. */
  readonly target?: Chord;
  /** How numbers are said. */
  readonly numbers?: Partial<NumberStyle>;
}

/** Ways as data, in the degrees of the new key (common practice, no published source). */
const ways: readonly {
  readonly id: string;
  readonly name: string;
  readonly grade: Grade;
  /** The chords it lands on; any where nothing is said. */
  readonly lands?: string;
  readonly chords: string;
  readonly why: string;
}[] = [
  {
    id: 'by 4/5',
    name: 'By {chords}',
    grade: 'warm',
    lands: '1 6m 4',
    chords: '4/5',
    why: 'The soft five of the new key: its four sounds over its five, and everybody hears where it goes.',
  },
  {
    id: 'by 67',
    name: 'By the five of {lands}',
    grade: 'warm',
    lands: '2m',
    chords: '67',
    why: 'It lands on the two of the new key, by the five of that.',
  },
  {
    id: 'by 5sus',
    name: 'By a held five',
    grade: 'warm',
    lands: '1 6m 4',
    chords: '5sus4',
    why: 'The five of the new key with its fourth held: it waits for home.',
  },
  {
    id: 'by 2m7/5',
    name: 'By {chords}',
    grade: 'rich',
    lands: '1 6m 4',
    chords: '2m7/5',
    why: 'The softest five of the new key, with its fifth.',
  },
  {
    id: 'by two five',
    name: 'By two and five',
    grade: 'rich',
    lands: '1',
    chords: '2m7 57',
    why: 'The two and the five of the new key.',
  },
  {
    id: 'by two five of 6m',
    name: 'By two and five of {lands}',
    grade: 'rich',
    lands: '6m',
    chords: '7m7b5 37',
    why: 'The two and the five of the minor home of the new key.',
  },
  {
    id: 'by two five of 2m',
    name: 'By two and five of {lands}',
    grade: 'rich',
    lands: '2m',
    chords: '3m7b5 67',
    why: 'The two and the five of the chord it lands on.',
  },
];

/** The chords by which one lifts into a home, the usual first, in the numbers of the new key: `4/5`, `2m7 57`. */
export const liftFormulas: readonly string[] = ways
  .filter(({ lands }) => lands?.split(' ').includes('1'))
  .map(({ chords }) => chords);

/** The triads of a major key, by what they are on the way to its five: the best pivot first. */
const pivots = '2m 4 6m 1 3m 5';

/**
 * Ways to lift the music from one key to another, the usual first: by a five of the new key, by a chord that both have, by half
 * steps, straight. Chords are in the degrees of the key that is left: up a half step 4/5 is `b5/b6`.
 * @returns none for two keys with the same home
 */
export function planLift(from: Key, to: Key, { beats, target, numbers }: LiftWishes): LiftWay[] {
  const by = liftBetween(from, to);
  if (by === 0 || beats <= 0) return [];
  const home = degreeOfSemitones(by);
  const [lands, key] = [target ?? chordsOf('1')[0]!, formatKey(to, 'printed')];
  const timed = (chords: readonly NamedChord[]) => inTime(chords, beats * ticksPerQuarter);
  const said = (chords: readonly Chord[]) =>
    chords.map((chord) => formatChord(chord, numbers)).join(' ');
  const known = ways
    .filter((way) => !way.lands || way.lands.split(' ').includes(triadOf(lands)))
    .map(({ id, name, grade, chords, why }): LiftWay => ({
      id,
      name: name
        .replace('{chords}', said(chordsOf(chords)))
        .replace('{lands}', formatChord(lands, numbers)),
      kind: 'lift',
      grade,
      chords: timed(formulaOver(home, chords)),
      why,
    }));
  const pivot = pivotOf(by);
  const slid = timed(fivesUpTo(by));
  const straight: LiftWay = {
    id: 'straight',
    name: 'Straight there',
    kind: 'lift',
    grade: 'plain',
    chords: [],
    why: `Nothing is said before: ${key} is simply there. Strong after a stop.`,
  };
  return [
    ...known.filter((way) => way.chords.length > 0),
    ...(pivot && timed([pivot, pivot]).length > 0
      ? [
          {
            id: 'pivot',
            name: 'By a chord of both keys',
            kind: 'lift' as const,
            grade: 'warm' as const,
            chords: timed([pivot, chordOver(home, chordsOf('57')[0]!)]),
            why: `${formatChord(pivot, numbers)} is at home in both keys; then comes the five of ${key}.`,
          },
        ]
      : []),
    ...(slid.length > 0 && Math.abs(by) <= mostSlid
      ? [
          {
            id: 'chromatic',
            name: 'By half steps',
            kind: 'lift' as const,
            grade: 'altered' as const,
            chords: slid,
            why: `The five slides by half steps to that of ${key}.`,
          },
        ]
      : []),
    straight,
  ];
}

/** Farther than this nobody slides, in half steps. */
const mostSlid = 3;

/** Chords that share a time by eighths, the last one longest; none where there is no time for each. */
function inTime(chords: readonly NamedChord[], ticks: Ticks): MoveChord[] {
  const each = Math.floor(ticks / chords.length / eighth) * eighth;
  if (each === 0) return [];
  return chords.map((chord, index) => ({
    chord,
    ticks: index < chords.length - 1 ? each : ticks - each * (chords.length - 1),
  }));
}

/** A chord by its triad in the root position, for which a way is meant. */
function triadOf(chord: Chord): string {
  if (chord.kind !== 'named') return '';
  const figures = chord.figures.filter(({ figure }) => figure <= 5);
  return formatChord({ ...chord, figures, bass: null });
}

/** The best chord that is a triad of both keys, in the degrees of the one that is left; null where they share none. */
function pivotOf(by: number): NamedChord | null {
  const own = chordsOf(pivots);
  const sounds = ({ root, figures }: NamedChord, over: number) =>
    `${fold(degreeSemitones(root) + over, 12)} ${figures.some(({ figure, alter }) => figure === 3 && alter === -1)}`;
  const old = new Map(own.map((chord) => [sounds(chord, 0), chord]));
  const found = own.find((chord) => chord !== own.at(-1) && old.has(sounds(chord, by)));
  return found ? old.get(sounds(found, by))! : null;
}

/** The sevenths from the old five to the new one, by half steps the nearer way. */
function fivesUpTo(by: number): NamedChord[] {
  const [five] = chordsOf('57');
  const sign = Math.sign(by);
  return Array.from({ length: Math.abs(by) + 1 }, (_, step) => ({
    ...five!,
    root: degreeOfSemitones(7 + sign * step),
  }));
}

import { bassOf, rootOf, type Chord, type NamedChord } from '../chord/chord.ts';
import { formatChord } from '../chord/formatChord.ts';
import { pitchClassesOf } from '../chord/tones.ts';
import { degreeSemitones, sameDegree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { fold } from '../pitch/note.ts';
import { chordsOf } from './formula.ts';

/**
 * What stands over a bass on its way, by half steps over home, the usual first (common practice, no published source). A
 * chord that is held on while its bass walks down is found by itself.
 */
const over: Readonly<Record<number, string>> = {
  0: '1 4/1',
  2: '2m 5/2 57/2',
  4: '1/3 3m',
  5: '4 2m/4 57/4',
  7: '1/5 5',
  9: '6m 4/6',
  11: '5/7 57/7',
};
/** Between the degrees of the key a line has other chords on its way up than on its way down. */
const up: Readonly<Record<number, string>> = {
  1: '6/#1 #1dim7',
  3: '7/#2 #2dim7',
  6: '2/#4 #4dim7',
  8: '3/#5 #5dim7',
};
const down: Readonly<Record<number, string>> = {
  3: 'b3dim7',
  6: '#4m7b5',
  8: '4m/b6',
  10: '17/b7',
};
/** What a note costs that is not in the key, and a chord that is not the first over its bass. */
const prices = {
  outside: 3,
  second: 1.5,
  held: 0.2,
  sameRoot: 4,
  sameAgain: 6,
  movement: 0.4,
} as const;
const isInKey = (note: number) => note in over;

/** Rows of bass notes are looked at up to so many half steps, and so many rows are given. */
const farthest = 12;
const mostRows = 6;
/** Beyond the plainest line so many notes more may come between. */
const mostExtra = 1;

export interface BassLineWishes {
  readonly direction?: 'up' | 'down';
  /** How many chords come between the two; where nothing is said as many as the shortest line has, or one more. */
  readonly steps?: number;
}

interface Row {
  readonly chords: readonly NamedChord[];
  readonly cost: number;
}

/**
 * Lines on which the bass walks by steps from one chord to another, the best chord over each note; plainest first.
 * @returns whole rows, both ends among them; none where the basses are a step apart or the same
 */
export function bassLines(
  from: Chord,
  to: Chord,
  key: Key,
  { direction, steps }: BassLineWishes = {},
): Chord[][] {
  const start = degreeSemitones(bassOf(from));
  const apart = fold(degreeSemitones(bassOf(to)) - start, 12);
  const ways = [
    ...(direction === 'down' ? [] : [apart === 0 ? 12 : apart]),
    ...(direction === 'up' ? [] : [(apart === 0 ? 12 : apart) === 12 ? -12 : apart - 12]),
  ].filter((way) => Math.abs(way) <= farthest);
  const isStep = [1, 2, 10, 11].includes(apart);
  if (isStep && direction === undefined && steps === undefined) return [];
  const lines = ways.flatMap((way) => notesBetween(start, way).map((notes) => ({ way, notes })));
  const fewest = Math.min(...lines.map(({ notes }) => notes.length).filter(Boolean));
  const shortest = lines.filter(({ notes }) => notes.length === fewest);
  const isWanted = ({ way, notes }: (typeof lines)[number]) =>
    steps === undefined
      ? notes.length === fewest ||
        (notes.length === fewest + mostExtra && shortest.some((one) => one.way === way))
      : notes.length === steps;
  return lines
    .filter(isWanted)
    .flatMap(({ way, notes }) => bestOver(notes, way > 0 ? up : down, from, to, key) ?? [])
    .sort((one, other) => one.cost - other.cost)
    .slice(0, mostRows)
    .map(({ chords }) => [from, ...chords, to]);
}

/** The bass notes on the way, by half and whole steps, in half steps over home; those of the key and between them. */
function notesBetween(start: number, way: number): number[][] {
  const sign = Math.sign(way);
  const lines: number[][] = [];
  const walk = (at: number, line: readonly number[]) => {
    const left = Math.abs(way) - at;
    if (left <= 2 && left > 0) lines.push([...line]);
    for (const step of [1, 2]) {
      if (at + step >= Math.abs(way)) continue;
      const note = fold(start + sign * (at + step), 12);
      if (!isInKey(note) && !(note in (sign > 0 ? up : down))) continue;
      // Two notes outside of the key in a row lose it.
      const last = line.at(-1);
      if (!isInKey(note) && last !== undefined && !isInKey(last)) continue;
      walk(at + step, [...line, note]);
    }
  };
  walk(0, []);
  return lines;
}

/** The chords over a line of bass notes that say it most plainly. */
function bestOver(
  line: readonly number[],
  between: Readonly<Record<number, string>>,
  from: Chord,
  to: Chord,
  key: Key,
): Row | null {
  let rows: (Row & { readonly last: Chord })[] = [{ chords: [], cost: 0, last: from }];
  for (const note of line) {
    const outside = isInKey(note) ? 0 : prices.outside;
    const usual = chordsOf((over[note] ?? between[note])!);
    rows = [...usual.entries(), [usual.length, null] as const].flatMap(([place, chord]) => {
      const reached = rows.flatMap((row) => {
        // Held on is what stands at the beginning: later on the bass goes with its chords.
        const own = chord ?? (row.last === from ? heldOver(usual[0]!, from) : null);
        if (!own) return [];
        const price = chord ? prices.second * place : prices.held;
        const cost = row.cost + outside + price + stepPrice(row.last, own, key, !chord);
        return [{ chords: [...row.chords, own], cost, last: own }];
      });
      return cheapest(reached) ?? [];
    });
  }
  return cheapest(
    rows.map((row) => ({ ...row, cost: row.cost + stepPrice(row.last, to, key, false) })),
  );
}

function cheapest<One extends Row>(rows: readonly One[]): One | null {
  return rows.reduce<One | null>((best, row) => (best && best.cost <= row.cost ? best : row), null);
}

/** A minor chord in root position, held on while its bass walks to its seventh: `6m 6m/5`. */
function heldOver(usual: NamedChord, last: Chord): NamedChord | null {
  if (last.kind !== 'named' || last.bass) return null;
  const isMinor = last.figures.some(({ figure, alter }) => figure === 3 && alter === -1);
  const isFifth = last.figures.some(({ figure, alter }) => figure === 5 && alter === 0);
  const bass = bassOf(usual);
  const below = fold(degreeSemitones(last.root) - degreeSemitones(bass), 12);
  return isMinor && isFifth && below === 2 ? { ...last, bass } : null;
}

function stepPrice(from: Chord, to: Chord, key: Key, isHeld: boolean): number {
  const tones = pitchClassesOf(from, key);
  const moved = [...pitchClassesOf(to, key)].filter((tone) => !tones.has(tone)).length;
  const isSame = sameDegree(rootOf(from), rootOf(to)) && !isHeld;
  const isAgain = formatChord(from) === formatChord(to);
  return (
    prices.movement * moved + (isSame ? prices.sameRoot : 0) + (isAgain ? prices.sameAgain : 0)
  );
}

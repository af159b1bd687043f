import {
  chordTones,
  expand,
  parseChart,
  type Chord,
  type Key,
  type Timeline,
} from '../src/index.ts';

/** A chart's bars in 4/4, unrolled in C or another key, for tests that are not about reading charts. */
export function timelineOf(bars: string, inKey = 'C'): Timeline {
  const read = parseChart(`title: Test\nkey: ${inKey}\nmeter: 4/4\n\nA:\n  ${bars}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return expand(read.value);
}

interface Held {
  readonly left: readonly number[];
  readonly right: readonly number[];
}

interface Bounds {
  readonly left: number;
  readonly right: number;
  readonly lowest: number;
  readonly highest: number;
  readonly bassPlayer: boolean;
}

/** Low-interval limits of arranging handbooks (from memory), by name of the interval's bottom note, C4 = 60. */
const limits: readonly (readonly [semitones: number, lowest: string])[] = [
  [1, 'E3'],
  [2, 'Eb3'],
  [3, 'C3'],
  [4, 'Bb2'],
  [5, 'Bb2'],
  [6, 'B2'],
  [7, 'Bb1'],
  [8, 'F2'],
  [9, 'F2'],
  [10, 'F2'],
  [11, 'F2'],
  [13, 'E2'],
  [14, 'Eb2'],
  [15, 'C2'],
  [16, 'Bb1'],
];

function midiOf(name: string): number {
  const [, letter, flat, octave] = /^([A-G])(b?)(\d)$/.exec(name)!;
  return 12 * (Number(octave) + 1) + 'C_D_EF_G_A_B'.indexOf(letter!) - flat!.length;
}

/**
 * What is wrong with a voicing, by the rules of the trade alone: it shares no code with what made it.
 * "About a whole step of tolerance" below the limits is allowed.
 */
export function faults({ left, right }: Held, chord: Chord, key: Key, bounds: Bounds): string[] {
  const found: string[] = [];
  const span = (hand: readonly number[]) => Math.max(...hand) - Math.min(...hand);
  if (left.length > 0 && span(left) > bounds.left) found.push(`left hand spans ${span(left)}`);
  if (right.length > 0 && span(right) > bounds.right) found.push(`right hand spans ${span(right)}`);
  if (left.length > 5 || right.length > 5) found.push('more notes than fingers');
  const all = [...left, ...right].sort((one, other) => one - other);
  if (Math.max(...left, -1) >= Math.min(...right)) found.push('hands cross');
  if (all[0]! < bounds.lowest || all.at(-1)! > bounds.highest) found.push('off the keyboard');

  const bass = all[0]!;
  for (const [index, note] of all.entries()) {
    if (index === 0 || (note - bass) % 12 === 0) continue;
    for (const below of new Set([bass, all[index - 1]!])) {
      const limit = limits.find(([semitones]) => semitones === note - below);
      if (limit && below < midiOf(limit[1]) - 2) found.push(`mud: ${below} under ${note}`);
    }
  }

  const tones = chordTones(chord, key);
  const sounding = new Set(all.map((note) => note % 12));
  const low = tones.find(({ role }) => role === 'bass') ?? null;
  const root = tones.find(({ role }) => role === 'root')?.pitchClass;
  const written =
    chord.kind === 'named' && chord.bass
      ? slashOf(chord, key)
      : (low?.pitchClass ?? tones[0]!.pitchClass);
  for (const { weight, pitchClass, name } of tones) {
    const isBass = pitchClass === written && bounds.bassPlayer;
    if (weight === 'essential' && !isBass && !sounding.has(pitchClass)) found.push(`no ${name}`);
    if (weight === 'better left out' && sounding.has(pitchClass)) found.push(`${name} fights`);
  }
  if (!bounds.bassPlayer && bass % 12 !== written) found.push('the written bass is not below');
  if (bounds.bassPlayer && left.some((note) => note % 12 === root || note % 12 === written))
    found.push('the left hand has the bass player’s note');
  if (bounds.bassPlayer && left.some((note) => note < 46))
    found.push('in the bass player’s register');
  const suspended =
    chord.kind === 'named' &&
    !chord.figures.some(({ figure }) => figure === 3) &&
    chord.figures.some(({ figure }) => figure === 2 || figure === 4);
  if (suspended && root !== undefined)
    for (const third of [3, 4])
      if (
        sounding.has((root + third) % 12) &&
        !tones.some(({ pitchClass }) => pitchClass === (root + third) % 12)
      )
        found.push('a third under a suspension');
  return found;
}

function slashOf(chord: Chord & { kind: 'named' }, key: Key): number {
  const [bass] = chordTones({ kind: 'stack', degrees: [chord.bass!], bass: null }, key);
  return bass!.pitchClass;
}

import { describe, expect, test } from '@jest/globals';
import {
  expand,
  formatChord,
  parseChart,
  pitchClass,
  readDirections,
  relativeMajor,
  twelveKeys,
  Voicer,
  type HandGrade,
  type Lineup,
  type Reach,
  type School,
  type Song,
  type Voiced,
} from '../src/index.ts';
import { demoSongs, progressions } from './corpus.ts';
import { isDeep } from './deep.ts';
import { Ear, rate, type Moment } from './ears.ts';

/** A small hand, a usual one, and one that takes tenths. */
const reaches: readonly (readonly [name: string, reach: Reach])[] = [
  ['an octave', { left: { held: 12, rolled: 12 }, right: { held: 12, rolled: 12 } }],
  ['a ninth', { left: { held: 14, rolled: 16 }, right: { held: 14, rolled: 14 } }],
  ['a tenth', { left: { held: 16, rolled: 16 }, right: { held: 16, rolled: 16 } }],
];

const songs: readonly Song[] = [...demoSongs, ...progressions].map(({ title, text }) => {
  const read = parseChart(text);
  if (!read.ok) throw new Error(`${title}: ${read.problems[0]!.message}`);
  return read.value;
});

/** What is held, as the checker hears it: a row of moments, apart where a silence or another key parts them. */
function momentsOf({ timeline, slots }: Voiced): Moment[] {
  const moments: Moment[] = [];
  let before: number | null = null;
  const { sections } = timeline.song;
  for (const [at, { key, start, is, section }] of timeline.slots.entries()) {
    const held = slots[at];
    if (!held) {
      if (is.kind !== 'chord') before = null;
      continue;
    }
    const home = pitchClass(relativeMajor(key).tonic);
    const end = timeline.slots[at + 1]?.start ?? start + 4 * 480;
    moments.push({
      number: formatChord(held.chord),
      home,
      octaves: readDirections(sections[section]!.directions).octaves,
      left: held.left,
      right: held.right,
      beats: (end - start) / 480,
      follows: before === home,
    });
    before = home;
  }
  return moments;
}

/** One ear for each reach, over all songs and keys in the deep run; every day a quarter of the songs, each in another key. */
function hear(style: School, lineup: Lineup, grade: HandGrade): Ear[] {
  return reaches.map(([, reach], turn) => {
    const ear = new Ear();
    for (const [place, song] of songs.entries())
      for (const [index, key] of twelveKeys(song.key.mode).entries()) {
        if (!isDeep && (index + place + 5 * turn) % 48 > 0) continue;
        const timeline = expand(song, { key });
        const voiced = new Voicer().voice(timeline, { style, lineup, grade, reach });
        if (voiced.problems[0]) throw new Error(voiced.problems[0].message);
        ear.hear(momentsOf(voiced));
      }
    return ear;
  });
}

/** What must be so: a measure, its bound in hundredths, and for which reaches. */
type Aim = readonly [
  measure:
    | 'leftChanges'
    | Exclude<
        { [K in keyof Ear]: Ear[K] extends { of: number } ? K : never }[keyof Ear],
        undefined
      >,
  bound: readonly ['at most' | 'at least', number],
  from?: number,
];

const always: readonly Aim[] = [
  ['thirdTripled', ['at most', 6]],
  ['stepsBroken', ['at most', 0]],
];
const coloured: Aim = ['coloured', ['at least', 80]];
const altered: Aim = ['altered', ['at least', 70]];

// The figures of the trade’s teachers (common practice, no published source), over the demo’s songs and sixty progressions.
const settings: readonly (readonly [School, Lineup, HandGrade, readonly Aim[]])[] = [
  [
    'block and plain',
    'keys alone',
    'plain',
    [...always, ['leftChanges', ['at most', 20]], ['threeNotes', ['at least', 90]]],
  ],
  ['block and plain', 'keys alone', 'rich', [...always, coloured]],
  ['block and plain', 'keys alone', 'altered', [...always, coloured, altered]],
  [
    'open and low',
    'keys alone',
    'plain',
    [...always, ['leftChanges', ['at most', 30]], ['tenths', ['at least', 80], 1]],
  ],
  ['open and low', 'keys alone', 'altered', [...always, coloured, altered]],
  ['shell and rootless', 'keys alone', 'plain', [...always, ['shells', ['at least', 80]]]],
  ['shell and rootless', 'with bass', 'plain', [['shells', ['at least', 95]]]],
  ['shell and rootless', 'with bass', 'altered', [coloured, altered]],
  ['stacks of fourths', 'keys alone', 'plain', [...always, ['fourths', ['at least', 55]]]],
  ['full and fat', 'keys alone', 'plain', [...always, ['doubledOutside', ['at least', 95]]]],
  ['full and fat', 'keys alone', 'rich', [...always, coloured]],
  [
    'beginner',
    'keys alone',
    'plain',
    [
      ['onePlace', ['at least', 100]],
      ['threeNotes', ['at least', 95]],
    ],
  ],
];

/** Heard in the deep run only: their colours are heard every day in other schools. */
const deepOnly: readonly string[] = ['open and low altered', 'full and fat rich'];

describe.each(
  settings.filter(([school, , grade]) => isDeep || !deepOnly.includes(`${school} ${grade}`)),
)('%s, %s, %s', (style, lineup, grade, aims) => {
  const ears = hear(style, lineup, grade);

  test.each(aims)('%s is %j', (measure, [bound, figure], from = 0) => {
    const found = ears.map((ear) => rate(ear[measure]));
    const asked = ears.map((ear) => ear[measure].of);
    console.log(
      `${style}, ${lineup}, ${grade}: ${measure} ${found.join(', ')} of 100 in ${asked.join(', ')}`,
    );
    expect(Math.min(...asked)).toBeGreaterThan(10);
    for (const one of found.slice(from))
      if (bound === 'at most') expect(one).toBeLessThanOrEqual(figure);
      else expect(one).toBeGreaterThanOrEqual(figure);
  });

  test('nothing that must never be', () => {
    expect(ears.flatMap(({ faults }) => faults)).toEqual([]);
  });
});

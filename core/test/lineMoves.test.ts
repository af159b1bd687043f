import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  expand,
  findMoves,
  formatChord,
  parseChart,
  printChart,
  strike,
  twelveKeys,
  voice,
  withEdits,
  type ChartResult,
  type MoveForm,
  type OwnMove,
} from '../src/index.ts';
import { runs } from './deep.ts';

const beat = 480;

function chartOf(bars: string, { home = 'C', meter = '4/4' } = {}): ChartResult {
  const read = parseChart(`title: T\nkey: ${home}\nmeter: ${meter}\n\nVerse:\n  ${bars}\n`);
  if (!read.ok) throw new Error(`${bars}: ${read.problems[0]!.message}`);
  return read;
}

/** All forms that leave the chords as they are, in the gap behind a slot. */
function linesIn(read: ChartResult, after = 0, own: readonly OwnMove[] = []) {
  const found = findMoves(expand(read.song), { after }, { own });
  const forms = found.moves.flatMap((move) => [move, ...move.others]);
  return { ...found, lines: forms.filter(({ chords }) => chords.length === 0) };
}

function taken(read: ChartResult, edit: MoveForm['edit']): ChartResult {
  const edited = edit(read);
  if (!edited.ok) throw new Error(edited.why);
  const again = parseChart(withEdits(read.text, edited.changes));
  if (!again.ok) throw new Error(again.problems[0]!.message);
  return again;
}

/** What a hand strikes from one beat to another, as `beat key`. */
function struckIn({ song }: ChartResult, hand: 'left' | 'right', from: number, to: number) {
  return strike(voice(expand(song)))
    .notes.filter((note) => note.hand === hand && note.from >= from * beat && note.from < to * beat)
    .sort((one, other) => one.from - other.from || one.note - other.note)
    .map((note) => `${note.from / beat} ${note.note}`);
}

// Common practice, no published source: two single notes of the left hand into the next bass, a half beat each.
describe('the left hand walks', () => {
  test.each([
    ['1 | 1add9/3', '2 #2', [2, 3], 4],
    ['1 | 4', '2 3', [2, 4], 5],
    ['1 | 5', '6 b6', [-3, -4], -5],
    ['1/3 | 1', '2 b2', [2, 1], 0],
    ['1 | 6m', '7 b7', [-1, -2], -3],
    ['5 | 1', '6 7', [-3, -1], 0],
  ])('%s by %s, in twelve keys', (bars, degrees, semitones, lands) => {
    for (const home of twelveKeys('major')) {
      const read = chartOf(bars, { home: home.tonic.letter + accidental(home.tonic.alter) });
      const { lines } = linesIn(read);
      const walk = lines.find(({ kind }) => kind === 'left walk')!;
      expect(walk.name).toContain(degrees);
      const after = taken(read, walk.edit);
      const heard = struckIn(after, 'left', 3, 4).map((note) => note.split(' ').map(Number));
      expect(heard.map(([at]) => at)).toEqual([3, 3.5]);
      // Both lie as far from where the bass lands as they should, wherever the hand is.
      const landing = semitones[1]! - lands;
      expect(heard[1]![1]! - heard[0]![1]!).toBe(semitones[1]! - semitones[0]!);
      expect((heard[1]![1]! - landing - pitchClassOf(after) + 120) % 12).toBe((lands + 120) % 12);
      // The right hand holds on.
      expect(struckIn(after, 'right', 0, 4)).toEqual(struckIn(read, 'right', 0, 4));
    }
  });

  test('it is among the first five ideas where it leads into an inversion', () => {
    for (const home of twelveKeys('major')) {
      const read = chartOf('1 | 1add9/3', {
        home: home.tonic.letter + accidental(home.tonic.alter),
      });
      const { moves } = linesIn(read);
      const place = moves.findIndex(({ kind }) => kind === 'left walk');
      expect([place >= 0, place < 5]).toEqual([true, true]);
    }
  });

  test.each([
    ['1 | 2m', 'a step needs none'],
    ['6m | 1', 'its first note is the bass already'],
  ])('%s has no walk: %s', (bars) => {
    expect(linesIn(chartOf(bars)).lines.filter(({ kind }) => kind === 'left walk')).toEqual([]);
  });

  test.each([
    ['1 | <4', /comes in early/],
    ['1 . . 2m | 5', /It needs 1 beat and something before it; this bar has 1 beat/],
  ])('%s: says why not', (bars, why) => {
    const { refused } = linesIn(chartOf(bars), bars.includes('2m') ? 1 : 0);
    const said = refused.filter(({ idea }) => idea.kind === 'left walk').map((one) => one.why);
    expect(said).toEqual([expect.stringMatching(why)]);
  });
});

const accidental = (alter: number) => (alter < 0 ? 'b' : '#').repeat(Math.abs(alter));
const classes: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const pitchClassOf = ({ song }: ChartResult) =>
  (classes[song.key.tonic.letter]! + song.key.tonic.alter + 12) % 12;

describe('a series of shapes over a chord', () => {
  /** The stair over C as two hands play it, key by key: left from C3, right from C4 (common practice, no published source). */
  const stair = [
    [[52], [62, 67, 71]],
    [[50], [60, 65, 69]],
    [[48], [59, 64, 67]],
    [[45], [55, 60, 64]],
    [[43], [53, 57, 62]],
    [
      [36, 43],
      [52, 55, 62],
    ],
  ] as const;

  test('the stair falls in sixteenths into the next chord, note for note, in both hands', () => {
    const read = chartOf('1 | 4');
    const form = linesIn(read).lines.find(({ id }) => id === 'series stair sixteenths')!;
    expect(form.hands).toEqual(stair.map(([left, right]) => ({ left, right })));
    const after = taken(read, form.edit);
    for (const [hand, place] of [
      ['left', 0],
      ['right', 1],
    ] as const)
      expect(struckIn(after, hand, 2.5, 4)).toEqual(
        stair.flatMap((step, at) => step[place].map((note) => `${2.5 + at / 4} ${note}`)),
      );
    // Until then both hands hold the chord, and the next one is as it was.
    expect(struckIn(after, 'left', 0, 2.5)).toEqual(['0 48', '0 55']);
    expect(
      expand(after.song).slots.map(({ is }) => is.kind === 'chord' && formatChord(is.chord)),
    ).toEqual(['1', '4']);
  });

  test('half beats take twice as long; chopped, every second step is left out and the last one stays', () => {
    const read = chartOf('1 | 4');
    const { lines } = linesIn(read);
    const at = (id: string) => {
      const form = lines.find((one) => one.id === `series stair ${id}`)!;
      return struckIn(taken(read, form.edit), 'right', 0.5, 4);
    };
    expect(at('half beats').filter((_, place) => place % 3 === 0)).toEqual([
      '1 62',
      '1.5 60',
      '2 59',
      '2.5 55',
      '3 53',
      '3.5 52',
    ]);
    expect(at('chopped').filter((_, place) => place % 3 === 0)).toEqual([
      '2.5 60',
      '3 55',
      '3.5 52',
    ]);
  });

  test('it goes over 1, 4, b7 and b6 and over no other chord; what is borrowed is said, and there is a way without', () => {
    const over = (chord: string) =>
      linesIn(chartOf(`${chord} | 5`)).lines.filter(({ kind }) => kind === 'series');
    expect(['1', '4', 'b7', 'b6'].map((chord) => over(chord).length > 0)).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(['5', '2m', '6m', '4m', '2', '1/3'].map((chord) => over(chord).length)).toEqual([
      0, 0, 0, 0, 0, 0,
    ]);
    const four = over('4').filter(({ id }) => id.includes('sixteenths'));
    expect(four.map(({ why }) => /Borrowed: b7\./.test(why))).toEqual([true, false]);
    const plain = four[1]!;
    const own = new Set([0, 2, 4, 5, 7, 9, 11]);
    for (const { left, right } of plain.hands!)
      for (const note of [...left, ...right]) expect(own.has(note % 12)).toBe(true);
  });

  test.each([
    [
      'a bar too short',
      '5 . . 1 | 4',
      '4/4',
      /It needs 1 1\/2 beats and something before it; this bar has 1 beat/,
    ],
    ['another chord before it in the bar', '5 1 | 4', '4/4', /another chord before this one/],
    ['a chord that comes early', '1 | <4', '4/4', /comes in early/],
    ['something long that is sung', '1 | 4\n  tune: 3 . . 5 | 4', '4/4', /sung there/],
    ['a hand that plays a line', '1 | 4\n  play right: 5 6 5 3', '4/4', /a line of its own/],
  ])('%s: says why not', (_, bars, meter, why) => {
    const read = chartOf(bars, { meter });
    const after = bars.startsWith('5 ') ? 1 : 0;
    const { lines, refused } = linesIn(read, after);
    const said = refused.filter(({ idea }) => idea.id === 'series stair sixteenths');
    expect(
      lines.filter(({ kind }) => kind === 'series').filter(({ id }) => id.includes('sixteenths')),
    ).toEqual([]);
    expect(said.map((one) => one.why)).toEqual([expect.stringMatching(why)]);
  });

  test('taken for the second time only, it is under that time alone', () => {
    const read = parseChart('key: C\n\nVerse x2:\n  1 | 4\n');
    const { lines } = linesIn(read, 2);
    const form = lines.find(({ id }) => id === 'series stair sixteenths')!;
    const after = taken(read, form.editOnce!);
    expect(struckIn(after, 'right', 10.5, 12)).toHaveLength(18);
    expect(struckIn(after, 'right', 2.5, 4)).toEqual(struckIn(read, 'right', 2.5, 4));
    expect(after.text).toContain('2nd time bar 1: 1');
  });

  const names = [
    '1',
    '4',
    '5',
    '6m',
    '2m7',
    'b7',
    'b6',
    '1/3',
    '5/7',
    '4/6',
    '1add9/3',
    '4maj7',
    '3m',
  ];
  const plainSongs = fc.record({
    meter: fc.constantFrom('4/4', '3/4', '6/8', '2/4', '12/8'),
    bars: fc.array(fc.array(fc.constantFrom(...names), { minLength: 1, maxLength: 2 }), {
      minLength: 2,
      maxLength: 6,
    }),
    home: fc.constantFrom('C', 'Db', 'F#', 'Am', 'Ebm'),
    after: fc.nat(),
  });

  test('in generated songs: no chord is another one, every key lies where hands are, and each is within its bar', () => {
    let looked = 0;
    fc.assert(
      fc.property(plainSongs, ({ meter, bars, home, after: where }) => {
        const fits = bars.map((bar) => (meter === '3/4' ? bar.slice(0, 1) : bar).join(' '));
        const read = chartOf(fits.join(' | '), { meter, home });
        const { slots, ticks } = expand(read.song);
        const chords = ({ song }: ChartResult) =>
          expand(song).slots.map(({ is, start }) => [
            start,
            is.kind === 'chord' ? formatChord(is.chord) : is.kind,
          ]);
        for (const form of linesIn(read, where % slots.length).lines) {
          const after = taken(read, form.edit);
          expect(chords(after)).toEqual(chords(read));
          expect(expand(after.song).ticks).toBe(ticks);
          expect(printChart(after.song)).not.toBe(printChart(read.song));
          const { notes } = strike(voice(expand(after.song)));
          for (const { note } of notes)
            expect([note, note >= 21, note <= 100]).toEqual([note, true, true]);
          for (const { left, right } of form.hands ?? [])
            for (const hand of [left, right])
              expect(hand.at(-1)! - hand[0]!).toBeLessThanOrEqual(12);
          looked += 1;
        }
      }),
      { numRuns: runs(60) },
    );
    expect(looked).toBeGreaterThan(20);
  });
});

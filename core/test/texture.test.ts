import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addedByPatterns,
  expand,
  parseChart,
  patternNames,
  perform,
  printTexture,
  readTexture,
  strike,
  twelveKeys,
  usualReach,
  type Reach,
  voice,
  type PlayedNote,
  type TexturedHand,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { playedOnce, songs } from './generators.ts';

/** What one hand plays of some bars in C: when, which notes, for how long. */
function played(
  hand: TexturedHand,
  texture: string,
  bars: string,
  { meter = '4/4', head = '' } = {},
): readonly PlayedNote[] {
  const read = parseChart(
    `title: T\nkey: C\nmeter: ${meter}\n${head}\nA:\n  ${hand}: ${texture}\n  ${bars}\n`,
  );
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return perform(voice(expand(read.value)), { hands: [hand] }).notes;
}
const onsets = (notes: readonly PlayedNote[]) => [...new Set(notes.map(({ onset }) => onset))];
/** Which notes of a chord from the lowest up are struck at each moment: `02 1 02 1`. */
function places(notes: readonly PlayedNote[]): string {
  const all = [...new Set(notes.map(({ note }) => note))].sort((one, other) => one - other);
  return onsets(notes)
    .map((at) => notes.filter(({ onset }) => onset === at))
    .map((struck) => struck.map(({ note }) => all.indexOf(note)).join(''))
    .join(' ');
}

// Common practice, no published source: the patterns as players describe them.
describe('the patterns of the right hand', () => {
  test.each([
    ['block', '4/4', '012 012 012 012', 480],
    ['outer-inner', '4/4', '02 1 02 1 02 1 02 1', 240],
    ['top-middle-low-middle', '4/4', '2 1 0 1 2 1 0 1', 240],
    ['combined', '4/4', '02 1 02 1 2 1 0 1', 240],
    ['motif on 2 and 4', '4/4', '0 1 012 1 0 1 012 1', 240],
    ['outer-inner', '6/8', '02 1 1 02 1 1', 240],
    ['top-middle-low-middle', '3/4', '2 1 0 1 2 1', 240],
    ['block', '7/8 (4+3)', '012 012', 960],
    ['top-middle-low-middle, sixteenths', '2/4', '2 1 0 1 2 1 0 1', 120],
    ['top-middle-low-middle, triplets', '2/4', '2 1 0 1 2 1', 160],
  ])('%s in %s', (texture, meter, expected, step) => {
    const notes = played('right', texture, '1', { meter });
    expect(places(notes)).toBe(expected);
    expect(onsets(notes)[1]).toBe(step);
  });

  test.each([
    ['outer-inner', '01 0 01 0 01 0 01 0'],
    ['top-middle-low-middle', '1 0 1 0 1 0 1 0'],
    ['combined', '01 0 01 0 1 0 1 0'],
  ])('%s in a hand of two notes: what stands between goes by turns', (texture, expected) => {
    expect(
      places(played('right', texture, '1', { head: 'shape third: 3 5\nright shape: “third”\n' })),
    ).toBe(expected);
  });

  test('the top is held while the others move, the motif is accented on two and four', () => {
    const held = played('right', 'top-middle-low-middle', '1');
    const top = Math.max(...held.map(({ note }) => note));
    expect(held.filter(({ note }) => note === top).map(({ ticks }) => ticks)).toEqual([960, 960]);
    const motif = played('right', 'motif on 2 and 4', '1');
    const loudest = Math.max(...motif.map(({ velocity }) => velocity));
    expect(
      onsets(motif.filter(({ velocity }) => velocity === loudest)).map((at) => at / 480 + 1),
    ).toEqual([2, 4]);
  });
});

test('a root with ghost fifths is struck once a bar and held, its fifth soft between the beats', () => {
  const notes = played('left', 'root with ghost fifths', '1 | 4');
  const bar = notes.filter(({ onset }) => onset < 1920);
  const [root, ...fifths] = bar;
  expect([root!.onset, root!.ticks]).toEqual([0, 1920]);
  expect(fifths.map(({ onset }) => onset)).toEqual([240, 720, 1200, 1680]);
  for (const { note, velocity } of fifths) {
    expect(note - root!.note).toBe(7);
    expect(velocity).toBeLessThan(root!.velocity - 20);
  }
  const sixteenths = played('left', 'root with sixteenth ghosts', '1');
  expect(sixteenths).toHaveLength(13);
});

/** Where the patterns of some bars strike, in eighths from the beginning of each bar. */
function eighths(texture: string, bars: string, meter = '4/4', head = ''): string[] {
  const length = { '4/4': 1920, '5/4 (3+2)': 2400, '7/8 (4+3)': 1680 }[meter]!;
  const at = onsets(played('right', texture, bars, { meter, head }));
  const last = Math.floor(at.at(-1)! / length);
  return Array.from({ length: last + 1 }, (_, bar) =>
    at
      .filter((onset) => Math.floor(onset / length) === bar)
      .map((onset) => (onset - bar * length) / 240)
      .join(' '),
  );
}

// Common practice, no published source.
describe('patterns', () => {
  test('of two and four bars take turns', () => {
    const two = 'A . . . . . . . | A . A . A . A .';
    expect(eighths(two, '1 | 1 | 1 | 1')).toEqual(['0', '0 2 4 6', '0', '0 2 4 6']);
    const withPickup =
      'title: T\nkey: C\n\nA:\n  right: A . . . . . . . | A\n  ( . . . 5 ) | 1 | 4 | 1\n';
    const { song } = parseChart(withPickup);
    const notes = perform(voice(expand(song)), { hands: ['right'] }).notes;
    const inBar = (bar: number) =>
      onsets(notes).filter((at) => at >= 480 + bar * 1920 && at < 480 + (bar + 1) * 1920).length;
    // A pickup is no bar of the pattern.
    expect([0, 1, 2].map(inBar)).toEqual([1, 8, 1]);
  });

  test.each([
    ['outer-inner, eighths', '5/4 (3+2)', '02 1 02 1 02 1 02 1 02 1'],
    ['combined', '7/8 (4+3)', '02 1 02 1 02 1 02'],
    ['top-middle-low-middle', '7/8 (4+3)', '2 1 0 1 2 1 0'],
    ['T M L', '5/4 (3+2)', '2 1 0 2 1 0 2 1 0 2'],
    // Longer than a group it is the bar’s own.
    ['T M L M A', '7/8 (4+3)', '2 1 0 1 012 2 1'],
    ['L M, beats', '7/8 (4+3)', '0 1'],
  ])('%s in %s begins anew with each group', (texture, meter, expected) => {
    expect(places(played('right', texture, '1', { meter }))).toBe(expected);
  });

  test('of a song have a name, and are used by several sections', () => {
    const head = 'right: “lilt”\npattern lilt: A . . . | A _ A _, sixteenths\n';
    const read = parseChart(
      `title: T\nkey: C\n${head}\nA:\n  1 | 4\n\nB:\n  right: “lilt”, soft\n  1 | 4\n`,
    );
    expect(read).toMatchObject({ ok: true });
    const [a, b] = read.song.sections.map(({ textures }) => textures.right);
    expect([a, b!.name, b!.step, b!.dynamic]).toEqual([null, 'lilt', 'sixteenths', 'soft']);
    expect(read.song.textures.right!.name).toBe('lilt');
    expect(printTexture(b!)).toBe('“lilt”, soft');
  });

  test('of single bars: the hand does something else there, and goes on as before', () => {
    const read = parseChart(
      'title: T\nkey: C\n\nA:\n  right: block\n  right bar 2: A . . . . . . .\n  left bar 3: L 5, beats\n  1 | 4 | 1\n',
    );
    const song = voice(expand(read.song));
    const count = (hand: TexturedHand, bar: number) =>
      onsets(perform(song, { hands: [hand] }).notes).filter((at) => Math.floor(at / 1920) === bar)
        .length;
    expect([0, 1, 2].map((bar) => count('right', bar))).toEqual([4, 1, 4]);
    expect([0, 1, 2].map((bar) => count('left', bar))).toEqual([1, 1, 4]);
  });

  test.each([
    ['pattern lilt: T Q M', '', '4:17 “Q” is no step.'],
    ['pattern lilt: T | | M', '', '4:18 A bar of a pattern has one step'],
    ['pattern lilt: T | M | L | T | M', '', '4:15 A pattern has up to 4 bars; this has 5.'],
    ['pattern lilt: T, soft', '', '4:18 After the steps of a pattern stands beats'],
    ['pattern lilt: T M\npattern Lilt: T', '', '5:1 What “Lilt” is was said above already'],
    ['', 'right: “lilt”', '6:10 The song has no pattern called “lilt”.'],
    ['pattern lilt: L 5', 'right: “lilt”', '7:10 “lilt” has the fifth or the octave'],
    ['pattern lilt: T M', 'right: “lilt”, beats', '7:18 After the pattern stands how it is played'],
    ['', 'right bar 3: block', '6:3 The section has 2 bars: there is no bar 3.'],
    ['', 'right bar 1: block\n  right bar 1: A', '7:1 What the right hand does in bar 1 was said'],
  ])('that are wrong say what and where: %s %s', (head, line, expected) => {
    const read = parseChart(
      `title: T\nkey: C\ntempo: 72\n${head}${head && '\n'}\nA:\n  ${line}\n  1 | 4\n`,
    );
    const [first] = read.ok ? [] : read.problems;
    expect(`${first?.place.line}:${first?.place.column} ${first?.message}`).toContain(expected);
  });
});

test('patterns of the right hand are there for the left one as well', () => {
  for (const name of ['outer-inner', 'top-middle-low-middle', 'combined', 'motif on 2 and 4'])
    expect(played('left', name, '1 | 4').length).toBeGreaterThan(4);
});

describe('the patterns of the left hand', () => {
  // What leads into each chord, in C: the fifth of the chord; its root where the fifth is the bass; over a foreign bass that
  // bass's fifth. Common practice, no published source.
  test.each([
    ['4', 'C'],
    ['6m', 'E'],
    ['5/7', 'D'],
    ['1/3', 'G'],
    ['1/5', 'C'],
    ['2m/1', 'G'],
    ['b7/1', 'G'],
    ['4/5', 'D'],
    ['7m7b5', 'F'],
  ])('the last eighth before %s is %s', (next, letter) => {
    const notes = played('left', 'L 5 L 5, beats, leading', `1 | ${next}`);
    const lead = notes.find(({ onset }) => onset === 1920 - 240)!.note;
    expect('C D EF G A B'[lead % 12]).toBe(letter);
  });

  test('what rings ends before the note that leads on', () => {
    const notes = played('left', 'L~ 5~ 8~ ., beats, leading', '1 | 4');
    for (const { onset, ticks } of notes)
      if (onset < 1680) expect(onset + ticks).toBeLessThanOrEqual(1680);
    expect(onsets(notes)).toContain(1680);
  });

  test('what a pattern adds lands on no key of the other hand, whatever the song', () => {
    const hand = { held: 12, rolled: 12 };
    for (const bars of ['1 | 4 | 57 | 6m7', '4maj7 | 2m9 | 5(13sus) | 1add9'])
      for (const texture of ['L 8 5 8, eighths', 'L 5 8 5'])
        for (const key of twelveKeys('major')) {
          const read = parseChart(`title: T\nkey: C\n\nA:\n  left: ${texture}\n  ${bars}\n`);
          const song = voice(expand(read.song, { key }), {
            reach: { left: hand, right: hand },
            lineup: 'with bass',
            registers: [{ slot: 0, octaves: -1 }],
          });
          for (const { hand: of, note, at, source } of strike(song).notes)
            if (of === 'left' && source === 'texture')
              expect(song.slots[at]!.right).not.toContain(note);
        }
  });

  test('what it adds is known before it is played: all that is struck is held or added', () => {
    for (const texture of ['octave on the offbeats', 'L 5 8 5, eighths', 'root with ghost fifths'])
      for (const key of twelveKeys('major')) {
        const read = parseChart(
          `title: T\nkey: C\n\nA:\n  left: ${texture}\n  1 . 5/7 . | 4maj7 | 57 | 6m7 %\n`,
        );
        const song = voice(expand(read.song, { key }));
        const addedAt = addedByPatterns(song);
        const struck = strike(song, { hands: ['left'] }).notes;
        for (const held of song.slots) {
          if (!held) continue;
          const notes = struck.filter(({ at }) => at === held.at).map(({ note }) => note);
          const more = [...new Set(notes.filter((note) => !held.left.includes(note)))].sort();
          expect(addedAt(held.at)).toEqual(more);
        }
      }
  });

  test('alternating bass: the last eighth of a chord is the fifth of the next, then its root', () => {
    const notes = played('left', 'alternating bass', '1 | 4 | 5');
    const leads = [1920, 3840].map((bar) => notes.find(({ onset }) => onset === bar - 240)!.note);
    const roots = [1920, 3840].map((bar) => notes.find(({ onset }) => onset === bar)!.note);
    // The fifth of F is C, of G is D.
    expect(leads.map((note) => note % 12)).toEqual([0, 2]);
    expect(roots.map((note) => note % 12)).toEqual([5, 7]);
    expect(onsets(notes).filter((at) => at < 1920)).toEqual([0, 480, 960, 1440, 1680]);
    expect(notes.filter(({ onset }) => onset === 480)[0]!.note % 12).toBe(7);
  });

  test.each([
    ['octave on the offbeats', 12],
    ['fifth on the offbeats', 7],
  ])('%s: soft, over a bass that is held', (texture, interval) => {
    const notes = played('left', texture, '1');
    const low = notes[0]!;
    const ghosts = notes.filter(({ onset }) => onset % 480 === 240);
    expect(ghosts.map(({ note }) => note - low.note)).toEqual(Array(4).fill(interval));
    expect(ghosts.every(({ velocity }) => velocity < low.velocity - 20)).toBe(true);
    expect(low.ticks).toBe(480);
  });

  test('the fifth is that of the chord, lowered or raised', () => {
    for (const [bar, interval] of [
      ['7dim', 6],
      ['57#5', 8],
      ['1', 7],
    ] as const) {
      const notes = played('left', 'L 5', bar);
      expect([bar, notes[1]!.note - notes[0]!.note]).toEqual([bar, interval]);
    }
  });

  test('a hand that does not reach the octave has the fifth there', () => {
    const read = parseChart('title: T\nkey: C\n\nA:\n  left: L~ (8)\n  1\n');
    const small = { left: { held: 11, rolled: 11 }, right: { held: 12, rolled: 12 } };
    const above = (reach: Reach) => {
      const { notes } = perform(voice(expand(read.song), { reach }), { hands: ['left'] });
      return notes[1]!.note - notes[0]!.note;
    };
    expect([above(usualReach), above(small)]).toEqual([12, 7]);
  });

  test('left-right: the two hands fill the bar like a drummer, never together', () => {
    const left = onsets(played('left', 'left-right', '1'));
    const right = onsets(played('right', 'left-right', '1'));
    expect([...left, ...right].sort((one, other) => one - other)).toEqual(
      [0, 1, 2, 3, 4, 5, 6, 7].map((eighth) => eighth * 240),
    );
    expect(left).toEqual([0, 720, 1440]);
  });
});

describe('where a texture meets the chart', () => {
  test('a chord that comes in is heard, whatever the pattern does there', () => {
    expect(onsets(played('right', 'A . . .', '1 4'))).toEqual([0, 960]);
    expect(onsets(played('right', 'A . . . . . . .', '1 4'))).toEqual([0, 960]);
    expect(onsets(played('right', 'A _ _ _ _ _ A _', '1 4'))).toEqual([0, 1440]);
  });

  test('pushed chords come early, stops, rings and holds are struck once', () => {
    expect(onsets(played('right', 'block', '1 | <4'))).toEqual([
      0, 480, 960, 1440, 1680, 2400, 2880, 3360,
    ]);
    for (const mark of ['!', '~', '^'])
      expect(onsets(played('right', 'block', `1${mark} | 4`))).toEqual([0, 1920, 2400, 2880, 3360]);
  });

  test('eighths swing, triplets stay where they are', () => {
    const head = 'swing: eighths\n';
    expect(onsets(played('right', 'A, eighths', '1', { meter: '2/4', head }))).toEqual([
      0, 320, 480, 800,
    ]);
    expect(onsets(played('right', 'A, triplets', '1', { meter: '2/4', head }))).toEqual([
      0, 160, 320, 480, 640, 800,
    ]);
  });

  test('a section without one has the song’s, and its dynamic', () => {
    const text =
      'title: T\nkey: C\nmeter: 4/4\nright: block, soft\n\nA:\n  1\n\nB:\n  right: block\n  1\n';
    const read = parseChart(text);
    if (!read.ok) throw new Error('reads');
    const { notes } = perform(voice(expand(read.value)), { hands: ['right'] });
    const [soft, medium] = [0, 1920].map((at) => notes.find(({ onset }) => onset === at)!.velocity);
    expect(medium! - soft!).toBe(14);
    expect(onsets(notes)).toHaveLength(8);
  });

  test('every note of a texture lies within its chord, whatever the song; rests stay silent', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const voiced = voice(expand({ ...playedOnce(song), swing: null }), { reach: usualReach });
        const { notes, ticks } = perform(voiced);
        for (const { onset, ticks: length, velocity } of notes) {
          expect(length).toBeGreaterThan(0);
          expect(Number.isInteger(onset) && Number.isInteger(length)).toBe(true);
          expect(onset).toBeGreaterThanOrEqual(0);
          expect(onset + length).toBeLessThanOrEqual(ticks);
          expect(velocity >= 1 && velocity <= 127).toBe(true);
        }
      }),
      { numRuns: runs(8), endOnFailure: true },
    );
  });
});

describe('textures in text', () => {
  test('every pattern of each hand is read by its name, large or small', () => {
    for (const hand of ['left', 'right'] as const)
      for (const name of patternNames(hand)) {
        const read = readTexture(`${name.toUpperCase()}, soft`, hand);
        expect(read.ok && read.value && printTexture(read.value)).toBe(`${name}, soft`);
      }
  });

  test.each([
    ['right', 'T~ M  l m , Eighths,loud', 'T~ M L M, eighths, loud'],
    ['right', 'TML', 'A'],
    ['right', 'MT> (A) A~!', 'TM> (A) A~!'],
    ['left', 'L5 8 . _, leading', '5L 8 . _, leading'],
    ['right', 'bloc', 'problem: block'],
    ['right', 'T 5 M', 'problem: .'],
    ['right', 'alternating bass', 'problem: '],
    ['right', 'block, fast', 'problem: '],
    ['right', 'block, leading', 'problem: loud'],
    ['right', Array(49).fill('T').join(' '), `problem: ${Array(48).fill('T').join(' ')}`],
  ] as const)('%s: %s', (hand, typed, expected) => {
    const read = readTexture(typed, hand);
    const said = read.ok
      ? printTexture(read.value!)
      : `problem: ${read.problems[0]!.repairs.map(({ text }) => text).join(', ')}`;
    expect(said).toBe(expected);
  });

  test('said twice, or above no bars, is told with its place', () => {
    const twice = parseChart('title: T\n\nA:\n  right: block\n  right: block\n  1\n');
    expect(!twice.ok && twice.problems[0]!.place).toMatchObject({ line: 5 });
    const wrong = parseChart('title: T\n\nA:\n  left: block, lowd\n  1\n');
    expect(!wrong.ok && wrong.problems[0]!.place).toEqual({ line: 4, column: 16, length: 4 });
  });
});

import { describe, expect, test } from '@jest/globals';
import {
  expand,
  formatChord,
  formatKey,
  parseChart,
  pitchClass,
  twelveKeys,
  voice,
  type Key,
  type Lineup,
  type Reach,
  type VoiceOptions,
} from '../src/index.ts';
import { pinOf, shown } from './handsTools.ts';
import { timelineOf } from './holds.ts';
import { fold } from '../src/pitch/note.ts';
import { key } from './read.ts';

const letters = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const named = (notes: readonly number[]) =>
  notes.map((note) => `${letters[note % 12]}${Math.floor(note / 12) - 1}`).join(' ');

/** Two hands for each chord, as one would write them down: `D2 D3 | F4 Bb4 F5`. */
function held(bars: string, inKey: string, options: VoiceOptions = {}): string[] {
  return shown(voice(timelineOf(bars, inKey), options)).map(({ left, right }) =>
    `${named(left)} | ${named(right)}`.trim(),
  );
}

/** Semitones over home of each hand, by chord, in every key. */
function overHome(bars: string, options: VoiceOptions, each: (hands: Hands[], key: Key) => void) {
  const read = parseChart(`title: Test\nkey: C\nmeter: 4/4\n\nA:\n  ${bars}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  for (const key of twelveKeys('major')) {
    const home = letters.indexOf(named([60 + ((pitchOf(key) + 12) % 12)]).slice(0, -1));
    const over = (notes: readonly number[]) => notes.map((note) => (note - home + 120) % 12);
    const all = shown(voice(expand(read.value, { key }), options));
    each(
      all.map(({ left, right }) => ({ left, right, lefts: over(left), rights: over(right) })),
      key,
    );
  }
}

interface Hands {
  readonly left: readonly number[];
  readonly right: readonly number[];
  readonly lefts: readonly number[];
  readonly rights: readonly number[];
}

const pitchOf = ({ tonic }: Key) =>
  [0, 2, 4, 5, 7, 9, 11]['CDEFGAB'.indexOf(tonic.letter)]! + tonic.alter;

// Common practice, no published source.
// Harmony textbooks: the leading note is not doubled.
test('the leading note of a dominant is not doubled, in full and fat hands too', () => {
  for (const name of ['C', 'E', 'Ab', 'Bb']) {
    const [, dominant] = shown(voice(timelineOf('1 | 57 | 1', name), { style: 'full and fat' }));
    const third = (pitchClass(key(name).tonic) + 11) % 12;
    const all = [...dominant!.left, ...dominant!.right];
    expect(all.filter((note) => note % 12 === third)).toHaveLength(1);
  }
});

test('a dominant triad is not made a sixth chord of', () => {
  for (const grade of ['warm', 'rich'] as const)
    for (const bars of ['1 | 4 | 5 | 1', '1 | 5 | 6m | 4']) {
      const five = shown(voice(timelineOf(bars), { grade })).find(
        ({ chord }) => formatChord(chord) === '5',
      )!;
      expect([...five.left, ...five.right].map((note) => note % 12)).not.toContain(4);
    }
});

describe('alt', () => {
  test('is third, seventh, one altered ninth and one altered fifth', () => {
    const [alt] = held('57alt | 1', 'D', { grade: 'altered' });
    expect(alt).toBe('A2 G3 | Db4 F4 C5');
    overHome('57alt | 1 | 37alt | 6m', { style: 'full and fat' }, (hands, key) => {
      for (const [at, root] of [
        [0, 7],
        [2, 4],
      ] as const) {
        const sounding = [...hands[at]!.lefts, ...hands[at]!.rights].map(
          (note) => (note - root + 12) % 12,
        );
        const count = (...tones: number[]) =>
          tones.filter((tone) => sounding.includes(tone)).length;
        const found = [count(4), count(10), count(1, 3), count(6, 8), sounding.length <= 5];
        expect([formatKey(key), ...found]).toEqual([formatKey(key), 1, 1, 1, 1, true]);
      }
    });
  });

  test('takes the tones that are sung, and is four notes for a beginner', () => {
    const sung = new Map([[0, { step: 6, alter: -1 } as const]]);
    const [alt] = held('57alt | 1', 'C', { melody: sung });
    expect(alt).toMatch(/Ab\d$/);
    const [small] = held('57alt | 1', 'C', { style: 'beginner' });
    expect(small!.split(' ').filter((word) => word !== '|').length).toBeLessThanOrEqual(4);
  });
});

describe('a shape over a shell, and a stack', () => {
  test('the shape is one hand’s, in any inversion, over root and seventh', () => {
    const [, over] = held('1 | 3M/[57]/5', 'Bb');
    expect(over).toMatch(/^F2 Eb3 \| (A3 D4 F#4|D4 F#4 A4|F#3 A3 D4)$/);
    overHome('1 | 3M/[57]/5 | 1', {}, ([, layered], key) => {
      expect([formatKey(key), layered!.lefts]).toEqual([formatKey(key), [7, 5]]);
      expect([...layered!.rights].sort((one, other) => one - other)).toEqual([4, 8, 11]);
      expect(layered!.right.at(-1)! - layered!.right[0]!).toBeLessThan(12);
    });
  });

  test('what the shape lacks of its shell is the left hand’s', () => {
    const [, over] = held('1 | 2M/[57]/5', 'Bb');
    expect(over).toMatch(/^F\d (A\d Eb\d|Eb\d A\d) \| /);
  });

  test('a stack keeps its written order from the lowest up', () => {
    overHome('1 | [2-5-1] | [3-6-2-5] | 1', {}, ([, three, four], key) => {
      const inOrder = ({ lefts, rights }: Hands, order: number[]) => {
        const tail = order.slice(-rights.length);
        return [rights.join() === tail.join(), lefts[0] === order[0]];
      };
      expect([formatKey(key), inOrder(three!, [2, 7, 0])]).toEqual([formatKey(key), [true, true]]);
      expect([formatKey(key), inOrder(four!, [4, 9, 2, 7])]).toEqual([
        formatKey(key),
        [true, true],
      ]);
    });
  });
});

test('a stack of any distances keeps its order too, over its bass if it has one, with and without a bass player', () => {
  const stacks: readonly (readonly [string, number | null, readonly number[]])[] = [
    ['[3-5-1]', null, [4, 7, 0]],
    ['[1-4-5]', null, [0, 5, 7]],
    ['[2-5-1]/3', 4, [2, 7, 0]],
    ['[3-5-1]/6', 9, [4, 7, 0]],
    ['[1-5-1-2]', null, [0, 7, 0, 2]],
  ];
  for (const [text, bass, order] of stacks) {
    overHome(`1 | ${text} | 1`, {}, ([, hands], key) => {
      const all = [...hands!.left, ...hands!.right];
      const tonic = pitchClass(key.tonic);
      const classes = all.map((note) => fold(note - tonic, 12));
      const low = bass ?? order[0]!;
      expect([formatKey(key), text, classes[0]]).toEqual([formatKey(key), text, low]);
      // Its notes stand one above the other as they are written, each less than an octave above the one before.
      const upper = all.slice(-order.length);
      expect(upper.map((note) => fold(note - tonic, 12))).toEqual(order);
      expect(upper.every((note, at) => at === 0 || note - upper[at - 1]! <= 12)).toBe(true);
    });
  }
});

describe('a third in the bass', () => {
  test('is not doubled by the right hand', () => {
    const [, over] = held('1 | 5/7 | 6m', 'Eb', { style: 'full and fat' });
    expect(over).toMatch(/^D2( \w+3)? D3 \| (F4 Bb4 F5|Bb3 F4 Bb4)$/);
  });
});

describe('the left hand', () => {
  test('walks with its bass', () => {
    const lows = held('1 | #1dim7 | 2m7', 'C').map((hands) => hands.split(' ')[0]);
    expect(lows).toEqual(['C2', 'Db2', 'D2'].map((note) => note.replace('2', lows[0]!.at(-1)!)));
    overHome('1 | 5/7 | 6m | 1/5 | 4 | 1/3 | 2m', { style: 'open and low' }, (hands) => {
      const steps = hands.slice(1).map(({ left }, at) => left[0]! - hands[at]!.left[0]!);
      expect(steps.every((step) => step === -1 || step === -2)).toBe(true);
    });
  });

  test('is the rolled 1-5-10 of a ballad, and what is nearest where it cannot be', () => {
    const bars = '1 | 6m | 4 | 1';
    const roll: Reach = {
      left: { held: 14, rolled: 16 },
      right: { held: 14, rolled: 14 },
    };
    const small: Reach = { left: { held: 12, rolled: 12 }, right: { held: 12, rolled: 12 } };
    const families = (reach: Reach) =>
      shown(voice(timelineOf(bars, 'F'), { style: 'open and low', reach })).map(
        ({ leftFamily, rolled }) => [leftFamily, rolled.left],
      );
    expect(families(roll)).toEqual(bars.split(' | ').map(() => ['fifth and tenth', true]));
    for (const [family] of families(small)) expect(['fifth', 'fifth and octave']).toContain(family);
  });
});

describe('schools', () => {
  test('shells move their sevenths down into thirds', () => {
    const bars = '2m7 | 57 | 1maj7';
    const lineup: Lineup = 'with bass';
    overHome(bars, { style: 'shell and rootless', lineup }, (hands, key) => {
      const lefts = hands.map(({ lefts: over }) => [...over].sort((one, other) => one - other));
      expect([formatKey(key), ...lefts]).toEqual([formatKey(key), [0, 5], [5, 11], [4, 11]]);
      const [seventh] = hands[1]!.left.filter((_, at) => hands[1]!.lefts[at] === 5);
      expect(hands[2]!.left).toContain(seventh! - 1);
    });
  });

  test('full and fat is the whole triad, its lowest note once more on top', () => {
    overHome('1 | 6m | 4 | 5', { style: 'full and fat' }, (hands) => {
      for (const { right, rights } of hands) {
        expect([right.length, new Set(rights).size]).toEqual([4, 3]);
        expect(right.at(-1)! - right[0]!).toBe(12);
      }
    });
  });

  test('a beginner begins in root position, and has one place for each chord, with the left hand still', () => {
    overHome('1 | 4 | 5 | 6m | 1 | 5 | 4 | 6m | 1', { style: 'beginner' }, (hands) => {
      expect(hands[0]!.rights).toEqual([0, 4, 7]);
      expect(hands[4]).toEqual(hands[0]);
      expect(hands[6]).toEqual(hands[1]);
      const lows = hands.map(({ left }) => left[0]!);
      expect(Math.max(...lows) - Math.min(...lows)).toBeLessThanOrEqual(7);
    });
  });
});

describe('colour', () => {
  test.each(['5/7', '2m', '5sus4'])('a 13 does not come in over %s', (number) => {
    const above: Record<string, number> = { '5/7': 4, '2m': 11, '5sus4': 4 };
    overHome(`1 | ${number} | 1`, { grade: 'rich', style: 'stacks of fourths' }, ([, one], key) => {
      const sounding = [...one!.lefts, ...one!.rights];
      expect([formatKey(key), sounding.includes(above[number]!)]).toEqual([formatKey(key), false]);
    });
  });
});

describe('the top line', () => {
  const row = Array.from({ length: 12 }, (_, at) => ['1', '6m', '4'][at % 3]!).join(' | ');
  const longest = (tops: readonly number[]) => {
    let [times, most] = [1, 1];
    for (const [at, top] of tops.entries()) {
      times = at > 0 && top === tops[at - 1] ? times + 1 : 1;
      most = Math.max(most, times);
    }
    return most;
  };

  test('does not stay on one note for the seventh time', () => {
    for (const style of ['block and plain', 'open and low', 'full and fat'] as const) {
      const moving = shown(voice(timelineOf(row), { style })).map(({ right }) => right.at(-1)!);
      expect(longest(moving)).toBeLessThanOrEqual(6);
    }
  });

  test('stays where it is sung', () => {
    const melody = new Map(
      Array.from({ length: 12 }, (_, at) => [at, { step: 1, alter: 0 } as const]),
    );
    const tops = shown(voice(timelineOf(row), { melody })).map(({ right }) => right.at(-1)! % 12);
    expect(new Set(tops)).toEqual(new Set([0]));
  });
});

describe('a fixed hand', () => {
  const timeline = timelineOf('1 | 4 | 5');
  const right = (at: number, notes: number[]) => ({
    ...pinOf(timeline, at, [], notes),
    left: null,
  });

  test('leaves the other one the duty: what is missing goes there', () => {
    const pins = [right(1, [72, 77, 84]), right(2, [67, 74, 79])];
    const { slots, problems } = voice(timeline, { pins });
    expect(problems).toEqual([]);
    expect(slots[1]!.left.map((note) => note % 12)).toContain(9);
    expect(slots[2]!.left.map((note) => note % 12)).toContain(11);
  });

  test('of five notes on an alt leaves room for the other one, which brings no colour of its own', () => {
    const alt = timelineOf('57alt | 1');
    const pin = { ...pinOf(alt, 0, [], [59, 63, 65, 70, 71]), left: null };
    const [held_] = voice(alt, { pins: [pin], grade: 'altered' }).slots;
    expect(held_!.left.length).toBeGreaterThan(0);
    const plain = timelineOf('1 | 5 | 1');
    const triad = { ...pinOf(plain, 1, [], [67, 71, 74]), left: null };
    const [, five] = voice(plain, { pins: [triad], grade: 'altered' }).slots;
    expect(five!.left.every((note) => [7, 11, 2].includes(note % 12))).toBe(true);
  });

  test('that is not the written chord says what is missing and what is foreign', () => {
    const both = pinOf(timeline, 1, [41, 48], [65, 72, 78]);
    expect(voice(timeline, { pins: [both] }).problems.map(({ message }) => message)).toEqual([
      'As pinned, 4 is without its third and has #4, which it does not name. Pin it anew, or write the chord that you hear.',
    ]);
    const rootless = pinOf(timeline, 1, [57], [60, 64, 67]);
    const alone = voice(timeline, { pins: [rootless] }).problems.map(({ message }) => message);
    expect(alone[0]).toMatch(/^As pinned, 4 is without its root/);
    expect(voice(timeline, { pins: [rootless], lineup: 'with bass' }).problems).toEqual([]);
  });
});

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fingerTravel } from '../src/hands/shapes/movement.ts';
import {
  expand,
  fromDegrees,
  hasRaisedSixth,
  instruments,
  parseChart,
  perform,
  toDegrees,
  twelveKeys,
  usualReach,
  voice,
  walkKinds,
  type Pin,
  type Song,
  type WalkKind,
} from '../src/index.ts';
import { pinOf, shown } from './handsTools.ts';
import { faults, timelineOf } from './holds.ts';
import { chord, key } from './read.ts';

describe('pins', () => {
  test('are kept to the note, and the neighbours come nearer to them', () => {
    const timeline = timelineOf('1 | 4 | 1');
    const free = shown(voice(timeline));
    const pin = pinOf(timeline, 1, [41, 53], [72, 77, 81]);
    const pinned = shown(voice(timeline, { pins: [pin] }));
    expect([pinned[1]!.left, pinned[1]!.right, pinned[1]!.pinned]).toEqual([
      [41, 53],
      [72, 77, 81],
      true,
    ]);
    expect(fingerTravel(pinned[0]!.right, pinned[1]!.right)).toBeLessThan(
      fingerTravel(free[0]!.right, pinned[1]!.right),
    );
  });

  test('one hand can be pinned and the other found around it', () => {
    const timeline = timelineOf('1 | 4 | 57');
    const pin = { ...pinOf(timeline, 1, [], [69, 72, 77]), left: null };
    const [, held] = shown(voice(timeline, { pins: [pin] }));
    expect(held!.right).toEqual([69, 72, 77]);
    expect(held!.left[0]! % 12).toBe(5);
  });

  test('in every key they are the same shape, back in their own key the same notes', () => {
    const hands = fc.record({
      left: fc.uniqueArray(fc.integer({ min: 33, max: 52 }), { minLength: 1, maxLength: 3 }),
      right: fc.uniqueArray(fc.integer({ min: 60, max: 84 }), { minLength: 1, maxLength: 4 }),
    });
    const keys = fc.constantFrom('C', 'Db', 'F#', 'Bb', 'A minor', 'Eb minor', 'B', 'Cb');
    fc.assert(
      fc.property(hands, keys, keys, ({ left, right }, from, to) => {
        const sort = (notes: number[]) => notes.sort((one, other) => one - other);
        const pinned = toDegrees({ left: sort(left), right: sort(right) }, key(from));
        expect(fromDegrees(pinned, key(from), instruments[88])).toEqual({ left, right });
        const moved = fromDegrees(pinned, key(to), instruments[88])!;
        const by = moved.left![0]! - left[0]!;
        expect(Math.abs(by)).toBeLessThanOrEqual(6);
        expect(moved.right).toEqual(right.map((note) => note + by));
        const small = fromDegrees(pinned, key(to), instruments[49]);
        if (small) {
          const notes = [...small.left!, ...small.right!];
          expect(Math.min(...notes)).toBeGreaterThanOrEqual(36);
          expect(Math.max(...notes)).toBeLessThanOrEqual(84);
          expect(Math.abs(small.left![0]! - moved.left![0]!) % 12).toBe(0);
        }
      }),
    );
  });

  test('that cannot stand say so and name the chord', () => {
    const timeline = timelineOf('1 | 4');
    const messages = (pins: Pin[]) =>
      voice(timeline, { pins }).problems.map(({ message }) => message);
    const pin = pinOf(timeline, 1, [41], [60, 65, 69]);
    expect(messages([{ ...pin, chord: '2m' }])).toEqual([
      'The pin here was made for 2m; the chart now says 4. Pin it anew, or unpin it.',
    ]);
    expect(messages([pin, { ...pin, left: null }])[0]).toMatch(/^Two pins hold 4 here/);
    expect(messages([pinOf(timeline, 1, [41, 65], [60, 69])])[0]).toMatch(/hands cross on 4/);
    expect(messages([pinOf(timeline, 1, [41], [60, 65, 81])])[0]).toMatch(/beyond your reach/);
    expect(messages([pin])).toEqual([]);
  });
});

describe('pins in other keys', () => {
  const bars = 'A:\n  4 | 1\n';
  const timelineIn = (inKey: string) => {
    const read = parseChart(`title: Test\nkey: C\nmeter: 4/4\n\n${bars}`);
    if (!read.ok) throw new Error(read.problems[0]!.message);
    return expand(read.value, { key: key(inKey) });
  };
  // F2 C3 A3, as low as a tenth and a fifth are clear.
  const pin = pinOf(timelineIn('C'), 0, [41, 45, 48], [60, 65, 69]);
  const low = pinOf(timelineIn('C'), 0, [46, 50, 53], [60, 65, 69]);

  test('that fall into mud go up an octave, and say so', () => {
    const { slots, problems } = voice(timelineIn('G'), { pins: [low] });
    expect(slots[0]!.left).toEqual([53, 57, 60]);
    expect(problems.map(({ message }) => message)[0]).toMatch(
      /^In G the pinned hands of 4 are played an octave higher/,
    );
    const near = voice(timelineIn('D'), { pins: [low] });
    expect(near.slots[0]!.left).toEqual([48, 52, 55]);
    expect(near.problems.some(({ message }) => message.startsWith('In D'))).toBe(false);
  });

  test('that were mud where they were pinned stay what the player wants', () => {
    const { slots } = voice(timelineIn('Bb'), { pins: [pin] });
    expect(slots[0]!.left).toEqual([39, 43, 46]);
  });

  test('that leave the keyboard come back to it, and say so', () => {
    const high = pinOf(timelineIn('C'), 0, [65], [84, 89, 93]);
    const { slots, problems } = voice(timelineIn('F'), {
      pins: [high],
      instrument: instruments[61],
    });
    expect(slots[0]!.right.at(-1)).toBeLessThanOrEqual(96);
    expect(problems[0]!.message).toMatch(/^In F the pinned hands of 4 are played an octave lower/);
  });
});

describe('walk-ins', () => {
  const timeline = timelineOf('57 | 1');
  const walked = (kind: '8-7' | '9-7' | '6-7') =>
    voice(timeline, {
      walks: [{ slot: 0, kind }],
      pins: [pinOf(timeline, 0, [43, 50, 55], [65, 71, 74])],
    });

  test.each([
    ['8-7', [43, 50, 55], [43, 50, 53]],
    ['9-7', [43, 50, 57], [43, 50, 53]],
    ['6-7', [43, 50, 52], [43, 50, 53]],
  ] as const)('%s over a held root and fifth', (kind, first, then) => {
    expect(shown(walked(kind))[0]!.walk).toEqual({ kind, first, then, steps: [first, then] });
  });

  test('are heard in two halves over what is held', () => {
    const left = perform(walked('8-7')).notes.filter(
      ({ hand, onset }) => hand === 'left' && onset < 1920,
    );
    expect(left.map(({ note, onset, ticks }) => [note, onset, ticks])).toEqual([
      [43, 0, 1920],
      [50, 0, 1920],
      [55, 0, 960],
      [53, 960, 960],
    ]);
  });

  const inF = (bars: string, kind: WalkKind, held: number) => {
    const { value } = parseChart(`title: T\nkey: F\n\nA:\n  ${bars}\n`) as { value: Song };
    const left = { held, rolled: held };
    return voice(expand(value), { walks: [{ slot: 0, kind }], reach: { ...usualReach, left } });
  };

  // In F, over 1: F2 C3 G3, F3, E3; a reach of a ninth leaves the fifth out while the ninth sounds, a smaller one begins at 8.
  test.each<[WalkKind, number, number[][]]>([
    [
      '9-8-7',
      16,
      [
        [41, 48, 55],
        [41, 48, 53],
        [41, 48, 52],
      ],
    ],
    [
      '9-8-7',
      14,
      [
        [41, 55],
        [41, 48, 53],
        [41, 48, 52],
      ],
    ],
    [
      '9-8-7',
      13,
      [
        [41, 48, 53],
        [41, 48, 52],
      ],
    ],
    [
      '9-7',
      15,
      [
        [41, 55],
        [41, 48, 52],
      ],
    ],
    [
      '6-7',
      14,
      [
        [41, 50],
        [41, 52],
      ],
    ],
    [
      '5-6-7',
      14,
      [
        [41, 48],
        [41, 50],
        [41, 52],
      ],
    ],
  ])('%s over 1 in F with a reach of %i semitones', (kind, held, steps) => {
    const { slots, problems } = inF('1 | 4', kind, held);
    expect(slots[0]!.walk?.steps).toEqual(steps);
    expect(problems).toEqual([]);
  });

  test('over 6m both sixths are there: the key’s and the raised one', () => {
    const top = (kind: WalkKind) => inF('6m | 4', kind, 14).slots[0]!.walk!.first.at(-1);
    expect([top('6-7'), top('#6-7')]).toEqual([58, 59]);
    const [minor, major] = ['6m', '4'].map((name) => hasRaisedSixth(chord(name), key('F')));
    expect([minor, major]).toEqual([true, false]);
  });

  test('are wishes: in every key the right hand makes room, and all of it is clear and in reach', () => {
    for (const inKey of twelveKeys('major'))
      for (const kind of walkKinds)
        for (const bars of ['1 | 4', '6m | 2m', '4maj7 | 57']) {
          const { value } = parseChart(`title: T\nkey: C\n\nA:\n  ${bars}\n`) as { value: Song };
          const { slots, problems } = voice(expand(value, { key: inKey }), {
            walks: [0, 1].map((slot) => ({ slot, kind })),
          });
          expect(problems).toEqual([]);
          for (const { walk, right } of slots.map((slot) => slot!)) {
            expect(walk!.steps.length).toBe(kind.split('-').length);
            for (const notes of walk!.steps) {
              expect(notes.at(-1)! - notes[0]!).toBeLessThanOrEqual(usualReach.left.held);
              expect(notes.at(-1)!).toBeLessThan(right[0]!);
            }
          }
        }
  });

  test('of three steps are two quarters and a half, and what stays is held through', () => {
    const { notes } = perform(inF('1 | 4', '9-8-7', 16));
    const left = notes.filter(({ hand, onset }) => hand === 'left' && onset < 1920);
    expect(left.map(({ note, onset, ticks }) => [note, onset, ticks])).toEqual([
      [41, 0, 1920],
      [48, 0, 1920],
      [55, 0, 480],
      [53, 480, 480],
      [52, 960, 960],
    ]);
  });

  test('that the hand cannot do say why', () => {
    const { problems } = voice(timelineOf('1/3'), { walks: [{ slot: 0, kind: '8-7' }] });
    expect(problems[0]!.message).toBe(
      '8-7 walks over the root, and the left hand does not hold it here.',
    );
  });
});

test('a voicing that breaks a rule is found out by the checker itself', () => {
  const bounds = { left: 14, right: 14, lowest: 21, highest: 108, bassPlayer: false };
  const check = (left: number[], right: number[], number: string) =>
    faults({ left, right }, chord(number), key('C'), bounds);
  expect(check([48], [60, 64, 67], '1')).toEqual([]);
  expect(check([36, 40], [60, 64, 67], '1')).toEqual(['mud: 36 under 40']);
  expect(check([48, 64], [62, 67], '1')).toContain('hands cross');
  expect(check([48], [60, 65, 67, 64], '1sus4')).toContain('a third under a suspension');
  expect(check([48], [60, 67], '1')).toEqual(['no E']);
  expect(check([52], [60, 64, 67], '1')).toEqual(['the written bass is not below']);
});

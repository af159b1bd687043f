import { describe, expect, test } from '@jest/globals';
import {
  chosenHands,
  expand,
  farthest,
  freeHands,
  giveNote,
  takeNote,
  fromDegrees,
  instruments,
  parseChart,
  parseKey,
  rangeOfStretch,
  registerOf,
  toggleNote,
  voice,
  withoutPin,
  withPin,
  withRegister,
  withShape,
  withShapeAt,
  withWalk,
  withWalks,
} from '../src/index.ts';

const { song } = parseChart('title: T\nkey: C\n\nVerse x2:\n  1 | 4 _ | 5\n\nEnd:\n  1 | 1\n');
const key = parseKey('C');
if (!key.ok) throw new Error('C');
const inC = key.value;
const voiced = voice(expand(song));
const chordAt = (at: number) => voiced.slots[at]!.chord;
const place = { slot: 1, chord: chordAt(1) };

describe('what a player decides', () => {
  test('a pin takes the place of the one before, in degrees, and goes again', () => {
    const once = withPin(freeHands, place, { left: [41], right: [60, 65, 69] }, inC);
    const twice = withPin(once, place, { left: [41, 53], right: [65, 69, 72] }, inC);
    expect(twice.pins).toHaveLength(1);
    expect([twice.pins[0]!.chord, twice.pins[0]!.right!.map(({ step }) => step)]).toEqual([
      '4',
      [4, 6, 1],
    ]);
    expect(fromDegrees(twice.pins[0]!, inC, instruments[88])).toEqual({
      left: [41, 53],
      right: [65, 69, 72],
    });
    expect(withoutPin(twice, 1)).toEqual(freeHands);
    expect(withoutPin(freeHands, 1)).toBe(freeHands);
  });

  test('a section moves by octaves, two at the most, and back to where it was', () => {
    const slots = [3, 4, 5];
    const up = withRegister(withRegister(withRegister(freeHands, slots, 1), slots, 1), slots, 1);
    expect(registerOf(up, slots)).toBe(farthest);
    expect(registerOf(up, [0, 1])).toBe(0);
    expect(withRegister(withRegister(up, slots, -1), slots, -1)).toEqual(freeHands);
  });

  test('a walk asked for again is taken away', () => {
    const walks = withWalk(withWalk(freeHands, 2, '8-7'), 2, '9-7');
    expect(walks.walks).toEqual([{ slot: 2, kind: '9-7' }]);
    expect(withWalk(walks, 2, '9-7').walks).toEqual([]);
    const all = withWalks(walks, [2, 5], '8-7');
    expect(all.walks).toEqual([2, 5].map((slot) => ({ slot, kind: '8-7' })));
    expect(withWalks(all, [2, 5], '8-7').walks).toEqual([]);
  });

  test('a note is given to the other hand, and a hand takes the nearest one', () => {
    const hands = { left: [48, 55], right: [60, 64, 67] };
    expect(takeNote(hands, 'left')).toEqual({ left: [48, 55, 60], right: [64, 67] });
    expect(takeNote(hands, 'right')).toEqual({ left: [48], right: [55, 60, 64, 67] });
    expect(takeNote({ left: [], right: [60] }, 'right')).toBeNull();
    expect(giveNote(hands, 64)).toEqual({ left: [48, 55, 64], right: [60, 67] });
    expect(giveNote(hands, 48)).toEqual({ left: [55], right: [48, 60, 64, 67] });
    expect(giveNote(hands, 50)).toBeNull();
  });

  test('a shape named twice is the later one, and pins what it holds wherever it is used', () => {
    const first = withShape(freeHands, 'stack', { left: null, right: [62, 67] }, inC);
    const named = withShape(first, 'stack', { left: null, right: [62, 67, 72] }, inC);
    expect(named.palette).toHaveLength(1);
    const [pin] = withShapeAt(named, place, named.palette[0]!).pins;
    expect([pin!.left, pin!.right!.length, pin!.slot]).toEqual([null, 3, 1]);
  });

  test('a note on the keys joins the nearer hand, or leaves the one that holds it', () => {
    const hands = { left: [36, 48], right: [64, 67] };
    expect(toggleNote(hands, 52)).toEqual({ left: [36, 48, 52], right: [64, 67] });
    expect(toggleNote(hands, 60)).toEqual({ left: [36, 48], right: [60, 64, 67] });
    expect(toggleNote(hands, 48)).toEqual({ left: [36], right: [64, 67] });
    expect(toggleNote({ left: [], right: [] }, 40)).toEqual({ left: [40], right: [] });
  });
});

describe('the voiced song in time', () => {
  test('a chord that is played twice has two times through', () => {
    const second = chosenHands(voiced, 1, 2)!;
    expect([second.passes, second.at, second.before!.slot, second.after!.slot]).toEqual([
      2, 5, 0, 3,
    ]);
    expect(chosenHands(voiced, 2, 1)).toBeNull();
  });

  test.each([
    ['chord', 5, { from: 5, to: 6 }],
    ['step', 7, { from: 5, to: 8 }],
    ['step', 0, { from: 0, to: 1 }],
    ['section', 5, { from: 4, to: 8 }],
    ['section', 9, { from: 8, to: 10 }],
  ] as const)('what is heard of a %s at %i', (stretch, at, range) => {
    expect(rangeOfStretch(voiced, stretch, at)).toEqual(range);
  });
});

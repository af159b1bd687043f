import { describe, expect, test } from '@jest/globals';
import {
  expand,
  formatChord,
  handsOfMove,
  parseChart,
  suggestMoves,
  twelveKeys,
  usualReach,
  type Reach,
} from '../src/index.ts';
import { key } from './read.ts';

function timelineOf(bars: string, home = key('C')) {
  const read = parseChart(`title: T\nkey: C\nmeter: 4/4\n\nVerse:\n  ${bars}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return expand(read.value, { key: home });
}

const span = (notes: readonly number[]) => (notes.length < 2 ? 0 : notes.at(-1)! - notes[0]!);
const small: Reach = { left: { held: 12, rolled: 12 }, right: { held: 12, rolled: 12 } };

describe('the hands through a move', () => {
  test.each([
    ['usual hands', usualReach],
    ['small hands', small],
  ])('are within the reach of %s, hold every chord, and tell how far they move', (_, reach) => {
    const rows = ['1 | 2m', '4 | 1/5', '6m | 4', '5 | 6m', '1 | 4'];
    let looked = 0;
    for (const [turn, bars] of rows.entries()) {
      const timeline = timelineOf(bars, twelveKeys('major')[(turn * 5) % 12]!);
      for (const move of suggestMoves(timeline, { after: 0 }).slice(0, 4)) {
        const hands = handsOfMove(timeline, 0, move, { reach });
        if (!hands) continue;
        looked += 1;
        expect(hands.slots.map(({ chord }) => formatChord(chord))).toEqual([
          bars.split(' | ')[0],
          ...move.chords.map(({ chord }) => formatChord(chord)),
          bars.split(' | ')[1],
        ]);
        for (const { left, right, rolled } of hands.slots) {
          expect(span(left)).toBeLessThanOrEqual(rolled.left ? reach.left.rolled : reach.left.held);
          expect(span(right)).toBeLessThanOrEqual(
            rolled.right ? reach.right.rolled : reach.right.held,
          );
          expect(left.length + right.length).toBeGreaterThan(2);
        }
        expect(hands.semitones).toBeGreaterThan(0);
      }
    }
    expect(looked).toBeGreaterThan(15);
  });

  test('there are none for a gap that is gone', () => {
    const timeline = timelineOf('1 | 4');
    const [move] = suggestMoves(timeline, { after: 0 });
    expect(handsOfMove(timeline, 1, move!)).toBeNull();
  });
});

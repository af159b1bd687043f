import { describe, expect, test } from '@jest/globals';
import {
  expand,
  formatChord,
  handsOfMove,
  parseChart,
  printOwnMoves,
  readOwnMoves,
  suggestMoves,
  twelveKeys,
  usualReach,
  type OwnMove,
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

describe('moves of one’s own', () => {
  const own: readonly OwnMove[] = [
    { name: 'My way down', chords: '4m6 b2dim7', target: 'major' },
    { name: 'Lean', chords: '2m7b5 57b9', target: 'minor' },
    { name: 'Anywhere', chords: '57sus4', target: 'any' },
  ];
  const offered = (bars: string) =>
    suggestMoves(timelineOf(bars), { after: 0 }, { own })
      .filter(({ kind }) => kind === 'own')
      .flatMap((move) => [move, ...move.others])
      .map(
        ({ name, chords }) => `${name}: ${chords.map(({ chord }) => formatChord(chord)).join(' ')}`,
      )
      .sort();

  test('are offered wherever their target stands, in its numbers', () => {
    expect(offered('1 | 4')).toEqual(['Anywhere: 17sus4', 'My way down: b7m6 b5dim7']);
    expect(offered('1 | 6m')).toEqual(['Anywhere: 37sus4', 'Lean: 7m7b5 37b9']);
    expect(offered('6m | 1')).toEqual(['Anywhere: 57sus4', 'My way down: 4m6 b2dim7']);
  });

  test('go out as JSON and come back', () => {
    const back = readOwnMoves(printOwnMoves(own));
    expect(back).toMatchObject({ ok: true, value: own });
  });

  test.each([
    ['moves', 'no JSON'],
    ['{}', 'is a list'],
    ['[1]', 'Move 1: it is no'],
    ['[{"name":"","chords":"57","target":"any"}]', 'Move 1: its name'],
    ['[{"name":"A","chords":"57","target":"all"}]', 'Move 1: its target'],
    [
      '[{"name":"A","chords":"57","target":"any"},{"name":"B","chords":"H7","target":"any"}]',
      'Move 2: its chords',
    ],
    [`[{"name":"A","chords":"${'57 '.repeat(9)}","target":"any"}]`, 'Move 1: its chords'],
    [JSON.stringify(Array.from({ length: 201 }, () => own[0])), 'up to 200'],
  ])('a file of moves %# is refused with what would be right', (text, message) => {
    const read = readOwnMoves(text);
    expect(read.ok ? '' : read.problems[0]!.message).toContain(message);
  });
});

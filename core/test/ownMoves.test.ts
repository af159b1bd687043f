import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  areWithin,
  checkOwnMove,
  expand,
  findMoves,
  formatChord,
  freeHands,
  holdShapes,
  makeOwnMove,
  parseChart,
  placedSlots,
  printOwnMoves,
  printShapes,
  readOwnMoves,
  readShapes,
  shapeOf,
  suggestMoves,
  twelveKeys,
  voice,
  withEdits,
  withMoveHands,
  type ChartResult,
  type OwnMove,
} from '../src/index.ts';
import { key } from './read.ts';

function chartOf(bars: string, home = 'C'): ChartResult {
  const read = parseChart(`title: T\nkey: ${home}\nmeter: 4/4\n\nVerse:\n  ${bars}\n`);
  if (!read.ok) throw new Error(`${bars}: ${read.problems[0]!.message}`);
  return read;
}
const timelineOf = (bars: string) => expand(chartOf(bars).song);

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

  test('two series of one name are two forms of one idea', () => {
    const series = (hands: string): OwnMove => ({
      name: 'Fall',
      chords: '',
      target: 'any',
      hands,
      pace: 'half beats',
    });
    const both = [series('3 / 5 ; 1 / 3'), series('5 / 7 ; 3 / 5')];
    const [move] = suggestMoves(timelineOf('1 | 4'), { after: 0 }, { own: both }).filter(
      ({ kind }) => kind === 'own',
    );
    const ids = [move!, ...move!.others].map(({ id }) => id);
    expect([ids.length, new Set(ids).size]).toEqual([2, 2]);
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

describe('shapes of two hands', () => {
  const note = fc.record({
    degree: fc.record({
      step: fc.constantFrom(1, 2, 3, 4, 5, 6, 7),
      alter: fc.constantFrom(-1, 0, 1),
    }),
    octave: fc.integer({ min: -3, max: 3 }),
  });
  const hand = fc.array(note, { minLength: 1, maxLength: 5 });
  const shapes = fc.array(fc.record({ left: hand, right: hand }), { minLength: 1, maxLength: 16 });

  test('are read as they are printed', () => {
    fc.assert(
      fc.property(shapes, (made) => {
        const all = made as Parameters<typeof printShapes>[0];
        expect(readShapes(printShapes(all))).toEqual(all);
      }),
    );
  });

  test('held over a root of a key and taken from there, they are the same keys', () => {
    const midi = fc.array(fc.integer({ min: 36, max: 84 }), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(
        midi,
        midi,
        fc.constantFrom(...twelveKeys('major'), ...twelveKeys('minor')),
        fc.constantFrom(1, 2, 3, 4, 5, 6, 7),
        (left, right, home, step) => {
          const sorted = (notes: number[]) => [...notes].sort((one, other) => one - other);
          const held = { left: sorted(left), right: sorted(right) };
          const root = { step, alter: 0 } as const;
          const kept = printShapes([shapeOf(held, root as never, home)]);
          expect(holdShapes(readShapes(kept)!, root as never, home)).toEqual([held]);
        },
      ),
    );
  });

  test.each(['', '1', '1 / 8', '1 / 2 / 3', ' / ', '1 2 3 4 5 6 / 1', "1'''' / 2", 'x / 1'])(
    '“%s” is no shape',
    (text) => expect(readShapes(text)).toBeNull(),
  );
});

test('shapes are within a reach that holds the widest of them', () => {
  const reach = (held: number) => ({ left: { held: 12, rolled: 16 }, right: { held, rolled: 16 } });
  const stair = holdShapes(
    readShapes('3 / 2 5 7 ; 1, 5, / 3, 5, 2')!,
    { step: 1, alter: 0 },
    key('C'),
  );
  expect([areWithin(stair, reach(10)), areWithin(stair, reach(9))]).toEqual([true, false]);
  expect(areWithin([{ left: [], right: [60] }], reach(7))).toBe(true);
});

describe('a move of our own with its hands', () => {
  const held = [
    { left: [43, 50], right: [59, 65] },
    { left: [42], right: [58, 64, 66] },
  ];
  const chordOf = (name: string) => {
    const read = chartOf(`${name} | 1`);
    const [first] = placedSlots(read.song);
    if (first?.is.kind !== 'chord' || first.is.chord.kind !== 'named') throw new Error(name);
    return first.is.chord;
  };
  const made = makeOwnMove({
    name: 'Lean',
    target: 'any',
    pace: null,
    steps: [
      { chord: chordOf('57'), held: held[0]! },
      { chord: chordOf('b57'), held: held[1]! },
    ],
    root: { step: 4, alter: 0 },
    key: key('C'),
  });

  test('is kept in degrees of what it leads to, and goes wherever that stands', () => {
    if (typeof made === 'string') throw new Error(made);
    expect(made.chords).toBe('27 b27');
    // Into 1 of F it is the very keys; into 5 of C a whole step higher.
    for (const [bars, home, by] of [
      ['1 | 4', 'C', 0],
      ['4 | 1', 'F', 0],
      ['1 | 5', 'C', 2],
    ] as const) {
      const read = chartOf(bars, home);
      const form = findMoves(expand(read.song), { after: 0 }, { own: [made] }).moves.find(
        ({ kind }) => kind === 'own',
      )!;
      expect(form.hands).toEqual(
        held.map(({ left, right }) => ({
          left: left.map((one) => one + by),
          right: right.map((one) => one + by),
        })),
      );
    }
  });

  test('taken, its hands are pinned to its own chords and are what is played', () => {
    if (typeof made === 'string') throw new Error(made);
    const read = chartOf('1 | 4 | 27 b27');
    const form = findMoves(expand(read.song), { after: 0 }, { own: [made] }).moves.find(
      ({ kind }) => kind === 'own',
    )!;
    const edited = form.edit(read);
    if (!edited.ok) throw new Error(edited.why);
    const after = parseChart(withEdits(read.text, edited.changes));
    const hands = withMoveHands(freeHands, after.song, { from: 0, once: false }, form, key('C'));
    expect(hands.pins.map(({ slot }) => slot)).toEqual([1, 2]);
    const voiced = voice(expand(after.song), { pins: hands.pins });
    const played = voiced.slots
      .slice(1, 3)
      .map((slot) => ({ left: slot!.left, right: slot!.right }));
    expect(played).toEqual(held);
  });

  test.each([
    [{ name: 'A', chords: '57', target: 'any', hands: '1 / 3' }, null],
    [{ name: 'A', chords: '57 1', target: 'any', hands: '1 / 3' }, /said for 1 chords; it has 2/],
    [{ name: 'A', chords: '57', target: 'any', hands: 'x' }, /its hands are left and right/],
    [{ name: 'A', chords: '', target: 'any', hands: '1 / 3 ; 1 / 2', pace: 'half beats' }, null],
    [{ name: 'A', chords: '', target: 'any', pace: 'half beats' }, /hands of at least two steps/],
    [{ name: 'A', chords: '57', target: 'any', pace: 'fast' }, /its pace is one of/],
  ])('%j', (move, why) => {
    const checked = checkOwnMove(move);
    if (why === null) {
      expect(checked).toEqual(move);
      const back = readOwnMoves(printOwnMoves([checked as OwnMove]));
      expect(back).toMatchObject({ ok: true, value: [move] });
    } else expect(checked).toMatch(why);
  });
});

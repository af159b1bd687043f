import { history, isolateHistory, undo } from '@codemirror/commands';
import { EditorState, type ChangeSpec, type Transaction } from '@codemirror/state';
import { describe, expect, test } from '@jest/globals';
import {
  expand,
  freeHands,
  instruments,
  fromDegrees,
  parseChart,
  parseKey,
  voice,
  type SongHands,
} from '@intervallum/core';
import {
  farthest,
  registerOf,
  toggleNote,
  withoutPin,
  withPin,
  withRegister,
  withShape,
  withShapeAt,
  withWalk,
} from '../src/hands/edits.ts';
import { chosenHands, handsMarks } from '../src/hands/marks.ts';
import { rangeOf } from '../src/hands/stretch.ts';
import { documentOf, handsInEditor, setHands } from '../src/song/handsInEditor.ts';
import { sameDocument } from '../src/song/songDocument.ts';

const read = parseChart('title: T\nkey: C\n\nVerse x2:\n  1 | 4 _ | 5\n\nEnd:\n  1 | 1\n');
const song = read.song;
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

describe('hands in the editor', () => {
  const text = 'key: C\n\nVerse:\n  1 | 4\n\nChorus:\n  5 | 1\n';
  const hands: SongHands = {
    ...freeHands,
    walks: [
      { slot: 1, kind: '8-7' },
      { slot: 2, kind: '9-7' },
    ],
  };
  let state = EditorState.create({ doc: text, extensions: [history(), handsInEditor(hands)] });
  const dispatch = (transaction: Transaction) => {
    state = transaction.state;
  };
  /** An edit that is a step of its own, however soon it follows the one before. */
  const edit = (changes: ChangeSpec) =>
    dispatch(state.update({ changes, annotations: isolateHistory.of('full') }));
  const now = () => documentOf(state).hands;

  test('go with their chords through an edit, and undo brings back those that were deleted', () => {
    const verse = text.indexOf('Verse');
    edit({ from: verse, insert: 'Intro:\n  6m\n\n' });
    expect(now().walks.map(({ slot }) => slot)).toEqual([2, 3]);
    edit({ from: verse, to: state.doc.toString().indexOf('Chorus') });
    expect(now().walks).toEqual([{ slot: 0, kind: '9-7' }]);
    expect(undo({ state, dispatch })).toBe(true);
    expect(now()).toEqual({
      ...hands,
      walks: [
        { slot: 2, kind: '8-7' },
        { slot: 3, kind: '9-7' },
      ],
    });
    expect(undo({ state, dispatch })).toBe(true);
    expect(documentOf(state)).toEqual({ text, hands });
  });

  test('changed alone are one step of their own', () => {
    dispatch(state.update({ effects: setHands.of({ ...hands, school: 'open and low' }) }));
    expect(now().school).toBe('open and low');
    expect(undo({ state, dispatch })).toBe(true);
    expect(documentOf(state)).toEqual({ text, hands });
  });
});

test('the same document is known whatever order the database gives its parts in', () => {
  const pinned = withPin(freeHands, place, { left: [41], right: [60] }, inC);
  const turned = JSON.parse(
    JSON.stringify(pinned, (_, value: unknown) =>
      typeof value === 'object' && value !== null && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).reverse())
        : value,
    ),
  ) as SongHands;
  expect(JSON.stringify(turned)).not.toBe(JSON.stringify(pinned));
  expect(sameDocument({ text: 'a', hands: pinned }, { text: 'a', hands: turned })).toBe(true);
  expect(sameDocument({ text: 'a', hands: pinned }, { text: 'a', hands: freeHands })).toBe(false);
});

describe('the voiced song on the screen', () => {
  test('each chord of the text has its mark, as it is met the first time', () => {
    const view = { key: song.key, letterStyle: {} } as Parameters<typeof handsMarks>[1];
    const marks = handsMarks(voiced, view);
    expect([...marks.keys()]).toEqual([0, 1, 3, 4, 5]);
    expect(marks.get(0)!.movement.kind).toBe('start');
    expect(marks.get(5)!.movement.kind).toBe('held');
  });

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
    expect(rangeOf(voiced, stretch, at)).toEqual(range);
  });
});

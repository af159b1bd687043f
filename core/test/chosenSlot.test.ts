import { describe, expect, test } from '@jest/globals';
import {
  chosenSlot,
  formatChord,
  parseChart,
  parseChord,
  proposeResolution,
  styleFor,
  type Chord,
} from '../src/index.ts';

function chord(text: string): Chord {
  const read = parseChord(text);
  if (!read.ok) throw new Error(text);
  return read.value;
}

const text = 'title: T\nkey: C\n\nVerse:\n  1 | 5 5 | <6m . . 2m7 | 4\n';
const read = parseChart(text);
const song = read.song;
const at = (column: number) => chosenSlot(song, read, { line: 5, column });

describe('the slot at the cursor', () => {
  test.each([
    [3, '1', '5'],
    [4, '1', '5'],
    [7, '5', '5'],
    [9, '5', '6m'],
    [14, '6m', '2m7'],
    [21, '2m7', '4'],
    [27, '4', null],
  ])('at column %i it is %s, before %s', (column, chosen, next) => {
    const found = at(column)!;
    expect([formatChord(found.chord), found.nextChord && formatChord(found.nextChord)]).toEqual([
      chosen,
      next,
    ]);
  });

  test('is none outside the bars', () => {
    expect(chosenSlot(song, read, { line: 1, column: 3 })).toBeNull();
    expect(chosenSlot(song, read, null)).toBeNull();
  });
});

describe('where a resolution could stand', () => {
  const propose = (column: number, coloured: string, resolution: string) =>
    proposeResolution(at(column)!, chord(coloured), chord(resolution), styleFor(song.key, song));

  test('a suspension resolves in the next slot if that has its root, else within its own time', () => {
    expect(propose(7, '5sus4', '57')).toMatchObject({ bar: 1, slot: 1, parted: null });
    expect(propose(3, '1sus4', '1')).toMatchObject({ bar: 0, slot: 0, parted: '1sus4 1' });
    expect(propose(27, '4sus2', '4')).toMatchObject({ bar: 3, slot: 0, parted: '4sus2 4' });
  });

  test('the chord over its root falls back to it within its own time', () => {
    expect(propose(14, '4/6', '6m')).toMatchObject({ bar: 2, slot: 0, parted: '<4/6 . 6m 2m7' });
  });

  test('what stands there already is not proposed', () => {
    expect(propose(7, '5sus4', '5')).toBeNull();
    expect(propose(14, '6(7)', '2m7')).toBeNull();
  });

  test('a dominant resolves into the next slot, and nowhere at the end of the song', () => {
    expect(propose(14, '67', '2m')).toMatchObject({ bar: 2, slot: 1, parted: null });
    expect(propose(27, '47', 'b7')).toBeNull();
  });
});

import { expect, test } from '@jest/globals';
import { expand, freeHands, parseChart, voice, type Voiced } from '@intervallum/core';
import { differentHands } from '../src/screens/song/others/differentHands.ts';

const { song } = parseChart(
  'title: T\nkey: G\n\nVerse x2:\n  1 | 4 5\n\nChorus:\n  4 | 1/3 | 6m\n',
);
const timeline = expand(song, { key: song.key });
const mine = voice(timeline, { ...freeHands });

/** The same hands, but at some slots of the timeline a note more in the right one. */
const otherwise = (...at: number[]): Voiced => ({
  ...mine,
  slots: mine.slots.map((slot, place) =>
    slot && at.includes(place) ? { ...slot, right: [...slot.right, 90] } : slot,
  ),
});
const places = (theirs: Voiced) =>
  differentHands(song, mine, theirs).map(({ section, bar, textBar }) => [section, bar, textBar]);

test('hands are told apart by section and bar, each chord of the text once, in its order', () => {
  // The verse has three chords and is played twice; the chorus has three more.
  expect(timeline.slots).toHaveLength(9);
  expect(places(mine)).toEqual([]);
  expect(places(otherwise(2))).toEqual([['Verse', 2, 1]]);
  expect(places(otherwise(5))).toEqual([['Verse', 2, 1]]);
  expect(places(otherwise(8, 2, 5, 0))).toEqual([
    ['Verse', 1, 0],
    ['Verse', 2, 1],
    ['Chorus', 3, 4],
  ]);
});

test('what sounds in one of them only is no other hold of the same chord', () => {
  const silent = { ...mine, slots: mine.slots.map(() => null) };
  expect(places(silent)).toEqual([]);
});

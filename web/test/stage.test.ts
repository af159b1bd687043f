import { describe, expect, test } from '@jest/globals';
import { formatKey } from '@intervallum/core';
import { marksOf, marksShown } from '../src/screens/parts/band/pencilAt.ts';
import { inARow } from '../src/screens/set/inARow.ts';
import { playedSongs } from '../src/screens/stage/playedSongs.ts';
import { lifted, programOf, soundingKey, stageItems } from '../src/screens/stage/stageSongs.ts';
import { tappedTempo } from '../src/screens/parts/useTap.ts';
import { slideNow } from '../src/screens/stage/wallNow.ts';
import type { LinkSettings } from '../src/settings/links.ts';

const text = 'title: Low Water\nkey: G\nroad: Verse, up 2, Verse\n\nVerse:\n| 1 | 5 |\n';
const song = (id: string, key: string | null = null) => ({
  ...{ id, text, key, notes: '', who: '', road: null, bridge: null },
});
const prayer = (id: string, place: number) => ({
  ...{ id, place, kind: 'prayer' as const, name: `Prayer ${id}`, minutes: 2, who: '', notes: '' },
  bed: null,
});
const link: LinkSettings = {
  ...{ at: 0, hero: null, role: null, horn: 'trumpet', voice: 'alto', size: null },
  ...{ keys: {}, capos: {} },
};

describe('a service on stage', () => {
  const page = { songs: [song('a', 'D'), song('b')], moments: [prayer('x', 1), prayer('y', 2)] };
  test('has its songs and what is spoken in their order, each song by its way', () => {
    const program = programOf(stageItems(page, null, link));
    expect(program.map(({ id, parts }) => [id, parts.length])).toEqual([
      ['a', 2],
      ['x', 0],
      ['b', 2],
      ['y', 0],
    ]);
  });
  test.each([
    ['everybody', null, {}, 'D', 'D'],
    ['a trumpet, a whole step higher', 'horn', {}, 'E', 'D'],
    ['a guitar with a capo, in shapes', 'guitar', { capos: { 'a:0': 2 } }, 'C', 'D'],
    ['who chose another key', null, { keys: { 'a:0': 'F' } }, 'F', 'F'],
  ] as const)('is read by %s', (_name, role, settings, read, sounding) => {
    const { song: there } = stageItems(page, role, { ...link, ...settings })[0]!;
    expect(formatKey(there!.timeline.key)).toBe(read);
    expect(formatKey(soundingKey(there!, 0, 0))).toBe(sounding);
  });
  test('a lift on stage is on top of those of the chart', () => {
    const { song: there } = stageItems(page, null, link)[0]!;
    expect(formatKey(soundingKey(there!, 1, 0))).toBe('E');
    expect(formatKey(soundingKey(there!, 1, 1))).toBe('F');
    expect(lifted(there!.timeline, 3).parts.map(({ key }) => formatKey(key))).toEqual(['F', 'G']);
  });
});

describe('the words on the wall of a service that is played', () => {
  const words = `${text}> low is the | water\n\nTag:\n| 4 | 1 |\n`.replace(
    'Verse, up 2, Verse',
    'Tag, Verse, Tag',
  );
  const by = words.replace('key: G', 'by: Imre Solt\nrights: Free to sing\nkey: G');
  const page = { songs: [{ ...song('a'), text: by }], moments: [prayer('x', 1)] };
  const items = stageItems(page, 'projector', link);
  test.each([
    ['nothing before the first song', { item: null, part: null }, null],
    [
      'the title while a song is about to begin',
      { item: 0, part: null },
      { title: 'Low Water', lines: [], foot: 'by Imre Solt · Free to sing' },
    ],
    [
      'the title up to its first words',
      { item: 0, part: 0 },
      { title: 'Low Water', lines: [], foot: 'by Imre Solt · Free to sing' },
    ],
    [
      'all words of a part, and whose they are',
      { item: 0, part: 1 },
      { title: '', lines: ['low is the water'], foot: 'Low Water · by Imre Solt · Free to sing' },
    ],
    [
      'no words where none are sung',
      { item: 0, part: 2 },
      { title: '', lines: [], foot: 'Low Water · by Imre Solt · Free to sing' },
    ],
    [
      'the name of what is spoken',
      { item: 1, part: null },
      { title: 'Prayer x', lines: [], foot: '' },
    ],
  ])('are %s', (_name, state, slide) => {
    expect(slideNow(items, state)).toEqual(slide);
  });
});

test.each<[string, readonly number[], number | null]>([
  ['two taps are no tempo', [0, 500], null],
  ['three are', [0, 500, 1_000], 120],
  ['uneven ones are taken together', [0, 480, 1_020, 1_500], 120],
  ['slower than any song', [0, 2_500, 5_000], null],
  ['faster than any song', [0, 100, 200], null],
])('%s', (_name, taps, tempo) => {
  expect(tappedTempo(taps)).toBe(tempo);
});

test('what was played is written down in whole seconds, with the lift at its end', () => {
  const part = (section: string, lift: number) => ({ section, lift });
  const parts = [part('Verse', 0), part('Chorus', 0), part('Chorus', 2)];
  const [written] = playedSongs([{ item: 'a', began: 0, seconds: 61.4, parts }]);
  expect(written).toMatchObject({ seconds: 61, lift: 2, beganAt: '1970-01-01T00:00:00.000Z' });
  expect(inARow(written!.sections)).toBe('Verse, Chorus ×2');
});

describe('what is pencilled', () => {
  const mark = (bar: number, change = {}) => ({
    ...{ bar, words: '', isMarked: false, isHidden: true },
    ...change,
  });
  const marks = new Map([
    [1, mark(1)],
    [2, mark(2, { words: 'low' })],
  ]);
  test('stands wherever its bar is played', () => {
    expect([...marksShown(marks, [0, 1, 2, 1]).keys()]).toEqual([1, 2, 3]);
  });
  test('hides a line where all of it is left out', () => {
    expect(marksOf(marks, [1, 2])).toEqual({ words: ['low'], isMarked: false, isHidden: true });
    expect(marksOf(marks, [0, 1]).isHidden).toBe(false);
    expect(marksOf(marks, []).isHidden).toBe(false);
  });
});

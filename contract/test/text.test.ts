import { describe, expect, test } from '@jest/globals';
import {
  isSong,
  songSet,
  setDraft,
  shareTarget,
  shareToken,
  songDraft,
  bridgeInto,
  type MomentItem,
  plainSet,
  plainSongItem,
  readStoredSet,
  storeSet,
} from '../src/index.ts';

const why = (text: string) => {
  const read = songDraft.safeParse({ text });
  return read.success ? null : read.error.issues[0]!.message;
};

describe('chart text', () => {
  test.each([
    ['', null],
    ['title: a\r\n\tVerse:\n', null],
    ['🙂 שלום <script> é', null],
    ['x'.repeat(100_000), null],
    ['x'.repeat(100_001), 'A chart holds up to 100000 characters; this has 100001.'],
    [
      'a\nb\u0000',
      'Line 2 holds an invisible control character (U+0000). Delete it and save again.',
    ],
    [
      'a\r\n\r\n\u001b[0m',
      'Line 3 holds an invisible control character (U+001B). Delete it and save again.',
    ],
    ['\ud83d', 'The text holds half a character. Delete the odd sign and try again.'],
  ])('%#', (text, message) => {
    expect(why(text)).toBe(message);
  });
});

// Unicode Technical Report 36, 2.5: what turns letters about makes a name look like another one.
describe('a name', () => {
  test.each([
    ['שלום', null],
    ['Sunday\u2028morning', null],
    ['a\u202eb', 'U+202E'],
    ['a\u2066b', 'U+2066'],
    ['a\u0085b', 'U+0085'],
  ])('%j', (name, refused) => {
    const read = setDraft.safeParse({ name, date: null, leader: '', notes: '', items: [] });
    const message = read.success ? null : read.error.issues[0]!.message;
    expect(message && /U\+[0-9A-F]{4}/.exec(message)![0]).toBe(refused);
    if (read.success) expect(read.data.name).not.toMatch(/[\u2028\n]/);
  });
});

describe('what leads into a song', () => {
  const song = (id: string, from: string | null = null, removed = false) => ({
    ...plainSongItem({ id, songId: id }),
    bridge: from === null ? null : { from, text: 'Vamp:\n  4 | 5' },
    removed,
  });
  const prayer: MomentItem = {
    ...{ id: 'p', name: 'P', minutes: 1, who: '', notes: '', fixed: false, bed: null },
    kind: 'prayer',
  };
  test.each([
    ['the song right before it', [song('a'), song('b', 'a')], true],
    ['across what is spoken', [song('a'), prayer, song('b', 'a')], true],
    ['another song than is before it', [song('a'), song('c'), song('b', 'a')], false],
    ['a song behind it', [song('b', 'a'), song('a')], false],
    // Nobody plays it: neither the desk nor a link has it before anything.
    ['across a song that was removed', [song('a'), song('c', null, true), song('b', 'a')], true],
  ])('leads from %s', (_, items, leads) => {
    const b = items.filter(isSong).find(({ id }) => id === 'b')!;
    expect(bridgeInto(items, b) !== null).toBe(leads);
  });
});

test('what a set was when there was nothing but songs in it is read with all that came since', () => {
  const id = '00000000-0000-4000-8000-000000000001';
  const value = { name: 'S', date: null, leader: '', notes: '' };
  const items = [{ id, songId: id, key: 'G', notes: 'soft' }];
  const song = { ...plainSongItem({ id, songId: id, key: 'G' }), notes: 'soft' };
  const now = plainSet({ name: 'S', items: [song] });
  expect(readStoredSet({ version: 1, value: { ...value, items } })).toEqual(now);
  expect(readStoredSet(storeSet(now))).toEqual(now);
  expect(readStoredSet({ version: 99, value: now })).toBeNull();
});

describe('a set', () => {
  const item = (id: string, key: string | null) => ({
    id: `00000000-0000-4000-8000-00000000000${id}`,
    songId: '00000000-0000-4000-8000-000000000009',
    key,
    notes: '  twice\n',
  });
  const draft = (items: object[]) => ({
    name: ' First  Sunday ',
    date: null,
    leader: '',
    notes: '',
    items,
  });

  test('is kept tidy: edge spaces go, keys take their canonical name', () => {
    const read = setDraft.parse(draft([item('1', 'f#m'), item('2', null)]));
    expect([read.name, read.items.filter(isSong).map(({ key, notes }) => [key, notes])]).toEqual([
      'First Sunday',
      [
        ['F# minor', 'twice'],
        [null, 'twice'],
      ],
    ]);
  });

  test('is refused with a sentence', () => {
    const messages = [
      draft([item('1', 'H')]),
      draft([item('1', null), item('1', null)]),
      { ...draft([]), name: '' },
    ].map((sent) => setDraft.safeParse(sent).error?.issues[0]?.message);
    expect(messages).toEqual([
      expect.stringContaining('is no key'),
      'Two places in the set have the same id.',
      'A set needs a name.',
    ]);
  });

  test('what the server sends can be sent back', () => {
    expect(Object.keys(setDraft.shape).every((field) => field in songSet.shape)).toBe(true);
  });
});

test('a link needs 192 bits and one target', () => {
  expect(shareToken.safeParse('A'.repeat(32)).success).toBe(true);
  expect(shareToken.safeParse('A'.repeat(31)).success).toBe(false);
  expect(shareToken.safeParse(`${'A'.repeat(31)}/`).success).toBe(false);
  expect(
    shareTarget.safeParse({ kind: 'team', id: '00000000-0000-4000-8000-000000000009' }).success,
  ).toBe(false);
});

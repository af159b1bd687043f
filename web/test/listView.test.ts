import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { songSearch } from '@intervallum/contract';
import {
  askedOf,
  noFilters,
  readListView,
  setFilters,
  writeListView,
  type ListView,
} from '../src/screens/songs/listView.ts';

const word = fc.string({ maxLength: 40 }).map((text) => text.trim());
const tempo = fc.constantFrom('', '60', '72.5', '999');
const view: fc.Arbitrary<ListView> = fc.record({
  shown: fc.constantFrom('all', 'favourites', 'opened'),
  search: word,
  order: fc.constantFrom('title', 'key', 'tempo', 'used', 'changed'),
  filters: fc.record({
    key: fc.constantFrom('', 'Eb', 'A minor'),
    meter: fc.constantFrom('', '6/8'),
    slowest: tempo,
    fastest: tempo,
    singer: word,
    tag: word,
    coming: fc.constantFrom('', 'yes'),
    rested: fc.constantFrom('', '4', '13', '52'),
  }),
});

test('an address says how the list is looked at, whatever that is', () => {
  fc.assert(
    fc.property(view, (looked) => {
      const address = writeListView(looked).toString();
      expect(readListView(new URLSearchParams(address))).toEqual(looked);
    }),
  );
});

test('whatever an address says, the server is asked for something that it takes', () => {
  const anything = fc.dictionary(
    fc.constantFrom('search', 'show', 'order', 'key', 'slowest', 'fastest', 'tag', 'coming'),
    fc.oneof(
      fc.string({ maxLength: 60 }),
      fc.constantFrom('opened', '0', '1e3', '-7', 'yes', 'used'),
    ),
  );
  fc.assert(
    fc.property(anything, (said) => {
      const { tag, ...asked } = askedOf(readListView(new URLSearchParams(said)), []);
      // What a tag may not hold is told by the server.
      expect((tag ?? '').length).toBeLessThanOrEqual(40);
      const { ids, ...rest } = asked;
      expect(ids ?? '').toBe('');
      expect(songSearch.safeParse(rest).success).toBe(true);
    }),
  );
});

describe('filters that are set', () => {
  const inWords = (key: string) => key.replace('b', '♭');
  test.each([
    [{ key: 'Eb' }, ['key of E♭']],
    [{ slowest: '60', fastest: '80' }, ['tempo 60 to 80']],
    [{ slowest: '60' }, ['tempo 60 and faster']],
    [{ fastest: '80', coming: 'yes' as const }, ['tempo 80 and slower', 'in a coming set']],
    [{ singer: 'Noor', tag: 'advent', meter: '6/8' }, ['in 6/8', 'sung by Noor', 'tag advent']],
  ])('%j are said, and each can be left out', (given, words) => {
    const filters = { ...noFilters, ...given };
    const set = setFilters(filters, inWords);
    expect(set.map((one) => one.words)).toEqual(words);
    for (const { words: gone, without } of set) {
      const rest = setFilters(without, inWords).map((one) => one.words);
      expect(rest).toEqual(words.filter((one) => one !== gone));
    }
    expect(setFilters(noFilters, inWords)).toEqual([]);
  });
});

import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { expose, proxy, wrap, type Endpoint, type Remote } from 'comlink';
import { expand, freeHands, parseChart, voice, withPin } from '@intervallum/core';
import { createHandsSearcher, type HandsSearcher } from '../src/workers/handsSearcher.ts';

// A cold search on a busy machine takes seconds.
jest.setTimeout(60_000);

const { song } = parseChart(
  `title: T\nkey: Eb\n\nVerse:\n${'  1 | 5/7 | 6m7 | 4maj7\n'.repeat(12)}`,
);
const timeline = expand(song);
const nothing = proxy(() => undefined);

/** The searcher behind a message channel, as it is behind a worker's: what goes over is copied. */
let close: () => void;
function opened(): Remote<HandsSearcher> {
  const { port1, port2 } = new MessageChannel();
  expose(createHandsSearcher(), port1 as unknown as Endpoint);
  close = () => {
    port1.close();
    port2.close();
  };
  return wrap<HandsSearcher>(port2 as unknown as Endpoint);
}
afterEach(() => close());

describe('the search behind its messages', () => {
  test('finds what the search itself finds, with whose hands they are', async () => {
    const found = await opened().search(song, song.key, {}, nothing);
    const { timeline: _, ...expected } = voice(timeline);
    expect(found).toEqual(expected);
  });

  test('tells how far it is, and ends at the end', async () => {
    const seen: number[] = [];
    const searcher = opened();
    await searcher.search(
      song,
      song.key,
      {},
      proxy(({ done, of }: { done: number; of: number }) => {
        seen.push(done / of);
      }),
    );
    // The last words of progress can still be on their way when the answer is there.
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(seen).toEqual([...seen].sort((one, other) => one - other));
    expect(seen.every((share) => share > 0 && share <= 1)).toBe(true);
  });

  test('a later search overtakes the one under way, and a stop ends it: neither answers with hands', async () => {
    // Long enough, and in keys nothing is remembered of, to be still at work when the next message comes.
    const long = parseChart(
      `title: T\nkey: Eb\n\nVerse:\n${'  1 5/7 | 6m7 4maj7 | 2m9 57 | 3m7 b7 | 1add9 4/1 | 2/b5 5sus4\n'.repeat(100)}`,
    ).song;
    const inKeyOf = (letter: 'A' | 'B') => ({ ...song.key, tonic: { letter, alter: 0 } });
    const searcher = opened();
    const first = searcher.search(long, inKeyOf('A'), { style: 'full and fat' }, nothing);
    const second = searcher.search(song, song.key, { style: 'block and plain' }, nothing);
    expect(await first).toBeNull();
    expect((await second)?.slots.filter(Boolean).length).toBe(48);
    const third = searcher.search(long, inKeyOf('B'), { style: 'full and fat' }, nothing);
    await searcher.stop();
    expect(await third).toBeNull();
  });

  test('other ways are those of what was found last', async () => {
    const searcher = opened();
    const { is, key } = timeline.slots[1]!;
    if (is.kind !== 'chord') throw new Error('5/7 is a chord');
    const place = { slot: 1, chord: is.chord };
    const { pins } = withPin(freeHands, place, { left: [50], right: [65, 70, 74] }, key);
    const found = await searcher.search(song, song.key, { pins }, nothing);
    expect(found?.slots[1]).toMatchObject({ pinned: true, left: [50], right: [65, 70, 74] });
    const ways = await searcher.alternatives(1, 5);
    expect(ways).toHaveLength(5);
    expect(ways.map(({ over }) => over)).toEqual(
      ways.map(({ over }) => over).sort((one, other) => one - other),
    );
  });
});

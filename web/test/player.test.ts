import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import {
  beatsOf,
  beatsOfBar,
  countedBeats,
  expand,
  parseChart,
  perform,
  voice,
} from '@intervallum/core';
import { play, type PlayOptions } from '../src/device/audio/player.ts';

/** There is no sound device here: what is played is run through in time, which must be that of the song. */
let slots: [slot: number, after: number][] = [];
let ended: number | null = null;
beforeEach(() => {
  jest.useFakeTimers();
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  slots = [];
  ended = null;
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
});

async function run(body: string, more: Partial<PlayOptions> = {}, from = 0) {
  const voiced = voice(expand(parseChart(`title: T\ntempo: 60\nmeter: 4/4\n\n${body}`).song));
  const began = Date.now();
  const playing = await play(perform(voiced, { from }), {
    quarters: 60,
    countIn: [],
    clicks: [],
    pedal: false,
    loop: false,
    onSlot: (at) => slots.push([at, Date.now() - began]),
    onEnd: () => {
      ended = Date.now() - began;
    },
    ...more,
  });
  return { playing, voiced };
}
const seconds = (count: number) => jest.advanceTimersByTimeAsync(1_000 * count);
/** Seconds, to a hundredth: clocks count in whole milliseconds. */
const heard = () => slots.map(([slot, after]) => [slot, Math.round(after / 10) / 100]);

describe('where there is no sound', () => {
  test('it says why, and each slot that sounds comes when it is due, the end too', async () => {
    const { playing } = await run('A:\n  1 | 4 . 5 . | _ 1 | 1\n');
    expect(playing.silent).toMatch(/sound/);
    await seconds(30);
    expect(heard()).toEqual([
      [0, 0],
      [1, 4],
      [2, 6],
      [4, 10],
      [5, 12],
    ]);
    expect(ended! / 1_000).toBeCloseTo(16, 2);
  });

  // At 60 a quarter takes a second; the arithmetic is by hand.
  test.each([
    ['pushed by an eighth', 'A:\n  1 | <4 | 5\n', {}, [0, 3.5, 8]],
    ['three in a bar', 'A:\n  {3/4} 1 | 4 | 5\n', {}, [0, 3, 6]],
    ['at twice the tempo', 'A:\n  1 | 4 | 5\n', { quarters: 120 }, [0, 2, 4]],
    ['played twice', 'A x2:\n  1 | 4\n', {}, [0, 4, 8, 12]],
  ])('%s', async (_what, body, more, times) => {
    await run(body, more);
    await seconds(60);
    expect(heard().map(([, at]) => at)).toEqual(times);
  });

  test('a bar is counted in before it', async () => {
    const countIn = beatsOfBar(parseChart('key: C\n').song.meter);
    await run('A:\n  1 | 4\n', { countIn });
    await seconds(30);
    expect(heard()).toEqual([
      [0, 4],
      [1, 8],
    ]);
  });

  test('where time gives way the bars take longer, and each slot later than the one before', async () => {
    await run('A:\n  1 | {rit.} 4 . 5 . | 1\n  {in time} 1 | 1\n');
    await seconds(90);
    const times = heard().map(([, at]) => at!);
    const between = times.slice(1).map((at, index) => at - times[index]!);
    expect(between[0]).toBe(4);
    expect(between[1]).toBeGreaterThan(2);
    expect(between[2]).toBeGreaterThanOrEqual(between[1]!);
    expect(between.at(-1)).toBeCloseTo(4, 6);
    expect(ended).not.toBeNull();
  });

  test('again and again, until it is stopped: then nothing more comes', async () => {
    const { playing } = await run('A:\n  1 | 4\n', { loop: true });
    await seconds(17);
    expect(heard()).toEqual([
      [0, 0],
      [1, 4],
      [0, 8],
      [1, 12],
      [0, 16],
    ]);
    playing.stop();
    await seconds(60);
    expect([slots.length, ended]).toEqual([5, null]);
  });

  test('what is open goes round alone, and the song goes on after the signal, at the end of the round', async () => {
    const { playing } = await run('A:\n  1\n\nVamp open:\n  6m\n\nB:\n  4\n');
    await seconds(13);
    expect(heard()).toEqual([
      [0, 0],
      [1, 4],
      [1, 8],
      [1, 12],
    ]);
    playing.goOn();
    await seconds(30);
    expect(heard().slice(4)).toEqual([[2, 16]]);
    expect(ended! / 1_000).toBeCloseTo(20, 2);
  });

  test('from the middle on, what is before is not gone through', async () => {
    const { voiced } = await run('A:\n  1 | 4 | 5\n', {}, 1);
    await seconds(30);
    expect(heard()).toEqual([
      [1, 0],
      [2, 4],
    ]);
    // As many clicks as beats are counted, whatever is skipped.
    const range = { from: 1, to: voiced.timeline.slots.length };
    expect(countedBeats(beatsOf(voiced.timeline, range))).toHaveLength(8);
  });
});

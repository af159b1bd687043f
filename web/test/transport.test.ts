import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { expand, parseChart, perform, voice } from '@intervallum/core';
import { createTransport, type Piece } from '../src/device/audio/transport.ts';

/** There is no sound device here: the player says so and runs through the slots in time, which is what is tested. */
beforeEach(() => {
  jest.useFakeTimers();
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
});

const voiced = voice(
  expand(parseChart('title: T\ntempo: 60\n\nA:\n  1 | 4 | 5 | 1\n\nVamp open:\n  6m\n').song),
);
const piece = (from = 0, loop = false): Piece => ({
  performance: perform(voiced, { from }),
  options: { quarters: 60, countIn: [], clicks: [], pedal: false, loop },
  isOpenAt: (at) => at === 4,
});
const [song, pattern, other] = [{}, {}, {}];

describe('the one player', () => {
  test('says who plays and where, and why nothing is heard', async () => {
    const transport = createTransport();
    transport.start(song, piece(), () => undefined);
    await jest.advanceTimersByTimeAsync(4_500);
    expect(transport.store.getState()).toMatchObject({
      playing: { owner: song, at: 1, isOpen: false },
      silent: expect.stringMatching(/sound/),
    });
    transport.stop(song);
    expect(transport.store.getState().playing).toBeNull();
  });

  test('plays one thing: another that starts takes its place, and only its owner can stop it', async () => {
    const transport = createTransport();
    transport.start(song, piece(), () => undefined);
    transport.start(other, piece(2), () => undefined);
    await jest.advanceTimersByTimeAsync(500);
    expect(transport.store.getState().playing).toMatchObject({ owner: other, at: 2 });
    transport.stop(song);
    expect(transport.store.getState().playing?.owner).toBe(other);
  });

  test('what plays waits while something else is heard, and goes on where it was', async () => {
    const transport = createTransport();
    const begin = (from: number) => transport.start(song, piece(from), begin);
    begin(0);
    await jest.advanceTimersByTimeAsync(4_500);
    transport.hear(pattern, piece(0, true));
    await jest.advanceTimersByTimeAsync(60_000);
    expect(transport.store.getState()).toMatchObject({
      playing: { owner: pattern },
      waiting: song,
    });
    // Heard anew with something changed it is still the song that waits.
    transport.hear(pattern, piece(0, true));
    await jest.advanceTimersByTimeAsync(500);
    transport.stop(pattern);
    await jest.advanceTimersByTimeAsync(500);
    expect(transport.store.getState()).toMatchObject({
      playing: { owner: song, at: 1 },
      waiting: null,
    });
    await jest.advanceTimersByTimeAsync(4_000);
    expect(transport.store.getState().playing).toMatchObject({ owner: song, at: 2 });
  });

  test('a song that is stopped while it waits does not come back', async () => {
    const transport = createTransport();
    const begin = (from: number) => transport.start(song, piece(from), begin);
    begin(0);
    await jest.advanceTimersByTimeAsync(500);
    transport.hear(pattern, piece(0, true));
    transport.stop(song);
    expect(transport.store.getState()).toMatchObject({
      playing: { owner: pattern },
      waiting: null,
    });
    transport.stop(pattern);
    await jest.advanceTimersByTimeAsync(500);
    expect(transport.store.getState().playing).toBeNull();
  });

  test('what is open goes round until the signal, then the song ends by itself', async () => {
    const transport = createTransport();
    transport.start(song, piece(3), () => undefined);
    await jest.advanceTimersByTimeAsync(60_000);
    expect(transport.store.getState().playing).toMatchObject({ at: 4, isOpen: true });
    transport.goOn(song);
    expect(transport.store.getState().playing).toMatchObject({ isOpen: false });
    await jest.advanceTimersByTimeAsync(5_000);
    expect(transport.store.getState().playing).toBeNull();
  });
});

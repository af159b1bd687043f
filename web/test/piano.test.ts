import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readMidi } from '../src/device/midi/messages.ts';
import { simulatedChords, simulatedSource } from '../src/device/midi/sources.ts';
import { follow, noteOfKey, nothingHeld, toggle } from '../src/music/keys/heldNotes.ts';

// Channel voice messages of MIDI 1.0: status 8n is a key going up, 9n one going down.
describe('MIDI messages', () => {
  test.each([
    [[0x90, 60, 64], { kind: 'down', note: 60 }],
    [[0x9f, 0, 1], { kind: 'down', note: 0 }],
    [[0x80, 60, 64], { kind: 'up', note: 60 }],
    [[0x90, 60, 0], { kind: 'up', note: 60 }],
    [[0xb0, 64, 127], null],
    [[0xfe], null],
    [[0x90, 200, 64], null],
    [[0x90], null],
    [[], null],
  ])('%j is %j', (bytes, message) => {
    expect(readMidi(Uint8Array.from(bytes))).toEqual(message);
  });

  test('any bytes are a key message or nothing', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 8 }), (bytes) => {
        const message = readMidi(bytes);
        expect(message === null || (message.note >= 0 && message.note <= 127)).toBe(true);
      }),
    );
  });
});

describe('the chord on show', () => {
  const play = (...messages: (readonly ['down' | 'up', number])[]) =>
    messages.reduce((held, [kind, note]) => follow(held, { kind, note }), nothingHeld);

  test('grows while a key is down, stays when all are up, and begins anew with the next', () => {
    const chord = play(
      ['down', 60],
      ['down', 64],
      ['up', 60],
      ['down', 67],
      ['up', 64],
      ['up', 67],
    );
    expect([[...chord.chord], [...chord.down]]).toEqual([[60, 64, 67], []]);
    expect([...follow(chord, { kind: 'down', note: 62 }).chord]).toEqual([62]);
  });

  test('takes a key by hand and gives it up again', () => {
    const once = toggle(toggle(nothingHeld, 60), 48);
    expect([...once.chord]).toEqual([60, 48]);
    expect([...toggle(once, 60).chord]).toEqual([48]);
  });
});

test('computer keys play a chromatic octave and more, others play nothing', () => {
  expect(['a', 'w', 'k', 'P'].map((key) => noteOfKey(key, 48))).toEqual([48, 49, 60, 63]);
  expect(['q', 'Shift', '', '1'].map((key) => noteOfKey(key, 48))).toEqual([
    null,
    null,
    null,
    null,
  ]);
});

test('the simulated keyboard sends what a real one would', () => {
  const source = simulatedSource();
  const heard: (string | null)[] = [];
  const stop = source.listen((bytes) => {
    const message = readMidi(bytes);
    heard.push(message && `${message.kind} ${message.note}`);
  });
  source.play(simulatedChords[0].notes);
  expect(heard).toEqual([
    ...simulatedChords[0].notes.map((note) => `down ${note}`),
    ...simulatedChords[0].notes.map((note) => `up ${note}`),
  ]);
  stop();
  source.play([60]);
  expect(heard).toHaveLength(8);
});

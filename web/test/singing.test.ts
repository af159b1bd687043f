import { expect, test } from '@jest/globals';
import { pitchFinder, voiceSamples } from '../src/device/audio/singing.ts';

/** A wave made here, by nothing of what finds it: a plain tone at a pitch, as ISO 16 tunes it. */
function tone(note: number, rate: number): Float32Array {
  const hertz = 440 * 2 ** ((note - 69) / 12);
  return Float32Array.from(
    { length: 2_048 },
    (_, at) => 0.4 * Math.sin((2 * Math.PI * hertz * at) / rate),
  );
}

test.each([44_100, 48_000])(
  'every note from E2 to C6 is heard within five cents, at %d Hz',
  (rate) => {
    const find = pitchFinder(rate);
    for (let note = 40; note <= 84; note += 1)
      for (const off of [0, -0.3, 0.2])
        expect(Math.abs((find(tone(note + off, rate)) ?? 0) - note - off)).toBeLessThan(0.05);
  },
);

test('the stand-in is heard as the note that it sings; silence and noise are no note', () => {
  const find = pitchFinder(44_100);
  for (let note = 45; note <= 81; note += 1)
    expect(Math.abs((find(voiceSamples(note)) ?? 0) - note)).toBeLessThan(0.4);
  expect(find(voiceSamples(null))).toBeNull();
  let seed = 7;
  const noise = Float32Array.from({ length: 2_048 }, () => {
    seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31;
    return seed / 2 ** 31 - 0.5;
  });
  expect(find(noise)).toBeNull();
});

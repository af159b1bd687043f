/** RIFF WAVE (Multimedia Programming Interface 1.0), one channel. @param bits of a sample, 8 or 16 */
function wave(rate: number, bits: 8 | 16, samples: Buffer): Buffer {
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.length, 4);
  head.write('WAVEfmt ', 8);
  for (const [at, value] of [
    [16, 16],
    [24, rate],
    [28, (rate * bits) / 8],
    [40, samples.length],
  ] as const)
    head.writeUInt32LE(value, at);
  for (const [at, value] of [
    [20, 1],
    [22, 1],
    [32, bits / 8],
    [34, bits],
  ] as const)
    head.writeUInt16LE(value, at);
  head.write('data', 36);
  return Buffer.concat([head, samples]);
}

/** Nothing for so many seconds. */
export function silentSound(seconds: number): Buffer {
  return wave(8_000, 8, Buffer.alloc(8_000 * seconds, 128));
}

/**
 * Chords one after the other, as an organ plays them, each with a stroke that fades.
 * @param chords the notes of each, as MIDI numbers @param seconds how long each of them is, with a stroke on each beat
 */
export function soundOfChords(
  chords: readonly (readonly number[])[],
  { seconds, beats }: { readonly seconds: number; readonly beats: number },
): Buffer {
  const rate = 22_050;
  const each = Math.round(seconds * rate);
  const samples = Buffer.alloc(2 * each * chords.length);
  for (const [place, notes] of chords.entries())
    for (let at = 0; at < each; at += 1) {
      const time = at / rate;
      const sinceStroke = time % (seconds / beats);
      const loud = 0.5 + 0.5 * Math.exp(-8 * sinceStroke);
      let sum = 0;
      for (const note of notes)
        for (const [over, share] of [1, 0.4, 0.2, 0.1].entries())
          sum += share * Math.sin(2 * Math.PI * 440 * 2 ** ((note - 69) / 12) * (over + 1) * time);
      const edge = Math.min(1, at / 200, (each - at) / 200);
      samples.writeInt16LE(
        Math.round((20_000 * edge * loud * sum) / (1.7 * notes.length)),
        2 * (place * each + at),
      );
    }
  return wave(rate, 16, samples);
}

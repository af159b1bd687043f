/**
 * RIFF WAVE (Multimedia Programming Interface 1.0), one channel.
 * @param {number} rate @param {8 | 16} bits of a sample @param {Buffer} samples
 */
function wave(rate, bits, samples) {
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.length, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE((rate * bits) / 8, 28);
  head.writeUInt16LE(bits / 8, 32);
  head.writeUInt16LE(bits, 34);
  head.write('data', 36);
  head.writeUInt32LE(samples.length, 40);
  return Buffer.concat([head, samples]);
}

/** Nothing for so many seconds. @param {number} seconds */
export function silentSound(seconds) {
  return wave(8_000, 8, Buffer.alloc(8_000 * seconds, 128));
}

/**
 * Chords one after the other, as an organ plays them, with a stroke on each beat that fades.
 * @param {readonly (readonly number[])[]} chords the notes of each, as MIDI numbers
 * @param {{ readonly seconds: number, readonly beats: number }} each how long each of them is
 */
export function soundOfChords(chords, { seconds, beats }) {
  const rate = 22_050;
  const length = Math.round(seconds * rate);
  const samples = Buffer.alloc(2 * length * chords.length);
  for (const [place, notes] of chords.entries())
    for (let at = 0; at < length; at += 1) {
      const time = at / rate;
      const loud = 0.5 + 0.5 * Math.exp(-8 * (time % (seconds / beats)));
      let sum = 0;
      for (const note of notes)
        for (const [over, share] of [1, 0.4, 0.2, 0.1].entries())
          sum += share * Math.sin(2 * Math.PI * 440 * 2 ** ((note - 69) / 12) * (over + 1) * time);
      const edge = Math.min(1, at / 200, (length - at) / 200);
      const sample = Math.round((20_000 * edge * loud * sum) / (1.7 * notes.length));
      samples.writeInt16LE(sample, 2 * (place * length + at));
    }
  return wave(rate, 16, samples);
}

// Has a machine say every word that chords and counts are made of, for browsers that have no voice of their own: one recording a
// language, and a list of where each word lies in it. Needs the programs espeak-ng 1.51 and lame (both in Debian); what they make
// is kept with the code. Run with `npm run voices -w web`.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** How fast it speaks, in words a minute: a call is over before its chord comes, a count before the next one. */
const pace = 210;
const letters = ['C', 'D', 'E', 'F', 'G', 'A', 'B', 'H', 'Do', 'Re', 'Mi', 'Fa', 'Sol', 'La', 'Si'];
const numbers = Array.from({ length: 14 }, (_, number) => String(number));

/** By word, as pages write it, what is said for it: only where it is another one. */
const english = {
  ...plain([...numbers, ...letters]),
  ...plain(
    'minor major half diminished augmented altered double sharp flat natural over no add'.split(
      ' ',
    ),
  ),
  sus: 'suss',
  and: 'and',
  e: 'ee',
  a: 'uh',
  A: 'ay',
  E: 'ee',
};
const portuguese = {
  ...plain([...numbers, ...letters]),
  ...plain(
    'menor maior meio diminuto aumentado alterado dobrado sustenido bemol bequadro sobre sem add'.split(
      ' ',
    ),
  ),
  sus: 'sus',
  e: 'e',
  i: 'i',
  a: 'a',
};

make('english', 'en-gb', english);
make('portuguese', 'pt-br', portuguese);

/** @param {readonly string[]} words @returns {Record<string, string>} */
function plain(words) {
  return Object.fromEntries(words.map((word) => [word, word.toLowerCase()]));
}

/** @param {string} language @param {string} voice @param {Record<string, string>} words */
function make(language, voice, words) {
  const folder = mkdtempSync(join(tmpdir(), 'voices-'));
  const file = join(folder, 'word.wav');
  /** @type {Int16Array[]} */
  const pieces = [];
  /** @type {string[]} */
  const places = [];
  let rate = 0;
  let at = 0;
  for (const [word, said] of Object.entries(words)) {
    execFileSync('espeak-ng', ['-v', voice, '-s', String(pace), '-w', file, said]);
    const heard = readWave(file);
    rate = heard.rate;
    const gap = new Int16Array(Math.round(0.08 * rate));
    const cut = withoutSilence(heard.samples, rate);
    at += gap.length;
    places.push(`    ['${word}', ${(at / rate).toFixed(3)}, ${(cut.length / rate).toFixed(3)}],`);
    pieces.push(gap, cut);
    at += cut.length;
  }
  writeWave(file, rate, pieces);
  const out = new URL(`../src/device/audio/spoken/${language}.`, import.meta.url);
  execFileSync('lame', [
    '--quiet',
    '-m',
    'm',
    '-b',
    '40',
    '--resample',
    '22.05',
    file,
    fileURLToPath(`${out}mp3`),
  ]);
  writeFileSync(
    fileURLToPath(`${out}ts`),
    `/// <reference types="vite/client" />
// Made by voices/make.mjs.
import file from './${language}.mp3?url';

export const spokenWords = {
  file,
  /** Each word, where it begins, and how long it is, in seconds. */
  words: [
${places.join('\n')}
  ],
} as const;
`,
  );
  rmSync(folder, { recursive: true });
}

/** RIFF WAVE, 16 bits, one channel, as espeak-ng writes it. @param {string} path */
function readWave(path) {
  const bytes = readFileSync(path);
  const data = bytes.indexOf('data') + 8;
  const samples = new Int16Array((bytes.length - data) >> 1);
  for (const place of samples.keys()) samples[place] = bytes.readInt16LE(data + 2 * place);
  return { samples, rate: bytes.readUInt32LE(24) };
}

/** @param {string} path @param {number} rate @param {readonly Int16Array[]} pieces */
function writeWave(path, rate, pieces) {
  const count = pieces.reduce((sum, { length }) => sum + length, 0);
  const bytes = Buffer.alloc(44 + 2 * count);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + 2 * count, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(2 * rate, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(2 * count, 40);
  let at = 44;
  for (const piece of pieces)
    for (const sample of piece) {
      bytes.writeInt16LE(sample, at);
      at += 2;
    }
  writeFileSync(path, bytes);
}

/** From a little before it sounds until a little after. @param {Int16Array} samples @param {number} rate */
function withoutSilence(samples, rate) {
  const loud = 400;
  const first = samples.findIndex((one) => Math.abs(one) > loud);
  const last = samples.findLastIndex((one) => Math.abs(one) > loud);
  const edge = Math.round(0.006 * rate);
  return samples.slice(Math.max(0, first - edge), last + edge);
}

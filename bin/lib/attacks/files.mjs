import { fromCsv, fromMidi, fromMusicXml, fromText, parseChart } from '@intervallum/core';
import { readSongFile } from '@intervallum/contract';

/** No file may hold up its reader for longer than this, in milliseconds; a worker gives up after twenty seconds. */
const patience = 5_000;

/**
 * Files made to break their readers: deep, endless, cut off, with entities, with sizes that are not true.
 * @returns {Promise<import('../attack.mjs').Outcome>}
 */
export function hostileFiles() {
  const deep = (/** @type {number} */ depth) => `${'<a>'.repeat(depth)}${'</a>'.repeat(depth)}`;
  const score = (/** @type {string} */ inside) =>
    `<score-partwise><part id="P1"><measure>${inside}</measure></part></score-partwise>`;
  const harmony = '<harmony><root><root-step>C</root-step></root><kind>major</kind></harmony>';
  /** @param {readonly (readonly (string | number)[])[]} all letters and lengths */
  const notes = (all) =>
    all
      .map(
        ([step, duration]) =>
          `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>${duration}</duration></note>`,
      )
      .join('');
  /** @type {readonly (readonly [string, () => unknown])[]} */
  const files = [
    ['entities', () => fromMusicXml('<!DOCTYPE a [<!ENTITY a "b">]><a>&a;</a>')],
    [
      'a billion laughs',
      () =>
        fromMusicXml(
          `<!DOCTYPE a [${Array.from({ length: 20 }, (_, n) => `<!ENTITY e${n + 1} "&e${n};&e${n};">`).join('')}]><a>&e20;</a>`,
        ),
    ],
    ['an outside entity', () => fromMusicXml('<!DOCTYPE a SYSTEM "file:///etc/passwd"><a/>')],
    ['elements in elements', () => fromMusicXml(deep(50_000))],
    ['tags that never end', () => fromMusicXml('<'.repeat(200_000))],
    ['attributes that never end', () => fromMusicXml(`<a ${'b="c" '.repeat(100_000)}/>`)],
    ['a name that never ends', () => fromMusicXml(`<${'a'.repeat(1_000_000)}`)],
    ['quotes that never end', () => fromMusicXml(`<a b="${'x'.repeat(1_000_000)}`)],
    ['comments in comments', () => fromMusicXml('<!--'.repeat(100_000))],
    [
      'many measures',
      () =>
        fromMusicXml(
          `<score-partwise><part id="P1">${`<measure>${harmony}</measure>`.repeat(20_000)}</part></score-partwise>`,
        ),
    ],
    ['many chords in a measure', () => fromMusicXml(score(harmony.repeat(20_000)))],
    [
      'divisions of nothing',
      () =>
        fromMusicXml(
          score(
            `<attributes><divisions>0</divisions></attributes>${harmony}<note><duration>1e308</duration></note>`,
          ),
        ),
    ],
    [
      'durations below zero',
      () =>
        fromMusicXml(
          score(
            `<backup><duration>-99999999</duration></backup>${harmony}<note><duration>-5</duration></note>`,
          ),
        ),
    ],
    [
      'a note that lasts for ever',
      () =>
        fromMusicXml(
          score(
            notes([
              ['C', 1e308],
              ['E', 1e308],
              ['G', -1e308],
            ]),
          ),
        ),
    ],
    [
      'many notes in a measure',
      () =>
        fromMusicXml(
          score(notes(Array.from({ length: 40_000 }, (_, n) => ['CEG'[n % 3] ?? 'C', 1]))),
        ),
    ],
    [
      'many parts',
      () =>
        fromMusicXml(
          `<score-partwise>${`<part id="P1">${`<measure>${notes([['C', 1]])}</measure>`.repeat(40)}</part>`.repeat(500)}</score-partwise>`,
        ),
    ],
    ['MIDI of one bar with all notes', () => fromMidi(oneBar(99_000))],
    ['MIDI cut off', () => fromMidi(Uint8Array.from([...'MThd'].map((one) => one.charCodeAt(0))))],
    [
      'MIDI with a length that is not true',
      () => fromMidi(Uint8Array.from([77, 84, 104, 100, 255, 255, 255, 255, 0, 1, 0, 1, 1, 224])),
    ],
    [
      'MIDI with a track that is not there',
      () => fromMidi(Uint8Array.from([77, 84, 104, 100, 0, 0, 0, 6, 0, 1, 255, 255, 1, 224])),
    ],
    [
      'MIDI without divisions',
      () =>
        fromMidi(
          Uint8Array.from([
            77, 84, 104, 100, 0, 0, 0, 6, 0, 1, 0, 1, 0, 0, 77, 84, 114, 107, 0, 0, 0, 4, 0, 255,
            47, 0,
          ]),
        ),
    ],
    ['zeroes', () => fromMidi(new Uint8Array(1_000_000))],
    ['a chart of bar lines', () => parseChart(`A:\n${'|'.repeat(99_000)}`)],
    ['a chart of colons', () => parseChart(':'.repeat(99_000))],
    ['a chart of headings', () => parseChart('A:\n'.repeat(33_000))],
    ['a chart of braces', () => parseChart(`A:\n${`${'{'.repeat(900)}\n`.repeat(100)}`)],
    ['a chart of figures', () => parseChart(`A:\n${`  1${'add9'.repeat(200)}\n`.repeat(100)}`)],
    ['a road without end', () => parseChart(`road: ${'A x99, '.repeat(110)}A\n\nA x99:\n  1\n`)],
    ['half a character', () => parseChart('title: \ud800\n\nA:\n  1\n')],
    ['text of blanks', () => fromText(' '.repeat(500_000), {})],
    ['text of brackets', () => fromText('['.repeat(200_000), {})],
    ['text of chords without end', () => fromText('C '.repeat(100_000), {})],
    ['text of empty lines', () => fromText('\n'.repeat(300_000), {})],
    ['a list of quotes', () => fromCsv('"'.repeat(200_001))],
    ['a list of commas', () => fromCsv(`title\n${','.repeat(500_000)}`)],
    ['a list of lines', () => fromCsv('a\n'.repeat(100_000))],
    ['JSON in JSON', () => readSongFile('['.repeat(200_000))],
    ['a song file of nothing', () => readSongFile('{"format":"intervallum song","version":1e99}')],
    [
      'a song file with a prototype',
      () =>
        readSongFile(
          '{"format":"intervallum song","version":2,"chart":"","__proto__":{"decisions":1}}',
        ),
    ],
  ];
  /** @type {string[]} */
  const broke = [];
  let slowest = { name: '', took: 0 };
  for (const [name, read] of files) {
    const started = performance.now();
    try {
      read();
    } catch (error) {
      broke.push(`${name}: ${error instanceof Error ? error.message.slice(0, 80) : error}`);
    }
    const took = performance.now() - started;
    if (took > slowest.took) slowest = { name, took };
    if (took > patience) broke.push(`${name}: ${Math.round(took)} ms`);
  }
  return Promise.resolve({
    holds: broke.length === 0,
    figure: `${files.length} files, ${broke.length} broke a reader${broke.length > 0 ? ` (${broke.join('; ')})` : ''}, the slowest (${slowest.name}) took ${Math.round(slowest.took)} ms`,
  });
}

/** A MIDI file (format 0) whose notes all begin and end within one bar. @param {number} count */
function oneBar(count) {
  const events = Array.from({ length: count }, (_, n) => {
    const note = 36 + (n % 48);
    return [0, 0x90, note, 80, n % 500 === 0 ? 1 : 0, 0x80, note, 0];
  }).flat();
  const track = [...events, 0, 255, 47, 0];
  const size = [24, 16, 8, 0].map((bits) => (track.length >> bits) & 255);
  const head = [77, 84, 104, 100, 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 77, 84, 114, 107];
  return Uint8Array.from([...head, ...size, ...track]);
}

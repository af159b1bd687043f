import { expect, test } from '@jest/globals';
import { expand, parseChart, pianoMeasures, voice, type PianoMeasure } from '@intervallum/core';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { systemsOf } from '../src/music/staff/drawGrandStaff.ts';

const folder = join(import.meta.dirname, '../../demo/songs');
const songs = readdirSync(folder).map((file) => [file, readFileSync(join(folder, file), 'utf8')]);

const triplets =
  'meter: 4/4\n\nVerse x2:\n  right: T M L, triplets\n  1 | <4 5/7 | 6m . . 5 | 1~\n';

const ticksOf = (staff: PianoMeasure['staves']['right']) =>
  staff.reduce((sum, { value }) => sum + value.ticks, 0);

/** Letters alone: how words are parted for the notes is another matter. */
const lettersIn = (text: string) => text.replace(/[\s-]/gu, '');

test.each([...songs, ['triplets', triplets]])(
  '%s: all that is sung stands under a chord or rest of the right hand',
  (_, text) => {
    const voiced = voice(expand(parseChart(text!).song));
    const { parts } = voiced.timeline;
    const measures = pianoMeasures(voiced);
    for (const { words, staves, ticks } of measures) {
      const begins = staves.right.map((_, place) => ticksOf(staves.right.slice(0, place)));
      for (const { at } of words) expect(begins).toContain(at);
      expect(words.every(({ at }) => at < ticks)).toBe(true);
    }
    const sung = parts.flatMap(({ bars, pass }) =>
      bars.map(({ words }) => words[Math.min(pass, words.length) - 1] ?? ''),
    );
    const wanted = lettersIn(sung.join(''));
    expect(lettersIn(measures.flatMap(({ words }) => words.map((one) => one.text)).join(''))).toBe(
      wanted,
    );
  },
);

test.each([...songs, ['triplets', triplets]])(
  '%s stands on two staves: each measure whole, once, in order; a section begins a row',
  (_, text) => {
    const timeline = expand(parseChart(text!).song);
    const measures = pianoMeasures(voice(timeline));
    expect(measures.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(timeline.ticks);
    for (const { staves, ticks } of measures)
      expect([ticksOf(staves.right), ticksOf(staves.left)]).toEqual([ticks, ticks]);
    for (const width of [694, 500, 120]) {
      const rows = systemsOf(measures, width);
      expect(rows.flat()).toEqual(measures);
      for (const row of rows) expect(row.slice(1).some(({ begins }) => begins)).toBe(false);
      // Narrower paper has no fewer rows.
      expect(rows.length).toBeGreaterThanOrEqual(systemsOf(measures, width + 200).length);
    }
  },
);

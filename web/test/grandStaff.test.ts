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

import { readRun, type WrittenRun } from '../model/readRun.ts';
import type { Run } from '../model/run.ts';
import { answers } from './answers.ts';
import { arpeggios } from './arpeggios.ts';
import { blues } from './blues.ts';
import { climbs } from './climbs.ts';
import { crushed } from './crushed.ts';
import { grips } from './grips.ts';
import { pentatonic } from './pentatonic.ts';
import { planed } from './planed.ts';
import { triadPairs } from './triadPairs.ts';

/** Every run of the library as it is written. */
export const writtenRuns: readonly WrittenRun[] = [
  ...triadPairs,
  ...pentatonic,
  ...blues,
  ...climbs,
  ...crushed,
  ...arpeggios,
  ...grips,
  ...planed,
  ...answers,
];

/** The library: runs of our own, for every kind of chord, in three grades. */
export const runs: readonly Run[] = writtenRuns.map((written) => {
  const read = readRun(written);
  if (!read.ok) throw new Error(`${written.id}: ${read.problems[0]!.message}`);
  return read.value;
});

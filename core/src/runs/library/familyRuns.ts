import type { RunKind } from '../model/kinds.ts';
import type { RunStep, WrittenRun } from '../model/readRun.ts';
import type { RunFamily, RunFrom, RunGrade } from '../model/run.ts';

/** A row of a family's table; its hands as `readRun` reads them, an empty text for a hand that has nothing. */
export type RunRow = readonly [
  name: string,
  grade: RunGrade,
  kinds: readonly RunKind[],
  step: RunStep,
  right: string,
  left: string,
  why: string,
  from?: RunFrom,
  more?: Pick<WrittenRun, 'into' | 'lands' | 'outside'>,
];

/** The runs of a family: each is known by its family and name. */
export function familyRuns(family: RunFamily, rows: readonly RunRow[]): readonly WrittenRun[] {
  return rows.map(
    ([name, grade, kinds, step, right, left, why, from = 'chord', more = {}]): WrittenRun => ({
      id: `${family}: ${name}`.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
      name,
      family,
      grade,
      kinds,
      from,
      step,
      ...(right === '' ? {} : { right }),
      ...(left === '' ? {} : { left }),
      ...more,
      why,
    }),
  );
}

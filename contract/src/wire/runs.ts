import {
  readRun,
  runFamilies,
  runGrades,
  runKinds,
  runSteps,
  type WrittenRun,
} from '@intervallum/core';
import { z } from 'zod';
import { id, line, word } from './text.ts';

/** A hand step by step: four bars in sextuplets have room in it. */
const hand = word(1_600);

const withoutId = {
  name: line(60, 'The name of a run').refine((name) => name !== '', 'A run has a name.'),
  family: z.enum(runFamilies),
  grade: z.enum(runGrades),
  from: z.enum(['chord', 'next', 'key']),
  kinds: z.array(z.enum(runKinds)).min(1).max(runKinds.length).readonly(),
  why: line(200, 'What is said of a run'),
  step: z.enum(Object.keys(runSteps) as [keyof typeof runSteps]),
  right: z.exactOptional(hand),
  left: z.exactOptional(hand),
  lands: z.exactOptional(z.int().min(0).max(400)),
  into: z.exactOptional(word(20)),
  outside: z.exactOptional(word(60)),
};

function canBeRead(run: Omit<WrittenRun, 'id'>, context: z.RefinementCtx): void {
  const read = readRun({ ...run, id: '' });
  if (read.ok) return;
  const [problem] = read.problems;
  context.addIssue({ code: 'custom', message: `A run cannot be read: ${problem!.message}` });
}

/** A run as it is written, which core can read. */
export const writtenRun = z.object({ ...withoutId, id: word(120) }).superRefine(canBeRead);

/** So many runs a team keeps. */
export const mostOwnRuns = 200;

/** A run that is kept for the whole team, under an id of its own. */
const keptRun = z.object({ ...withoutId, id }).superRefine(canBeRead);

/** The runs of a team, by their names. */
export const runList = z.object({ runs: z.array(keptRun).max(mostOwnRuns) });
export type RunList = z.infer<typeof runList>;

/** Runs that are to be kept. Each has an id from whoever made it: a repeated request adds nothing. */
export const newRuns = z.object({ runs: z.array(keptRun).min(1).max(mostOwnRuns) });

const filedRun = z.object(withoutId).superRefine(canBeRead);

/**
 * Runs as they are kept in a file: JSON, a list of written runs without ids.
 * @returns what is wrong with the first that cannot be read, and how it would be right
 */
export function readRunFile(text: string): readonly Omit<WrittenRun, 'id'>[] | string {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return 'This is no JSON. A file of runs is a list: [{ "name": "Up to 5", "kinds": ["major"], "step": "eighths", "right": "1 2 3 5", … }].';
  }
  if (!Array.isArray(read)) return 'A file of runs is a list, between [ and ].';
  if (read.length > mostOwnRuns)
    return `A file holds up to ${mostOwnRuns} runs; this one has ${read.length}.`;
  const runs: Omit<WrittenRun, 'id'>[] = [];
  for (const [place, one] of read.entries()) {
    const run = filedRun.safeParse(one);
    if (!run.success) {
      const { path, message } = run.error.issues[0]!;
      const where = path.length > 0 ? `, ${path.join(' ')}` : '';
      return `Run ${place + 1}${where}: ${message}`;
    }
    runs.push(run.data);
  }
  return runs;
}

/** What `readRunFile` reads. */
export function printRunFile(runs: readonly WrittenRun[]): string {
  return `${JSON.stringify(
    runs.map(({ id: _, ...run }) => run),
    null,
    2,
  )}\n`;
}

import { readRun, runFamilies, runGrades, runKinds, runSteps } from '@intervallum/core';
import { z } from 'zod';
import { line, word } from './text.ts';

const hand = word(800);

/** A run as it is written, which core can read. */
export const writtenRun = z
  .object({
    id: word(120),
    name: line(60, 'The name of a run'),
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
  })
  .superRefine((run, context) => {
    const read = readRun(run);
    if (read.ok) return;
    const [problem] = read.problems;
    context.addIssue({ code: 'custom', message: `A run cannot be read: ${problem!.message}` });
  });

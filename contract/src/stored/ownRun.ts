import type { WrittenRun } from '@intervallum/core';
import { z } from 'zod';
import { writtenRun } from '../wire/runs.ts';

/** A run of a team's own as it is kept: by its version, so that an older one can be brought up to date. */
export interface StoredRun {
  readonly version: number;
  readonly value: unknown;
}

const newest = 1;
const storedRun = z.object({ version: z.literal(newest), value: writtenRun });

export function storeRun(value: WrittenRun): StoredRun {
  return { version: newest, value };
}

/** Reads a run; null for one that this version does not know: it blocks no other. */
export function readStoredRun(stored: unknown): WrittenRun | null {
  const read = storedRun.safeParse(stored);
  return read.success ? read.data.value : null;
}

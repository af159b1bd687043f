import type { OwnMove } from '@intervallum/core';
import { z } from 'zod';
import { ownMove } from '../wire/moves.ts';

/** A move of a team's own as it is kept: by its version, so that an older one can be brought up to date. */
export interface StoredMove {
  readonly version: number;
  readonly value: unknown;
}

const newest = 1;
const storedMove = z.object({ version: z.literal(newest), value: ownMove });

export function storeMove(value: OwnMove): StoredMove {
  return { version: newest, value };
}

/** Reads a move; null for one that this version does not know: it blocks no other. */
export function readStoredMove(stored: unknown): OwnMove | null {
  const read = storedMove.safeParse(stored);
  return read.success ? read.data.value : null;
}

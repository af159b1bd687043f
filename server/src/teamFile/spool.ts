import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * Does something with a file of its own outside of the database, which is gone afterwards: a slow line holds neither a
 * connection nor memory, and what is brought in is whole before anything of it is written.
 */
export async function withSpool<Value>(work: (path: string) => Promise<Value>): Promise<Value> {
  const folder = await mkdtemp(join(tmpdir(), 'intervallum-team-'));
  try {
    return await work(join(folder, 'records'));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

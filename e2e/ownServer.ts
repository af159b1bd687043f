import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIRequestContext } from '@playwright/test';
import { startApplication } from '../bin/lib/application.mjs';
import { freePort, startCluster } from '../bin/lib/cluster.mjs';
import { signInAs } from './signIn.ts';

/** An application of its own, with a database of its own. */
export interface OwnServer {
  readonly url: string;
  /** For a client of the database, as the owner of its tables. */
  readonly databaseUrl: string;
  readonly stop: () => Promise<void>;
  /** At the same address, with the same database. */
  readonly startAgain: () => Promise<void>;
}

/**
 * Does something with an application of its own, which is gone afterwards.
 * @param request of the browser whose owner it becomes there
 */
export async function withOwnServer(
  request: APIRequestContext,
  work: (server: OwnServer) => Promise<void>,
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'intervallum-own-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(join(folder, 'database'));
  await cluster.createDatabase('own');
  const webFolder = process.env['WEB_FOLDER'] ?? '';
  const at = { cluster, database: 'own', port: await freePort(), webFolder, quiet: true };
  let running: Awaited<ReturnType<typeof startApplication>> | null = await startApplication(at);
  try {
    await signInAs(request, 'owner', running.url);
    await work({
      url: running.url,
      databaseUrl: cluster.url('own'),
      stop: async () => {
        await running?.stop();
        running = null;
      },
      startAgain: async () => {
        running = await startApplication(at);
      },
    });
  } finally {
    await running?.stop();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true, maxRetries: 10 });
  }
}

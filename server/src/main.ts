import { createApp } from './app.ts';
import { migrateDatabase, openDatabase } from './db/database.ts';
import { ensureTeam, loadDemo } from './demo.ts';

/**
 * Starts the server. Settings come from the environment:
 * DATABASE_URL; PORT; HOST (127.0.0.1); WEB_FOLDER with the built pages; DEMO_FOLDER with the demo data.
 */
async function main(): Promise<void> {
  const { DATABASE_URL, PORT, HOST, WEB_FOLDER, DEMO_FOLDER } = process.env;
  if (!DATABASE_URL) throw new Error('DATABASE_URL is not set.');
  const { database, close } = openDatabase(DATABASE_URL);
  await migrateDatabase(database);
  if (DEMO_FOLDER) await loadDemo(database, DEMO_FOLDER);
  await ensureTeam(database);

  const app = createApp(database, WEB_FOLDER ?? null);
  const server = app.listen(Number(PORT ?? 4870), HOST ?? '127.0.0.1', (error) => {
    if (error) fail(error);
  });
  const stop = () => {
    server.close(() => {
      void close().then(() => process.exit(0));
    });
    server.closeAllConnections();
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  // Started by a command that holds a channel to it, the server ends when that command does.
  process.once('disconnect', stop);
}

function fail(error: unknown): never {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}

main().catch(fail);

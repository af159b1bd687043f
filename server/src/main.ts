import { createServer } from 'node:http';
import { createApp } from './app.ts';
import { readConfig } from './config.ts';
import { openDatabase } from './db/database.ts';
import { migrateDatabase } from './db/migrate.ts';
import { ensureTeam, loadDemo } from './demo.ts';
import { createLog } from './http/log.ts';
import { oneTeamSession } from './http/session.ts';
import { openChartReader } from './jobs/charts.ts';

/** How long requests under way may take to end when the server is asked to stop, in milliseconds. */
const patience = 10_000;

/** Starts the server; config.ts names its settings. */
async function main(): Promise<void> {
  // Started by a command that holds a channel to it, the server ends when that command does, at whatever moment.
  let end = (): void => process.exit(1);
  process.once('disconnect', () => end());
  if (process.send && !process.connected) end();
  const config = readConfig(process.env);
  const log = createLog(config.LOG_LEVEL);
  const charts = openChartReader();
  if (config.MIGRATION_DATABASE_URL) {
    await migrateDatabase(config.MIGRATION_DATABASE_URL);
    const owner = openDatabase(config.MIGRATION_DATABASE_URL);
    if (config.DEMO_FOLDER) await loadDemo(owner.database, charts, config.DEMO_FOLDER);
    await ensureTeam(owner.database);
    await owner.close();
  }
  const { database, close } = openDatabase(config.DATABASE_URL, (error) =>
    log.warn(error, 'A database connection was lost.'),
  );
  const app = createApp({
    database,
    charts,
    session: oneTeamSession(database),
    log,
    hosts: config.ALLOWED_HOSTS,
    webFolder: config.WEB_FOLDER ?? null,
  });
  const server = createServer(app);
  server.once('error', fail);
  server.listen(config.PORT, config.HOST);

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    // What is under way ends: a save that was sent is a save that was made.
    server.close(() => {
      void Promise.all([close(), charts.close()]).then(() => process.exit(0));
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), patience).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  end = stop;
}

function fail(error: unknown): never {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}

main().catch(fail);

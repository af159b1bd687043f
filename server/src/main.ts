import cluster from 'node:cluster';
import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { isIPv4 } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import type { Express } from 'express';
import type { Logger } from 'pino';
import { openLimits } from './accounts/limits.ts';
import { cookieSession } from './accounts/session.ts';
import { hashOf, newCode } from './accounts/tokens.ts';
import { createApp, createLinksApp } from './app.ts';
import { readConfig, type Config } from './config.ts';
import { openDatabase, type Database } from './db/database.ts';
import { migrateDatabase } from './db/migrate.ts';
import { loadDemo } from './demo.ts';
import { createLog } from './http/log.ts';
import { installationState, setSetupCode } from './installation/store.ts';
import { openChartReader, type ChartReader } from './jobs/charts.ts';
import { openLiveHub } from './live/hub.ts';
import { boxPost, keepSending, noPost, smtpPost, type Post } from './mail/sending.ts';
import { severalProcesses } from './processes.ts';
import { rewriteCharts } from './songs/rewriting/store.ts';
import { keepEmptying } from './trash/emptying.ts';

/** How long requests under way may take to end when the server is asked to stop, in milliseconds. */
const patience = 10_000;

/** Starts the server; config.ts names its settings. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  if (cluster.isPrimary && config.PROCESSES > 1) await serveBySeveral(config);
  else await serve(config);
}

/** Brings the database up to date, then lets several processes serve the one port. */
async function serveBySeveral(config: Config): Promise<void> {
  const log = createLog(config.LOG_LEVEL);
  const charts = openChartReader();
  const several = severalProcesses(config.PROCESSES, log);
  const end = () => void several.stop().then(() => process.exit(0));
  process.once('disconnect', end);
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
  if (process.send && !process.connected) end();
  await bringUpToDate(config, charts, log);
  several.start();
}

/** What the owner of the tables does before anybody is served: tables, demo, charts of earlier rules. */
async function bringUpToDate(config: Config, charts: ChartReader, log: Logger): Promise<void> {
  if (!config.MIGRATION_DATABASE_URL) return;
  await migrateDatabase(config.MIGRATION_DATABASE_URL);
  const owner = openDatabase(config.MIGRATION_DATABASE_URL);
  if (config.DEMO_FOLDER) await loadDemo(owner.database, charts, config.DEMO_FOLDER);
  await askForOwner(owner.database);
  const rewritten = await rewriteCharts(owner.database, charts, 'may change');
  if (rewritten > 0)
    log.info(
      { rewritten },
      'Songs of earlier rules were rewritten, so that they sound as they did.',
    );
  // All others are read anew for lists and searches while people are served already.
  rewriteCharts(owner.database, charts, 'all')
    .catch((error: unknown) => log.error(error, 'Songs could not be read anew for searches.'))
    .finally(() => void owner.close());
}

/** Serves by this process. */
async function serve(config: Config): Promise<void> {
  // Started by a command that holds a channel to it, the server ends when that command does, at whatever moment.
  let end = (): void => process.exit(1);
  process.once('disconnect', () => end());
  if (process.send && !process.connected) end();
  const log = createLog(config.LOG_LEVEL);
  const charts = openChartReader();
  // Of several processes the first one did that.
  if (cluster.isPrimary) await bringUpToDate(config, charts, log);
  const { database, pool, close } = openDatabase(config.DATABASE_URL, (error) =>
    log.warn(error, 'A database connection was lost.'),
  );
  const live = openLiveHub(config.DATABASE_URL, log);
  let stopping = false;
  const post = await postOf(config, database);
  const parts = {
    database,
    charts,
    session: cookieSession(database),
    limits: openLimits(pool),
    live,
    mail: post.kind,
    ...(config.TRUST_PROXY === undefined ? {} : { trustProxy: config.TRUST_PROXY }),
    log,
    hosts: config.ALLOWED_HOSTS,
    linksUrl: linksUrl(config),
    isLeaving: () => stopping,
    webFolder: config.WEB_FOLDER ?? null,
  };
  const listen = listenerOf(config);
  const servers = [listen(createApp(parts), config.PORT, config.HOST)];
  if (config.LINKS_PORT !== undefined) {
    const hosts = config.LINKS_URL ? [new URL(config.LINKS_URL).host] : [];
    const links = createLinksApp({ ...parts, hosts });
    servers.push(listen(links, config.LINKS_PORT, config.LINKS_HOST));
  }

  const endEmptying = keepEmptying(database, log);
  const endSending =
    post.kind === 'none' ? () => Promise.resolve() : keepSending(database, post, log);
  const stop = () => {
    if (stopping) return;
    stopping = true;
    endEmptying();
    // What is under way ends: a save that was sent is a save that was made. Who follows a stage comes again to another process.
    void wait(config.DRAIN_SECONDS * 1_000)
      .then(() => Promise.all([...servers.map(closed), endSending(), live.close()]))
      .then(() => Promise.all([close(), charts.close()]))
      .then(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  end = stop;
}

/** A database without accounts is begun by whoever sees this terminal: the code that makes the first owner is shown there. */
async function askForOwner(owner: Database): Promise<void> {
  if (!(await installationState(owner)).needsOwner) return;
  const code = newCode();
  await setSetupCode(owner, hashOf(code));
  const shown = code.match(/.{4}/g)!.join('-');
  process.stdout.write(
    `Nobody owns this installation yet. Its first page asks for this code: ${shown}\n`,
  );
}

/** How mail leaves: by SMTP where the settings say so, else into the simulated box of a demo, else not at all. */
async function postOf({ SMTP_URL, MAIL_FROM }: Config, database: Database): Promise<Post> {
  if (SMTP_URL && MAIL_FROM) return smtpPost(SMTP_URL, MAIL_FROM);
  return (await installationState(database)).isDemo ? boxPost : noPost;
}

function closed(server: Server): Promise<void> {
  return new Promise((resolve) => {
    server.close(() => resolve());
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), patience).unref();
  });
}

/** Listens with or without TLS, as the settings say. */
function listenerOf({ TLS_CERT, TLS_KEY }: Config) {
  const secrets =
    TLS_CERT && TLS_KEY ? { cert: pem('TLS_CERT', TLS_CERT), key: pem('TLS_KEY', TLS_KEY) } : null;
  return (app: Express, port: number, host: string): Server => {
    const server = secrets ? createSecureServer(secrets, app) : createServer(app);
    server.once('error', fail);
    return server.listen(port, host);
  };
}

function pem(setting: string, file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (error) {
    throw new Error(
      `${setting}: ${file} cannot be read; name a PEM file that the server may read.`,
      {
        cause: error,
      },
    );
  }
}

/** How others reach the links: as the settings say, else by the address that is listened on, where it is one. */
function linksUrl({ LINKS_URL, LINKS_PORT, LINKS_HOST, TLS_CERT }: Config): string | null {
  if (LINKS_PORT === undefined) return null;
  if (LINKS_URL) return LINKS_URL;
  if (isIPv4(LINKS_HOST) && LINKS_HOST !== '0.0.0.0')
    return `${TLS_CERT ? 'https' : 'http'}://${LINKS_HOST}:${LINKS_PORT}`;
  return null;
}

function fail(error: unknown): never {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}

main().catch(fail);

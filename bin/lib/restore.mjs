// Puts back what bin/backup wrote, in the place of what is there, which stays in a database beside it under a name with
// the date. Works while Intervallum runs: pages find their songs as they were then, and what is unsaved stays with them.
import { closeSync, existsSync, openSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { makeDataFolder } from './cluster.mjs';
import { ask, database, sql, whileItRuns } from './dump.mjs';
import { prepare } from './prepare.mjs';
import { run, say, Stop } from './say.mjs';
import { claim, dataFolder } from './settings.mjs';
import { root } from './shell.mjs';

/** Where the backup is made ready before it takes the place of what is there. */
const ready = 'intervallum_restored';

await run(async () => {
  const words = process.argv.slice(2);
  const names = words.filter((word) => word !== '--yes');
  const [name] = names;
  if (!name || names.length > 1)
    throw new Stop('bin/restore takes a file that bin/backup wrote: bin/restore songs.dump');
  const file = resolve(name);
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`);
  const folder = dataFolder();
  const isNew = !existsSync(join(folder, 'cluster/PG_VERSION'));
  if (!isNew) await mustAgree(folder, file, words.includes('--yes'));
  await prepare();
  if (isNew) await claim(folder, makeDataFolder);

  await whileItRuns(folder, async () => {
    await makeReady(folder, file);
    const before = await takeItsPlace(folder);
    const count = await sql(
      folder,
      'select count(*) from songs where deleted_at is null',
      database,
    );
    say(`${count} songs, with all that belongs to them, are back as they were in ${file}.`);
    if (before) say(`What was there stays in the database ${before}.`);
  });
});

/** @param {string} folder @param {string} file @param {boolean} isSure */
async function mustAgree(folder, file, isSure) {
  if (isSure) return;
  if (!process.stdin.isTTY)
    throw new Stop('bin/restore replaces all songs; where nobody can be asked, say so with --yes.');
  const asking = createInterface({ input: process.stdin, output: process.stdout });
  const said = await asking.question(
    `Put ${file} in the place of all songs in ${folder}? They stay beside it. (yes or no) `,
  );
  asking.close();
  if (!/^y(?:es)?$/i.test(said.trim())) throw new Stop('Nothing was changed.');
}

/** Reads the backup into a database of its own and brings it up to date. @param {string} folder @param {string} file */
async function makeReady(folder, file) {
  const from = openSync(file, 'r');
  try {
    await sql(folder, `drop database if exists ${ready}`);
    await sql(folder, `create database ${ready}`);
    // The role that the server works as belongs to the cluster, not to the backup.
    await sql(
      folder,
      "do $$ begin if not exists (select from pg_roles where rolname = 'intervallum_server') then create role intervallum_server login nosuperuser nocreatedb nocreaterole nobypassrls; end if; end $$",
    );
    await ask(folder, 'pg_restore', ['--exit-on-error', '--single-transaction', '-d', ready], {
      from,
    });
    await bringUpToDate(folder);
  } catch (error) {
    await sql(folder, `drop database if exists ${ready}`);
    if (error instanceof Stop) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw new Stop(`${file} is no backup that can be read (${why}); nothing was changed.`);
  } finally {
    closeSync(from);
  }
}

/** @param {string} folder */
async function bringUpToDate(folder) {
  const known = readdirSync(join(root, 'server/migrations')).filter((name) =>
    name.endsWith('.sql'),
  );
  const made = await sql(folder, 'select count(*) from drizzle.__drizzle_migrations', ready);
  if (Number(made) > known.length)
    throw new Stop('This backup is of a newer version of Intervallum; nothing was changed.');
  const { migrateDatabase } = await import(join(root, 'server/dist/db/migrate.js'));
  const cluster = join(folder, 'cluster');
  await migrateDatabase(
    `postgres://app@localhost:5432/${ready}?host=${encodeURIComponent(cluster)}`,
  );
}

/** @param {string} folder @returns {Promise<string | null>} the name under which what was there stays */
async function takeItsPlace(folder) {
  const there = await sql(folder, `select 1 from pg_database where datname = '${database}'`);
  const date = new Date().toISOString().slice(0, 19).replace(/[-:T]/g, '_');
  const before = there ? `${database}_before_${date}` : null;
  const swap = [
    // Whoever is connected is sent away; the server comes back by itself and finds the other one.
    ...(before
      ? [
          `alter database ${database} allow_connections false`,
          `select pg_terminate_backend(pid) from pg_stat_activity where datname = '${database}'`,
          `alter database ${database} rename to ${before}`,
        ]
      : []),
    `alter database ${ready} rename to ${database}`,
    ...(before ? [`alter database ${before} allow_connections true`] : []),
  ];
  for (const statement of swap) await sql(folder, statement);
  return before;
}

// Writes everything that is kept into one file, in pg_dump's own format: all songs and sets with their history, links,
// what players decided. Works while Intervallum runs and while it does not. `bin/restore` puts it back.
import { closeSync, existsSync, fsyncSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ask, database, sql, whileItRuns } from './dump.mjs';
import { run, say, Stop } from './say.mjs';
import { dataFolder } from './settings.mjs';

await run(async () => {
  const [name, ...more] = process.argv.slice(2);
  if (!name || more.length > 0)
    throw new Stop('bin/backup takes the name of the file to write: bin/backup songs.dump');
  const file = resolve(name);
  if (existsSync(file)) throw new Stop(`${file} is there already; choose another name.`);
  const folder = dataFolder();
  if (!existsSync(join(folder, 'cluster/PG_VERSION')))
    throw new Stop(
      `There is no data in ${folder}; set INTERVALLUM_DATA to the folder that has it.`,
    );

  // Whole or not at all: the name appears when all of it is on the disk. Nobody else may read it.
  const part = `${file}.part`;
  const into = opened(part);
  try {
    await whileItRuns(folder, async () => {
      await ask(folder, 'pg_dump', ['-Fc', '-d', database], { into });
      fsyncSync(into);
      const count = await sql(
        folder,
        'select count(*) from songs where deleted_at is null',
        database,
      );
      renameSync(part, file);
      const size = (statSync(file).size / 1_000_000).toFixed(1);
      say(`${count} songs, with all that belongs to them, are in ${file} (${size} MB).`);
    });
  } catch (error) {
    rmSync(part, { force: true });
    if (error instanceof Stop) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw new Stop(`The backup could not be written (${why}); what was there is as it was.`);
  } finally {
    closeSync(into);
  }
});

/** @param {string} part */
function opened(part) {
  try {
    return openSync(part, 'w', 0o600);
  } catch (error) {
    throw new Stop(
      `${part} cannot be written (${error instanceof Error ? error.message.split(',')[0] : error}); name a file in a folder that you may write.`,
    );
  }
}

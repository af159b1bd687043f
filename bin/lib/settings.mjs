import { createHash } from 'node:crypto';
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { homedir } from 'node:os';
import { basename, join, resolve } from 'node:path';
import { isWell, scheme } from './application.mjs';
import { isRoot, root } from './shell.mjs';
import { said, Stop } from './say.mjs';

/** Where the application's data lives: one folder for each checkout, unless INTERVALLUM_DATA says otherwise. */
export function dataFolder() {
  if (process.env['INTERVALLUM_DATA']) return resolve(process.env['INTERVALLUM_DATA']);
  const checkout = createHash('sha256').update(root).digest('hex').slice(0, 8);
  const home = isRoot ? '/var/lib' : join(homedir(), '.local/share');
  return join(home, 'intervallum', `${basename(root)}-${checkout}`);
}

/** The port to serve at, known to be free. */
export async function wantedPort() {
  const text = process.env['PORT'] ?? '4870';
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65_535) {
    throw new Stop(`PORT is “${text}”; it must be a whole number from 1 to 65535.`);
  }
  const trouble = await listenTrouble(port);
  if (trouble === null) return port;
  if (trouble === 'EACCES')
    throw new Stop(
      `Port ${port} may not be used by you; choose one above 1023 with PORT=4871 bin/start.`,
    );
  if (await isWell(`${scheme(process.env)}://127.0.0.1:${port}`)) {
    throw new Stop(
      `Intervallum runs already at ${scheme(process.env)}://127.0.0.1:${port}; stop it first or choose another port and data folder.`,
    );
  }
  throw new Stop(
    `Port ${port} is taken by another program; choose one with PORT=${port === 65_535 ? 4871 : port + 1} bin/start.`,
  );
}

/** @param {number} port @returns {Promise<string | null>} the error's code; null if one can listen there */
function listenTrouble(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.on('error', (error) => resolve('code' in error ? String(error.code) : error.message));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(null)));
  });
}

/**
 * Marks the data folder as ours, so that --fresh can never touch what is not.
 * @param {string} folder
 * @param {(folder: string) => Promise<void>} make makes it
 */
export async function claim(folder, make) {
  const mark = join(folder, 'intervallum-data');
  if (existsSync(mark)) return;
  if (existsSync(folder) && contentOf(folder).length > 0) {
    throw new Stop(
      `${folder} is not empty and was not made by Intervallum; set INTERVALLUM_DATA to an empty folder.`,
    );
  }
  await make(folder);
  writeFileSync(mark, 'The data of Intervallum: all songs and sets are in the folder cluster.\n');
}

/** @param {string} folder */
function contentOf(folder) {
  try {
    return readdirSync(folder);
  } catch (error) {
    throw new Stop(
      `${folder} cannot be used for data (${said(error)}); set INTERVALLUM_DATA to a folder that you may read and write.`,
    );
  }
}

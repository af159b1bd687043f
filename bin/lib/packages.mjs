import { existsSync, readdirSync } from 'node:fs';
import { isRoot, shell, tail } from './shell.mjs';
import { say, Stop } from './say.mjs';

/** Chromium without a window: a page opens in two thirds of the time that the desktop program takes with `--headless`. */
export const chromiumPath = '/usr/bin/chromium-headless-shell';

/** Where Debian keeps the programs of each PostgreSQL version. */
const postgresHome = '/usr/lib/postgresql';

/**
 * The folder of PostgreSQL's programs: of the wanted major version, else of the newest; null if there is none.
 * @param {string} [version]
 * @returns {string | null}
 */
export function postgresPrograms(version) {
  if (!existsSync(postgresHome)) return null;
  const found = readdirSync(postgresHome)
    .filter((name) => existsSync(`${postgresHome}/${name}/bin/initdb`))
    .sort((one, other) => Number(other) - Number(one));
  const chosen = version ? found.find((name) => name === version) : found[0];
  return chosen ? `${postgresHome}/${chosen}/bin` : null;
}

/**
 * Sees to it that the Debian packages are there: root installs them, anyone else is told how to.
 * @param {{ chromium: boolean }} wanted
 */
export async function ensurePackages({ chromium }) {
  const missing = [
    ...(postgresPrograms() ? [] : ['postgresql']),
    ...(chromium && !existsSync(chromiumPath) ? ['chromium-headless-shell'] : []),
  ];
  if (missing.length === 0) return;
  const install = ['install', '-y', '--no-install-recommends', ...missing];
  if (!isRoot) {
    throw new Stop(
      `Missing from this machine: ${missing.join(', ')}. Run this once: sudo apt-get ${install.join(' ')}`,
    );
  }
  say(`Installing ${missing.join(' and ')} ...`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const updated = await shell('apt-get', ['update', '-q'], { env });
  const installed = await shell('apt-get', ['-q', ...install], { env });
  if (installed.code === 0) return;
  const reason = tail(updated.code === 0 ? installed.output : updated.output, 3);
  throw new Stop(`apt-get could not install ${missing.join(', ')}: ${reason}`);
}

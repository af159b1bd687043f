import { createHash } from 'node:crypto';
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, gzip } from 'node:zlib';
import { oneAtATime } from './lock.mjs';
import { root, shell, tail } from './shell.mjs';
import { isFull, say, Stop } from './say.mjs';

const brotli = promisify(brotliCompress);
const gzipped = promisify(gzip);

const buildFolder = join(root, '.build');

/**
 * A fingerprint of files and folders: it changes when any name or content does.
 * @param {readonly string[]} paths
 */
function fingerprint(paths) {
  const hash = createHash('sha256');
  /** @param {string} path */
  const add = (path) => {
    if (statSync(join(root, path)).isDirectory()) {
      for (const name of readdirSync(join(root, path)).sort()) {
        if (!['node_modules', 'dist', 'test'].includes(name)) add(join(path, name));
      }
    } else if (!path.endsWith('.tsbuildinfo')) {
      hash.update(`${path}\0`).update(readFileSync(join(root, path)));
    }
  };
  for (const path of paths) add(path);
  return hash.digest('hex').slice(0, 16);
}

/** The folder of the built pages that belongs to the sources as they are now. */
function webFolder() {
  const sources = ['core', 'contract', 'web', 'package-lock.json', 'tsconfig.base.json'];
  return join(buildFolder, `web-${fingerprint(sources)}`);
}

/**
 * Installs packages and builds, each only where it is stale, and never while another command does so.
 * @returns {Promise<string>} the folder of the built pages
 */
export async function prepare() {
  let pages = '';
  mustBeOurs();
  await oneAtATime(join(buildFolder, 'lock'), async () => {
    await installPackages();
    [, pages] = await Promise.all([buildServer(), buildWeb()]);
  });
  return pages;
}

export async function installPackages() {
  const stamp = join(root, 'node_modules', '.intervallum');
  const wanted = fingerprint(['package-lock.json']);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Installing packages ...');
  await must(
    'npm',
    ['ci', '--include=dev', '--ignore-scripts', '--no-audit', '--no-fund'],
    'npm ci failed',
  );
  writeFileSync(stamp, wanted);
}

/** What is built stands in the checkout, which has to be that of whoever runs the command. */
function mustBeOurs() {
  try {
    mkdirSync(buildFolder, { recursive: true });
    accessSync(root, constants.W_OK);
    accessSync(buildFolder, constants.W_OK);
  } catch (error) {
    throw new Stop(
      isFull(error)
        ? `The disk of ${root} is full; free some space and try again.`
        : `You may not write in ${root}; run this as the one whose checkout it is, or from one of your own.`,
    );
  }
}

async function buildServer() {
  const stamp = join(buildFolder, 'server');
  const wanted = fingerprint([
    'core',
    'contract',
    'server',
    'package-lock.json',
    'tsconfig.base.json',
  ]);
  const built = existsSync(join(root, 'server/dist/main.js'));
  if (built && existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Building the server ...');
  await must('npx', ['tsc', '-b', 'core', 'contract', 'server'], 'The server does not build');
  writeFileSync(stamp, wanted);
}

/**
 * Pages are built into a folder of their own, so that an application that runs keeps the ones it serves.
 * @returns {Promise<string>} that folder
 */
async function buildWeb() {
  const folder = webFolder();
  if (existsSync(join(folder, 'index.html'))) return folder;
  say('Building the pages ...');
  const unfinished = `${folder}.unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  await must(
    'npx',
    ['vite', 'build', 'web', '--outDir', unfinished, '--emptyOutDir'],
    'The pages do not build',
    // Whatever the shell says: pages built for development are larger and slower by half.
    { ...process.env, NODE_ENV: 'production' },
  );
  await compressPages(unfinished);
  await must('mv', [unfinished, folder], 'The built pages cannot be put in place');
  const older = readdirSync(buildFolder)
    .filter((name) => name.startsWith('web-') && join(buildFolder, name) !== folder)
    .map((name) => ({
      path: join(buildFolder, name),
      time: statSync(join(buildFolder, name)).mtimeMs,
    }))
    .sort((one, other) => other.time - one.time);
  for (const { path } of older.slice(3)) rmSync(path, { recursive: true, force: true });
  return folder;
}

/** What browsers gain by fetching compressed; pictures, sounds and fonts are compressed already. */
const compressible = /\.(?:html|js|css|svg|json|webmanifest|txt)$/;

/**
 * Puts a brotli and a gzip copy beside every page that is worth it, once, so that no request has to.
 * @param {string} folder
 */
export async function compressPages(folder) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !compressible.test(entry.name)) continue;
    const file = join(entry.parentPath, entry.name);
    const content = readFileSync(file);
    if (content.length < 1_000) continue;
    writeFileSync(`${file}.br`, await brotli(content));
    writeFileSync(`${file}.gz`, await gzipped(content));
  }
}

/**
 * Runs a command that must succeed.
 * @param {string} command
 * @param {readonly string[]} words
 * @param {string} failure
 * @param {NodeJS.ProcessEnv} [env]
 */
export async function must(command, words, failure, env = process.env) {
  const { code, output } = await shell(command, words, { env });
  if (code !== 0) throw new Stop(`${failure}:\n${tail(output, 30)}`);
}

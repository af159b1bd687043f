import {
  chownSync,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { userInfo } from 'node:os';
import { dirname, join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { postgresPrograms } from './packages.mjs';
import { livingProcess, read } from './processes.mjs';
import { isRoot, shell, tail } from './shell.mjs';
import { Stop } from './say.mjs';

/**
 * A running PostgreSQL cluster of our own. It is reached through a socket in its own folder, which is closed to everybody
 * but its user, and by no network.
 * @typedef {{
 *   url: (database: string) => string,
 *   serverUrl: (database: string) => string,
 *   createDatabase: (name: string) => Promise<void>,
 *   stop: () => Promise<void>,
 * }} Cluster
 */

/**
 * Runs one of PostgreSQL's programs, as the user postgres where we are root.
 * @param {string} programs
 * @param {string} program
 * @param {readonly string[]} words
 */
function postgres(programs, program, words) {
  const [command, all] = asOwner(programs, program, words);
  return shell(command, all, { cwd: '/' });
}

/**
 * A command line for one of PostgreSQL's programs, as the user postgres where we are root.
 * @param {string} programs
 * @param {string} program
 * @param {readonly string[]} words
 * @returns {[command: string, words: readonly string[]]}
 */
function asOwner(programs, program, words) {
  const path = join(programs, program);
  return isRoot ? ['runuser', ['-u', 'postgres', '--', path, ...words]] : [path, words];
}

/**
 * A command line for a program that asks the cluster in `folder`, which runs: `psql`, `pg_dump`.
 * @param {string} folder
 * @param {string} program
 * @param {readonly string[]} words
 */
export function askingCluster(folder, program, words) {
  const data = join(folder, 'cluster');
  const where = ['-h', data, '-p', String(socketNumber), '-U', 'app'];
  return asOwner(programsFor(data), program, [...where, ...words]);
}

/** A port on loopback that nothing listens on now. @returns {Promise<number>} */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      const port = typeof address === 'object' && address ? address.port : 0;
      probe.close(() => resolve(port));
    });
  });
}

/**
 * Makes the folder that the cluster lives in, reachable by the user who runs it.
 * @param {string} folder
 */
export async function makeDataFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    throw new Stop(
      `The data folder ${folder} cannot be made: ${error instanceof Error ? error.message : error}`,
    );
  }
  if (isRoot) await shell('chown', ['postgres:', folder]);
  const writable = isRoot
    ? await shell('runuser', ['-u', 'postgres', '--', 'test', '-w', folder], { cwd: '/' })
    : await shell('test', ['-w', folder]);
  if (writable.code === 0) return;
  const who = isRoot ? 'the user postgres' : 'you';
  throw new Stop(
    `The data folder ${folder} cannot be written by ${who}; set INTERVALLUM_DATA to one that can.`,
  );
}

/**
 * Starts the cluster in `folder`, making it first where there is none. A cluster that an interrupted start left
 * running there is taken over.
 * @param {string} folder
 * @returns {Promise<Cluster>}
 */
export async function startCluster(folder) {
  const data = join(folder, 'cluster');
  const tooLong = Buffer.byteLength(data) - longestSocketFolder;
  if (tooLong > 0) {
    throw new Stop(
      `The path ${data} is ${tooLong} letters too long for a database; set INTERVALLUM_DATA to a folder with a shorter one.`,
    );
  }
  // It is said to the database among other settings, parted by commas and in quotes.
  if (/[,'"\\]/.test(data)) {
    throw new Stop(
      `The path ${data} has a comma, a quote or a backslash in it; set INTERVALLUM_DATA to a folder without one.`,
    );
  }
  await makeDataFolder(folder);
  const programs = programsFor(data);
  if (!existsSync(join(data, 'PG_VERSION'))) await initialize(programs, data);

  const log = join(folder, 'postgres.log');
  forgetKilled(folder);
  await stopCluster(folder);
  admitOnly(data, ['app', 'intervallum_server']);
  const settings = `-c listen_addresses='' -c unix_socket_directories='${data}' -c unix_socket_permissions=0700 -p ${socketNumber}`;
  const words = ['-D', data, '-l', log, '-w', '-t', '60', '-o', settings, 'start'];
  let said = read(log).length;
  let started = await postgres(programs, 'pg_ctl', words);
  const latest = Date.now() + patience;
  while (started.code !== 0 && isStillHeld(read(log).slice(said)) && Date.now() < latest) {
    await wait(250);
    said = read(log).length;
    started = await postgres(programs, 'pg_ctl', words);
  }
  if (started.code !== 0) {
    const reason = tail(read(log) || started.output, 1);
    throw new Stop(
      `The database in ${folder} does not start (${reason.trim()}); ${log} says more. To begin beside it, set INTERVALLUM_DATA to another folder.`,
    );
  }
  /** @param {string} role @param {string} database */
  const as = (role, database) =>
    `postgres://${role}@localhost:${socketNumber}/${database}?host=${encodeURIComponent(data)}`;
  return {
    /** As the owner of the tables. */
    url: (database) => as('app', database),
    /** As the role that the server works as; migrations make it. */
    serverUrl: (database) => as('intervallum_server', database),
    createDatabase: (name) => createDatabase(programs, data, name),
    stop: () => stopCluster(folder),
  };
}

/**
 * Whether a start failed since what a killed database began still holds its memory: the statement that one of its processes
 * was at goes on for a moment, on a busy machine longer.
 * @param {string} said what the log says of this start
 */
function isStillHeld(said) {
  return said.includes('pre-existing shared memory block');
}

/** For so many milliseconds a start waits for what a killed one began. */
const patience = 30_000;

/** The socket's name ends with a number, as a port would be; with no network any will do. */
const socketNumber = 5432;
/** The path of a socket has room for 107 bytes (unix(7)), of which `/.s.PGSQL.5432` takes 14. */
const longestSocketFolder = 107 - 14;

/**
 * Lets in who runs the application and nobody else, whatever the cluster let in before: the system says who asks, and no
 * password exists that could be lost (PostgreSQL's manual, “Peer Authentication”, “User Name Maps”).
 * @param {string} data
 * @param {readonly string[]} roles
 */
function admitOnly(data, roles) {
  const { uid, gid } = statSync(data);
  const people = isRoot ? ['root', 'postgres'] : [userInfo().username];
  const map = people.flatMap((person) => roles.map((role) => `intervallum "${person}" ${role}`));
  const made = '# Written by Intervallum at every start.';
  const files = {
    'pg_hba.conf': [made, 'local all all peer map=intervallum'],
    'pg_ident.conf': [made, ...map],
  };
  for (const [name, lines] of Object.entries(files)) {
    const file = join(data, name);
    writeFileSync(file, `${lines.join('\n')}\n`, { mode: 0o600 });
    if (isRoot) chownSync(file, uid, gid);
  }
}

/**
 * Stops the cluster in `folder`, if one runs there.
 * @param {string} folder
 */
export async function stopCluster(folder) {
  const data = join(folder, 'cluster');
  if (!existsSync(join(data, 'postmaster.pid'))) return;
  await postgres(programsFor(data), 'pg_ctl', ['-D', data, '-m', 'fast', '-w', 'stop']);
}

/**
 * Moves the cluster in `folder` aside, running or not, under a name with the date.
 * @param {string} folder
 * @param {Date} now
 * @returns {Promise<string | null>} where it went; null where there was none
 */
export async function setAside(folder, now) {
  const data = join(folder, 'cluster');
  if (!existsSync(data)) return null;
  if (existsSync(join(data, 'PG_VERSION'))) await stopCluster(folder);
  const aside = `${data}-${now.toISOString().slice(0, 19).replaceAll(':', '.')}`;
  renameSync(data, aside);
  return aside;
}

/** Whether the cluster in `folder` runs. @param {string} folder */
export function runs(folder) {
  return livingProcess(postmasterOf(folder)) !== null;
}

/** The number of the process that its file names; 0 where it names none. @param {string} folder */
function postmasterOf(folder) {
  return Number(read(join(folder, 'cluster/postmaster.pid')).split('\n')[0]);
}

/**
 * Takes away the files that name a database that was killed, of its data and of its socket, and that nobody has asked after yet: PostgreSQL takes such a one for
 * running, for as long as the first process of the machine does not reap it, in a container perhaps for ever. What may still
 * hold its memory is found by the memory itself, which is named after the folder of the data.
 * @param {string} folder
 */
function forgetKilled(folder) {
  const pid = postmasterOf(folder);
  if (pid === 0 || !existsSync(`/proc/${pid}`) || runs(folder)) return;
  for (const name of ['postmaster.pid', `.s.PGSQL.${socketNumber}.lock`])
    rmSync(join(folder, 'cluster', name), { force: true });
}

/**
 * Looks after the cluster in `folder`: one that ended without being asked to is started again, a few times; whoever is
 * connected finds it again at the same socket.
 * @param {string} folder
 * @param {{ every?: number, most?: number, onBack: () => void, onLost: (why: string) => void }} how milliseconds between
 * looks; how often it may end in ten minutes before it is lost
 * @returns {() => void} ends the looking
 */
export function lookAfter(folder, { every = 1_000, most = 5, onBack, onLost }) {
  let ended = false;
  /** @type {number[]} */
  let falls = [];
  let tries = 0;
  const look = async () => {
    if (ended || runs(folder)) return;
    if (tries === 0) falls = [...falls.filter((time) => Date.now() - time < 600_000), Date.now()];
    if (falls.length > most) return onLost(`it ended ${falls.length} times in ten minutes`);
    tries += 1;
    try {
      await startCluster(folder);
      tries = 0;
      if (!ended) onBack();
    } catch (error) {
      // What it began goes on holding its memory until that ends too: on a busy machine longer than a moment.
      if (tries === mostTries) onLost(error instanceof Error ? error.message : String(error));
    }
  };
  const again = () => {
    if (!ended) setTimeout(() => void look().then(again), every);
  };
  again();
  return () => {
    ended = true;
  };
}

/** So often it is tried to start a database that has ended, once for each look. */
const mostTries = 40;

/** @param {string} data @returns {string} */
function programsFor(data) {
  const versionFile = join(data, 'PG_VERSION');
  const version = existsSync(versionFile) ? readFileSync(versionFile, 'utf8').trim() : undefined;
  const programs = postgresPrograms(version);
  if (programs) return programs;
  throw new Stop(
    `The data in ${data} was written by PostgreSQL ${version}, which is not installed here; install postgresql-${version}.`,
  );
}

/** Megabytes that a new cluster takes, with room to begin in (an empty one of PostgreSQL 15 to 17 takes 40 to 60). */
const roomOfCluster = 120;

/** @param {string} programs @param {string} data */
async function initialize(programs, data) {
  const { bavail, bsize } = statfsSync(dirname(data));
  const free = Math.floor((bavail * bsize) / 1_000_000);
  if (free < roomOfCluster)
    throw new Stop(
      `There are ${free} MB left on the disk of ${dirname(data)}, and a database takes ${roomOfCluster}; free some, or set INTERVALLUM_DATA to a folder on another disk.`,
    );
  const words = ['-D', data, '-U', 'app', '--auth-local=peer', '--auth-host=reject'];
  words.push('--locale=C.UTF-8', '--encoding=UTF8');
  const made = await postgres(programs, 'initdb', words);
  if (made.code === 0) return;
  throw new Stop(
    `The data folder ${data} is broken: ${tail(made.output, 2).replace(/\s+/g, ' ')} Move it aside, or set INTERVALLUM_DATA to another folder.`,
  );
}

/** @param {string} programs @param {string} data @param {string} name */
async function createDatabase(programs, data, name) {
  const words = ['-h', data, '-p', String(socketNumber), '-U', 'app', name];
  const made = await postgres(programs, 'createdb', words);
  if (made.code !== 0 && !made.output.includes('already exists')) {
    throw new Stop(`The database ${name} cannot be made: ${tail(made.output, 1)}`);
  }
}

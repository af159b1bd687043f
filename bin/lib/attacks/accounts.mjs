import { join } from 'node:path';
import { postgresPrograms } from '../packages.mjs';
import { isRoot, shell } from '../shell.mjs';

/**
 * Another account of the machine asks the database in every way there is: through its socket as each role, over the network,
 * by reading its files.
 * @param {import('../attack.mjs').World} world
 * @returns {Promise<import('../attack.mjs').Outcome>}
 */
export async function otherAccount({ folder }) {
  if (!isRoot) return null;
  const data = join(folder, 'cluster');
  const psql = join(postgresPrograms() ?? '', 'psql');
  /** @type {(readonly string[])[]} */
  const ways = [];
  for (const role of ['app', 'intervallum_server', 'postgres', 'nobody'])
    for (const host of [data, '127.0.0.1', '::1'])
      for (const database of ['attacked', 'postgres', 'template1'])
        ways.push([
          psql,
          '-At',
          '-h',
          host,
          '-p',
          '5432',
          '-U',
          role,
          '-d',
          database,
          '-c',
          'select 1',
        ]);
  for (const file of ['PG_VERSION', 'pg_hba.conf', 'base', 'postmaster.pid'])
    ways.push(['cat', join(data, file)], ['cp', '-r', join(data, file), '/tmp/stolen']);
  ways.push(['ls', data], ['touch', join(data, 'planted')]);
  let got = 0;
  for (const way of ways) {
    const { code } = await shell('runuser', ['-u', 'nobody', '--', ...way], { cwd: '/' });
    if (code === 0) got += 1;
  }
  return { holds: got === 0, figure: `${got} of ${ways.length} ways led to anything` };
}

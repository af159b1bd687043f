import { mostOwnRuns, newRuns } from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { ownRoutes } from '../http/ownRoutes.ts';
import { countRuns, deleteRun, insertRuns, listRuns } from './store.ts';

/** The runs of a team's own. */
export function runRoutes(database: Database) {
  return ownRoutes(database, {
    many: 'runs',
    one: 'run',
    sent: newRuns,
    most: mostOwnRuns,
    list: listRuns,
    count: countRuns,
    insert: insertRuns,
    remove: deleteRun,
  });
}

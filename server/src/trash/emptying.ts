import { teamGraceDays, trashDays } from '@intervallum/contract';
import type { Logger } from 'pino';
import type { Database } from '../db/database.ts';
import { inScope, scopeOf } from '../db/scope.ts';
import { allTeams, purgeTeams } from '../installation/store.ts';
import { purgeDeleted } from './store.ts';

/** So often, in milliseconds, the trash is looked through. */
const pause = 6 * 60 * 60_000;

/**
 * Ends what lies in any team's trash for longer than it may, and teams that were deleted, now and every six hours.
 * @returns ends it
 */
export function keepEmptying(database: Database, log: Logger): () => void {
  const empty = async () => {
    try {
      const ended = await purgeTeams(database, teamGraceDays);
      if (ended > 0) log.info({ ended }, 'Teams that were deleted long ago are gone.');
      for (const teamId of await allTeams(database)) {
        const scope = scopeOf(teamId);
        const gone = await inScope(database, scope, (db) => purgeDeleted(scope, db, trashDays));
        if (gone > 0) log.info({ gone }, 'What lay in the trash for its thirty days is gone.');
      }
    } catch (error) {
      log.warn(error, 'The trash could not be emptied; it is tried again.');
    }
  };
  void empty();
  const timer = setInterval(() => void empty(), pause);
  timer.unref();
  return () => clearInterval(timer);
}

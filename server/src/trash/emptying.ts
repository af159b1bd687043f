import { trashDays } from '@intervallum/contract';
import type { Logger } from 'pino';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { purgeDeleted } from './store.ts';

/** So often, in milliseconds, the trash is looked through. */
const pause = 6 * 60 * 60_000;

/**
 * Ends what lies in the trash for longer than it may, now and every six hours.
 * @param scopeNow whose trash
 * @returns ends it
 */
export function keepEmptying(
  database: Database,
  scopeNow: () => Promise<Scope | null>,
  log: Logger,
): () => void {
  const empty = async () => {
    try {
      const scope = await scopeNow();
      if (!scope) return;
      const gone = await inScope(database, scope, (db) => purgeDeleted(scope, db, trashDays));
      if (gone > 0) log.info({ gone }, 'What lay in the trash for its thirty days is gone.');
    } catch (error) {
      log.warn(error, 'The trash could not be emptied; it is tried again.');
    }
  };
  void empty();
  const timer = setInterval(() => void empty(), pause);
  timer.unref();
  return () => clearInterval(timer);
}

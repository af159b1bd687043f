import { trashDays, type TrashList } from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { route } from '../http/route.ts';
import { listDeleted } from './store.ts';

/** So many things are listed. */
const most = 200;

/** What was deleted and can be taken back; each is restored at its own address. */
export function trashRoutes(database: Database) {
  return [
    route('GET', '/api/trash', 'plan', async (_request, response, scope) => {
      const found = await inScope(database, scope, (db) =>
        listDeleted(scope, db, { days: trashDays, most: most + 1 }),
      );
      const items = found
        .slice(0, most)
        .map((item) => ({ ...item, deletedAt: item.deletedAt.toISOString() }));
      response.json({ items, more: found.length > most } satisfies TrashList);
    }),
  ];
}

import { auditSearch, id } from '@intervallum/contract';
import { z } from 'zod';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { readCursor, writeCursor } from '../http/cursor.ts';
import { route } from '../http/route.ts';
import { checked } from '../http/validate.ts';
import { listAudit } from './store.ts';

const place = z.tuple([z.string().regex(/^\d{1,18}$/), id]);

/** What was done in the team and by whom, for its owners. */
export function auditRoutes(database: Database) {
  return [
    route('GET', '/api/audit', 'govern', async (request, response, scope) => {
      const { after, limit } = checked(auditSearch, request.query);
      const from = readCursor('audit', place, after);
      const rows = await inScope(database, scope, (db) =>
        listAudit(scope, db, { after: from, most: limit + 1 }),
      );
      const page = rows.slice(0, limit);
      const last = rows.length > limit ? page.at(-1) : undefined;
      response.json({
        entries: page.map(({ at, place: _, ...entry }) => ({ ...entry, at: at.toISOString() })),
        next: last ? writeCursor('audit', [last.place, last.id]) : null,
      });
    }),
  ];
}

import {
  logDaysSearch,
  logSearch,
  logStepsSearch,
  newLogEntries,
  type LogCards,
  type LogPage,
} from '@intervallum/contract';
import { z } from 'zod';
import type { Database } from '../db/database.ts';
import { inScope } from '../db/scope.ts';
import { readCursor, writeCursor } from '../http/cursor.ts';
import { route } from '../http/route.ts';
import { checked } from '../http/validate.ts';
import { listCards, listDays, listEntries, listSteps, writeDown } from './store.ts';

const logPlace = z.tuple([z.iso.datetime({ precision: 6 }), z.uuid()]);

/** What somebody practised: written down and read by themselves alone, and changed by nobody. */
export function logbookRoutes(database: Database) {
  return [
    route('POST', '/api/log', 'read', async (request, response, scope) => {
      const { entries } = checked(newLogEntries, request.body);
      await inScope(database, scope, (db) => writeDown(scope, db, entries));
      response.status(204).end();
    }),
    route('GET', '/api/log', 'read', async (request, response, scope) => {
      const { after, limit } = checked(logSearch, request.query);
      const asked = { before: readCursor('log', logPlace, after), most: limit + 1 };
      const rows = await inScope(database, scope, (db) => listEntries(scope, db, asked));
      const last = rows.length > limit ? rows[limit - 1] : undefined;
      const answer: LogPage = {
        entries: rows.slice(0, limit).flatMap(({ entry }) => entry ?? []),
        next: last ? writeCursor('log', last.place) : null,
      };
      response.json(answer);
    }),
    route('GET', '/api/log/days', 'read', async (request, response, scope) => {
      const asked = checked(logDaysSearch, request.query);
      response.json({
        days: await inScope(database, scope, (db) => listDays(scope, db, asked)),
      });
    }),
    route('GET', '/api/log/steps', 'read', async (request, response, scope) => {
      const { songs } = checked(logStepsSearch, request.query);
      response.json({
        steps: await inScope(database, scope, (db) => listSteps(scope, db, songs ?? null)),
      });
    }),
    route('GET', '/api/log/cards', 'read', async (_request, response, scope) => {
      const answer: LogCards = {
        cards: await inScope(database, scope, (db) => listCards(scope, db)),
      };
      response.json(answer);
    }),
  ];
}

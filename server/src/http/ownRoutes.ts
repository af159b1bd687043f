import type { z } from 'zod';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { Refusal } from './problem.ts';
import { route, type Route } from './route.ts';
import { checked, idInPath } from './validate.ts';

/** What a team keeps of its own: how it is called, checked and stored. */
interface Own<One> {
  /** As they are called in addresses, bodies and sentences: `moves`. */
  readonly many: string;
  readonly one: string;
  /** What is sent to be kept, under `many`. */
  readonly sent: z.ZodType<Readonly<Record<string, readonly One[]>>>;
  /** So many a team keeps. */
  readonly most: number;
  readonly list: (scope: Scope, db: Database) => Promise<readonly One[]>;
  readonly count: (scope: Scope, db: Database) => Promise<number>;
  readonly insert: (scope: Scope, db: Database, all: readonly One[]) => Promise<void>;
  readonly remove: (scope: Scope, db: Database, id: string) => Promise<boolean>;
}

/** What is of a team's own is listed, kept, forgotten. */
export function ownRoutes<One>(
  database: Database,
  { many, one, sent, most, list, count, insert, remove }: Own<One>,
): readonly Route[] {
  return [
    route('GET', `/api/${many}`, 'read', async (_request, response, scope) => {
      response.json({ [many]: await inScope(database, scope, (db) => list(scope, db)) });
    }),
    route('POST', `/api/${many}`, 'write', async (request, response, scope) => {
      const all = checked(sent, request.body)[many]!;
      const kept = await inScope(database, scope, async (db) => {
        await insert(scope, db, all);
        // Counted afterwards: what was there already is none more. Too many, and nothing of it is kept.
        if ((await count(scope, db)) > most)
          throw new Refusal(
            'too-large',
            `A team keeps up to ${most} ${many}. Take some away, then try again.`,
          );
        return list(scope, db);
      });
      response.status(201).json({ [many]: kept });
    }),
    route('DELETE', `/api/${many}/:id`, 'write', async (request, response, scope) => {
      const id = idInPath(request);
      const isGone = await inScope(database, scope, (db) => remove(scope, db, id));
      if (!isGone) throw new Refusal('not-found', `This ${one} is not there any more.`);
      response.status(204).end();
    }),
  ];
}

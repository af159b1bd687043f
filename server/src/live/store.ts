import {
  presenceSeconds,
  type LiveEvent,
  type ShareTarget,
  type StageEvent,
} from '@intervallum/contract';
import { and, asc, eq, ne, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { people, presence } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';
import { channel } from './channel.ts';

/** Tells all open pages of the team, once the transaction is committed, whichever server they are at. */
export async function tell(scope: Scope, db: Database, event: LiveEvent): Promise<void> {
  await notify(db, { team: scope.teamId, event });
}

/** Tells all pages that follow a set, likewise. */
export async function tellStage(
  scope: Scope,
  db: Database,
  set: string,
  event: StageEvent,
): Promise<void> {
  await notify(db, { team: scope.teamId, stage: { set, event } });
}

/** Tells all servers that pages which follow by a link have to look whether it is still open. */
export async function tellLinksRevoked(scope: Scope, db: Database): Promise<void> {
  await notify(db, { team: scope.teamId, linksRevoked: true });
}

async function notify(db: Database, message: unknown): Promise<void> {
  await db.execute(sql`select pg_notify(${channel}, ${JSON.stringify(message)})`);
}

const placeOf = ({ kind, id }: ShareTarget) => `${kind}:${id}`;

/** Where a screen of the one who asks is. @returns whether it was not there before */
export async function notePresence(
  scope: Scope,
  db: Database,
  { screen, personId, at }: { screen: string; personId: string; at: ShareTarget },
): Promise<boolean> {
  const place = placeOf(at);
  const [before] = await db
    .select({ place: presence.place })
    .from(presence)
    .where(and(eq(presence.teamId, scope.teamId), eq(presence.screen, screen), isFresh))
    .for('update');
  await db
    .insert(presence)
    .values({ teamId: scope.teamId, screen, personId, place })
    .onConflictDoUpdate({
      target: [presence.teamId, presence.screen],
      set: { personId, place, seenAt: sql`now()` },
    });
  return before?.place !== place;
}

/** A screen has left a place; where it is elsewhere by now it stays there. @returns whether it was there */
export async function forgetPresence(
  scope: Scope,
  db: Database,
  { screen, at }: { screen: string; at: ShareTarget },
): Promise<boolean> {
  const rows = await db
    .delete(presence)
    .where(
      and(
        eq(presence.teamId, scope.teamId),
        eq(presence.screen, screen),
        eq(presence.place, placeOf(at)),
      ),
    )
    .returning({ screen: presence.screen });
  return rows.length > 0;
}

/** Who said within twice the time that they are there, but for one person. */
export async function listPresent(
  scope: Scope,
  db: Database,
  at: ShareTarget,
  but: string,
): Promise<{ readonly personId: string; readonly name: string }[]> {
  return db
    .selectDistinct({ personId: presence.personId, name: people.name })
    .from(presence)
    .innerJoin(people, and(eq(people.teamId, presence.teamId), eq(people.id, presence.personId)))
    .where(
      and(
        eq(presence.teamId, scope.teamId),
        eq(presence.place, placeOf(at)),
        ne(presence.personId, but),
        isFresh,
      ),
    )
    .orderBy(asc(people.name), asc(presence.personId));
}

const isFresh = sql`${presence.seenAt} > now() - make_interval(secs => ${2 * presenceSeconds})`;

import type { AuditKind } from '@intervallum/contract';
import { and, desc, eq, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { audit, people } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';

/** Writes down what the one who asks did, in the transaction of it. */
export async function record(
  scope: Scope,
  db: Database,
  what: AuditKind,
  about: string,
): Promise<void> {
  await db
    .insert(audit)
    .values({ teamId: scope.teamId, personId: scope.personId, what, about: about.slice(0, 200) });
}

/** A row of what was done: when, in microseconds since 1970, so that a page begins where the one before ended. */
export interface AuditRow {
  readonly id: string;
  readonly at: Date;
  readonly place: string;
  readonly who: string | null;
  readonly what: AuditKind;
  readonly about: string;
}

/** What was done, the latest first; `most` of it from after a place on. */
export async function listAudit(
  scope: Scope,
  db: Database,
  { after, most }: { after: readonly [place: string, id: string] | null; most: number },
): Promise<AuditRow[]> {
  const micros = sql<string>`(extract(epoch from ${audit.at}) * 1000000)::bigint::text`;
  return db
    .select({
      id: audit.id,
      at: audit.at,
      place: micros,
      who: people.name,
      what: audit.what,
      about: audit.about,
    })
    .from(audit)
    .leftJoin(people, and(eq(people.teamId, audit.teamId), eq(people.id, audit.personId)))
    .where(
      and(
        eq(audit.teamId, scope.teamId),
        after
          ? sql`(${audit.at}, ${audit.id}) < (to_timestamp(0) + ${after[0]}::bigint * interval '1 microsecond', ${after[1]}::uuid)`
          : undefined,
      ),
    )
    .orderBy(desc(audit.at), desc(audit.id))
    .limit(most);
}

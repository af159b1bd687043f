import { mostVoiceNotes, type NewVoice } from '@intervallum/contract';
import { and, asc, desc, eq, inArray } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { people, voices } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';

/** A voice as it was noted once. */
export type VoiceRow = NewVoice & { readonly notedAt: Date };

const voiceColumns = {
  low: voices.low,
  high: voices.high,
  extremeLow: voices.extremeLow,
  extremeHigh: voices.extremeHigh,
  notedAt: voices.notedAt,
};

const ofPerson = (scope: Scope, personId: string) =>
  and(eq(voices.teamId, scope.teamId), eq(voices.personId, personId));

/** Everybody of the team by name, with the voice that was noted last; null of who has none. */
export async function listVoices(
  scope: Scope,
  db: Database,
): Promise<
  { readonly personId: string; readonly name: string; readonly voice: VoiceRow | null }[]
> {
  const latest = db
    .selectDistinctOn([voices.personId], { personId: voices.personId, ...voiceColumns })
    .from(voices)
    .where(eq(voices.teamId, scope.teamId))
    .orderBy(voices.personId, desc(voices.notedAt), desc(voices.id))
    .as('latest');
  const rows = await db
    .select({
      personId: people.id,
      name: people.name,
      voice: {
        low: latest.low,
        high: latest.high,
        extremeLow: latest.extremeLow,
        extremeHigh: latest.extremeHigh,
        notedAt: latest.notedAt,
      },
    })
    .from(people)
    .leftJoin(latest, eq(latest.personId, people.id))
    .where(eq(people.teamId, scope.teamId))
    .orderBy(asc(people.name), asc(people.id));
  return rows.map(({ voice, ...row }) => ({ ...row, voice: voice?.notedAt ? voice : null }));
}

/** What was noted of a voice, the latest first. */
export async function listNotes(
  scope: Scope,
  db: Database,
  personId: string,
): Promise<(VoiceRow & { readonly id: string })[]> {
  return db
    .select({ id: voices.id, ...voiceColumns })
    .from(voices)
    .where(ofPerson(scope, personId))
    .orderBy(desc(voices.notedAt), desc(voices.id));
}

/** Notes a voice; of many notes the earliest are let go. */
export async function noteVoice(
  scope: Scope,
  db: Database,
  personId: string,
  voice: NewVoice,
): Promise<void> {
  const seq = await nextSeq(scope, db);
  await db.insert(voices).values({ teamId: scope.teamId, personId, seq, ...voice });
  const old = (await listNotes(scope, db, personId)).slice(mostVoiceNotes).map(({ id }) => id);
  if (old.length > 0)
    await db.delete(voices).where(and(ofPerson(scope, personId), inArray(voices.id, old)));
}

/** Forgets all that was noted of a voice; false where nothing was. */
export async function forgetVoice(scope: Scope, db: Database, personId: string): Promise<boolean> {
  const rows = await db
    .delete(voices)
    .where(ofPerson(scope, personId))
    .returning({ id: voices.id });
  if (rows.length > 0) await nextSeq(scope, db);
  return rows.length > 0;
}

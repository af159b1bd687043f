import type { StoredDecisions } from '@intervallum/contract';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { parts, people } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';

/** What one player decided about a song, as it is stored. */
export interface PartRow {
  readonly id: string;
  readonly personId: string | null;
  readonly revision: number;
  readonly decisions: StoredDecisions;
}

const partColumns = {
  id: parts.id,
  personId: parts.personId,
  revision: parts.revision,
  decisions: parts.decisions,
};

const ofSong = (scope: Scope, songId: string) =>
  and(eq(parts.teamId, scope.teamId), eq(parts.songId, songId));

/** The part of somebody, or the song's own (null), by which whoever has none goes; null where nothing was decided. */
export async function findPart(
  scope: Scope,
  db: Database,
  songId: string,
  personId: string | null,
): Promise<PartRow | null> {
  const isOf = personId === null ? isNull(parts.personId) : eq(parts.personId, personId);
  const [row] = await db
    .select(partColumns)
    .from(parts)
    .where(and(ofSong(scope, songId), isOf));
  return row ?? null;
}

/** Everybody's parts of a song. */
export async function listParts(scope: Scope, db: Database, songId: string): Promise<PartRow[]> {
  return db.select(partColumns).from(parts).where(ofSong(scope, songId));
}

/** Everybody's parts of a song with whose they are, the song's own first. */
export async function listNamedParts(
  scope: Scope,
  db: Database,
  songId: string,
): Promise<(PartRow & { readonly name: string | null; readonly savedAt: Date })[]> {
  return db
    .select({ ...partColumns, name: people.name, savedAt: parts.savedAt })
    .from(parts)
    .leftJoin(people, and(eq(people.teamId, parts.teamId), eq(people.id, parts.personId)))
    .where(ofSong(scope, songId))
    .orderBy(sql`${parts.personId} is not null`, asc(people.name), asc(parts.id));
}

/** Makes a part of somebody, or of the song itself, or gives it its next decisions. */
export async function savePart(
  scope: Scope,
  db: Database,
  songId: string,
  { personId, decisions }: Pick<PartRow, 'personId' | 'decisions'>,
): Promise<PartRow> {
  const [row] = await db
    .insert(parts)
    .values({
      teamId: scope.teamId,
      songId,
      personId,
      decisions,
      seq: await nextSeq(scope, db),
    })
    .onConflictDoUpdate({
      target: [parts.teamId, parts.songId, parts.personId],
      set: {
        decisions,
        revision: sql`${parts.revision} + 1`,
        seq: sql`excluded.seq`,
        savedAt: sql`now()`,
      },
    })
    .returning(partColumns);
  return row!;
}

/** Gives a part the decisions that an edit of the text has carried; it is the same part at the same revision plus one. */
export async function carryPart(
  scope: Scope,
  db: Database,
  id: string,
  decisions: StoredDecisions,
): Promise<PartRow> {
  const [row] = await db
    .update(parts)
    .set({
      decisions,
      revision: sql`${parts.revision} + 1`,
      seq: await nextSeq(scope, db),
    })
    .where(and(eq(parts.teamId, scope.teamId), eq(parts.id, id)))
    .returning(partColumns);
  return row!;
}

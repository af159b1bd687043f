import type { EndedShow, NewCue, Show, ShowList, TakenCue } from '@intervallum/contract';
import { and, asc, desc, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { cues, setItems, sets, shows } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';

/** A show in which nothing was said for so long, in hours, was forgotten: it has ended. */
const forgottenAfter = 12;

/** So many shows of a set are listed. */
const mostListed = 50;

const ofSet = (scope: Scope, setId: string) =>
  and(eq(shows.teamId, scope.teamId), eq(shows.setId, setId));
const ofShow = (scope: Scope, id: string) => and(eq(shows.teamId, scope.teamId), eq(shows.id, id));
const isOpen = isNull(shows.endedAt);
const isForgotten = sql`${shows.lastAt} < now() - make_interval(hours => ${forgottenAfter})`;

const showColumns = {
  id: shows.id,
  setId: shows.setId,
  beganAt: shows.beganAt,
  batonScreen: shows.batonScreen,
  batonName: shows.batonName,
};

interface ShowRow {
  readonly id: string;
  readonly setId: string;
  readonly beganAt: Date;
  readonly batonScreen: string | null;
  readonly batonName: string;
}

function showOf({ id, setId, beganAt, batonScreen, batonName }: ShowRow): Show {
  return {
    id,
    setId,
    beganAt: beganAt.toISOString(),
    baton: batonScreen === null ? null : { screen: batonScreen, name: batonName },
  };
}

/** Whether the team has this set, and it was not deleted. */
export async function isSetThere(scope: Scope, db: Database, setId: string): Promise<boolean> {
  const rows = await db
    .select({ id: sets.id })
    .from(sets)
    .where(and(eq(sets.teamId, scope.teamId), eq(sets.id, setId), isNull(sets.deletedAt)));
  return rows.length > 0;
}

/** Whether a song stands in a set of the team. */
export async function isSongInSet(
  scope: Scope,
  db: Database,
  { setId, songId }: { setId: string; songId: string },
): Promise<boolean> {
  const rows = await db
    .select({ id: setItems.id })
    .from(setItems)
    .where(
      and(
        eq(setItems.teamId, scope.teamId),
        eq(setItems.setId, setId),
        eq(setItems.songId, songId),
      ),
    )
    .limit(1);
  return rows.length > 0;
}

/** The show of a set that goes on. */
export async function findShow(scope: Scope, db: Database, setId: string): Promise<Show | null> {
  const [row] = await db
    .select(showColumns)
    .from(shows)
    .where(and(ofSet(scope, setId), isOpen, sql`not ${isForgotten}`));
  return row ? showOf(row) : null;
}

/** Begins a show, led by a screen; where one goes on already, that one as it is. */
export async function beginShow(
  scope: Scope,
  db: Database,
  { setId, screen, name }: { setId: string; screen: string; name: string },
): Promise<{ show: Show; isNew: boolean }> {
  await db
    .update(shows)
    .set({ endedAt: sql`${shows.lastAt}` })
    .where(and(ofSet(scope, setId), isOpen, isForgotten));
  const [begun] = await db
    .insert(shows)
    .values({ teamId: scope.teamId, setId, batonScreen: screen, batonName: name })
    .onConflictDoNothing()
    .returning(showColumns);
  if (begun) return { show: showOf(begun), isNew: true };
  return { show: (await findShow(scope, db, setId))!, isNew: false };
}

/** Gives the baton of a show that goes on to a screen, or to nobody; null where none goes on. */
export async function setBaton(
  scope: Scope,
  db: Database,
  setId: string,
  baton: Show['baton'],
): Promise<Show | null> {
  const [row] = await db
    .update(shows)
    .set({ batonScreen: baton?.screen ?? null, batonName: baton?.name ?? '' })
    .where(and(ofSet(scope, setId), isOpen))
    .returning(showColumns);
  return row ? showOf(row) : null;
}

const cueColumns = { number: cues.number, id: cues.id, at: cues.at, cue: cues.cue };

function takenOf({ at, ...cue }: Omit<TakenCue, 'at'> & { readonly at: Date }): TakenCue {
  return { ...cue, at: at.getTime() };
}

/** The show that goes on, held until the transaction ends: whoever says something in it waits for who was first. */
export async function holdShow(scope: Scope, db: Database, setId: string): Promise<Show | null> {
  const [row] = await db
    .select(showColumns)
    .from(shows)
    .where(and(ofSet(scope, setId), isOpen))
    .for('update');
  return row ? showOf(row) : null;
}

/** What was said under an id before; null where nothing was. */
export async function findCue(
  scope: Scope,
  db: Database,
  showId: string,
  id: string,
): Promise<TakenCue | null> {
  const [row] = await db
    .select(cueColumns)
    .from(cues)
    .where(and(eq(cues.teamId, scope.teamId), eq(cues.showId, showId), eq(cues.id, id)));
  return row ? takenOf(row) : null;
}

/** Notes a cue under the next number of a show that is held; its moment is never before that of another one. */
export async function insertCue(
  scope: Scope,
  db: Database,
  showId: string,
  { id, cue, ago }: Omit<NewCue, 'screen'>,
): Promise<TakenCue> {
  const [raised] = await db
    .update(shows)
    .set({
      last: sql`${shows.last} + 1`,
      lastAt: sql`greatest(${shows.lastAt}, date_trunc('milliseconds', clock_timestamp() - make_interval(secs => ${ago / 1_000})))`,
    })
    .where(ofShow(scope, showId))
    .returning({ last: shows.last, at: shows.lastAt });
  const { last: number, at } = raised!;
  await db.insert(cues).values({ teamId: scope.teamId, showId, number, id, at, cue });
  return takenOf({ number, id, at, cue });
}

/** What was said in a show behind a number, in order. */
export async function listCues(
  scope: Scope,
  db: Database,
  showId: string,
  after: number,
): Promise<TakenCue[]> {
  const rows = await db
    .select(cueColumns)
    .from(cues)
    .where(and(eq(cues.teamId, scope.teamId), eq(cues.showId, showId), gt(cues.number, after)))
    .orderBy(asc(cues.number));
  return rows.map(takenOf);
}

/** The songs at the places of a set where they go their own way, by the ids of the places. */
export async function songsInOwnWay(
  scope: Scope,
  db: Database,
  setId: string,
): Promise<ReadonlyMap<string, string>> {
  const rows = await db
    .select({ id: setItems.id, songId: setItems.songId })
    .from(setItems)
    .where(
      and(eq(setItems.teamId, scope.teamId), eq(setItems.setId, setId), isNull(setItems.road)),
    );
  return new Map(rows.flatMap(({ id, songId }) => (songId === null ? [] : [[id, songId]])));
}

/** Ends a show with what was played in it; what was said is needed no longer. */
export async function endShow(
  scope: Scope,
  db: Database,
  showId: string,
  played: EndedShow['played'],
): Promise<void> {
  await db
    .update(shows)
    .set({ endedAt: sql`now()`, batonScreen: null, batonName: '', played: [...played] })
    .where(ofShow(scope, showId));
  await db.delete(cues).where(and(eq(cues.teamId, scope.teamId), eq(cues.showId, showId)));
}

/** The shows of a set in which something was played and that have ended, the last one first. */
export async function listShows(
  scope: Scope,
  db: Database,
  setId: string,
): Promise<ShowList['shows']> {
  const rows = await db
    .select({
      id: shows.id,
      beganAt: shows.beganAt,
      endedAt: shows.endedAt,
      played: shows.played,
    })
    .from(shows)
    .where(
      and(
        ofSet(scope, setId),
        isNotNull(shows.endedAt),
        sql`jsonb_array_length(${shows.played}) > 0`,
      ),
    )
    .orderBy(desc(shows.beganAt), desc(shows.id))
    .limit(mostListed);
  return rows.map(({ beganAt, endedAt, ...row }) => ({
    ...row,
    beganAt: beganAt.toISOString(),
    endedAt: endedAt!.toISOString(),
  }));
}

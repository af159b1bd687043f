import {
  readStoredLogged,
  storeLogged,
  type LearnerLog,
  type LogCards,
  type LogDay,
  type LogEntry,
  type LoggedRound,
  type LogStep,
} from '@intervallum/contract';
import { and, asc, desc, eq, gte, inArray, isNull, lte, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { practiceLog } from '../db/schema.ts';
import type { Scope } from '../db/scope.ts';

/** A place in the logbook: before this moment, of one moment before this id. */
export type LogPlace = readonly [at: string, id: string];

/** So many songs that were practised last are told of where none are named. */
const mostSongs = 20;

/** So much of a name tells it from others: what an index holds has an end. */
const mostOfName = 400;

/** One's own entries: nobody else has anything of them. */
const own = (scope: Scope) =>
  and(
    eq(practiceLog.teamId, scope.teamId),
    isNull(practiceLog.shareId),
    scope.personId === null
      ? isNull(practiceLog.personId)
      : eq(practiceLog.personId, scope.personId),
  );
const ofShare = (scope: Scope, shareId: string) =>
  and(eq(practiceLog.teamId, scope.teamId), eq(practiceLog.shareId, shareId));
const ofKind = (scope: Scope, kind: LogEntry['kind']) =>
  and(own(scope), eq(practiceLog.kind, kind));

/** What of its song a round was of: the same for each round of the same step and bars. */
function whatOf({ section, rung, pushes, bars, isRhythm, hand, runs }: LoggedRound): string {
  const part = bars ? `${bars.from}-${bars.to}` : '';
  const name = section.slice(0, mostOfName);
  const how = [
    ...(isRhythm ? ['rhythm'] : []),
    ...(hand ? [hand] : []),
    ...(runs ? [`runs ${runs}`] : []),
  ];
  return [name, rung, pushes, part, ...how].join('\n');
}

/** Writes entries down; one whose id is there already stays as it was. @param shareId the learner's link that they came by */
export async function writeDown(
  scope: Scope,
  db: Database,
  entries: readonly LogEntry[],
  shareId: string | null = null,
): Promise<void> {
  const rows = entries.map((entry) => {
    const { id, day, seconds, kind } = entry;
    const common = {
      ...{ teamId: scope.teamId, personId: scope.personId, shareId, id, day, seconds, kind },
      at: new Date(entry.at),
      entry: storeLogged(entry),
    };
    if (entry.kind === 'drill') return { ...common, what: entry.card.slice(0, mostOfName) };
    if (entry.kind === 'time') return { ...common, songId: entry.songId, what: entry.what };
    const { songId, tempo, isClean, isWhole, way } = entry;
    // What was broken off is no round that counts for how far one has come.
    const counts = isWhole && tempo !== null;
    return {
      ...common,
      songId,
      what: whatOf(entry),
      tempo: counts ? tempo : null,
      isClean: counts ? isClean : null,
      isFromMemory: way === 'from memory',
    };
  });
  await db.insert(practiceLog).values(rows).onConflictDoNothing();
}

/** Some entries, the latest first. */
export async function listEntries(
  scope: Scope,
  db: Database,
  asked: { before: LogPlace | null; most: number },
): Promise<{ readonly entry: LogEntry | null; readonly place: LogPlace }[]> {
  const { before, most } = asked;
  const at = sql<string>`to_char(${practiceLog.at} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"')`;
  const rows = await db
    .select({ id: practiceLog.id, at, entry: practiceLog.entry })
    .from(practiceLog)
    .where(
      and(
        own(scope),
        before === null
          ? undefined
          : sql`(${practiceLog.at}, ${practiceLog.id}) < (${before[0]}::timestamptz, ${before[1]}::uuid)`,
      ),
    )
    .orderBy(desc(practiceLog.at), desc(practiceLog.id))
    .limit(most);
  return rows.map(({ id, at: moment, entry }) => ({
    entry: readStoredLogged(entry),
    place: [moment, id],
  }));
}

/** The last rounds that came by a learner's link, the latest first, and how many there are. */
export async function listLearned(
  scope: Scope,
  db: Database,
  shareId: string,
  most: number,
): Promise<LearnerLog> {
  const rows = await db
    .select({ entry: practiceLog.entry })
    .from(practiceLog)
    .where(ofShare(scope, shareId))
    .orderBy(desc(practiceLog.at), desc(practiceLog.id))
    .limit(most);
  const entries = rows.flatMap(({ entry }) => {
    const read = readStoredLogged(entry);
    return read?.kind === 'round' ? [read] : [];
  });
  return { entries, rounds: await db.$count(practiceLog, ofShare(scope, shareId)) };
}

/** How many rounds came by a learner's link: since a moment of the server's clock, and in all. */
export async function countLearned(
  scope: Scope,
  db: Database,
  shareId: string,
): Promise<{ readonly lately: number; readonly all: number }> {
  const [row] = await db
    .select({
      lately: sql<number>`(count(*) filter (where ${practiceLog.writtenAt} > now() - interval '1 day'))::int`,
      all: sql<number>`count(*)::int`,
    })
    .from(practiceLog)
    .where(ofShare(scope, shareId));
  return row!;
}

/** What was done on each day of some, the first one first. */
export async function listDays(
  scope: Scope,
  db: Database,
  { from, to }: { from: string; to: string },
): Promise<LogDay[]> {
  const isRound = sql`${practiceLog.kind} = 'round'`;
  const counted = (of: ReturnType<typeof sql>) => sql<number>`(count(*) filter (where ${of}))::int`;
  return db
    .select({
      day: sql<string>`${practiceLog.day}::text`,
      seconds: sql<number>`sum(${practiceLog.seconds})`.mapWith(Number),
      rounds: counted(isRound),
      clean: counted(sql`${isRound} and ${practiceLog.isClean}`),
      drills: counted(sql`${practiceLog.kind} = 'drill'`),
    })
    .from(practiceLog)
    .where(and(own(scope), gte(practiceLog.day, from), lte(practiceLog.day, to)))
    .groupBy(practiceLog.day)
    .orderBy(asc(practiceLog.day));
}

/** How far each step of some songs has come; of those that were practised last where none are named. */
export async function listSteps(
  scope: Scope,
  db: Database,
  songIds: readonly string[] | null,
): Promise<LogStep[]> {
  const songs = songIds ?? (await lastPractised(scope, db));
  if (songs.length === 0) return [];
  const rounds = and(ofKind(scope, 'round'), inArray(practiceLog.songId, [...songs]));
  const each = [practiceLog.songId, practiceLog.what] as const;
  const last = await db
    .selectDistinctOn([...each], {
      songId: practiceLog.songId,
      what: practiceLog.what,
      entry: practiceLog.entry,
      // Over all rounds of the step, not the one that is taken of it.
      rounds: sql<number>`(count(${practiceLog.tempo}) over (partition by ${practiceLog.songId}, ${practiceLog.what}))::int`,
    })
    .from(practiceLog)
    .where(rounds)
    .orderBy(...each, desc(practiceLog.at), desc(practiceLog.id));
  const clean = await cleanOf(false);
  const memory = await cleanOf(true);
  /** The fastest clean round of the last day that has one. */
  function cleanOf(isFromMemory: boolean) {
    return db
      .selectDistinctOn([...each], {
        songId: practiceLog.songId,
        what: practiceLog.what,
        day: sql<string>`${practiceLog.day}::text`,
        tempo: practiceLog.tempo,
      })
      .from(practiceLog)
      .where(
        and(
          rounds,
          eq(practiceLog.isClean, true),
          isFromMemory ? eq(practiceLog.isFromMemory, true) : undefined,
        ),
      )
      .orderBy(...each, desc(practiceLog.day), desc(practiceLog.tempo));
  }
  const found = (rows: Awaited<ReturnType<typeof cleanOf>>, songId: string, what: string) => {
    const row = rows.find((one) => one.songId === songId && one.what === what);
    return row && row.tempo !== null ? { tempo: row.tempo, day: row.day } : null;
  };
  return last.flatMap(({ songId, what, entry, rounds: count }) => {
    const round = readStoredLogged(entry);
    if (round?.kind !== 'round' || songId === null) return [];
    const { title, section, rung, pushes, bars, isRhythm, hand, runs, goal, weak, at, day } = round;
    return [
      {
        ...{ songId, title, section, rung, pushes, bars, isRhythm, hand, runs, goal, weak },
        rounds: count,
        lastAt: at,
        lastDay: day,
        clean: found(clean, songId, what),
        memory: found(memory, songId, what),
      },
    ];
  });
}

async function lastPractised(scope: Scope, db: Database): Promise<string[]> {
  const rows = await db
    .select({ songId: practiceLog.songId })
    .from(practiceLog)
    .where(ofKind(scope, 'round'))
    .groupBy(practiceLog.songId)
    .orderBy(desc(sql`max(${practiceLog.at})`))
    .limit(mostSongs);
  return rows.flatMap(({ songId }) => (songId === null ? [] : [songId]));
}

/** How each drill is remembered since it was done last. */
export async function listCards(scope: Scope, db: Database): Promise<LogCards['cards']> {
  const rows = await db
    .selectDistinctOn([practiceLog.what], { entry: practiceLog.entry })
    .from(practiceLog)
    .where(ofKind(scope, 'drill'))
    .orderBy(practiceLog.what, desc(practiceLog.at), desc(practiceLog.id));
  return rows.flatMap(({ entry }) => {
    const drill = readStoredLogged(entry);
    return drill?.kind === 'drill' ? [{ card: drill.card, memory: drill.memory }] : [];
  });
}

/** Forgets all that somebody practised: it is theirs, and goes with them. */
export async function forgetLog(scope: Scope, db: Database, personId: string): Promise<void> {
  await db
    .delete(practiceLog)
    .where(and(eq(practiceLog.teamId, scope.teamId), eq(practiceLog.personId, personId)));
}

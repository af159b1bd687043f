import {
  mostCues,
  type NewCue,
  type PlayedSong,
  type Show,
  type ShowList,
  type StageNow,
  type TakenCue,
} from '@intervallum/contract';
import { databaseTime } from '../db/clock.ts';
import type { Database } from '../db/database.ts';
import { inScope, type Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { tellStage } from '../live/store.ts';
import { findPerson } from '../teams/store.ts';
import {
  beginShow,
  endShow,
  findCue,
  findShow,
  holdShow,
  insertCue,
  isSetThere,
  isSongInSet,
  listCues,
  listShows,
  setBaton,
  songsInOwnWay,
} from './store.ts';

export type StageService = ReturnType<typeof stageService>;

const noSet = () => new Refusal('not-found', 'There is no set at this address.');
const noShow = () => new Refusal('not-found', 'This set is not played now. Begin it first.');

/** A set that is played: who leads it, what was said, what was played. No server keeps any of it for itself. */
export function stageService(database: Database) {
  const now = (scope: Scope, setId: string): Promise<StageNow> =>
    inScope(database, scope, async (db) => {
      if (!(await isSetThere(scope, db, setId))) throw noSet();
      const show = await findShow(scope, db, setId);
      const cues = show ? await listCues(scope, db, show.id, 0) : [];
      return { show, cues, now: await databaseTime(db) };
    });

  /** Refuses where the team has no such set. */
  const known = (scope: Scope, setId: string): Promise<void> =>
    inScope(database, scope, async (db) => {
      if (!(await isSetThere(scope, db, setId))) throw noSet();
    });

  /** Whether a song stands in a set. */
  const holds = (scope: Scope, setId: string, songId: string): Promise<boolean> =>
    inScope(database, scope, (db) => isSongInSet(scope, db, { setId, songId }));

  async function nameOf(scope: Scope, db: Database): Promise<string> {
    const person = scope.personId === null ? null : await findPerson(scope, db, scope.personId);
    return person?.name ?? '';
  }

  const begin = (scope: Scope, setId: string, screen: string): Promise<Show> =>
    inScope(database, scope, async (db) => {
      if (!(await isSetThere(scope, db, setId))) throw noSet();
      const name = await nameOf(scope, db);
      const { show, isNew } = await beginShow(scope, db, { setId, screen, name });
      if (isNew) await tellStage(scope, db, setId, { kind: 'show', show });
      return show;
    });

  /** Whoever may lead takes the baton, at once: on a stage nobody waits for an answer. Who has it gives it. */
  const baton = (
    scope: Scope,
    setId: string,
    { screen, takes }: { screen: string; takes: boolean },
  ): Promise<Show> =>
    inScope(database, scope, async (db) => {
      const held = await holdShow(scope, db, setId);
      if (!held) throw noShow();
      if (!takes && held.baton?.screen !== screen) return held;
      const next = takes ? { screen, name: await nameOf(scope, db) } : null;
      const show = (await setBaton(scope, db, setId, next))!;
      await tellStage(scope, db, setId, { kind: 'show', show });
      return show;
    });

  const cue = (scope: Scope, setId: string, { screen, ...said }: NewCue): Promise<TakenCue> =>
    inScope(database, scope, async (db) => {
      const show = await leading(scope, db, setId, screen);
      const before = await findCue(scope, db, show.id, said.id);
      if (before) return before;
      const taken = await insertCue(scope, db, show.id, said);
      if (taken.number > mostCues)
        throw new Refusal(
          'too-large',
          `In one service ${mostCues} things can be said. End it, and begin it anew.`,
        );
      await tellStage(scope, db, setId, { kind: 'cue', show: show.id, taken });
      return taken;
    });

  const end = (
    scope: Scope,
    setId: string,
    { screen, played }: { screen: string; played: readonly PlayedSong[] },
  ): Promise<void> =>
    inScope(database, scope, async (db) => {
      const show = await leading(scope, db, setId, screen);
      const songs = await songsInOwnWay(scope, db, setId);
      const known = played.map((one) => ({ ...one, songId: songs.get(one.item) ?? null }));
      await endShow(scope, db, show.id, known);
      await tellStage(scope, db, setId, { kind: 'show', show: null });
    });

  const list = (scope: Scope, setId: string): Promise<ShowList> =>
    inScope(database, scope, async (db) => {
      if (!(await isSetThere(scope, db, setId))) throw noSet();
      return { shows: await listShows(scope, db, setId) };
    });

  return { known, now, holds, begin, baton, cue, end, list };
}

/** The show that goes on, held, where this screen leads it. */
async function leading(scope: Scope, db: Database, setId: string, screen: string): Promise<Show> {
  const show = await holdShow(scope, db, setId);
  if (!show) throw noShow();
  if (show.baton?.screen !== screen)
    throw new Refusal(
      'taken',
      show.baton
        ? `${show.baton.name || 'Somebody else'} leads now. Take the baton to lead yourself.`
        : 'Nobody leads now. Take the baton to lead.',
    );
  return show;
}

import { existsSync } from 'node:fs';
import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import {
  emailAddress,
  loggedRound,
  newSong,
  newVoice,
  role,
  setDraft,
  songHands,
  storeDecisions,
  tag,
  type LoggedRound,
} from '@intervallum/contract';
import { momentKinds, noDecisions, parseChart } from '@intervallum/core';
import { z } from 'zod';
import { hashPassword } from './accounts/passwords.ts';
import { attachmentService } from './attachments/service.ts';
import type { Database } from './db/database.ts';
import { scopeOf } from './db/scope.ts';
import type { ChartReader } from './jobs/charts.ts';
import { writeDown } from './logbook/store.ts';
import { savePart } from './parts/store.ts';
import { setService } from './sets/service.ts';
import { songListService } from './songs/list/service.ts';
import { songService } from './songs/service.ts';
import { noteVoice } from './voices/store.ts';
import { asksForOwner, hasTeam, insertMember, insertTeam, markDemo } from './installation/store.ts';

/** What was practised of a song, round by round: each so many days ago, for a demo is always of today. */
const practisedSong = z.object({
  title: z.string(),
  goal: loggedRound.shape.goal,
  rounds: z.array(
    loggedRound.pick({ section: true, tempo: true }).extend({
      ago: z.int().min(1),
      time: z.iso.time(),
      clean: z.boolean(),
      rung: loggedRound.shape.rung.default('written'),
      way: loggedRound.shape.way.default('in time'),
      weak: loggedRound.shape.weak.default([]),
    }),
  ),
});

/** The file that says what the demo's team is called and which of its songs stand in which sets. */
const parish = z.object({
  team: z.string(),
  /** Those of the team, the one who prepared the demo's songs first. Who has no address has no account. */
  people: z.array(
    z.object({
      name: z.string(),
      account: z.object({ email: emailAddress, role }).nullable(),
      /** Hands of their own for some songs, by title. */
      hands: z.record(z.string(), songHands).default({}),
      /** What they can sing, where it is noted. */
      voice: newVoice.optional(),
      practised: z.array(practisedSong).default([]),
    }),
  ),
  /** The password of all of them. */
  password: z.string(),
  /** What the team decided about the hands of some songs, by title. */
  hands: z.record(z.string(), songHands),
  /** What is given to some songs for lists: tags, and whether they are at hand, by title. */
  marks: z.record(z.string(), z.object({ tags: z.array(tag), favourite: z.boolean() })),
  sets: z.array(
    setDraft.omit({ items: true }).extend({
      /** Songs by their titles, and what is spoken between them. */
      items: z.array(
        z.union([
          z.object({
            title: z.string(),
            key: z.string().nullable(),
            notes: z.string(),
            who: z.string().default(''),
            road: z.string().nullable().default(null),
            /** What leads into it from the song before, as chart text. */
            lead: z.string().nullable().default(null),
          }),
          z.object({
            kind: z.enum(momentKinds),
            name: z.string(),
            minutes: z.number(),
            who: z.string(),
            notes: z.string(),
            bed: z.string().nullable().default(null),
          }),
        ]),
      ),
    }),
  ),
});

/**
 * Loads the demo from its folder, whole or not at all; a database that has a team, or was begun without the demo, is left
 * alone.
 */
export async function loadDemo(
  database: Database,
  charts: ChartReader,
  folder: string,
): Promise<void> {
  if ((await hasTeam(database)) || (await asksForOwner(database))) return;
  const { team, people, password, hands, marks, sets } = parish.parse(
    JSON.parse(await readFile(join(folder, 'parish.json'), 'utf8')),
  );
  const texts = await readCharts(join(folder, 'songs'));
  const hash = await hashPassword(password);
  await database.transaction(async (db) => {
    await markDemo(db);
    const teamId = await insertTeam(db, team);
    const members = [];
    for (const { name, account, hands: own, voice, practised } of people) {
      const personId = await insertMember(db, teamId, {
        name,
        account: account && { ...account, hash },
      });
      if (voice) await noteVoice(scopeOf(teamId), db, personId, voice);
      members.push({ own, personId, practised });
    }
    const [first] = members;
    const scope = scopeOf(teamId, { personId: first?.personId ?? null });
    const [songs, services] = [songService(db, charts), setService(db, charts)];
    const [lists, files] = [songListService(db, charts), attachmentService(db)];
    const idOfTitle = new Map<string, string>();
    for (const { title, text } of texts) {
      const decided = hands[title];
      const part = decided && { ...noDecisions, hands: decided };
      const { id } = (await songs.create(scope, { text })).song;
      idOfTitle.set(title, id);
      // What is nobody's in particular is the song's own part.
      if (part) await savePart(scope, db, id, { personId: null, decisions: storeDecisions(part) });
    }
    for (const { own, personId } of members)
      for (const [title, decided] of Object.entries(own)) {
        const decisions = storeDecisions({ ...noDecisions, hands: decided });
        await savePart(scope, db, idOfTitle.get(title)!, { personId, decisions });
      }
    for (const { practised, personId } of members) {
      const rounds = practised.flatMap((song) => roundsOf(song, idOfTitle.get(song.title)!));
      if (rounds.length > 0) await writeDown(scopeOf(teamId, { personId }), db, rounds);
    }
    for (const [title, songId] of idOfTitle) {
      const folderOfSong = join(folder, 'files', title);
      for (const name of await namesIn(folderOfSong)) {
        const content = await readFile(join(folderOfSong, name));
        const arriving = { size: content.length, stream: Readable.from([content]) };
        await files.add(scope, songId, { id: randomUUID(), name }, arriving);
      }
    }
    for (const [title, { tags, favourite }] of Object.entries(marks)) {
      const ids = [idOfTitle.get(title)!];
      await lists.mark(scope, { ids, favourite });
      for (const addTag of tags) await lists.mark(scope, { ids, addTag });
    }
    for (const { items: told, ...fields } of sets) {
      let before = '';
      const items = told.map((item) => {
        const own = { id: randomUUID(), fixed: false };
        if (!('title' in item)) return { ...item, ...own };
        const { title, lead, ...song } = item;
        const bridge = lead === null ? null : { from: before, text: lead };
        before = own.id;
        return { ...song, ...own, kind: 'song', songId: idOfTitle.get(title), bridge };
      });
      await services.create(scope, setDraft.parse({ ...fields, items }));
    }
  });
}

/** Rounds of four minutes, by how long ago they were. */
function roundsOf(
  { title, goal, rounds }: z.infer<typeof practisedSong>,
  songId: string,
): LoggedRound[] {
  return rounds.map(({ ago, time, clean, ...told }) => {
    const day = new Date(Date.now() - ago * 86_400_000).toISOString().slice(0, 10);
    return {
      ...{ ...told, songId, title, goal, day, id: randomUUID(), kind: 'round' },
      ...{ at: `${day}T${time}:00.000Z`, seconds: 240, pushes: 0, bars: null },
      ...{ isClean: clean, isWhole: true, isRhythm: false, hand: null, runs: null },
    };
  });
}

/** What is in a folder, in order; nothing where there is no such folder. */
async function namesIn(folder: string): Promise<string[]> {
  return existsSync(folder) ? (await readdir(folder)).sort() : [];
}

async function readCharts(folder: string): Promise<{ title: string; text: string }[]> {
  const files = (await readdir(folder)).sort();
  return Promise.all(
    files.map(async (file) => {
      const { text } = newSong.parse({ text: await readFile(join(folder, file), 'utf8') });
      const read = parseChart(text);
      if (read.ok) return { title: read.value.title, text };
      throw new Error(`The demo chart ${file} has a problem: ${read.problems[0]!.message}`);
    }),
  );
}

import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomBytes, randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import {
  plainSongItem,
  storeDecisions,
  storeMove,
  storeRun,
  storeSet,
  type SongOrder,
} from '@intervallum/contract';
import { noDecisions, type NumberSearch } from '@intervallum/core';
import { accountOf, inAccount, inScope, nextSeq } from '../src/db/scope.ts';
import { openDatabase, type Database } from '../src/db/database.ts';
import { readForLists } from '../src/jobs/readings.ts';
import * as files from '../src/attachments/store.ts';
import * as live from '../src/live/store.ts';
import * as moves from '../src/moves/store.ts';
import * as parts from '../src/parts/store.ts';
import * as runs from '../src/runs/store.ts';
import * as sets from '../src/sets/store.ts';
import * as uses from '../src/sets/uses/store.ts';
import * as sends from '../src/sends/store.ts';
import * as shares from '../src/shares/store.ts';
import * as lists from '../src/songs/list/store.ts';
import * as songs from '../src/songs/store.ts';
import * as brought from '../src/teamFile/bringing/store.ts';
import * as saved from '../src/teamFile/saving/store.ts';
import * as teams from '../src/teams/store.ts';
import * as audits from '../src/audit/store.ts';
import * as trash from '../src/trash/store.ts';
import * as stage from '../src/stage/store.ts';
import * as logbook from '../src/logbook/store.ts';
import * as keptKeys from '../src/keptKeys/store.ts';
import * as voices from '../src/voices/store.ts';
import {
  draft,
  drillOf,
  everythingOfTheirs,
  file,
  invitation,
  item,
  logDayOfBoth,
  member,
  move,
  named,
  notMarked,
  onItsWay,
  openTwoTeams,
  ours,
  part,
  pieceOfTheirs,
  run,
  sent,
  server,
  set,
  share,
  somebody,
  song,
  songOfTheirs,
  voice,
  tables,
  text,
  theirs,
  there,
  trashed,
  show,
  playedOnce,
  roundOf,
} from './twoTeams.ts';

beforeAll(openTwoTeams);
afterAll(() => server.stop());

/** What each function of a store is asked, always for our team; the ids are theirs as well. */
const reading = readForLists(text('BETA'));
const today = '2026-11-26';
const filtered = (
  db: Database,
  filter: lists.SongFilter & { search: string; music?: NumberSearch },
  order: SongOrder = 'title',
) =>
  lists.filterSongs(ours, db, { music: null, ...filter }, { order, today, after: null, most: 9 });

/** Asks while the set of both has a day and a leader, which the other lists are not about. */
async function onADay(ask: () => Promise<unknown>): Promise<unknown> {
  await server.owner.query("update sets set date = '2019-05-05', leader = name where id = $1", [
    set,
  ]);
  try {
    return await ask();
  } finally {
    await server.owner.query("update sets set date = null, leader = '' where id = $1", [set]);
  }
}

const calls: Readonly<Record<string, (db: Database) => Promise<unknown>>> = {
  listSongs: (db) => lists.listSongs(ours, db, { after: null, most: 9 }),
  countSongs: async (db) => ((await lists.countSongs(ours, db)) === 2 ? 'BETA' : 'ALPHA'),
  searchSongs: (db) =>
    lists.searchSongs(ours, db, { search: 'rings', after: null, most: 9, mostCounted: 9 }),
  filterSongs: (db) =>
    filtered(db, { search: 'rings', key: 'G', tag: 'bells', favourites: 'yes', ids: [song] }),
  'filterSongs, at hand': async (db) => {
    const { total, rows } = await filtered(db, { search: '', favourites: 'yes' });
    return total === 1 && rows.length === 1 ? 'BETA' : 'ALPHA';
  },
  'filterSongs, coming': async (db) => {
    const { total, rows } = await filtered(db, { search: '', coming: 'yes' });
    return total === 0 && rows.length === 0 ? 'BETA' : 'ALPHA';
  },
  'filterSongs, rested': async (db) => {
    const { total, rows } = await filtered(db, { search: '', rested: 1 });
    return total === 2 && rows.length === 2 ? 'BETA' : 'ALPHA';
  },
  'filterSongs, used last': async (db) => {
    const { total, rows } = await filtered(db, { search: '' }, 'used');
    const never = rows.every(({ rank }) => Number(rank) === 10_000_000);
    return total === 2 && never ? 'BETA' : 'ALPHA';
  },
  besides: async (db) => {
    const found = await lists.besides(ours, db, [song, notMarked, songOfTheirs], today);
    return found.size === 2 &&
      JSON.stringify([found.get(song), found.get(notMarked)]) ===
        JSON.stringify([
          { favourite: true, usedOn: null },
          { favourite: false, usedOn: null },
        ])
      ? 'BETA'
      : 'ALPHA';
  },
  songsTitled: (db) => lists.songsTitled(ours, db, ['alpha', 'beta'], 9),
  listChoices: (db) => lists.listChoices(ours, db, 9),
  listUses: (db) =>
    onADay(() => uses.listUses(ours, db, { from: null, to: null, after: null, most: 9 })),
  listSungKeys: (db) =>
    onADay(async () => {
      const asked = { songIds: [song, notMarked], except: null, until: null, most: 9 };
      const found = await uses.listSungKeys(ours, db, asked);
      return found.map(({ key, leader }) => [key, leader]);
    }),
  presentSongs: async (db) =>
    (await lists.presentSongs(ours, db, [song, randomUUID()])).length === 1 ? 'BETA' : 'ALPHA',
  addTag: (db) => lists.addTag(ours, db, { ids: [song], tag: 'quiet', most: 9 }),
  'addTag, as many as there may be': (db) =>
    lists.addTag(ours, db, { ids: [notMarked], tag: 'quiet', most: 1 }),
  removeTag: (db) => lists.removeTag(ours, db, { ids: [song], tag: 'bells' }),
  setFavourite: async (db) => {
    await lists.setFavourite(ours, db, [song], false);
    await lists.setFavourite(ours, db, [song], true);
  },
  setsOfSong: (db) => lists.setsOfSong(ours, db, song, 9),
  textsOf: (db) => songs.textsOf(ours, db, [song]),
  findSong: (db) => songs.findSong(ours, db, song),
  lockSong: (db) => songs.lockSong(ours, db, song),
  knownSongs: async (db) => `${(await songs.knownSongs(ours, db, [song])).length} BETA`,
  repairReading: (db) => songs.repairReading(ours, db, song, reading),
  insertSong: (db) => songs.insertSong(ours, db, { id: song, text: text('BETA'), reading }),
  updateText: (db) => songs.updateText(ours, db, { id: song, text: text('BETA'), reading }),
  setSongDeleted: async (db) => {
    await songs.setSongDeleted(ours, db, song, true);
    return songs.setSongDeleted(ours, db, song, false);
  },
  writeHistory: async (db) => {
    const row = (await songs.findSong(ours, db, song))!;
    for (const revision of [2, 3])
      await songs.writeHistory(ours, db, { ...row, revision }, null, null);
  },
  listSongVersions: async (db) => {
    const found = await songs.listSongVersions(ours, db, song, { before: null, most: 9 });
    return found.every(({ revision }) => revision !== 2) ? 'BETA' : 'ALPHA';
  },
  nameSongVersion: (db) => songs.nameSongVersion(ours, db, song, { revision: 1, name: 'BETA' }),
  findSongVersion: (db) => songs.findSongVersion(ours, db, song, 1),
  'findSongVersion, theirs': (db) => songs.findSongVersion(ours, db, song, 2),
  findPart: (db) => parts.findPart(ours, db, song, null),
  listNamedParts: (db) => parts.listNamedParts(ours, db, song),
  listParts: (db) => parts.listParts(ours, db, song),
  'savePart, the song’s own': (db) =>
    parts.savePart(ours, db, song, { personId: null, decisions: storeDecisions(noDecisions) }),
  carryPart: (db) => parts.carryPart(ours, db, part, storeDecisions(noDecisions)),
  listSets: (db) => sets.listSets(ours, db, { after: null, most: 9 }),
  titlesOf: (db) => sets.titlesOf(ours, db, [set]),
  findSet: (db) => sets.findSet(ours, db, set),
  insertSet: (db) => sets.insertSet(ours, db, set, draft),
  updateSet: (db) => sets.updateSet(ours, db, set, 1, draft),
  replaceItems: (db) =>
    sets.replaceItems(ours, db, set, [
      { ...plainSongItem({ id: item, songId: song }), notes: 'BETA' },
    ]),
  setSetDeleted: async (db) => {
    await sets.setSetDeleted(ours, db, set, true);
    return sets.setSetDeleted(ours, db, set, false);
  },
  writeSetHistory: async (db) => {
    for (const revision of [2, 3])
      await sets.writeSetHistory(ours, db, { id: set, revision }, draft, null);
  },
  listSetVersions: async (db) => {
    const found = await sets.listSetVersions(ours, db, set, { before: null, most: 9 });
    return found.every(({ revision }) => revision !== 2) ? 'BETA' : 'ALPHA';
  },
  nameSetVersion: (db) => sets.nameSetVersion(ours, db, set, { revision: 1, name: 'BETA' }),
  findSetVersion: (db) => sets.findSetVersion(ours, db, set, 1),
  'findSetVersion, theirs': (db) => sets.findSetVersion(ours, db, set, 2),
  songsShown: (db) => sets.songsShown(ours, db, [song]),
  listDeleted: async (db) => {
    await songs.setSongDeleted(ours, db, song, true);
    await sets.setSetDeleted(ours, db, set, true);
    const found = await trash.listDeleted(ours, db, { days: 30, most: 9 });
    await songs.setSongDeleted(ours, db, song, false);
    await sets.setSetDeleted(ours, db, set, false);
    return found;
  },
  // Two songs, a set and a file of ours; that a set of theirs holds the second song is no reason to keep ours.
  purgeDeleted: async (db) => ((await trash.purgeDeleted(ours, db, 30)) === 4 ? 'BETA' : 'ALPHA'),
  listAttachments: async (db) =>
    `${(await files.listAttachments(ours, db, song)).length} ${(await files.listAttachments(ours, db, song))[0]!.name}`,
  'listDeleted, files': (db) => trash.listDeleted(ours, db, { days: 30, most: 9 }),
  findAttachment: (db) => files.findAttachment(ours, db, file),
  findAnyAttachment: (db) => files.findAnyAttachment(ours, db, trashed),
  // Of our song the one that is there and the one on its way, of the team also the one in the trash.
  countAttachments: async (db) =>
    JSON.stringify(await files.countAttachments(ours, db, song)) ===
    JSON.stringify({ ofSong: 2, bytesOfTeam: 12 })
      ? 'BETA'
      : 'ALPHA',
  beginAttachment: (db) =>
    files.beginAttachment(ours, db, {
      id: randomUUID(),
      songId: song,
      name: 'BETA',
      type: 'audio/mpeg',
      size: 1,
    }),
  insertPiece: (db) =>
    files.insertPiece(ours, db, { id: file, position: 1, content: Buffer.from('BETA') }),
  readPiece: async (db) => {
    const of = async (position: number) =>
      String(await files.readPiece(ours, db, { id: file, position }));
    return [await of(0), await of(1), await of(pieceOfTheirs)];
  },
  'finishAttachment, dropUnfinished': async (db) => {
    await files.dropUnfinished(ours, db, onItsWay);
    await files.beginAttachment(ours, db, {
      id: onItsWay,
      songId: song,
      name: 'BETA',
      type: 'audio/mpeg',
      size: 1,
    });
    await files.finishAttachment(ours, db, { id: onItsWay, digest: 'BETA' });
  },
  renameAttachment: (db) => files.renameAttachment(ours, db, { id: file, name: 'BETA' }),
  setAttachmentDeleted: async (db) => {
    await files.setAttachmentDeleted(ours, db, file, true);
    return files.setAttachmentDeleted(ours, db, file, false);
  },
  endDeletedAttachment: (db) => files.endDeletedAttachment(ours, db, trashed),
  listMoves: (db) => moves.listMoves(ours, db),
  countMoves: async (db) => `${await moves.countMoves(ours, db)} BETA`,
  insertMoves: (db) =>
    moves.insertMoves(ours, db, [{ id: move, name: 'BETA', chords: '57', target: 'any' }]),
  deleteMove: async (db) => {
    await moves.deleteMove(ours, db, move);
    return moves.insertMoves(ours, db, [{ id: move, name: 'BETA', chords: '57', target: 'any' }]);
  },
  listRuns: (db) => runs.listRuns(ours, db),
  countRuns: async (db) => `${await runs.countRuns(ours, db)} BETA`,
  insertRuns: (db) => runs.insertRuns(ours, db, [named('BETA')]),
  deleteRun: async (db) => {
    await runs.deleteRun(ours, db, run);
    return runs.insertRuns(ours, db, [named('BETA')]);
  },
  savePart: (db) =>
    parts.savePart(ours, db, song, { personId: somebody, decisions: storeDecisions(noDecisions) }),
  findTeam: (db) => teams.findTeam(ours, db),
  lockTeam: (db) => teams.lockTeam(ours, db),
  renameTeam: (db) => teams.renameTeam(ours, db, 'BETA'),
  setTeamDeleted: async (db) => {
    await teams.setTeamDeleted(ours, db, true);
    const { rows } = await db.execute(sql`select name from teams where deleted_at is not null`);
    await teams.setTeamDeleted(ours, db, false);
    return rows;
  },
  listPeople: (db) => teams.listPeople(ours, db),
  listAddresses: async (db) =>
    [...(await teams.listAddresses(ours, db)).values()].join().toUpperCase(),
  findPerson: (db) => teams.findPerson(ours, db, member),
  countPeople: async (db) => ((await teams.countPeople(ours, db)) === 2 ? 'BETA' : 'ALPHA'),
  countOwners: async (db) => `${await teams.countOwners(ours, db)} BETA`,
  insertPerson: (db) => teams.insertPerson(ours, db, 'BETA'),
  renamePerson: (db) => teams.renamePerson(ours, db, somebody, 'BETA'),
  setRole: (db) => teams.setRole(ours, db, member, 'owner'),
  listInvitations: (db) => teams.listInvitations(ours, db),
  countInvitations: async (db) => `${await teams.countInvitations(ours, db)} BETA`,
  insertInvitation: (db) =>
    teams.insertInvitation(ours, db, {
      hash: randomBytes(32),
      role: 'guest',
      note: 'BETA',
      personId: null,
      days: 1,
    }),
  revokeInvitation: (db) => teams.revokeInvitation(ours, db, invitation),
  revokeInvitationsOf: (db) => teams.revokeInvitationsOf(ours, db, member),
  record: (db) => audits.record(ours, db, 'team renamed', 'BETA'),
  listAudit: (db) => audits.listAudit(ours, db, { after: null, most: 9 }),
  tell: (db) =>
    live.tell(ours, db, { kind: 'saved', of: { kind: 'song', id: song }, screen: null }),
  listPresent: async (db) => [
    await live.listPresent(ours, db, { kind: 'song', id: song }, somebody),
    await live.listPresent(ours, db, { kind: 'song', id: notMarked }, somebody),
  ],
  forgetPresence: (db) =>
    live.forgetPresence(ours, db, { screen: there, at: { kind: 'song', id: song } }),
  // Ours was just forgotten; theirs, of the same screen, is still there.
  notePresence: async (db) =>
    (await live.notePresence(ours, db, {
      screen: there,
      personId: member,
      at: { kind: 'song', id: song },
    }))
      ? 'BETA'
      : 'ALPHA',
  endMembership: (db) => teams.endMembership(ours, db, member),
  deletePerson: (db) => teams.deletePerson(ours, db, somebody),
  listShares: async (db) =>
    `${(await shares.listShares(ours, db, { kind: 'set', id: set })).length} BETA`,
  insertShare: (db) =>
    shares.insertShare(ours, db, { kind: 'song', id: song, role: null, who: '', learner: null }),
  isLinkKnown: (db) => shares.isLinkKnown(ours, db, share),
  revokeShare: (db) => shares.revokeShare(ours, db, share),
  'targetOfShare, theirs': async (db) =>
    (await shares.targetOfShare(ours, db, 'ALPHA'.padEnd(32, 'x'))) === null ? 'BETA' : 'ALPHA',
  targetOfShare: async (db) => {
    const { token } = await shares.insertShare(ours, db, {
      kind: 'song',
      id: song,
      role: null,
      who: '',
      learner: null,
    });
    return (await shares.targetOfShare(ours, db, token)) ? 'BETA' : 'ALPHA';
  },
  listSends: async (db) => [
    await sends.listSends(ours, db, { kind: 'set', id: set }, 9),
    await sends.listSends(ours, db, { kind: 'song', id: song }, 9),
  ],
  findSend: (db) => sends.findSend(ours, db, sent),
  'findTarget, a set': (db) => sends.findTarget(ours, db, { kind: 'set', id: set }),
  'findTarget, a song that is deleted here alone': async (db) => {
    await songs.setSongDeleted(ours, db, song, true);
    const read = [
      await sends.findTarget(ours, db, { kind: 'song', id: song }),
      await sends.findTarget(ours, db, { kind: 'set', id: set }),
    ];
    await songs.setSongDeleted(ours, db, song, false);
    return [read, 'BETA'];
  },
  'findTarget, a song': (db) => sends.findTarget(ours, db, { kind: 'song', id: song }),
  'findTarget, its team': async (db) =>
    (await sends.findTarget(ours, db, { kind: 'song', id: song }))?.team === 'BETA'
      ? 'BETA'
      : 'ALPHA',
  insertSend: async (db) => {
    const page = await sends.findTarget(ours, db, { kind: 'song', id: song });
    return sends.insertSend(ours, db, { kind: 'song', id: song }, { page: page!, note: 'BETA' });
  },
};

/** What stands under an id of both teams already, and what is added beside it, each with a page of its own. */
const page = { after: null, most: 9 };
const at = '2026-11-28T10:00:00.000Z';
const row = { revision: 9, savedAt: at, createdAt: at, deletedAt: null };
const ofNobody = { personId: null, name: null, revision: 9, savedAt: at };
const fileCalls: typeof calls = {
  songRecords: async (db) => {
    const all = await saved.songRecords(ours, db, page);
    return all.every(({ atHand }) => atHand.length < 2) ? all : 'ALPHA';
  },
  'songRecords, further on': async (db) => {
    const all = await saved.songRecords(ours, db, { ...page, after: song });
    return [all.map(({ text: one }) => one), 'BETA'];
  },
  partRecords: async (db) => [await saved.partRecords(ours, db, song), 'BETA'],
  songVersionRecords: (db) => saved.songVersionRecords(ours, db, song),
  setRecords: (db) => saved.setRecords(ours, db, { ...page, most: 99 }),
  setVersionRecords: (db) => saved.setVersionRecords(ours, db, set),
  moveRecords: (db) => saved.moveRecords(ours, db),
  runRecords: (db) => saved.runRecords(ours, db),
  sendRecords: (db) => saved.sendRecords(ours, db, page),
  fileRecords: (db) => saved.fileRecords(ours, db),
  standingSongs: (db) => brought.standingSongs(ours, db, [song]),
  addPeople: (db) => brought.addPeople(ours, db, [{ id: randomUUID(), name: 'BETA' }], 1),
  addSongs: (db) =>
    brought.addSongs(
      ours,
      db,
      [
        {
          kind: 'song',
          id: song,
          ...row,
          text: 'BETA',
          rules: 1,
          tags: [],
          atHand: [],
          keys: [],
          reading,
        },
      ],
      1,
    ),
  addMarks: (db) => brought.addMarks(ours, db, [{ songId: song, personId: member }]),
  addParts: (db) =>
    brought.addParts(
      ours,
      db,
      [{ kind: 'part', songId: song, personId: member, revision: 9, decisions: {}, savedAt: at }],
      1,
    ),
  addSongVersions: (db) =>
    brought.addSongVersions(ours, db, [
      { kind: 'song version', songId: song, ...ofNobody, text: 'BETA', rules: 1, decisions: null },
    ]),
  addSets: (db) =>
    brought.addSets(
      ours,
      db,
      [set, randomUUID()].map((id) => ({
        kind: 'set',
        ...row,
        ...draft,
        id,
        items: [{ ...plainSongItem({ id: item, songId: song }), notes: 'BETA' }],
        shows: [
          {
            id: randomUUID(),
            beganAt: row.createdAt,
            endedAt: row.createdAt,
            played: [playedOnce],
          },
        ],
      })),
      1,
    ),
  addSetVersions: (db) =>
    brought.addSetVersions(ours, db, [
      { kind: 'set version', setId: set, ...ofNobody, content: storeSet(draft) },
    ]),
  addMoves: (db) => {
    const kept = storeMove({ name: 'BETA', chords: '4m', target: 'any' });
    return brought.addMoves(ours, db, [{ kind: 'move', id: move, createdAt: at, move: kept }], 1);
  },
  addRuns: (db) =>
    brought.addRuns(
      ours,
      db,
      [{ kind: 'run', id: run, createdAt: at, run: storeRun(named('BETA')) }],
      1,
    ),
  addSends: async (db) => {
    const content = (await saved.sendRecords(ours, db, page))[0]!.content;
    const one = { personId: null, note: 'BETA', content, sentAt: at } as const;
    await brought.addSends(ours, db, [
      { kind: 'send', id: sent, of: 'set', ofId: set, ...one },
      { kind: 'send', id: randomUUID(), of: 'song', ofId: song, ...one },
    ]);
  },
  addFiles: (db) => {
    const one = { name: 'BETA', type: 'audio/mpeg', size: 4, digest: '', createdAt: at };
    const whose = { songId: song, personId: null, deletedAt: null };
    return brought.addFiles(ours, db, [{ kind: 'file', id: file, ...one, ...whose }], 1);
  },
};
Object.assign(calls, fileCalls);

/** Theirs begins at 51, ours at 52. */
const limits = { low: 52, high: 70, extremeLow: 52, extremeHigh: 72 };
const ours52 = (all: readonly ({ low: number } | null)[]) =>
  all.every((one) => one?.low !== 51) && all.some((one) => one?.low === 52) ? 'BETA' : 'ALPHA';
const voiceCalls: typeof calls = {
  listVoices: async (db) => {
    const all = await voices.listVoices(ours, db);
    return [ours52(all.map(({ voice }) => voice)), all.map(({ name }) => name)];
  },
  listNotes: async (db) => ours52(await voices.listNotes(ours, db, member)),
  noteVoice: async (db) => {
    // So many that the earliest are let go: ours alone.
    for (let count = 0; count < 51; count += 1) await voices.noteVoice(ours, db, member, limits);
  },
  voiceRecords: async (db) => ours52(await saved.voiceRecords(ours, db)),
  addVoices: (db) =>
    brought.addVoices(
      ours,
      db,
      [{ kind: 'voice', id: voice, personId: member, ...limits, notedAt: at }],
      1,
    ),
  forgetVoice: async (db) => {
    await voices.forgetVoice(ours, db, member);
    await voices.noteVoice(ours, db, member, limits);
  },
};
Object.assign(calls, voiceCalls);

const ofMember = { songId: song, personId: member };
const keptKeyCalls: typeof calls = {
  listKeptKeys: async (db) => keptKeys.listKeptKeys(ours, db, [song]),
  keepKey: (db) => keptKeys.keepKey(ours, db, ofMember, 'BETA'),
  addKeptKeys: async (db) => {
    const [row] = await keptKeys.listKeptKeys(ours, db, [song]);
    await keptKeys.forgetKey(ours, db, ofMember);
    await brought.addKeptKeys(ours, db, [{ ...row!, key: 'BETA' }], 1);
  },
  forgetKey: async (db) => {
    await keptKeys.forgetKey(ours, db, ofMember);
    await keptKeys.keepKey(ours, db, ofMember, 'BETA');
  },
};
Object.assign(calls, keptKeyCalls);

const days = { from: logDayOfBoth, to: logDayOfBoth };
const logCalls: typeof calls = {
  listEntries: (db) => logbook.listEntries(ours, db, { before: null, most: 9 }),
  listDays: async (db) => {
    const [found] = await logbook.listDays(ours, db, days);
    return found?.rounds === 1 && found.drills === 1 ? 'BETA' : 'ALPHA';
  },
  listSteps: (db) => logbook.listSteps(ours, db, null),
  'listSteps, of a song': async (db) => {
    const [step] = await logbook.listSteps(ours, db, [song]);
    return step?.rounds === 1 ? 'BETA' : 'ALPHA';
  },
  listCards: (db) => logbook.listCards(ours, db),
  listLearned: (db) => logbook.listLearned(ours, db, share, 9),
  countLearned: async (db) => {
    const { lately, all } = await logbook.countLearned(ours, db, share);
    return lately === 1 && all === 1 ? 'BETA' : 'ALPHA';
  },
  'writeDown, by a link': (db) =>
    logbook.writeDown(ours, db, [roundOf('BETA', randomUUID())], share),
  writeDown: (db) => logbook.writeDown(ours, db, [roundOf('BETA'), drillOf('BETA')]),
  forgetLog: (db) => logbook.forgetLog(ours, db, member),
};
Object.assign(calls, logCalls);

const stageCalls: typeof calls = {
  songsInOwnWay: async (db) => [...(await stage.songsInOwnWay(ours, db, set))],
  listLengths: async (db) => {
    const [found] = await uses.listLengths(ours, db, [song]);
    return found?.seconds === 210 && found.times === 1 ? 'BETA' : 'ALPHA';
  },
  isSetThere: (db) => stage.isSetThere(ours, db, set),
  isSongInSet: async (db) =>
    (await stage.isSongInSet(ours, db, { setId: set, songId: song })) ? 'BETA' : 'ALPHA',
  findShow: (db) => stage.findShow(ours, db, set),
  beginShow: (db) => stage.beginShow(ours, db, { setId: set, screen: there, name: 'BETA' }),
  setBaton: (db) => stage.setBaton(ours, db, set, { screen: there, name: 'BETA' }),
  holdShow: (db) => stage.holdShow(ours, db, set),
  findCue: (db) => stage.findCue(ours, db, show, there),
  insertCue: (db) =>
    stage.insertCue(ours, db, show, { id: randomUUID(), cue: { kind: 'on' }, ago: 0 }),
  listCues: (db) => stage.listCues(ours, db, show, 0),
  listShows: (db) => stage.listShows(ours, db, set),
  endShow: async (db) => {
    await stage.endShow(ours, db, show, [playedOnce]);
    const led = { setId: set, screen: there, name: 'BETA' };
    const { show: next } = await stage.beginShow(ours, db, led);
    await stage.insertCue(ours, db, next.id, { id: randomUUID(), cue: { kind: 'on' }, ago: 0 });
  },
  tellStage: (db) => live.tellStage(ours, db, set, { kind: 'show', show: null }),
  tellLinksRevoked: (db) => live.tellLinksRevoked(ours, db),
};
Object.assign(calls, stageCalls);

const stores = [
  stage,
  songs,
  lists,
  files,
  moves,
  runs,
  parts,
  sets,
  uses,
  shares,
  sends,
  trash,
  teams,
  saved,
  brought,
  audits,
  live,
  voices,
  keptKeys,
  logbook,
];

describe('a store asked for one team', () => {
  test('has each of its functions asked here', () => {
    const all = stores.flatMap((store) => Object.keys(store));
    const asked = new Set([
      'dropUnfinished',
      ...Object.keys(calls).map((name) => name.split(',')[0]!),
    ]);
    expect([...asked].sort()).toEqual(all.sort());
  });

  test('takes its scope first', () => {
    const functions = stores.flatMap((store) => Object.values(store));
    for (const one of functions) expect(String(one)).toMatch(/^(async )?function \w+\(scope, db\b/);
  });

  test.each(Object.keys(calls))(
    '%s shows and changes nothing of another, of the same id',
    async (name) => {
      const before = await everythingOfTheirs();
      // The setting of row-level security is there for the functions of the database, which read it.
      const given = JSON.stringify(await inScope(server.database, ours, calls[name]!)) ?? 'BETA';
      expect(given).not.toContain('ALPHA');
      expect(await everythingOfTheirs()).toEqual(before);
      if (
        /^(list|count|search|text|find\w+$|lock|known|titles|songsShown|targetOfShare$|filter|besides|present|setsOf|purge|readPiece|standing|\w+Records)/.test(
          name,
        )
      )
        expect(given).toContain('BETA');
      const counted = /^"(\d+) BETA"$/.exec(given);
      if (counted) expect(counted[1]).toBe('1');
    },
  );

  // Titles by their letters, words that are in many songs of ours, and words that are in none of them.
  test.each([
    ['b', 1],
    ['rings', 1],
    ['theirs alone', 0],
  ])('a search for “%s” counts and pages through its own songs', async (search, own) => {
    await inScope(server.database, ours, async (db) => {
      for (const after of [null, ['0', '', '00000000-0000-0000-0000-000000000000'] as const])
        for (const mostCounted of [1, 9]) {
          const found = await lists.searchSongs(ours, db, { search, after, most: 9, mostCounted });
          expect([found.total, found.rows.map(({ id }) => id)]).toEqual([own, own ? [song] : []]);
        }
      const { rows: ids } = await db.execute(sql`select found_songs(${search}) as id`);
      expect(ids).toEqual(own ? [{ id: song }] : []);
      const { rows } = await db.execute(
        sql`select is_common(${ours.teamId}::uuid, ${search}) as common`,
      );
      expect(rows).toEqual([{ common: own === 1 }]);
    });
  });

  test('a search for chords finds its own songs only', async () => {
    const music = { roots: 'kgd', pattern: ' b7[^ ]*  5[^ ]*  2m ' };
    await server.owner.query(
      "update songs set roots = 'akgda', numbers = ' 1  b7  5  2m  1 ' where id = $1",
      [song],
    );
    await inScope(server.database, ours, async (db) => {
      const { rows } = await db.execute(
        sql`select found_numbers(${music.roots}, ${music.pattern}) as id`,
      );
      expect(rows).toEqual([{ id: song }]);
      const { total } = await filtered(db, { search: 'b7 5 2m', music });
      expect(total).toBe(1);
    });
  });

  test('and a song that only the other team has is in none of its lists', async () => {
    const only = randomUUID();
    await server.owner.query(
      "insert into songs (team_id, id, text, title, title_key) values ($1, $2, 'ALPHA', 'ALPHA', 'alpha')",
      [theirs.teamId, only],
    );
    await server.owner.query(
      "insert into sets (team_id, id, name, leader, notes) values ($1, $2, 'ALPHA', '', '')",
      [theirs.teamId, only],
    );
    await inScope(server.database, ours, async (db) => {
      expect(await songs.findSong(ours, db, only)).toBeNull();
      expect(await songs.textsOf(ours, db, [only])).toEqual([]);
      expect(await songs.knownSongs(ours, db, [only])).toEqual([]);
      expect(await songs.setSongDeleted(ours, db, only, true)).toBeNull();
      expect(await lists.presentSongs(ours, db, [only])).toEqual([]);
      expect(await lists.setsOfSong(ours, db, only, 9)).toEqual([]);
      expect(await sends.findTarget(ours, db, { kind: 'song', id: only })).toBeNull();
      expect(await sends.findTarget(ours, db, { kind: 'set', id: only })).toBeNull();
    });
  });
});

describe('the second net', () => {
  test('shows the server the rows of one team and nothing without one, whatever it asks for', async () => {
    const net = openDatabase(server.ownerUrl.replace('//app@', '//intervallum_server@'));
    const count = async (db: Database, table: string) =>
      (await db.execute(`select distinct team_id from ${table}`)).rows.length;
    for (const table of tables) {
      expect([table, await count(net.database, table)]).toEqual([table, 0]);
      const seen = await inScope(net.database, ours, (db) => count(db, table));
      expect([table, seen]).toEqual([table, 1]);
    }
    await expect(inScope(net.database, ours, (db) => nextSeq(theirs, db))).rejects.toThrow();
    await expect(
      net.database.execute('alter table songs disable row level security'),
    ).rejects.toThrow();
    await expect(net.database.execute('create table mine (id int)')).rejects.toThrow();
    await net.close();
  });

  test('shows the server what is of one account, and nothing without one', async () => {
    const net = openDatabase(server.ownerUrl.replace('//app@', '//intervallum_server@'));
    const { rows: all } = await server.owner.query('select id from accounts order by email');
    const [other, one] = all.map(({ id }) => id as string) as [string, string];
    for (const id of [other, one]) {
      const held = [id, Buffer.from(id)];
      await server.owner.query(
        'insert into sessions (account_id, token_hash) values ($1, $2)',
        held,
      );
      await server.owner.query(
        "insert into mail_tokens (account_id, token_hash, purpose, expires_at) values ($1, $2, 'reset', now())",
        held,
      );
    }
    const seen = async (db: Database, query: string) => (await db.execute(query)).rows;
    for (const [table, column] of [
      ['accounts', 'id'],
      ['sessions', 'account_id'],
    ] as const) {
      const query = `select ${column} as id from ${table}`;
      expect(await seen(net.database, query)).toEqual([]);
      expect(await inScope(net.database, ours, (db) => seen(db, query))).toEqual([]);
      const account = accountOf(one, randomUUID());
      expect(await inAccount(net.database, account, (db) => seen(db, query))).toEqual([
        { id: one },
      ]);
      const change = `update ${table} set ${table === 'accounts' ? "password_hash = 'x'" : "device = 'x'"} returning ${column} as id`;
      expect(await inAccount(net.database, account, (db) => seen(db, change))).toEqual([
        { id: one },
      ]);
    }
    for (const asked of [
      'select * from mail_tokens',
      'select * from installation',
      "update accounts set email = 'x'",
      'delete from accounts',
      'insert into sessions (account_id, token_hash) select id, id::text::bytea from accounts',
      'delete from audit',
      "update audit set about = ''",
    ])
      await expect(net.database.execute(asked)).rejects.toThrow();
    await net.close();
  });
});

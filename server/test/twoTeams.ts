import { randomUUID } from 'node:crypto';
import {
  plainSet,
  storeLogged,
  storeMove,
  storeRun,
  storeSend,
  storeSet,
  type LogEntry,
  type SharedPage,
} from '@intervallum/contract';
import { afterDrill, type WrittenRun } from '@intervallum/core';
import { scopeOf, type Scope } from '../src/db/scope.ts';
import { readForLists } from '../src/jobs/readings.ts';
import { startTestServer, type TestServer } from './server.ts';

/**
 * Two teams whose songs, sets and parts have the very same ids, so that a query that forgets its team is seen at once.
 * What is asked here is asked as the owner of the tables: row-level security, the second net, is not there to help.
 */
export let server: TestServer;
export let ours: Scope;
export let theirs: Scope;
/** A song of both, to which only theirs gave anything. */
export let notMarked: string;

export const song = randomUUID();
export const set = randomUUID();
export const item = randomUUID();
export const part = randomUUID();
export const share = randomUUID();
export const file = randomUUID();
export const trashed = randomUUID();
export const move = randomUUID();
export const run = randomUUID();
export const onItsWay = randomUUID();
export const somebody = randomUUID();
export const member = randomUUID();
export const invitation = randomUUID();
export const noted = randomUUID();
export const sent = randomUUID();
export const there = randomUUID();
export const voice = randomUUID();
export const show = randomUUID();
/** What was said in the show, and what was played in one before. */
export const called = { kind: 'next', part: { section: '', pass: 1, place: 0 } } as const;
export const playedOnce = {
  item,
  beganAt: '2026-11-01T10:00:00.000Z',
  seconds: 200,
  sections: ['Verse'],
  lift: 0,
  songId: null as string | null,
};
/** What they alone have by its id or place: found by whoever asks without the team. */
export const songOfTheirs = randomUUID();
export const pieceOfTheirs = 7;

export const text = (mark: string) =>
  `title: ${mark}\nkey: G\n\nVerse:\n  1 | 4\n  > ${mark} rings\n`;
export const named = (mark: string): WrittenRun => ({
  id: run,
  name: mark,
  family: 'answer',
  grade: 'simple',
  from: 'chord',
  kinds: ['major'],
  why: 'Played in.',
  step: 'eighths',
  right: '1 2 3',
});

/** A round and a drill of a day. */
export const practised = randomUUID();
export const drilled = randomUUID();
export const logDayOfBoth = '2026-11-29';
const when = { at: '2026-11-29T18:00:00.000Z', day: logDayOfBoth, seconds: 60 };
export const roundOf = (mark: string, id: string = practised): LogEntry => ({
  ...{ ...when, id, kind: 'round', songId: song, title: mark, section: 'Verse', rung: 'written' },
  ...{ pushes: 0, bars: null, way: 'in time', tempo: 60, goal: 80, isClean: true, isWhole: true },
  weak: [],
  isRhythm: false,
  hand: null,
  runs: null,
});
export const drillOf = (mark: string, id: string = drilled): LogEntry => ({
  ...{ ...when, id, kind: 'drill', card: mark, grade: 'good' },
  memory: afterDrill(null, 'good', Date.parse(when.at)),
});

export const draft = plainSet({ name: 'BETA' });

/** Begins the server, and fills both teams. */
export async function openTwoTeams(): Promise<void> {
  server = await startTestServer({ role: 'app', session: 'by header' });
  const made = await Promise.all(
    ['ALPHA', 'BETA'].map(async (mark) => {
      const { rows } = await server.owner.query(
        'insert into teams (name) values ($1) returning id',
        [mark],
      );
      const team = rows[0].id as string;
      const { summary, title, titleKey, sung } = readForLists(text(mark));
      await server.owner.query(
        'insert into songs (team_id, id, text, title, title_key, sung, summary) values ($1, $2, $3, $4, $5, $6, $7)',
        [team, song, text(mark), title, titleKey, sung, summary],
      );
      await server.owner.query('update songs set tags = $3 where team_id = $1 and id = $2', [
        team,
        song,
        ['bells', mark],
      ]);
      await server.owner.query('insert into favourites (team_id, song_id) values ($1, $2)', [
        team,
        song,
      ]);
      await server.owner.query(
        'insert into song_revisions (team_id, song_id, revision, person_id, text) values ($1, $2, 1, $3, $4)',
        [team, song, member, text(mark)],
      );
      await server.owner.query(
        'insert into parts (team_id, id, song_id, decisions) values ($1, $2, $3, $4)',
        [team, part, song, { hands: { version: 1, value: { mark } } }],
      );
      await server.owner.query(
        "insert into sets (team_id, id, name, leader, notes) values ($1, $2, $3, '', '')",
        [team, set, mark],
      );
      await server.owner.query(
        'insert into set_items (team_id, set_id, id, position, song_id, notes) values ($1, $2, $3, 0, $4, $5)',
        [team, set, item, song, mark],
      );
      await server.owner.query(
        'insert into set_revisions (team_id, set_id, revision, person_id, content) values ($1, $2, 1, $3, $4)',
        [team, set, member, storeSet(plainSet({ name: mark }))],
      );
      await server.owner.query(
        'insert into shares (team_id, id, token, set_id) values ($1, $2, $3, $4)',
        [team, share, mark.padEnd(32, 'x'), set],
      );
      const page: SharedPage = {
        kind: 'set',
        team: mark,
        name: mark,
        date: null,
        leader: '',
        notes: '',
        songs: [],
        begins: null,
        moments: [],
        sent: null,
        reader: null,
      };
      await server.owner.query(
        'insert into sends (team_id, id, set_id, person_id, note, content) values ($1, $2, $3, $4, $5, $6)',
        [team, sent, set, member, mark, storeSend(page)],
      );
      for (const [id, state] of [
        [file, 'now(), null'],
        [trashed, 'now(), now()'],
        [onItsWay, 'null, null'],
      ])
        await server.owner.query(
          `insert into attachments (team_id, id, song_id, name, type, size, digest, ready_at, deleted_at) values ($1, $2, $3, $4, 'audio/mpeg', 4, $4, ${state})`,
          [team, id, song, mark],
        );
      await server.owner.query(
        'insert into attachment_pieces (team_id, attachment_id, position, content) values ($1, $2, 0, $3)',
        [team, file, Buffer.from(mark)],
      );
      await server.owner.query(
        'insert into own_moves (team_id, id, name, move) values ($1, $2, $3, $4)',
        [team, move, mark, storeMove({ name: mark, chords: '4m', target: 'any' })],
      );
      await server.owner.query(
        'insert into own_runs (team_id, id, name, run) values ($1, $2, $3, $4)',
        [team, run, mark, storeRun(named(mark))],
      );
      await server.owner.query('insert into people (team_id, id, name) values ($1, $2, $3)', [
        team,
        somebody,
        mark,
      ]);
      const { rows: made } = await server.owner.query(
        "insert into accounts (email, name, password_hash) values ($1, $2, '') returning id",
        [`${mark.toLowerCase()}@example.org`, mark],
      );
      await server.owner.query(
        "insert into people (team_id, id, name, account_id, role) values ($1, $2, $3, $4, 'owner')",
        [team, member, mark, made[0].id],
      );
      await server.owner.query(
        "insert into invitations (team_id, id, token_hash, role, note, invited_by, expires_at) values ($1, $2, $3, 'guest', $4, $5, now() + interval '1 day')",
        [team, invitation, Buffer.from(mark), mark, member],
      );
      await server.owner.query(
        'insert into presence (team_id, screen, person_id, place) values ($1, $2, $3, $4)',
        [team, there, member, `song:${song}`],
      );
      await server.owner.query(
        // Theirs is the later one: it would be found first.
        'insert into voices (team_id, id, person_id, low, high, extreme_low, extreme_high, noted_at) values ($1, $2, $3, $4, 70, $4, 72, now() + $5::interval)',
        [team, voice, member, ...(mark === 'ALPHA' ? [51, '1 day'] : [52, '0'])],
      );
      await server.owner.query(
        'insert into kept_keys (team_id, song_id, person_id, key, kept_at) values ($1, $2, $3, $4, now())',
        [team, song, member, mark],
      );
      for (const [entry, person, by = null] of [
        [roundOf(mark), null],
        [drillOf(mark), null],
        [roundOf(mark, randomUUID()), member],
        [roundOf(mark, randomUUID()), null, share],
      ] as const)
        await server.owner.query(
          'insert into practice_log (team_id, id, person_id, at, day, seconds, kind, song_id, what, tempo, is_clean, entry, share_id) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)',
          [
            ...[team, entry.id, person, entry.at, entry.day, entry.seconds, entry.kind],
            ...(entry.kind === 'round'
              ? [song, 'Verse\nwritten\n0\n', 60, true]
              : [null, mark, null, null]),
            storeLogged(entry),
            by,
          ],
        );
      await server.owner.query(
        'insert into shows (team_id, id, set_id, baton_screen, baton_name, last) values ($1, $2, $3, $4, $5, 1)',
        [team, show, set, there, mark],
      );
      await server.owner.query(
        'insert into shows (team_id, set_id, ended_at, played) values ($1, $2, now(), $3)',
        [
          team,
          set,
          JSON.stringify([
            { ...playedOnce, sections: [mark] },
            { ...playedOnce, songId: song, seconds: mark === 'BETA' ? 210 : 250 },
          ]),
        ],
      );
      await server.owner.query(
        'insert into cues (team_id, show_id, number, id, at, cue) values ($1, $2, 1, $3, now(), $4)',
        [team, show, there, JSON.stringify({ ...called, part: { ...called.part, section: mark } })],
      );
      await server.owner.query(
        "insert into audit (team_id, id, person_id, what, about) values ($1, $2, $3, 'team begun', $4)",
        [team, noted, member, mark],
      );
      return scopeOf(team, { role: 'owner' });
    }),
  );
  [theirs, ours] = made as [Scope, Scope];
  await server.owner.query(
    "insert into song_revisions (team_id, song_id, revision, text) values ($1, $2, 2, 'ALPHA')",
    [theirs.teamId, song],
  );
  await server.owner.query(
    'insert into set_revisions (team_id, set_id, revision, content) values ($1, $2, 2, $3)',
    [theirs.teamId, set, storeSet({ ...draft, name: 'ALPHA' })],
  );
  await server.owner.query(
    "insert into songs (team_id, id, text, title, title_key, deleted_at) values ($1, $2, 'ALPHA', 'ALPHA', 'alpha', now())",
    [theirs.teamId, songOfTheirs],
  );
  await server.owner.query(
    "insert into attachment_pieces (team_id, attachment_id, position, content) values ($1, $2, $3, 'ALPHA')",
    [theirs.teamId, file, pieceOfTheirs],
  );
  await server.owner.query(
    "insert into sets (team_id, id, name, leader, notes, deleted_at) values ($1, $2, 'ALPHA', '', '', now())",
    [theirs.teamId, randomUUID()],
  );
  // Theirs alone: the song at hand, in a set of a day that was and one to come.
  const alone = randomUUID();
  await server.owner.query(
    "insert into songs (team_id, id, text, title, title_key, summary) select team_id, $2, 'ALPHA', 'ALPHA', 'alpha', summary from songs where team_id = $1 and id = $3",
    [theirs.teamId, alone, song],
  );
  await server.owner.query(
    "insert into songs (team_id, id, text, title, title_key) values ($1, $2, 'BETA', 'Quiet', 'quiet')",
    [ours.teamId, alone],
  );
  notMarked = alone;
  await server.owner.query('insert into favourites (team_id, song_id) values ($1, $2)', [
    theirs.teamId,
    alone,
  ]);
  for (const [team, date] of [
    [theirs, '2020-01-05'],
    [theirs, '2999-01-05'],
    [ours, null],
  ] as const)
    for (const songId of team === ours ? [song] : [song, alone]) {
      const dated = randomUUID();
      await server.owner.query(
        "insert into sets (team_id, id, name, leader, notes, date) values ($1, $2, $3, '', '', $4)",
        [team.teamId, dated, team === ours ? 'BETA' : 'ALPHA', date],
      );
      await server.owner.query(
        "insert into set_items (team_id, set_id, id, position, song_id, notes) values ($1, $2, $3, 0, $4, '')",
        [team.teamId, dated, item, songId],
      );
      if (team === theirs) {
        await server.owner.query(
          "insert into sets (team_id, id, name, leader, notes, date) values ($1, $2, 'BETA', '', '', $3)",
          [ours.teamId, dated, null],
        );
        // The same song in it, so that only the team tells whose day it is.
        await server.owner.query(
          "insert into set_items (team_id, set_id, id, position, song_id, notes) values ($1, $2, $3, 0, $4, '')",
          [ours.teamId, dated, item, songId],
        );
      }
    }
  await server.owner.query(
    `update songs set summary = jsonb_set(summary, '{key}', '"ALPHA"') where team_id = $1 and id = $2`,
    [theirs.teamId, song],
  );
  const [old, oldInSet] = [randomUUID(), randomUUID()];
  for (const { teamId } of [theirs, ours]) {
    for (const id of [old, oldInSet])
      await server.owner.query(
        "insert into songs (team_id, id, text, title, title_key, deleted_at) values ($1, $2, '', '', '', now() - interval '40 days')",
        [teamId, id],
      );
    await server.owner.query(
      "insert into sets (team_id, id, name, leader, notes, deleted_at) values ($1, $2, '', '', '', now() - interval '40 days')",
      [teamId, old],
    );
  }
  // A file that is theirs alone, of the song of both, and one that was deleted long ago of each.
  for (const [{ teamId }, deleted] of [
    [theirs, null],
    [theirs, '40 days'],
    [ours, '40 days'],
  ] as const)
    await server.owner.query(
      "insert into attachments (team_id, id, song_id, name, type, size, ready_at, deleted_at) values ($1, $2, $3, 'ALPHA', 'audio/mpeg', 4, now(), now() - $4::interval)",
      [teamId, randomUUID(), song, deleted],
    );
  await server.owner.query(
    "insert into set_items (team_id, set_id, id, position, song_id, notes) values ($1, $2, $3, 1, $4, '')",
    [theirs.teamId, set, randomUUID(), oldInSet],
  );
  // More songs of theirs than a page holds, all of them before ours.
  for (let count = 0; count < 24; count += 1)
    await server.owner.query(
      "insert into songs (team_id, id, text, title, title_key) values ($1, $2, 'rings, theirs alone', $3, lower($3))",
      [theirs.teamId, randomUUID(), count % 2 ? 'AAA' : 'BAA'],
    );
}

/** What a team has. */
export const tables = [
  'songs',
  'favourites',
  'song_revisions',
  'parts',
  'sets',
  'set_items',
  'set_revisions',
  'shares',
  'sends',
  'attachments',
  'attachment_pieces',
  'own_moves',
  'own_runs',
  'practice_log',
  'team_counters',
  'people',
  'invitations',
  'audit',
  'presence',
  'voices',
  'kept_keys',
  'shows',
  'cues',
];

/** Everything that the other team has. */
export async function everythingOfTheirs(): Promise<unknown> {
  const all = await Promise.all(
    tables.map(async (table) => {
      const { rows } = await server.owner.query(
        `select to_jsonb(x) as row from ${table} x where team_id = $1 order by 1`,
        [theirs.teamId],
      );
      return rows;
    }),
  );
  const { rows } = await server.owner.query('select * from teams where id = $1', [theirs.teamId]);
  return [...all, rows];
}

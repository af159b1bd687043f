import type {
  AuditKind,
  EndedShow,
  LearnerPreset,
  LogEntry,
  Role,
  SetBridge,
  SetDraft,
  SetItem,
  SongSummary,
  StoredDecisions,
  StoredLogged,
  StoredMove,
  StoredRun,
  StoredSend,
  StoredSet,
  TakenCue,
} from '@intervallum/contract';
import { chartRules } from '@intervallum/core';
import { isNull, sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { accounts } from './accountSchema.ts';
import { bytes, createdAt, moment, savedAt } from './columns.ts';

export * from './accountSchema.ts';

/** The rules of chart text that the row's text is written by (core's `chartRules`); a start rewrites what is of earlier ones. */
const rules = () =>
  integer('rules')
    .notNull()
    .default(1)
    .$defaultFn(() => chartRules);

/** Every other row belongs to a team. Row-level security lets the server see those of the team it works for. */
export const teams = pgTable('teams', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  createdAt: createdAt(),
  /** A deleted team is nobody's any more; its owners can take it back for a time. */
  deletedAt: moment('deleted_at'),
});

const teamId = () =>
  uuid('team_id')
    .notNull()
    .references(() => teams.id, { onDelete: 'cascade' });

/** Counts the changes of a team, so that one can ask what changed since: raised in the transaction of each change. */
export const teamCounters = pgTable('team_counters', {
  teamId: teamId().primaryKey(),
  seq: bigint('seq', { mode: 'number' }).notNull().default(0),
});
const seq = () => bigint('seq', { mode: 'number' }).notNull().default(0);

/**
 * Those of a team. A member has an account and a role; others are named only, among them who was a member: what they did
 * stays theirs.
 */
export const people = pgTable(
  'people',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    name: text('name').notNull(),
    accountId: uuid('account_id').references(() => accounts.id),
    role: text('role').$type<Role>(),
    joinedAt: moment('joined_at'),
    seq: seq(),
    createdAt: createdAt(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    unique('people_one_account').on(table.teamId, table.accountId),
    index('people_account').on(table.accountId),
    check(
      'people_member_or_not',
      sql`(${table.accountId} is null) = (${table.role} is null) and (${table.role} is null or ${table.role} in ('owner', 'leader', 'player', 'guest'))`,
    ),
  ],
);

/** A link by which somebody becomes a member, once. Only the SHA-256 of its key is stored. */
export const invitations = pgTable(
  'invitations',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    tokenHash: bytes('token_hash').notNull().unique(),
    role: text('role').$type<Role>().notNull(),
    note: text('note').notNull().default(''),
    /** The person of the team whom it makes a member; null for somebody new. */
    personId: uuid('person_id'),
    invitedBy: uuid('invited_by'),
    createdAt: createdAt(),
    expiresAt: moment('expires_at').notNull(),
    takenAt: moment('taken_at'),
    revokedAt: moment('revoked_at'),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    foreignKey({
      columns: [table.teamId, table.personId],
      foreignColumns: [people.teamId, people.id],
    }).onDelete('cascade'),
  ],
);

/** What was done and by whom, for owners: rows are only added. */
export const audit = pgTable(
  'audit',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    at: moment('at').notNull().defaultNow(),
    personId: uuid('person_id'),
    what: text('what').$type<AuditKind>().notNull(),
    about: text('about').notNull().default(''),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('audit_by_time').on(table.teamId, sql`${table.at} desc`, sql`${table.id} desc`),
  ],
);

/**
 * A song as it stands now. `title` and `sung` (its words as one sings them) are taken from its text when it is saved, for
 * lists and searches. A deleted song can come back.
 */
export const songs = pgTable(
  'songs',
  {
    teamId: teamId(),
    id: uuid('id').notNull(),
    revision: integer('revision').notNull().default(1),
    seq: seq(),
    title: text('title').notNull().default(''),
    /** What lists are sorted by: numbers in it count as numbers. */
    titleKey: text('title_key').notNull().default(''),
    sung: text('sung').notNull().default(''),
    text: text('text').notNull().default(''),
    rules: rules(),
    /** Its chords: a letter for each root, and each as it is written (core's `numberIndex`). */
    roots: text('roots').notNull().default(''),
    numbers: text('numbers').notNull().default(''),
    summary: jsonb('summary').$type<SongSummary>(),
    /** What a search looks in. */
    haystack: text('haystack').generatedAlwaysAs(
      sql`lower("title" || E'\n' || "sung" || E'\n' || "text")`,
    ),
    /** What the team sorts its songs by, in the order in which it was given. */
    tags: text('tags').array().notNull().default([]),
    // What lists are filtered and sorted by, taken out of the summary whatever shape it has.
    key: text('key').generatedAlwaysAs(sql`coalesce("summary" ->> 'key', '')`),
    meter: text('meter').generatedAlwaysAs(sql`coalesce("summary" ->> 'meter', '')`),
    singer: text('singer').generatedAlwaysAs(sql`coalesce("summary" ->> 'singer', '')`),
    tempo: doublePrecision('tempo').generatedAlwaysAs(
      sql`case when jsonb_typeof("summary" -> 'tempo') = 'number' then ("summary" ->> 'tempo')::double precision end`,
    ),
    createdAt: createdAt(),
    savedAt: savedAt(),
    deletedAt: moment('deleted_at'),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('songs_by_title')
      .on(table.teamId, sql`${table.titleKey} collate "C"`, table.id)
      .where(isNull(table.deletedAt)),
    index('songs_title_begins').on(table.teamId, sql`lower(${table.title}) collate "C"`),
    index('songs_haystack').using('gin', table.teamId, sql`${table.haystack} gin_trgm_ops`),
    index('songs_roots').using('gin', table.teamId, sql`${table.roots} gin_trgm_ops`),
    index('songs_seq').on(table.teamId, table.seq),
  ],
);

/** What one player decided about a song, by the slots of its text. Nobody's part is that of the team without accounts. */
export const parts = pgTable(
  'parts',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    songId: uuid('song_id').notNull(),
    personId: uuid('person_id'),
    revision: integer('revision').notNull().default(1),
    seq: seq(),
    decisions: jsonb('decisions').$type<StoredDecisions>().notNull(),
    savedAt: savedAt(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    unique('parts_one_each').on(table.teamId, table.songId, table.personId).nullsNotDistinct(),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [table.teamId, table.personId],
      foreignColumns: [people.teamId, people.id],
    }).onDelete('cascade'),
  ],
);

/** Songs that somebody wants at hand; nobody's are those of the team without accounts. */
export const favourites = pgTable(
  'favourites',
  {
    teamId: teamId(),
    songId: uuid('song_id').notNull(),
    personId: uuid('person_id'),
  },
  (table) => [
    unique('favourites_once').on(table.teamId, table.songId, table.personId).nullsNotDistinct(),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [table.teamId, table.personId],
      foreignColumns: [people.teamId, people.id],
    }).onDelete('cascade'),
  ],
);

/**
 * A file that a song carries: a recording, a paper, a picture. `readyAt` is null while it is on its way; its `size` is what
 * was announced then, so that what arrives at the same time counts. A deleted one can come back.
 */
export const attachments = pgTable(
  'attachments',
  {
    teamId: teamId(),
    id: uuid('id').notNull(),
    songId: uuid('song_id').notNull(),
    personId: uuid('person_id'),
    seq: seq(),
    name: text('name').notNull(),
    /** What its content is, as a media type: read from the content, whatever the name says. */
    type: text('type').notNull(),
    size: integer('size').notNull(),
    /** SHA-256 of the content; empty while it is on its way. */
    digest: text('digest').notNull().default(''),
    createdAt: createdAt(),
    readyAt: moment('ready_at'),
    deletedAt: moment('deleted_at'),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('attachments_song').on(table.teamId, table.songId),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
  ],
);

/** The content of a file in pieces of one size but for the last, so that neither side ever holds the whole of it. */
export const attachmentPieces = pgTable(
  'attachment_pieces',
  {
    teamId: teamId(),
    attachmentId: uuid('attachment_id').notNull(),
    position: integer('position').notNull(),
    content: bytes('content').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.attachmentId, table.position] }),
    foreignKey({
      columns: [table.teamId, table.attachmentId],
      foreignColumns: [attachments.teamId, attachments.id],
    }).onDelete('cascade'),
  ],
);

/** What a song was: history only. Saves on one screen close together are one row; one with a name stays. */
export const songRevisions = pgTable(
  'song_revisions',
  {
    teamId: teamId(),
    songId: uuid('song_id').notNull(),
    revision: integer('revision').notNull(),
    personId: uuid('person_id'),
    /** On which screen it was saved: what another one saved is never given up for it. */
    screen: uuid('screen'),
    name: text('name'),
    text: text('text').notNull(),
    rules: rules(),
    /** What the player who saved had decided by then. */
    decisions: jsonb('decisions').$type<StoredDecisions>(),
    savedAt: savedAt(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.songId, table.revision] }),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
  ],
);

export const sets = pgTable(
  'sets',
  {
    teamId: teamId(),
    id: uuid('id').notNull(),
    revision: integer('revision').notNull().default(1),
    seq: seq(),
    name: text('name').notNull(),
    date: date('date', { mode: 'string' }),
    leader: text('leader').notNull(),
    notes: text('notes').notNull(),
    begins: text('begins'),
    most: integer('most'),
    rehearsal: jsonb('rehearsal').$type<SetDraft['rehearsal']>(),
    createdAt: createdAt(),
    savedAt: savedAt(),
    deletedAt: moment('deleted_at'),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('sets_by_date').on(
      table.teamId,
      sql`coalesce(${table.date}, 'infinity'::date) desc`,
      sql`${table.createdAt} desc`,
      sql`${table.id} desc`,
    ),
    index('sets_seq').on(table.teamId, table.seq),
  ],
);

/**
 * What stands in a set: songs, and what a service has besides them, which has a name of its own. `team_id` stands in both
 * foreign keys, so that no set can hold another team's song.
 */
export const setItems = pgTable(
  'set_items',
  {
    teamId: teamId(),
    setId: uuid('set_id').notNull(),
    id: uuid('id').notNull(),
    position: integer('position').notNull(),
    songId: uuid('song_id'),
    name: text('name').notNull().default(''),
    key: text('key'),
    notes: text('notes').notNull(),
    kind: text('kind').$type<SetItem['kind']>().notNull().default('song'),
    who: text('who').notNull().default(''),
    fixed: boolean('fixed').notNull().default(false),
    road: text('road'),
    bridge: jsonb('bridge').$type<SetBridge>(),
    minutes: doublePrecision('minutes'),
    bed: text('bed'),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.setId, table.id] }),
    index('set_items_song').on(table.teamId, table.songId),
    check('set_items_is_something', sql`${table.songId} is not null or ${table.name} <> ''`),
    check('set_items_kind', sql`(${table.kind} = 'song') = (${table.songId} is not null)`),
    foreignKey({
      columns: [table.teamId, table.setId],
      foreignColumns: [sets.teamId, sets.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }),
  ],
);

/** What a set was: history only, as of songs. */
export const setRevisions = pgTable(
  'set_revisions',
  {
    teamId: teamId(),
    setId: uuid('set_id').notNull(),
    revision: integer('revision').notNull(),
    personId: uuid('person_id'),
    screen: uuid('screen'),
    name: text('name'),
    content: jsonb('content').$type<StoredSet>().notNull(),
    savedAt: savedAt(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.setId, table.revision] }),
    foreignKey({
      columns: [table.teamId, table.setId],
      foreignColumns: [sets.teamId, sets.id],
    }).onDelete('cascade'),
  ],
);

/** A link opens one song or one set until it is revoked. */
export const shares = pgTable(
  'shares',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    token: text('token').notNull().unique(),
    songId: uuid('song_id'),
    setId: uuid('set_id'),
    /** What its reader plays, as the contract names it; null for everybody. */
    role: text('role'),
    /** Whose it is, where somebody is named. */
    who: text('who').notNull().default(''),
    /** How its song is practised by it, where it is for that. */
    learner: jsonb('learner').$type<LearnerPreset>(),
    createdAt: createdAt(),
    revokedAt: moment('revoked_at'),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('shares_song').on(table.teamId, table.songId),
    index('shares_set').on(table.teamId, table.setId),
    check('shares_one_target', sql`num_nonnulls(${table.songId}, ${table.setId}) = 1`),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [table.teamId, table.setId],
      foreignColumns: [sets.teamId, sets.id],
    }).onDelete('cascade'),
  ],
);

/** What was sent to the band, frozen as it was then: so that it can be told what changed since. */
export const sends = pgTable(
  'sends',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    songId: uuid('song_id'),
    setId: uuid('set_id'),
    personId: uuid('person_id'),
    note: text('note').notNull().default(''),
    content: jsonb('content').$type<StoredSend>().notNull(),
    sentAt: moment('sent_at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('sends_song').on(table.teamId, table.songId, table.sentAt),
    index('sends_set').on(table.teamId, table.setId, table.sentAt),
    check('sends_one_target', sql`num_nonnulls(${table.songId}, ${table.setId}) = 1`),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [table.teamId, table.setId],
      foreignColumns: [sets.teamId, sets.id],
    }).onDelete('cascade'),
  ],
);

/** Where the open screens of a team are, for as long as they say so: nothing of it outlives a crash. */
export const presence = pgTable(
  'presence',
  {
    teamId: teamId(),
    screen: uuid('screen').notNull(),
    personId: uuid('person_id').notNull(),
    place: text('place').notNull(),
    seenAt: moment('seen_at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.screen] }),
    index('presence_place').on(table.teamId, table.place),
    foreignKey({
      columns: [table.teamId, table.personId],
      foreignColumns: [people.teamId, people.id],
    }).onDelete('cascade'),
  ],
);

/** Moves of a team's own, in degrees of the chord that each leads to. */
export const ownMoves = pgTable(
  'own_moves',
  {
    teamId: teamId(),
    id: uuid('id').notNull(),
    seq: seq(),
    /** Also in `move`: lists are sorted by it. */
    name: text('name').notNull(),
    move: jsonb('move').$type<StoredMove>().notNull(),
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.teamId, table.id] })],
);

/** Runs of a team's own, in degrees of the chord that each is played over. */
export const ownRuns = pgTable(
  'own_runs',
  {
    teamId: teamId(),
    id: uuid('id').notNull(),
    seq: seq(),
    /** Also in `run`: lists are sorted by it. */
    name: text('name').notNull(),
    run: jsonb('run').$type<StoredRun>().notNull(),
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.teamId, table.id] })],
);

/** What somebody of the team can sing, each time it was noted: the latest counts. */
export const voices = pgTable(
  'voices',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    personId: uuid('person_id').notNull(),
    seq: seq(),
    // MIDI numbers.
    low: integer('low').notNull(),
    high: integer('high').notNull(),
    extremeLow: integer('extreme_low').notNull(),
    extremeHigh: integer('extreme_high').notNull(),
    notedAt: moment('noted_at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('voices_person').on(table.teamId, table.personId, sql`${table.notedAt} desc`),
    foreignKey({
      columns: [table.teamId, table.personId],
      foreignColumns: [people.teamId, people.id],
    }).onDelete('cascade'),
    check(
      'voices_in_order',
      sql`${table.extremeLow} <= ${table.low} and ${table.low} < ${table.high} and ${table.high} <= ${table.extremeHigh}`,
    ),
  ],
);

/** The key that somebody sings a song in: one for each. */
export const keptKeys = pgTable(
  'kept_keys',
  {
    teamId: teamId(),
    songId: uuid('song_id').notNull(),
    personId: uuid('person_id').notNull(),
    seq: seq(),
    key: text('key').notNull(),
    keptAt: moment('kept_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.songId, table.personId] }),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [table.teamId, table.personId],
      foreignColumns: [people.teamId, people.id],
    }).onDelete('cascade'),
  ],
);

/**
 * What somebody of the team practised, entry after entry; nothing is changed afterwards. A song that is gone was practised all the
 * same: nothing points to it. What lists are asked by stands in columns of its own, beside the entry.
 */
export const practiceLog = pgTable(
  'practice_log',
  {
    teamId: teamId(),
    id: uuid('id').notNull(),
    /** Null where nobody in particular is signed in, and of a learner's link. */
    personId: uuid('person_id'),
    shareId: uuid('share_id'),
    at: moment('at').notNull(),
    /** By the calendar of whoever practised. */
    day: date('day').notNull(),
    /** By the clock of the server: limits go by it. */
    writtenAt: moment('written_at').notNull().defaultNow(),
    seconds: doublePrecision('seconds').notNull(),
    kind: text('kind').$type<LogEntry['kind']>().notNull(),
    songId: uuid('song_id'),
    /** Which step of which section with which bars, or which drill. */
    what: text('what').notNull(),
    /** Of a round that was played to its end. */
    tempo: doublePrecision('tempo'),
    isClean: boolean('is_clean'),
    isFromMemory: boolean('is_from_memory').notNull().default(false),
    entry: jsonb('entry').$type<StoredLogged>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    index('practice_log_time').on(table.teamId, table.personId, table.at.desc(), table.id.desc()),
    index('practice_log_what').on(
      table.teamId,
      table.personId,
      table.kind,
      table.songId,
      table.what,
      table.at.desc(),
    ),
    foreignKey({
      columns: [table.teamId, table.personId],
      foreignColumns: [people.teamId, people.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [table.teamId, table.shareId],
      foreignColumns: [shares.teamId, shares.id],
    }).onDelete('cascade'),
    index('practice_log_share')
      .on(table.teamId, table.shareId, table.at.desc())
      .where(sql`${table.shareId} is not null`),
  ],
);

/** A set as it is played on a day: who leads it now, and, once it has ended, what was played. */
export const shows = pgTable(
  'shows',
  {
    teamId: teamId(),
    id: uuid('id').notNull().defaultRandom(),
    setId: uuid('set_id').notNull(),
    beganAt: moment('began_at').notNull().defaultNow(),
    endedAt: moment('ended_at'),
    /** The screen that leads, and who is at it; null where nobody holds the baton. */
    batonScreen: uuid('baton_screen'),
    batonName: text('baton_name').notNull().default(''),
    /** The number and the moment of the last cue. */
    last: integer('last').notNull().default(0),
    lastAt: moment('last_at').notNull().defaultNow(),
    played: jsonb('played').$type<EndedShow['played']>().notNull().default([]),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.id] }),
    uniqueIndex('shows_one_at_a_time')
      .on(table.teamId, table.setId)
      .where(sql`${table.endedAt} is null`),
    foreignKey({
      columns: [table.teamId, table.setId],
      foreignColumns: [sets.teamId, sets.id],
    }).onDelete('cascade'),
  ],
);

/** What was said in a show that goes on; each number once, without a gap. */
export const cues = pgTable(
  'cues',
  {
    teamId: teamId(),
    showId: uuid('show_id').notNull(),
    number: integer('number').notNull(),
    id: uuid('id').notNull(),
    at: moment('at').notNull(),
    cue: jsonb('cue').$type<TakenCue['cue']>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.teamId, table.showId, table.number] }),
    unique('cues_said_once').on(table.teamId, table.showId, table.id),
    foreignKey({
      columns: [table.teamId, table.showId],
      foreignColumns: [shows.teamId, shows.id],
    }).onDelete('cascade'),
  ],
);

import type { SongSummary } from '@intervallum/contract';
import { freeHands, type SongHands } from '@intervallum/core';
import { sql } from 'drizzle-orm';
import {
  check,
  date,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';

const moment = (name: string) => timestamp(name, { withTimezone: true });
const createdAt = () => moment('created_at').notNull().defaultNow();

/** Every other row belongs to a team. */
export const teams = pgTable('teams', {
  id: uuid('id').primaryKey().defaultRandom(),
  name: text('name').notNull(),
  createdAt: createdAt(),
});

const teamId = () =>
  uuid('team_id')
    .notNull()
    .references(() => teams.id, { onDelete: 'cascade' });

/** `revision` names the row of `song_revisions` that stands now. A deleted song can come back. */
export const songs = pgTable(
  'songs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teamId: teamId(),
    revision: integer('revision').notNull().default(1),
    createdAt: createdAt(),
    deletedAt: moment('deleted_at'),
  },
  (table) => [
    unique('songs_team_id_id').on(table.teamId, table.id),
    index('songs_team').on(table.teamId),
  ],
);

/** A save is a new row; none is ever changed. */
export const songRevisions = pgTable(
  'song_revisions',
  {
    songId: uuid('song_id').notNull(),
    teamId: teamId(),
    revision: integer('revision').notNull(),
    text: text('text').notNull(),
    hands: jsonb('hands').$type<SongHands>().notNull().default(freeHands),
    summary: jsonb('summary').$type<SongSummary>().notNull(),
    savedAt: moment('saved_at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.songId, table.revision] }),
    foreignKey({
      columns: [table.teamId, table.songId],
      foreignColumns: [songs.teamId, songs.id],
    }).onDelete('cascade'),
  ],
);

export const sets = pgTable(
  'sets',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teamId: teamId(),
    revision: integer('revision').notNull().default(1),
    name: text('name').notNull(),
    date: date('date', { mode: 'string' }),
    leader: text('leader').notNull(),
    notes: text('notes').notNull(),
    createdAt: createdAt(),
    savedAt: moment('saved_at').notNull().defaultNow(),
    deletedAt: moment('deleted_at'),
  },
  (table) => [
    unique('sets_team_id_id').on(table.teamId, table.id),
    index('sets_team').on(table.teamId),
  ],
);

/** `team_id` stands in both foreign keys, so that no set can hold another team's song. */
export const setItems = pgTable(
  'set_items',
  {
    setId: uuid('set_id').notNull(),
    id: uuid('id').notNull(),
    teamId: teamId(),
    position: integer('position').notNull(),
    songId: uuid('song_id').notNull(),
    key: text('key'),
    notes: text('notes').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.setId, table.id] }),
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

/** A link opens one song or one set until it is revoked. */
export const shares = pgTable(
  'shares',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    teamId: teamId(),
    token: text('token').notNull().unique(),
    songId: uuid('song_id'),
    setId: uuid('set_id'),
    createdAt: createdAt(),
    revokedAt: moment('revoked_at'),
  },
  (table) => [
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

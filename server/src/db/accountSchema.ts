import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import { bytes, createdAt, moment } from './columns.ts';

/**
 * Somebody who can sign in. Accounts are of no team: row-level security shows the server the one that it works for, and
 * what has to be known before that one is known is asked by functions of the database.
 */
export const accounts = pgTable('accounts', {
  id: uuid('id').primaryKey().defaultRandom(),
  /** In small letters, without edge spaces. */
  email: text('email').notNull().unique(),
  name: text('name').notNull(),
  /** Argon2id, with its parameters and salt in it. */
  passwordHash: text('password_hash').notNull(),
  /** Since when its address is known to be its own. */
  confirmedAt: moment('confirmed_at'),
  createdAt: createdAt(),
});

/** A browser in which somebody is signed in. What the browser holds is stored nowhere, only its SHA-256. */
export const sessions = pgTable(
  'sessions',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => accounts.id, { onDelete: 'cascade' }),
    tokenHash: bytes('token_hash').notNull().unique(),
    /** The team that it works for; the first one of its account where that is none. */
    teamId: uuid('team_id'),
    device: text('device').notNull().default(''),
    createdAt: createdAt(),
    seenAt: moment('seen_at').notNull().defaultNow(),
  },
  (table) => [index('sessions_account').on(table.accountId)],
);

/** A key that went out by mail: it opens one thing, once, for a time. Only its SHA-256 is stored. */
export const mailTokens = pgTable(
  'mail_tokens',
  {
    tokenHash: bytes('token_hash').primaryKey(),
    purpose: text('purpose').notNull(),
    /** Null of somebody who is not yet one. */
    accountId: uuid('account_id').references(() => accounts.id, { onDelete: 'cascade' }),
    content: jsonb('content').notNull().default({}),
    createdAt: createdAt(),
    expiresAt: moment('expires_at').notNull(),
  },
  (table) => [
    check('mail_tokens_purpose', sql`${table.purpose} in ('sign-up', 'reset', 'address')`),
  ],
);

/** Mail on its way: written in the transaction of what it is about, sent after it, then without its words. */
export const mails = pgTable(
  'mails',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    to: text('to_address').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    createdAt: createdAt(),
    tries: integer('tries').notNull().default(0),
    /** When it is tried next; null once it is sent or given up. */
    nextTryAt: moment('next_try_at').defaultNow(),
    sentAt: moment('sent_at'),
  },
  (table) => [index('mails_waiting').on(table.nextTryAt)],
);

/** How often something was tried, as the package rate-limiter-flexible counts it. */
export const rateLimits = pgTable('rate_limits', {
  key: text('key').primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
});

/** One row: what this installation is. */
export const installation = pgTable(
  'installation',
  {
    id: boolean('id').primaryKey().default(true),
    /** It was filled with the demo: whoever reaches it may be any of its people. */
    isDemo: boolean('is_demo').notNull().default(false),
    /** SHA-256 of the code that makes its first owner; null where none is asked for. */
    setupHash: bytes('setup_hash'),
  },
  (table) => [check('installation_is_one', sql`${table.id}`)],
);

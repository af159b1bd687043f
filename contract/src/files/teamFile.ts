import { chartRules } from '@intervallum/core';
import { z } from 'zod';
import { readStoredMove, storeMove } from '../stored/ownMove.ts';
import { readStoredRun, storeRun } from '../stored/ownRun.ts';
import { readStoredSend, storeSend } from '../stored/sent.ts';
import { readStoredSet, storeSet } from '../stored/setContent.ts';
import { personName } from '../wire/accounts.ts';
import { attachmentLimits } from '../wire/attachments.ts';
import { role } from '../wire/rights.ts';
import { newSet } from '../wire/sets.ts';
import { endedShow } from '../wire/stage.ts';
import { mostTags, tag } from '../wire/songList.ts';
import { auditKind, teamLimits } from '../wire/team.ts';
import { chartText, id, keyName, line, moment, paragraph } from '../wire/text.ts';
import { canBeSung, newVoice } from '../wire/voices.ts';

/** The version of the file of a whole team; raised when a record changes, with a step from the one before. */
export const teamFileVersion = 2;

/** Bytes of a whole file of a team, and of one record in it. A set of sixty long charts, frozen as it was sent, has room. */
export const teamFileLimits = { bytes: 3_000_000_000, record: 20_000_000 } as const;

const maybe = id.nullable();
/** So many shows of one set are in the file, the last ones. */
export const mostShows = 200;
const storedKind = z.object({ version: z.int().min(1), value: z.unknown() });
const decisions = z.record(z.string(), storedKind);
const rules = z
  .int()
  .min(1)
  .max(chartRules, 'is of rules for charts that are newer than this program. Update it first.');

/** Something stored by its version, as this program stores it: what it does not know of it is let go. */
function readable<Value, Stored>(
  what: string,
  read: (stored: unknown) => Value | null,
  store: (value: Value) => Stored,
) {
  return storedKind.transform((stored, context) => {
    const value = read(stored);
    if (value !== null) return store(value);
    const message = `${what} cannot be read: it is broken, or newer than this program.`;
    context.addIssue({ code: 'custom', message });
    return z.NEVER;
  });
}

/** A revision with room for as many again: a column of the database ends at 2,147,483,647. */
const revision = z.int().min(1).max(1_000_000_000);

/** What was saved once, by whom: of a song or of a set. */
const version = {
  revision,
  personId: maybe,
  name: line(80, 'The name of a version').nullable(),
  savedAt: moment,
};
const standing = { revision, createdAt: moment, savedAt: moment, deletedAt: moment.nullable() };

/**
 * What a file of a team holds, one record after the other in a list. Each names only what stands before it: people, then
 * songs, then what hangs on them; the pieces of a file stand right behind it. Left out are accounts, passwords, addresses,
 * sessions, invitations and links: they are of the place, not of the team. docs/formats.md says it for readers.
 */
export const teamRecord = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('team'),
    format: z.literal('intervallum team'),
    /** What sets of the first version have not, `newSet` adds: there was nothing but songs in them. */
    version: z.literal([1, teamFileVersion]),
    name: z.string().max(200),
    savedAt: moment,
  }),
  z.object({ kind: z.literal('person'), id, name: personName, role: role.nullable() }),
  z
    .object({ kind: z.literal('voice'), id, personId: id, notedAt: moment })
    .extend(newVoice.shape)
    .superRefine(canBeSung),
  z.object({
    kind: z.literal('song'),
    id,
    ...standing,
    text: chartText,
    rules,
    tags: z.array(tag).max(mostTags),
    /** Who has it at hand. */
    atHand: z.array(maybe).max(teamLimits.people + 1),
    /** The keys that those of the team sing it in. */
    keys: z
      .array(z.object({ personId: id, key: keyName, keptAt: moment }))
      .max(teamLimits.people)
      .default([]),
  }),
  z.object({
    kind: z.literal('part'),
    songId: id,
    personId: maybe,
    revision,
    decisions,
    savedAt: moment,
  }),
  z.object({
    kind: z.literal('song version'),
    songId: id,
    ...version,
    text: chartText,
    rules,
    decisions: decisions.nullable(),
  }),
  z.object({
    kind: z.literal('set'),
    ...newSet.shape,
    id,
    ...standing,
    /** What was played of it. */
    shows: z.array(endedShow).max(mostShows).default([]),
  }),
  z.object({
    kind: z.literal('set version'),
    setId: id,
    ...version,
    content: readable('What the set was', readStoredSet, storeSet),
  }),
  z.object({
    kind: z.literal('move'),
    id,
    createdAt: moment,
    move: readable('The move', readStoredMove, storeMove),
  }),
  z.object({
    kind: z.literal('run'),
    id,
    createdAt: moment,
    run: readable('The run', readStoredRun, storeRun),
  }),
  z.object({
    kind: z.literal('send'),
    id,
    of: z.enum(['song', 'set']),
    ofId: id,
    personId: maybe,
    note: line(80, 'To whom'),
    content: readable('What was sent', readStoredSend, storeSend),
    sentAt: moment,
  }),
  z.object({
    kind: z.literal('file'),
    id,
    songId: id,
    personId: maybe,
    // The server may have put a true ending behind a name that was as long as it may be.
    name: line(attachmentLimits.name + 10, 'The name of a file'),
    type: z.string().max(100),
    size: z.int().min(1).max(attachmentLimits.bytes),
    /** SHA-256 of its content, in hexadecimal. */
    digest: z.string().regex(/^[0-9a-f]{64}$/),
    createdAt: moment,
    deletedAt: moment.nullable(),
  }),
  z.object({ kind: z.literal('piece'), content: z.base64() }),
  /** What was done, to be read; it is not brought in: a list of who signed in elsewhere is of that place. */
  z.object({
    kind: z.literal('done'),
    at: moment,
    who: z.string().max(200).nullable(),
    what: auditKind,
    about: paragraph(300, 'What was done'),
  }),
  /** Stands last, so that a file that broke off is told from a whole one. */
  z.object({ kind: z.literal('end'), records: z.int().min(1) }),
]);
export type TeamRecord = z.infer<typeof teamRecord>;
export type TeamRecordOf<Kind extends TeamRecord['kind']> = Extract<TeamRecord, { kind: Kind }>;

/** Whether the recordings, papers and pictures are to be in the file. */
export const teamFileAsked = z.object({ files: z.enum(['yes', 'no']).default('yes') });

const counts = z.object({
  people: z.int(),
  songs: z.int(),
  sets: z.int(),
  moves: z.int(),
  runs: z.int(),
  files: z.int(),
});

/** What came of bringing a team in. */
export const broughtIn = z.object({
  /** What the team has more by it. */
  added: counts,
  /** What it had already, by the same id, and kept as it stands. */
  standing: counts,
  /** The titles of songs among those that stand otherwise in the file, the first of them. */
  otherwise: z.array(z.string()),
});
export type BroughtIn = z.infer<typeof broughtIn>;

/** So many songs that stand otherwise are named. */
export const mostOtherwise = 20;

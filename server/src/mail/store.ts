import type { Mail } from '@intervallum/contract';
import { desc, eq, isNotNull, lte, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { mails } from '../db/schema.ts';

/** Mail is of no team: who writes one knows whom it is for. */
export interface Letter {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** Puts a mail among those that leave, in the transaction of what it is about. */
export async function putMail(db: Database, letter: Letter): Promise<void> {
  await db.insert(mails).values(letter);
}

/** The mail that waits longest, held until the transaction ends: of several servers each sends another. */
export async function nextMail(
  db: Database,
): Promise<(Letter & { readonly id: string; readonly tries: number }) | null> {
  const { id, to, subject, text, tries } = mails;
  const [row] = await db
    .select({ id, to, subject, text, tries })
    .from(mails)
    .where(lte(mails.nextTryAt, sql`now()`))
    .orderBy(mails.nextTryAt)
    .limit(1)
    .for('update', { skipLocked: true });
  return row ?? null;
}

/** A mail that has left is kept without its words, which open things. */
export async function mailSent(db: Database, id: string, keepsWords: boolean): Promise<void> {
  await db
    .update(mails)
    .set({ sentAt: sql`now()`, nextTryAt: null, ...(keepsWords ? {} : { text: '' }) })
    .where(eq(mails.id, id));
}

/** A mail that could not leave is tried again after so many seconds, or given up where that is null. */
export async function mailFailed(db: Database, id: string, seconds: number | null): Promise<void> {
  await db
    .update(mails)
    .set({
      tries: sql`${mails.tries} + 1`,
      ...(seconds === null
        ? { nextTryAt: null, text: '' }
        : { nextTryAt: sql`now() + make_interval(secs => ${seconds})` }),
    })
    .where(eq(mails.id, id));
}

/** What lies in the simulated box, the latest first. */
export async function listMails(db: Database, most: number): Promise<Mail[]> {
  const { id, to, subject, text, sentAt } = mails;
  const rows = await db
    .select({ id, to, subject, text, sentAt })
    .from(mails)
    .where(isNotNull(sentAt))
    .orderBy(desc(sentAt), desc(id))
    .limit(most);
  return rows.map((row) => ({ ...row, sentAt: row.sentAt!.toISOString() }));
}

import type { AuditKind, InvitationSeen, Membership, Role } from '@intervallum/contract';
import { and, desc, eq, ne, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { accounts, mailTokens, sessions } from '../db/schema.ts';
import { accountOf, scopeOf, type Account, type Scope } from '../db/scope.ts';

/**
 * Accounts are of no team. What is asked before anybody is known goes through functions of the database; what is of one's
 * own is asked with the account first, and row-level security shows no other.
 */

/** A session ends after so many days without use, and after so many in all: an instrument stands from Sunday to Sunday. */
export const sessionDays = { idle: 30, whole: 180 } as const;

/** What a function of the database answers, row by row. */
async function rowsOf<Row>(db: Database, query: SQL): Promise<readonly Row[]> {
  return (await db.execute(query)).rows as unknown as readonly Row[];
}

export interface StoredAccount {
  readonly id: string;
  readonly name: string;
  readonly passwordHash: string;
}

/** The account of an address; null where it has none. */
export async function accountOfEmail(db: Database, email: string): Promise<StoredAccount | null> {
  const [row] = await rowsOf<StoredAccount>(
    db,
    sql`select id, name, password_hash as "passwordHash" from account_of_email(${email})`,
  );
  return row ?? null;
}

/** Makes an account; null where the address has one. */
export async function createAccount(
  db: Database,
  {
    email,
    name,
    hash,
    isConfirmed,
  }: { email: string; name: string; hash: string; isConfirmed: boolean },
): Promise<string | null> {
  const [row] = await rowsOf<{ id: string | null }>(
    db,
    sql`select create_account(${email}, ${name}, ${hash}, ${isConfirmed}) as id`,
  );
  return row?.id ?? null;
}

/** Begins a session, in the place of the one that the browser had. */
export async function openSession(
  db: Database,
  accountId: string,
  { hash, device, before }: { hash: Buffer; device: string; before: Buffer | null },
): Promise<void> {
  await db.execute(
    sql`select open_session(${accountId}, ${hash}, ${device}, ${before}, ${sessionDays.whole})`,
  );
}

/** Who is signed in with a key, and for which team this session works; null where it opens nothing. */
export async function sessionFound(
  db: Database,
  hash: Buffer,
): Promise<{ readonly account: Account; readonly scope: Scope | null } | null> {
  const [row] = await rowsOf<{
    session_id: string;
    account_id: string;
    team_id: string | null;
    person_id: string | null;
    role: Role | null;
  }>(db, sql`select * from session_found(${hash}, ${sessionDays.idle}, ${sessionDays.whole})`);
  if (!row) return null;
  const { team_id, person_id, role } = row;
  return {
    account: accountOf(row.account_id, row.session_id),
    scope: team_id && role ? scopeOf(team_id, { personId: person_id, role }) : null,
  };
}

export async function endSession(db: Database, hash: Buffer): Promise<void> {
  await db.execute(sql`select end_session(${hash})`);
}

/** The teams of an account; those that were deleted for their owners only. */
export async function membershipsOf(account: Account, db: Database): Promise<Membership[]> {
  const rows = await rowsOf<{
    team_id: string;
    team: string;
    person_id: string;
    role: Role;
    deleted_at: string | Date | null;
  }>(db, sql`select * from memberships(${account.accountId})`);
  return rows.map((row) => ({
    teamId: row.team_id,
    team: row.team,
    personId: row.person_id,
    role: row.role,
    deletedAt: row.deleted_at === null ? null : new Date(row.deleted_at).toISOString(),
  }));
}

export async function findAccount(
  account: Account,
  db: Database,
): Promise<(StoredAccount & { readonly email: string }) | null> {
  const { id, name, email, passwordHash } = accounts;
  const [row] = await db
    .select({ id, name, email, passwordHash })
    .from(accounts)
    .where(eq(id, account.accountId));
  return row ?? null;
}

export async function setPassword(account: Account, db: Database, hash: string): Promise<void> {
  await db.update(accounts).set({ passwordHash: hash }).where(eq(accounts.id, account.accountId));
}

/** Where somebody is signed in, the one used last first. */
export async function listSessions(account: Account, db: Database) {
  const { id, device, createdAt, seenAt } = sessions;
  return db
    .select({ id, device, createdAt, seenAt })
    .from(sessions)
    .where(eq(sessions.accountId, account.accountId))
    .orderBy(desc(seenAt), desc(id));
}

/** Ends one session; false where there is none. */
export async function removeSession(account: Account, db: Database, id: string): Promise<boolean> {
  const rows = await db
    .delete(sessions)
    .where(and(eq(sessions.accountId, account.accountId), eq(sessions.id, id)))
    .returning({ id: sessions.id });
  return rows.length > 0;
}

/** Ends all sessions but the one that asks. */
export async function removeOtherSessions(account: Account, db: Database): Promise<void> {
  await db
    .delete(sessions)
    .where(and(eq(sessions.accountId, account.accountId), ne(sessions.id, account.sessionId)));
}

/** The team that this session works for from now on. */
export async function chooseTeam(account: Account, db: Database, teamId: string): Promise<void> {
  await db
    .update(sessions)
    .set({ teamId })
    .where(and(eq(sessions.accountId, account.accountId), eq(sessions.id, account.sessionId)));
}

export async function renameAccount(account: Account, db: Database, name: string): Promise<void> {
  await db.execute(sql`select rename_account(${account.accountId}, ${name})`);
}

/** Deletes the account; gives the name of a team that has no other owner, where there is one, and then it stays. */
export async function deleteAccount(account: Account, db: Database): Promise<string | null> {
  const [row] = await rowsOf<{ held: string | null }>(
    db,
    sql`select delete_account(${account.accountId}) as held`,
  );
  return row?.held ?? null;
}

export async function beginTeam(account: Account, db: Database, name: string): Promise<string> {
  const [row] = await rowsOf<{ id: string }>(
    db,
    sql`select begin_team(${account.accountId}, ${name}) as id`,
  );
  return row!.id;
}

/** Writes down in each of its teams what somebody did about the own account. */
export async function recordOfAccount(
  db: Database,
  accountId: string,
  what: AuditKind,
  about = '',
): Promise<void> {
  await db.execute(sql`select record_of_account(${accountId}, ${what}, ${about})`);
}

export type MailPurpose = 'sign-up' | 'reset' | 'address';

/** Keeps what a key that goes out by mail opens, for so many hours. */
export async function putMailToken(
  db: Database,
  {
    hash,
    purpose,
    accountId,
    content = {},
    hours,
  }: {
    hash: Buffer;
    purpose: MailPurpose;
    accountId: string | null;
    content?: object;
    hours: number;
  },
): Promise<void> {
  await db.insert(mailTokens).values({
    tokenHash: hash,
    purpose,
    accountId,
    content,
    expiresAt: sql`now() + make_interval(hours => ${hours})`,
  });
}

/** What a key that came by mail opens, once; null where it opens nothing. */
export async function takeMailToken(
  db: Database,
  hash: Buffer,
  purpose: MailPurpose,
): Promise<{ readonly accountId: string | null; readonly content: unknown } | null> {
  const [row] = await rowsOf<{ accountId: string | null; content: unknown }>(
    db,
    sql`select account_id as "accountId", content from take_mail_token(${hash}, ${purpose})`,
  );
  return row ?? null;
}

/** A new password for who got a key by mail; ends all sessions. */
export async function resetPassword(db: Database, accountId: string, hash: string): Promise<void> {
  await db.execute(sql`select reset_password(${accountId}, ${hash})`);
}

/** Another address. @returns the one before, and whose it is; null where the new one has another account */
export async function changeAddress(
  db: Database,
  accountId: string,
  email: string,
): Promise<{ readonly email: string; readonly name: string } | null> {
  const [row] = await rowsOf<{ email: string; name: string }>(
    db,
    sql`select email, name from change_address(${accountId}, ${email})`,
  );
  return row ?? null;
}

/** An invitation that can still be taken, by its key; null where it is none. */
export async function invitationFound(db: Database, hash: Buffer): Promise<InvitationSeen | null> {
  const [row] = await rowsOf<Omit<InvitationSeen, 'endsAt'> & { endsAt: string }>(
    db,
    sql`select team, role, by_name as by, note, expires_at as "endsAt" from invitation_found(${hash})`,
  );
  return row ? { ...row, endsAt: new Date(row.endsAt).toISOString() } : null;
}

/**
 * Makes an account a member by an invitation, once. `already`: it is one, and the invitation stays for others; `gone`: it was
 * taken, revoked, or is old.
 */
export async function takeInvitation(
  db: Database,
  hash: Buffer,
  accountId: string,
): Promise<{ readonly outcome: 'joined' | 'already' | 'gone'; readonly team: string | null }> {
  const [row] = await rowsOf<{ outcome: 'joined' | 'already' | 'gone'; team: string | null }>(
    db,
    sql`select outcome, team from take_invitation(${hash}, ${accountId})`,
  );
  return row!;
}

import type { Role } from '@intervallum/contract';
import { and, asc, count, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { invitations, people, teams } from '../db/schema.ts';
import { nextSeq, type Scope } from '../db/scope.ts';

export interface TeamRow {
  readonly name: string;
  readonly deletedAt: Date | null;
}

/** The team, kept from being changed by others until the transaction ends: of two owners who leave at once one is the last. */
export async function lockTeam(scope: Scope, db: Database): Promise<TeamRow | null> {
  const [row] = await db
    .select({ name: teams.name, deletedAt: teams.deletedAt })
    .from(teams)
    .where(eq(teams.id, scope.teamId))
    .for('update');
  return row ?? null;
}

export async function findTeam(scope: Scope, db: Database): Promise<TeamRow | null> {
  const [row] = await db
    .select({ name: teams.name, deletedAt: teams.deletedAt })
    .from(teams)
    .where(eq(teams.id, scope.teamId));
  return row ?? null;
}

export async function renameTeam(scope: Scope, db: Database, name: string): Promise<void> {
  await db.update(teams).set({ name }).where(eq(teams.id, scope.teamId));
}

/** Deletes the team, or takes it back within its time; false where there was nothing to do. */
export async function setTeamDeleted(
  scope: Scope,
  db: Database,
  deleted: boolean,
): Promise<boolean> {
  const rows = await db
    .update(teams)
    .set({ deletedAt: deleted ? sql`now()` : null })
    .where(
      and(
        eq(teams.id, scope.teamId),
        deleted ? isNull(teams.deletedAt) : isNotNull(teams.deletedAt),
      ),
    )
    .returning({ id: teams.id });
  return rows.length > 0;
}

export interface PersonRow {
  readonly id: string;
  readonly name: string;
  readonly role: Role | null;
  readonly accountId: string | null;
}

const personColumns = {
  id: people.id,
  name: people.name,
  role: people.role,
  accountId: people.accountId,
};

const onePerson = (scope: Scope, id: string) =>
  and(eq(people.teamId, scope.teamId), eq(people.id, id));

/** Everybody of the team by name, members and others. */
export async function listPeople(scope: Scope, db: Database): Promise<PersonRow[]> {
  return db
    .select(personColumns)
    .from(people)
    .where(eq(people.teamId, scope.teamId))
    .orderBy(asc(people.name), asc(people.id));
}

/** The addresses of the members, by account. */
export async function listAddresses(
  scope: Scope,
  db: Database,
): Promise<ReadonlyMap<string, string>> {
  const { rows } = await db.execute(
    sql`select account_id as id, email from member_addresses() where ${scope.teamId}::uuid = current_team()`,
  );
  return new Map(rows.map((row) => [row['id'] as string, row['email'] as string]));
}

export async function findPerson(
  scope: Scope,
  db: Database,
  id: string,
): Promise<PersonRow | null> {
  const [row] = await db.select(personColumns).from(people).where(onePerson(scope, id));
  return row ?? null;
}

export async function countPeople(scope: Scope, db: Database): Promise<number> {
  return db.$count(people, eq(people.teamId, scope.teamId));
}

export async function countOwners(scope: Scope, db: Database): Promise<number> {
  return db.$count(people, and(eq(people.teamId, scope.teamId), eq(people.role, 'owner')));
}

/** Names somebody who has no account. */
export async function insertPerson(scope: Scope, db: Database, name: string): Promise<PersonRow> {
  const [row] = await db
    .insert(people)
    .values({ teamId: scope.teamId, name, seq: await nextSeq(scope, db) })
    .returning(personColumns);
  return row!;
}

/** Gives somebody without an account another name; false where there is none. */
export async function renamePerson(
  scope: Scope,
  db: Database,
  id: string,
  name: string,
): Promise<boolean> {
  const rows = await db
    .update(people)
    .set({ name, seq: await nextSeq(scope, db) })
    .where(and(onePerson(scope, id), isNull(people.accountId)))
    .returning({ id: people.id });
  return rows.length > 0;
}

/** Forgets somebody without an account, with the hands they left; false where there is none. */
export async function deletePerson(scope: Scope, db: Database, id: string): Promise<boolean> {
  const rows = await db
    .delete(people)
    .where(and(onePerson(scope, id), isNull(people.accountId)))
    .returning({ id: people.id });
  return rows.length > 0;
}

export async function setRole(scope: Scope, db: Database, id: string, role: Role): Promise<void> {
  await db
    .update(people)
    .set({ role, seq: await nextSeq(scope, db) })
    .where(and(onePerson(scope, id), isNotNull(people.accountId)));
}

/** Somebody is a member no more, and stays named in what was done. */
export async function endMembership(scope: Scope, db: Database, id: string): Promise<void> {
  await db
    .update(people)
    .set({ accountId: null, role: null, seq: await nextSeq(scope, db) })
    .where(onePerson(scope, id));
}

export interface InvitationRow {
  readonly id: string;
  readonly role: Role;
  readonly note: string;
  readonly personId: string | null;
  readonly by: string | null;
  readonly expiresAt: Date;
}

const isOpen = and(
  isNull(invitations.takenAt),
  isNull(invitations.revokedAt),
  gt(invitations.expiresAt, sql`now()`),
);

/** The invitations that can still be taken, the one that ends first first. */
export async function listInvitations(scope: Scope, db: Database): Promise<InvitationRow[]> {
  const { id, role, note, personId, expiresAt } = invitations;
  return db
    .select({ id, role, note, personId, expiresAt, by: people.name })
    .from(invitations)
    .leftJoin(
      people,
      and(eq(people.teamId, invitations.teamId), eq(people.id, invitations.invitedBy)),
    )
    .where(and(eq(invitations.teamId, scope.teamId), isOpen))
    .orderBy(asc(expiresAt), asc(id));
}

export async function countInvitations(scope: Scope, db: Database): Promise<number> {
  const [row] = await db
    .select({ open: count() })
    .from(invitations)
    .where(and(eq(invitations.teamId, scope.teamId), isOpen));
  return row?.open ?? 0;
}

/** Opens an invitation for so many days. */
export async function insertInvitation(
  scope: Scope,
  db: Database,
  {
    hash,
    role,
    note,
    personId,
    days,
  }: { hash: Buffer; role: Role; note: string; personId: string | null; days: number },
): Promise<Omit<InvitationRow, 'by'>> {
  const { id, expiresAt } = invitations;
  const [row] = await db
    .insert(invitations)
    .values({
      teamId: scope.teamId,
      tokenHash: hash,
      role,
      note,
      personId,
      invitedBy: scope.personId,
      expiresAt: sql`now() + make_interval(days => ${days})`,
    })
    .returning({ id, expiresAt });
  return { ...row!, role, note, personId };
}

/** Takes an invitation back. @returns what it was; null where it cannot be taken any more in any case */
export async function revokeInvitation(
  scope: Scope,
  db: Database,
  id: string,
): Promise<{ readonly role: Role; readonly note: string } | null> {
  const [row] = await db
    .update(invitations)
    .set({ revokedAt: sql`now()` })
    .where(and(eq(invitations.teamId, scope.teamId), eq(invitations.id, id), isOpen))
    .returning({ role: invitations.role, note: invitations.note });
  return row ?? null;
}

/** Takes back what somebody invited to who may invite no more. */
export async function revokeInvitationsOf(
  scope: Scope,
  db: Database,
  personId: string,
): Promise<void> {
  await db
    .update(invitations)
    .set({ revokedAt: sql`now()` })
    .where(and(eq(invitations.teamId, scope.teamId), eq(invitations.invitedBy, personId), isOpen));
}

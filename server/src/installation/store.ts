import type { Role } from '@intervallum/contract';
import { sql } from 'drizzle-orm';
import { createAccount } from '../accounts/store.ts';
import type { Database } from '../db/database.ts';
import { people, teams } from '../db/schema.ts';

/** What this installation is, asked before anybody is known. */
export async function installationState(
  db: Database,
): Promise<{ readonly isDemo: boolean; readonly needsOwner: boolean }> {
  const { rows } = await db.execute(
    sql`select is_demo as "isDemo", needs_owner as "needsOwner" from installation_state()`,
  );
  return rows[0] as { isDemo: boolean; needsOwner: boolean };
}

export interface DemoPerson {
  readonly personId: string;
  readonly accountId: string;
  readonly name: string;
  readonly role: Role;
}

/** The people whom one press signs in; none where the database was not filled with the demo. */
export async function demoPeople(db: Database): Promise<readonly DemoPerson[]> {
  const { rows } = await db.execute(
    sql`select person_id as "personId", account_id as "accountId", name, role from demo_people()`,
  );
  return rows as unknown as readonly DemoPerson[];
}

/** Makes the first owner; null where the code is another one, or somebody was first. @returns the account */
export async function beginInstallation(
  db: Database,
  {
    code,
    team,
    name,
    email,
    hash,
  }: Readonly<Record<'team' | 'name' | 'email' | 'hash', string>> & {
    readonly code: Buffer;
  },
): Promise<string | null> {
  const { rows } = await db.execute(
    sql`select begin_installation(${code}, ${team}, ${name}, ${email}, ${hash}) as id`,
  );
  return (rows[0] as { id: string | null }).id;
}

/** Makes a team, as the owner of the tables: for the demo and for tests. */
export async function insertTeam(owner: Database, name: string): Promise<string> {
  const [row] = await owner.insert(teams).values({ name }).returning({ id: teams.id });
  return row!.id;
}

export async function hasTeam(owner: Database): Promise<boolean> {
  return (await owner.$count(teams)) > 0;
}

/** Makes somebody of a team, with or without an account, as the owner of the tables. @returns the person */
export async function insertMember(
  owner: Database,
  teamId: string,
  {
    name,
    account,
  }: {
    readonly name: string;
    readonly account: { readonly email: string; readonly role: Role; readonly hash: string } | null;
  },
): Promise<string> {
  const accountId =
    account && (await createAccount(owner, { ...account, name, isConfirmed: true }));
  const [row] = await owner
    .insert(people)
    .values({
      teamId,
      name,
      accountId,
      role: account?.role ?? null,
      joinedAt: accountId ? sql`clock_timestamp()` : null,
    })
    .returning({ id: people.id });
  return row!.id;
}

/** What the owner of the tables writes down of the installation: that it is a demo, or the code of its first owner. */
export async function markDemo(owner: Database): Promise<void> {
  await owner.execute(sql`update installation set is_demo = true`);
}

/** Whether it was begun without the demo: its first owner is asked for. */
export async function asksForOwner(owner: Database): Promise<boolean> {
  const { rows } = await owner.execute(
    sql`select setup_hash is not null as asks from installation`,
  );
  return rows[0]!['asks'] as boolean;
}

export async function setSetupCode(owner: Database, hash: Buffer): Promise<void> {
  await owner.execute(sql`update installation set setup_hash = ${hash}`);
}

/** All teams, for what the server does by itself. */
export async function allTeams(db: Database): Promise<readonly string[]> {
  const { rows } = await db.execute(sql`select all_teams() as id`);
  return rows.map((row) => row['id'] as string);
}

/** Ends teams that were deleted so many days ago. @returns how many */
export async function purgeTeams(db: Database, days: number): Promise<number> {
  const { rows } = await db.execute(sql`select purge_teams(${days}) as gone`);
  return rows[0]!['gone'] as number;
}

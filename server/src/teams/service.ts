import {
  invitable,
  invitationDays,
  may,
  teamGraceDays,
  teamLimits,
  type Invitation,
  type Person,
  type Role,
  type Team,
} from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { inAccount, inScope, scopeOf, type Account, type Scope } from '../db/scope.ts';
import { membershipsOf } from '../accounts/store.ts';
import { hashOf, newToken } from '../accounts/tokens.ts';
import { record } from '../audit/store.ts';
import { Refusal } from '../http/problem.ts';
import { forgetLog } from '../logbook/store.ts';
import * as store from './store.ts';

const noSuchPerson = () => new Refusal('not-found', 'The team has nobody by this id.');
const lastOwner = () =>
  new Refusal(
    'taken',
    'A team has an owner at least. Make somebody else an owner first, or delete the team.',
  );

/** What can be done with a team and those in it. */
export function teamService(database: Database) {
  async function find(scope: Scope): Promise<Team> {
    return inScope(database, scope, async (db) => {
      const team = await store.findTeam(scope, db);
      if (!team) throw new Refusal('not-found', 'There is no such team any more.');
      const own = roleOf(scope);
      const seesMore = may(own, 'invite');
      const addresses = seesMore ? await store.listAddresses(scope, db) : null;
      const people = (await store.listPeople(scope, db)).map((row): Person => {
        const { accountId, ...person } = row;
        return {
          ...person,
          email: (accountId && addresses?.get(accountId)) || null,
          isYou: person.id === scope.personId,
        };
      });
      const invitations = seesMore ? await store.listInvitations(scope, db) : [];
      return {
        id: scope.teamId,
        name: team.name,
        people,
        invitations: invitations.map(shown),
      };
    });
  }

  async function rename(scope: Scope, name: string): Promise<void> {
    await inScope(database, scope, async (db) => {
      await store.renameTeam(scope, db, name);
      await record(scope, db, 'team renamed', name);
    });
  }

  /** Names somebody who has no account: a singer, a drummer. */
  async function name(scope: Scope, called: string): Promise<Person> {
    return inScope(database, scope, async (db) => {
      await store.lockTeam(scope, db);
      if ((await store.countPeople(scope, db)) >= teamLimits.people)
        throw new Refusal('too-large', `A team names up to ${teamLimits.people} people.`);
      const { id, name: kept } = await store.insertPerson(scope, db, called);
      await record(scope, db, 'person named', kept);
      return { id, name: kept, role: null, email: null, isYou: false };
    });
  }

  async function renamePerson(scope: Scope, id: string, called: string): Promise<void> {
    await inScope(database, scope, async (db) => {
      if (!(await store.findPerson(scope, db, id))) throw noSuchPerson();
      if (!(await store.renamePerson(scope, db, id, called))) throw onlyWithoutAccount();
    });
  }

  async function forget(scope: Scope, id: string): Promise<void> {
    await inScope(database, scope, async (db) => {
      const person = await store.findPerson(scope, db, id);
      if (!person) throw noSuchPerson();
      if (!(await store.deletePerson(scope, db, id))) throw onlyWithoutAccount();
      await record(scope, db, 'person forgotten', person.name);
    });
  }

  async function giveRole(scope: Scope, id: string, role: Role): Promise<void> {
    await inScope(database, scope, async (db) => {
      await store.lockTeam(scope, db);
      const person = await member(scope, db, id);
      await refuseWithoutOwner(scope, db, person, role);
      await store.setRole(scope, db, id, role);
      if (!may(role, 'invite')) await store.revokeInvitationsOf(scope, db, id);
      await record(scope, db, 'role given', `${person.name}: ${role}`);
    });
  }

  /** Somebody is a member no more, by an owner or by leaving. */
  async function remove(scope: Scope, id: string): Promise<void> {
    await inScope(database, scope, async (db) => {
      await store.lockTeam(scope, db);
      const person = await member(scope, db, id);
      await refuseWithoutOwner(scope, db, person, null);
      await record(scope, db, id === scope.personId ? 'left' : 'removed', person.name);
      await store.revokeInvitationsOf(scope, db, id);
      await forgetLog(scope, db, id);
      await store.endMembership(scope, db, id);
    });
  }

  /** Opens an invitation. Its key is told once; what is kept is what it can be checked by. */
  async function invite(
    scope: Scope,
    { role, note, personId }: { role: Role; note: string; personId: string | null },
  ): Promise<{ invitation: Invitation; token: string }> {
    if (!invitable(roleOf(scope)).includes(role))
      throw new Refusal('not-allowed', `Only an owner invites to be ${role}.`);
    const token = newToken();
    const invitation = await inScope(database, scope, async (db) => {
      await store.lockTeam(scope, db);
      if ((await store.countInvitations(scope, db)) >= teamLimits.invitations)
        throw new Refusal(
          'too-large',
          `Up to ${teamLimits.invitations} invitations are open at a time: take some back.`,
        );
      const person = personId === null ? null : await store.findPerson(scope, db, personId);
      if (personId !== null && !person) throw noSuchPerson();
      if (person?.accountId)
        throw new Refusal('taken', `${person.name} is a member of the team already.`);
      const asked = { hash: hashOf(token), role, note, personId, days: invitationDays };
      const made = await store.insertInvitation(scope, db, asked);
      const by = scope.personId && (await store.findPerson(scope, db, scope.personId));
      await record(scope, db, 'invited', `${person?.name ?? note} (${role})`.trim());
      return shown({ ...made, by: by ? by.name : null });
    });
    return { invitation, token };
  }

  async function revoke(scope: Scope, id: string): Promise<void> {
    await inScope(database, scope, async (db) => {
      const revoked = await store.revokeInvitation(scope, db, id);
      if (!revoked) throw new Refusal('not-found', 'This invitation is not open any more.');
      await record(scope, db, 'invitation revoked', `${revoked.note} (${revoked.role})`.trim());
    });
  }

  /** Deletes the team: at once it is nobody's; for days its owners can take it back. */
  async function setDeleted(scope: Scope, deleted: boolean): Promise<void> {
    await inScope(database, scope, async (db) => {
      if (!(await store.setTeamDeleted(scope, db, deleted)))
        throw new Refusal('not-found', 'There is no such team any more.');
      await record(scope, db, deleted ? 'team deleted' : 'team taken back', '');
    });
  }

  /** The scope of a team that was deleted, for one of its owners. */
  async function deletedScope(account: Account, teamId: string): Promise<Scope> {
    const teams = await inAccount(database, account, (db) => membershipsOf(account, db));
    const found = teams.find((team) => team.teamId === teamId && team.deletedAt !== null);
    if (!found)
      throw new Refusal(
        'not-found',
        `There is no deleted team of yours at this address. A team is gone for good ${teamGraceDays} days after it was deleted.`,
      );
    return scopeOf(teamId, { personId: found.personId, role: found.role });
  }

  return {
    find,
    rename,
    name,
    renamePerson,
    forget,
    giveRole,
    remove,
    invite,
    revoke,
    setDeleted,
    deletedScope,
  };
}

const onlyWithoutAccount = () =>
  new Refusal('taken', 'Somebody with an account names themselves; an owner can remove them.');

async function member(scope: Scope, db: Database, id: string): Promise<store.PersonRow> {
  const person = await store.findPerson(scope, db, id);
  if (!person?.accountId) throw noSuchPerson();
  return person;
}

/** A team keeps an owner. The team is locked, so that two who leave at once come one after the other. */
async function refuseWithoutOwner(
  scope: Scope,
  db: Database,
  person: store.PersonRow,
  next: Role | null,
): Promise<void> {
  if (person.role !== 'owner' || next === 'owner') return;
  if ((await store.countOwners(scope, db)) < 2) throw lastOwner();
}

/** What the one who asks is in the team; somebody with a link only is a guest at most. */
function roleOf({ role }: Scope): Role {
  return role === 'link' || role === 'server' ? 'guest' : role;
}

function shown({ expiresAt, ...row }: store.InvitationRow): Invitation {
  return { ...row, endsAt: expiresAt.toISOString() };
}

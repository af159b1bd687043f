import {
  newInvitation,
  newPerson,
  personChange,
  roleChange,
  teamChange,
} from '@intervallum/contract';
import { chooseTeam } from '../accounts/store.ts';
import type { Database } from '../db/database.ts';
import { inAccount } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { checked, idInPath } from '../http/validate.ts';
import { teamService } from './service.ts';

/** The team, those in it, and invitations. */
export function teamRoutes(database: Database) {
  const teams = teamService(database);
  return [
    route('GET', '/api/team', 'read', async (_request, response, scope) => {
      response.set('Cache-Control', 'no-store').json(await teams.find(scope));
    }),
    route('PUT', '/api/team', 'govern', async (request, response, scope) => {
      await teams.rename(scope, checked(teamChange, request.body).name);
      response.status(204).end();
    }),
    route('DELETE', '/api/team', 'govern', async (_request, response, scope) => {
      await teams.setDeleted(scope, true);
      response.status(204).end();
    }),
    route('POST', '/api/team/leave', 'read', async (_request, response, scope) => {
      if (scope.personId === null) throw new Refusal('not-found', 'You are nobody of this team.');
      await teams.remove(scope, scope.personId);
      response.status(204).end();
    }),
    route('POST', '/api/teams/:id/restore', 'account', async (request, response, account) => {
      const scope = await teams.deletedScope(account, idInPath(request));
      await teams.setDeleted(scope, false);
      await inAccount(database, account, (db) => chooseTeam(account, db, scope.teamId));
      response.status(204).end();
    }),
    route('POST', '/api/people', 'invite', async (request, response, scope) => {
      response.status(201).json(await teams.name(scope, checked(newPerson, request.body).name));
    }),
    route('PUT', '/api/people/:id', 'invite', async (request, response, scope) => {
      await teams.renamePerson(scope, idInPath(request), checked(personChange, request.body).name);
      response.status(204).end();
    }),
    route('DELETE', '/api/people/:id', 'invite', async (request, response, scope) => {
      await teams.forget(scope, idInPath(request));
      response.status(204).end();
    }),
    route('PUT', '/api/people/:id/role', 'govern', async (request, response, scope) => {
      await teams.giveRole(scope, idInPath(request), checked(roleChange, request.body).role);
      response.status(204).end();
    }),
    route('DELETE', '/api/people/:id/role', 'govern', async (request, response, scope) => {
      await teams.remove(scope, idInPath(request));
      response.status(204).end();
    }),
    route('POST', '/api/invitations', 'invite', async (request, response, scope) => {
      const said = checked(newInvitation, request.body);
      if (said.personId === null && said.note === '')
        throw new Refusal('invalid', 'Say whom the invitation is for.', {
          errors: [{ field: 'note', message: 'Say whom the invitation is for.' }],
        });
      response.status(201).json(await teams.invite(scope, said));
    }),
    route('DELETE', '/api/invitations/:id', 'invite', async (request, response, scope) => {
      await teams.revoke(scope, idInPath(request));
      response.status(204).end();
    }),
  ];
}

import {
  addressChange,
  invitationTaken,
  mailConfirmed,
  nameChange,
  newPassword,
  newTeam,
  passwordChange,
  passwordSaid,
  resetAsked,
  signIn,
  signUp,
  teamChosen,
  teamLimits,
} from '@intervallum/contract';
import type { Database } from '../db/database.ts';
import { inAccount } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import type { Session } from '../http/session.ts';
import { checked, idInPath } from '../http/validate.ts';
import { forgetSession, giveSession, sessionToken } from './cookies.ts';
import type { AccountService } from './service.ts';
import { fromOf } from './session.ts';
import { beginTeam, chooseTeam, invitationFound, membershipsOf, takeInvitation } from './store.ts';
import { hashOf } from './tokens.ts';

/** What is of no team: signing in and out, the own account, taking an invitation. Nothing of it is kept by a browser. */
export function accountRoutes(database: Database, accounts: AccountService, session: Session) {
  return [
    route('POST', '/api/session', 'anybody', async (request, response) => {
      const { email, password } = checked(signIn, request.body);
      giveSession(request, response, await accounts.signIn(email, password, fromOf(request)));
      response.status(204).end();
    }),
    route('DELETE', '/api/session', 'anybody', async (request, response) => {
      const token = sessionToken(request);
      if (token !== null) await accounts.signOut(token);
      forgetSession(request, response);
      response.status(204).end();
    }),
    // Nobody is an answer like another: every page asks this first.
    route('GET', '/api/session', 'anybody', async (request, response) => {
      const asking = await session(request);
      const who = asking && (await accounts.who(asking.account, asking.scope?.teamId ?? null));
      response.set('Cache-Control', 'no-store').json({ who });
    }),
    route('PUT', '/api/session/team', 'account', async (request, response, account) => {
      const { teamId } = checked(teamChosen, request.body);
      await inAccount(database, account, async (db) => {
        const teams = await membershipsOf(account, db);
        if (!teams.some((team) => team.teamId === teamId && team.deletedAt === null))
          throw new Refusal('not-found', 'You are in no such team.');
        await chooseTeam(account, db, teamId);
      });
      response.status(204).end();
    }),
    route('GET', '/api/account/sessions', 'account', async (_request, response, account) => {
      response
        .set('Cache-Control', 'no-store')
        .json({ sessions: await accounts.sessions(account) });
    }),
    route('DELETE', '/api/account/sessions/:id', 'account', async (request, response, account) => {
      await accounts.endSession(account, idInPath(request));
      response.status(204).end();
    }),
    route('DELETE', '/api/account/sessions', 'account', async (_request, response, account) => {
      await accounts.endOthers(account);
      response.status(204).end();
    }),
    route('PUT', '/api/account/name', 'account', async (request, response, account) => {
      await accounts.rename(account, checked(nameChange, request.body).name);
      response.status(204).end();
    }),
    route('PUT', '/api/account/password', 'account', async (request, response, account) => {
      const said = checked(passwordChange, request.body);
      const token = await accounts.changePassword(account, said, fromOf(request));
      giveSession(request, response, token);
      response.status(204).end();
    }),
    route('PUT', '/api/account/address', 'account', async (request, response, account) => {
      await accounts.askAddress(account, checked(addressChange, request.body), fromOf(request));
      response.status(202).json(null);
    }),
    route('POST', '/api/account/deletion', 'account', async (request, response, account) => {
      const { password } = checked(passwordSaid, request.body);
      await accounts.remove(account, password, fromOf(request));
      forgetSession(request, response);
      response.status(204).end();
    }),
    route('POST', '/api/password-reset', 'anybody', async (request, response) => {
      await accounts.askReset(checked(resetAsked, request.body).email, fromOf(request));
      response.status(202).json(null);
    }),
    route('PUT', '/api/password-reset', 'anybody', async (request, response) => {
      const { token, password } = checked(newPassword, request.body);
      await accounts.reset(token, password);
      response.status(204).end();
    }),
    route('POST', '/api/confirmation', 'anybody', async (request, response) => {
      const { token } = checked(mailConfirmed, request.body);
      const key = await accounts.confirm(token, fromOf(request));
      if (key !== null) giveSession(request, response, key);
      response.json({ signedIn: key !== null });
    }),
    // The key stands in the body: addresses are written into logs.
    route('POST', '/api/invitation', 'anybody', async (request, response) => {
      const { token } = checked(invitationTaken, request.body);
      const found = await invitationFound(database, hashOf(token));
      if (!found) throw noSuchInvitation();
      response.set('Cache-Control', 'no-store').json(found);
    }),
    route('POST', '/api/invitation/sign-up', 'anybody', async (request, response) => {
      const said = checked(signUp, request.body);
      response.status(202).json(await accounts.signUp(said, fromOf(request)));
    }),
    route('POST', '/api/invitation/taken', 'account', async (request, response, account) => {
      const { token } = checked(invitationTaken, request.body);
      const taken = await inAccount(database, account, async (db) => {
        const { outcome, team } = await takeInvitation(db, hashOf(token), account.accountId);
        if (team) await chooseTeam(account, db, team);
        return outcome;
      });
      if (taken === 'gone') throw noSuchInvitation();
      response.json({ outcome: taken });
    }),
    route('POST', '/api/teams', 'account', async (request, response, account) => {
      const { name } = checked(newTeam, request.body);
      const teamId = await inAccount(database, account, async (db) => {
        if ((await membershipsOf(account, db)).length >= teamLimits.teams)
          throw new Refusal(
            'too-large',
            `One is in up to ${teamLimits.teams} teams: leave one first.`,
          );
        const made = await beginTeam(account, db, name);
        await chooseTeam(account, db, made);
        return made;
      });
      response.status(201).json({ teamId });
    }),
  ];
}

const noSuchInvitation = () =>
  new Refusal(
    'not-found',
    'This invitation opens nothing: it was taken already, taken back, or is older than a week. Ask for another one.',
  );

import { demoSignIn, firstOwner, type Installation } from '@intervallum/contract';
import { giveSession } from '../accounts/cookies.ts';
import type { Limits } from '../accounts/limits.ts';
import { hashPassword } from '../accounts/passwords.ts';
import { refuseWeak, type AccountService } from '../accounts/service.ts';
import { fromOf } from '../accounts/session.ts';
import { hashOf } from '../accounts/tokens.ts';
import type { Database } from '../db/database.ts';
import { Refusal } from '../http/problem.ts';
import { route } from '../http/route.ts';
import { checked } from '../http/validate.ts';
import { listMails } from '../mail/store.ts';
import { beginInstallation, demoPeople, installationState } from './store.ts';

/** So many mails the simulated box shows. */
const mostMails = 50;

/** What a page asks before anybody is signed in; its first owner; and what exists only in a database filled with the demo. */
export function installationRoutes(
  database: Database,
  accounts: AccountService,
  limits: Limits,
  mail: Installation['mail'],
) {
  /** Elsewhere than in a demo there is nothing at these addresses. */
  async function onlyInDemo() {
    const { isDemo } = await installationState(database);
    if (!isDemo) throw new Refusal('not-found', 'There is nothing at this address.');
  }

  return [
    route('GET', '/api/installation', 'anybody', async (_request, response) => {
      const { isDemo, needsOwner } = await installationState(database);
      const people = isDemo ? await demoPeople(database) : null;
      const demo = people?.map(({ personId, name, role }) => ({ personId, name, role })) ?? null;
      response
        .set('Cache-Control', 'no-store')
        .json({ needsOwner, demo, mail } satisfies Installation);
    }),
    route('POST', '/api/installation/owner', 'anybody', async (request, response) => {
      const { code, team, name, email, password } = checked(firstOwner, request.body);
      const from = fromOf(request);
      await limits.count({ place: from.place });
      refuseWeak(password, [name, email]);
      const hash = await hashPassword(password);
      const kept = { code: hashOf(code), team, name, email, hash };
      const made = await beginInstallation(database, kept);
      if (made === null) {
        const message =
          'This is not the code that the terminal shows, or somebody was first. The code is shown anew at each start.';
        throw new Refusal('invalid', message, { errors: [{ field: 'code', message }] });
      }
      giveSession(request, response, await accounts.begin(made, from));
      response.status(204).end();
    }),
    route('POST', '/api/demo/session', 'anybody', async (request, response) => {
      await onlyInDemo();
      const { personId } = checked(demoSignIn, request.body);
      const found = (await demoPeople(database)).find((one) => one.personId === personId);
      if (!found) throw new Refusal('not-found', 'The demo has no such person.');
      giveSession(request, response, await accounts.begin(found.accountId, fromOf(request)));
      response.status(204).end();
    }),
    route('GET', '/api/demo/mails', 'anybody', async (_request, response) => {
      await onlyInDemo();
      response
        .set('Cache-Control', 'no-store')
        .json({ mails: await listMails(database, mostMails) });
    }),
  ];
}

import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { may, roles, type Role } from '@intervallum/contract';
import { allRoutes } from '../src/routes.ts';
import type { Rule } from '../src/http/route.ts';
import { browser, closeWithPeople, openWithPeople, password, server, somebody } from './people.ts';

/** Every route to those who may no more, with the very cookie that opened it a moment ago. */
beforeAll(openWithPeople);
afterAll(closeWithPeople);

type Somebody = Awaited<ReturnType<typeof somebody>>;

/** What each route answers somebody, by the rule that it has; asked with an id that nothing has. */
async function answers(one: Somebody, wanted: (rule: Rule) => boolean) {
  const table = allRoutes(server.parts).filter(({ rule }) => wanted(rule));
  expect(table.length).toBeGreaterThan(5);
  const found: [string, number][] = [];
  for (const { method, path, takes } of table) {
    const url = path.replace(/:(\w+)/g, () => randomUUID());
    const said = {
      'Content-Type': takes === 'file' ? 'application/octet-stream' : 'application/json',
      Cookie: one.cookie(),
    };
    const hasBody = method === 'POST' || method === 'PUT';
    const ending = new AbortController();
    const { status } = await fetch(server.url + url, {
      method,
      headers: said,
      ...(hasBody ? { body: '{}' } : {}),
      signal: ending.signal,
    });
    // A stream would not end by itself.
    ending.abort();
    found.push([`${method} ${path}`, status]);
  }
  return found;
}
const all = (found: readonly [string, number][], status: number) =>
  found.map(([name]) => [name, status]);
const ofTeam = (rule: Rule) => rule !== 'anybody' && rule !== 'link' && rule !== 'account';
const ofSomebody = (rule: Rule) => ofTeam(rule) || rule === 'account';

/** Another browser of the same person. */
async function elsewhere({ email }: Somebody) {
  const other = browser();
  expect((await other.call('POST', '/api/session', { email, password })).status).toBe(204);
  return other;
}
const sql = (words: string, ...values: unknown[]) => server.owner.query(words, values);
const done = async (answer: Promise<{ status: number }>) => expect((await answer).status).toBe(204);

describe('every route of a team', () => {
  test.each<[string, (one: Somebody, owner: Somebody) => Promise<unknown>]>([
    ['was removed', (one, owner) => done(owner.call('DELETE', `/api/people/${one.personId}/role`))],
    ['left', (one) => done(one.call('POST', '/api/team/leave'))],
    ['is of a team that was deleted', (_, owner) => done(owner.call('DELETE', '/api/team'))],
  ])('is closed to a member who %s', async (_, end) => {
    const owner = await somebody('owner');
    const one = await somebody('owner', owner.team);
    expect((await one.call('GET', '/api/team')).status).toBe(200);
    await end(one, owner);
    const found = await answers(one, ofTeam);
    expect(found).toEqual(all(found, 403));
  });

  test.each(roles.filter((role) => role !== 'owner'))(
    'is closed to one who became %s, as far as the role goes',
    async (role: Role) => {
      const owner = await somebody('owner');
      const one = await somebody('owner', owner.team);
      await done(owner.call('PUT', `/api/people/${one.personId}/role`, { role }));
      const found = await answers(one, (rule) => ofTeam(rule) && !may(role, rule as never));
      expect(found).toEqual(all(found, 403));
    },
  );
});

describe('every route of somebody', () => {
  test.each<[string, (one: Somebody) => Promise<unknown>]>([
    [
      'was signed out, whoever kept the cookie',
      async (one) => {
        const cookie = one.cookie();
        await done(one.call('DELETE', '/api/session'));
        one.set(cookie);
      },
    ],
    [
      'was ended from elsewhere',
      async (one) => done((await elsewhere(one)).call('DELETE', '/api/account/sessions')),
    ],
    [
      'is of before a new password',
      async (one) =>
        done(
          (await elsewhere(one)).call('PUT', '/api/account/password', {
            old: password,
            password: 'nine rooks on a wet roof',
          }),
        ),
    ],
    [
      'lay unused for too long',
      (one) =>
        sql(
          "update sessions set seen_at = now() - interval '31 days' where account_id in (select id from accounts where email = $1)",
          one.email,
        ),
    ],
    [
      'is older than any may be',
      (one) =>
        sql(
          "update sessions set created_at = now() - interval '181 days' where account_id in (select id from accounts where email = $1)",
          one.email,
        ),
    ],
    [
      'is of nobody',
      (one) => Promise.resolve(one.set(`${one.cookie().split('=')[0]}=${'x'.repeat(43)}`)),
    ],
  ])('is closed where the session %s', async (_, end) => {
    const one = await somebody('owner');
    expect((await one.call('GET', '/api/account/sessions')).status).toBe(200);
    await end(one);
    const found = await answers(one, ofSomebody);
    expect(found).toEqual(all(found, 401));
  });
});

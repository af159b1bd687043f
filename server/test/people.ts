import { expect } from '@jest/globals';
import { hashPassword } from '../src/accounts/passwords.ts';
import { openDatabase } from '../src/db/database.ts';
import { insertMember } from '../src/installation/store.ts';
import { startTestServer, type TestServer } from './server.ts';

/** A server that people sign in to, as in production. */
export let server: TestServer;
export let owner: ReturnType<typeof openDatabase>;
export const password = 'seven herons over slate';
export let hash: string;

export async function openWithPeople(): Promise<void> {
  server = await startTestServer({ session: 'by cookie' });
  owner = openDatabase(server.ownerUrl);
  hash = await hashPassword(password);
}
export async function closeWithPeople(): Promise<void> {
  await owner.close();
  await server.stop();
}

/** A browser, which keeps the cookie that it is given. */
export function browser() {
  let cookie = '';
  return {
    cookie: () => cookie,
    set: (value: string) => (cookie = value),
    call: async (
      method: string,
      path: string,
      body?: unknown,
      headers: Record<string, string> = {},
    ) => {
      const answer = await server.call(method, path, body, {
        ...(cookie ? { Cookie: cookie } : {}),
        ...headers,
      });
      const given = answer.headers.getSetCookie()[0];
      if (given) cookie = given.split(';')[0]!;
      return answer;
    },
  };
}

let count = 0;
/** Somebody of a new team of their own, signed in. */
export async function somebody(
  role: 'owner' | 'leader' | 'player' | 'guest' = 'owner',
  team?: string,
) {
  count += 1;
  const email = `person${count}@example.org`;
  const name = `Person ${count}`;
  const made = team ?? (await newTeam());
  const personId = await insertMember(owner.database, made, {
    name,
    account: { email, role, hash },
  });
  const own = browser();
  expect((await own.call('POST', '/api/session', { email, password })).status).toBe(204);
  return { ...own, email, name, team: made, personId };
}

async function newTeam(): Promise<string> {
  const { rows } = await server.owner.query("insert into teams (name) values ('T') returning id");
  return rows[0].id as string;
}

export async function mailsTo(email: string): Promise<string[]> {
  const { rows } = await server.owner.query(
    'select text from mails where to_address = $1 order by created_at',
    [email],
  );
  return rows.map((row: { text: string }) => row.text);
}
export const keyIn = (text: string | undefined) => /#([\w-]{43})/.exec(text ?? '')![1]!;
export const who = async (one: { call: ReturnType<typeof browser>['call'] }) =>
  (await one.call('GET', '/api/session')).body.who;

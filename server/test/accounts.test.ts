import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import { dictionary } from '@zxcvbn-ts/language-common';
import { emailAddress } from '@intervallum/contract';
import { hashPassword, whyNotPassword } from '../src/accounts/passwords.ts';
import { hashOf } from '../src/accounts/tokens.ts';
import { createLog } from '../src/http/log.ts';
import { insertMember, purgeTeams, setSetupCode } from '../src/installation/store.ts';
import { sendNext, smtpPost, type Post } from '../src/mail/sending.ts';
import { openDatabase } from '../src/db/database.ts';
import { startTestServer, type TestServer } from './server.ts';

/** Rules of OWASP's cheat sheets (“Authentication”, “Session Management”, “Forgot Password”) and NIST SP 800-63B-4; docs/security.md names each. */
let server: TestServer;
let owner: ReturnType<typeof openDatabase>;
const password = 'seven herons over slate';
let hash: string;

beforeAll(async () => {
  server = await startTestServer({ session: 'by cookie' });
  owner = openDatabase(server.ownerUrl);
  hash = await hashPassword(password);
});
afterAll(async () => {
  await owner.close();
  await server.stop();
});

/** A browser, which keeps the cookie that it is given. */
function browser() {
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
async function somebody(role: 'owner' | 'leader' | 'player' | 'guest' = 'owner', team?: string) {
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

async function mailsTo(email: string): Promise<string[]> {
  const { rows } = await server.owner.query(
    'select text from mails where to_address = $1 order by created_at',
    [email],
  );
  return rows.map((row: { text: string }) => row.text);
}
const keyIn = (text: string | undefined) => /#([\w-]{43})/.exec(text ?? '')![1]!;
const who = async (one: { call: ReturnType<typeof browser>['call'] }) =>
  (await one.call('GET', '/api/session')).body.who;

describe('signing in', () => {
  test('takes an address however it is typed, and answers alike for a wrong password and for none', async () => {
    const { email } = await somebody();
    const other = browser();
    const typed = { email: `  ${email.toUpperCase()} `, password };
    expect((await other.call('POST', '/api/session', typed)).status).toBe(204);
    expect((await who(other)).email).toBe(email);
    const wrong = await browser().call('POST', '/api/session', { email, password: 'not this one' });
    const none = await browser().call('POST', '/api/session', {
      email: 'nobody@example.org',
      password: 'not this one',
    });
    expect(wrong.status).toBe(422);
    expect([none.status, none.body, none.headers.getSetCookie()]).toEqual([
      wrong.status,
      wrong.body,
      wrong.headers.getSetCookie(),
    ]);
  });

  test('gives a cookie that no script reads and no other site sends, and another one each time', async () => {
    const one = await somebody();
    const before = one.cookie();
    const answer = await one.call('POST', '/api/session', { email: one.email, password });
    expect(answer.headers.getSetCookie()[0]).toMatch(
      /^intervallum=[\w-]{43}; Max-Age=15552000; Path=\/; Expires=[^;]+; HttpOnly; SameSite=Strict$/,
    );
    expect(one.cookie()).not.toBe(before);
    one.set(before);
    expect(await who(one)).toBeNull();
    const { rows } = await server.owner.query('select token_hash::text from sessions');
    for (const row of rows) expect(before).not.toContain(row.token_hash);
  });

  test('tried too often is refused for a time, the right password too, by all servers', async () => {
    const { email } = await somebody();
    for (let tries = 0; tries < 10; tries += 1)
      expect(
        (await browser().call('POST', '/api/session', { email, password: 'wrong' })).status,
      ).toBe(422);
    const late = await browser().call('POST', '/api/session', { email, password });
    expect([late.status, Number(late.headers.get('Retry-After')) > 60]).toEqual([429, true]);
    const { rows } = await server.owner.query("select key from rate_limits where key like 'pair%'");
    expect(rows.length).toBeGreaterThan(0);
    for (const { key } of rows) expect(key).not.toContain(email);
  });

  test('many guesses at once are no more than those one after the other', async () => {
    const { email } = await somebody();
    const all = await Promise.all(
      Array.from({ length: 30 }, () =>
        browser().call('POST', '/api/session', { email, password: 'wrong' }),
      ),
    );
    expect(all.filter(({ status }) => status === 422)).toHaveLength(10);
    expect(all.filter(({ status }) => status === 429)).toHaveLength(20);
  });

  test('ends after thirty days without use, and after half a year in any case', async () => {
    const one = await somebody();
    const age = (column: string, days: number) =>
      server.owner.query(
        `update sessions set ${column} = now() - make_interval(days => $2) where token_hash = $1`,
        [hashOf(one.cookie().split('=')[1]!), days],
      );
    await age('seen_at', 29);
    expect(await who(one)).not.toBeNull();
    await age('created_at', 181);
    expect(await who(one)).toBeNull();
    await age('created_at', 179);
    expect(await who(one)).not.toBeNull();
    await age('seen_at', 31);
    expect(await who(one)).toBeNull();
    expect((await one.call('GET', '/api/songs')).status).toBe(401);
  });

  test('elsewhere is seen, and ended from here: a cookie that was taken opens nothing more', async () => {
    const one = await somebody();
    const thief = browser();
    thief.set(one.cookie());
    const phone = browser();
    await phone.call('POST', '/api/session', { email: one.email, password }, {});
    const { sessions } = (await one.call('GET', '/api/account/sessions')).body;
    expect(sessions.map(({ isThis }: { isThis: boolean }) => isThis).sort()).toEqual([false, true]);
    await phone.call('DELETE', '/api/account/sessions');
    expect([await who(one), await who(thief)]).toEqual([null, null]);
    expect((await who(phone)).email).toBe(one.email);
    await phone.call('DELETE', '/api/session');
    expect(await who(phone)).toBeNull();
  });
});

describe('a password', () => {
  const common = dictionary['passwords-common'].slice(0, 1_000);

  test.each([
    ['short', 'fourteen signs'],
    ['the commonest one after the other', `${common[1]}${common[9]}${common[3]}`],
    ['one of them with figures', `${common[1]}1234567890`],
    ['a few signs over and over', 'abababababababab'],
    ['the name and address', 'Tavia Lindqvar tavia@harbour.example'],
    ['longer than is taken', 'x y'.repeat(90)],
  ])('is refused that is %s', (_, said) => {
    expect(whyNotPassword(said, ['Tavia Lindqvar', 'tavia@harbour.example'])).not.toBeNull();
  });

  test.each([
    'four lanterns, one quay',
    'zrq8#fT2!mmW0pLx',
    'péniche sous la brume',
    '灯籠が岸辺に四つ並ぶ夜の歌です',
  ])('is taken that is %s', (said) =>
    expect(whyNotPassword(said, ['Odile', 'odile@harbour.example'])).toBeNull(),
  );

  test('signs in however its signs were put together (NFKC)', async () => {
    const one = await somebody();
    const [composed, apart] = ['péniche sous la brume', 'péniche sous la brume'];
    await one.call('PUT', '/api/account/password', { old: password, password: composed });
    const answer = await browser().call('POST', '/api/session', {
      email: one.email,
      password: apart,
    });
    expect(answer.status).toBe(204);
  });

  test('that is changed ends all other sessions, gives this one another key, and says so by mail', async () => {
    const one = await somebody();
    const other = browser();
    await other.call('POST', '/api/session', { email: one.email, password });
    const before = one.cookie();
    const wrong = await one.call('PUT', '/api/account/password', {
      old: 'not this one',
      password: 'nine sparrows in the gutter',
    });
    expect([wrong.status, wrong.body.errors[0].field]).toEqual([422, 'password']);
    const weak = await one.call('PUT', '/api/account/password', {
      old: password,
      password: 'short',
    });
    expect(weak.status).toBe(422);
    const said = { old: password, password: 'nine sparrows in the gutter' };
    expect((await one.call('PUT', '/api/account/password', said)).status).toBe(204);
    expect(await who(other)).toBeNull();
    expect((await who(one)).email).toBe(one.email);
    expect(one.cookie()).not.toBe(before);
    expect(await mailsTo(one.email)).toEqual([expect.stringContaining('was just changed')]);
    const old = await browser().call('POST', '/api/session', { email: one.email, password });
    expect(old.status).toBe(422);
  });

  test('that is changed leaves the page in the team that is open', async () => {
    const one = await somebody();
    await one.call('POST', '/api/teams', { name: 'Second' });
    const { teamId } = (await who(one)).team;
    expect(teamId).not.toBe(one.team);
    const said = { old: password, password: 'nine sparrows in the gutter' };
    await one.call('PUT', '/api/account/password', said, { 'Team-Id': teamId });
    expect((await who(one)).team.teamId).toBe(teamId);
    // Of somebody else who signs in on the same browser the team is their own.
    const other = await somebody();
    await one.call('POST', '/api/session', { email: other.email, password });
    expect((await who(one)).team.teamId).toBe(other.team);
  });

  test('is chosen anew by a mail: once, within an hour, and whoever was signed in is so no more', async () => {
    const one = await somebody();
    const ask = (email: string) => browser().call('POST', '/api/password-reset', { email });
    const known = await ask(one.email);
    const unknown = await ask('nobody.at.all@example.org');
    expect([known.status, known.body]).toEqual([202, null]);
    expect([unknown.status, unknown.body]).toEqual([known.status, known.body]);
    expect(await mailsTo('nobody.at.all@example.org')).toEqual([]);
    await ask(one.email);
    const [first, second] = (await mailsTo(one.email)).map(keyIn) as [string, string];
    const take = (token: string, next = 'eleven cranes on the mast') =>
      browser().call('PUT', '/api/password-reset', { token, password: next });
    expect((await take(first, 'short')).status).toBe(422);
    expect((await take(first)).status).toBe(204);
    expect(await who(one)).toBeNull();
    // Neither the same key once more nor another one that was sent before.
    for (const token of [first, second]) expect((await take(token)).status).toBe(404);
    const next = { email: one.email, password: 'eleven cranes on the mast' };
    expect((await browser().call('POST', '/api/session', next)).status).toBe(204);
    await ask(one.email);
    await server.owner.query("update mail_tokens set expires_at = now() - interval '1 second'");
    expect((await take(keyIn((await mailsTo(one.email)).at(-1)))).status).toBe(404);
  });

  test('asked for again and again sends few mails', async () => {
    const one = await somebody();
    const statuses = [];
    for (let tries = 0; tries < 6; tries += 1)
      statuses.push(
        (await browser().call('POST', '/api/password-reset', { email: one.email })).status,
      );
    expect(statuses).toEqual([202, 202, 202, 202, 429, 429]);
    expect(await mailsTo(one.email)).toHaveLength(4);
  });
});

describe('an address', () => {
  // Syntax: the examples of RFC 5321 and RFC 3696 (from memory) that are in use today.
  test.each([
    ['tavia@harbour.example', 'tavia@harbour.example'],
    ['  Tavia.Lindqvar+keys@Harbour.Example ', 'tavia.lindqvar+keys@harbour.example'],
    ["o'neil@x-y.example.org", "o'neil@x-y.example.org"],
    ['tavia', null],
    ['tavia@', null],
    ['@harbour.example', null],
    ['ta via@harbour.example', null],
    ['tavia@harbour', null],
    ['tavia@harbour..example', null],
    ['tavia@harbour.example\nBcc: all@example.org', null],
    [`${'x'.repeat(250)}@harbour.example`, null],
  ])('%j is read as %j', (typed, read) => {
    expect(emailAddress.safeParse(typed).data ?? null).toBe(read);
  });

  test('is changed by a mail to it, after the password was said; the one before is told', async () => {
    const [one, other] = [await somebody(), await somebody()];
    const ask = (email: string, said = password) =>
      one.call('PUT', '/api/account/address', { email, password: said });
    const next = `next.${one.email}`;
    expect((await ask(next, 'not this one')).status).toBe(422);
    expect((await ask(next)).status).toBe(202);
    expect((await who(one)).email).toBe(one.email);
    const token = keyIn((await mailsTo(next))[0]);
    const confirm = () => browser().call('POST', '/api/confirmation', { token });
    expect((await confirm()).body).toEqual({ signedIn: false });
    expect((await who(one)).email).toBe(next);
    expect((await mailsTo(one.email)).at(-1)).toContain(next);
    expect((await confirm()).status).toBe(404);
    // Of another account: told to nobody but whoever reads its mail.
    expect((await ask(other.email)).status).toBe(202);
    const taken = keyIn((await mailsTo(other.email)).at(-1));
    const refused = await browser().call('POST', '/api/confirmation', { token: taken });
    expect(refused.status).toBe(409);
  });
});

describe('an invitation', () => {
  const invite = async (by: Awaited<ReturnType<typeof somebody>>, role = 'player', more = {}) =>
    (await by.call('POST', '/api/invitations', { role, note: 'For Juna', ...more })).body;
  const see = (token: string) => browser().call('POST', '/api/invitation', { token });

  test('makes somebody new a member by a mail that comes back, once', async () => {
    const one = await somebody();
    const { token, invitation } = await invite(one);
    expect((await see(token)).body).toMatchObject({ team: 'T', role: 'player', by: one.name });
    const said = { token, name: 'Juna Vey', email: 'juna@example.org', password };
    const asked = await browser().call('POST', '/api/invitation/sign-up', said);
    expect([asked.status, asked.body]).toEqual([202, { next: 'mail' }]);
    // Nothing is made before the mail comes back.
    expect((await browser().call('POST', '/api/session', said)).status).toBe(422);
    const own = browser();
    const key = keyIn((await mailsTo('juna@example.org'))[0]);
    expect((await own.call('POST', '/api/confirmation', { token: key })).body.signedIn).toBe(true);
    expect(await who(own)).toMatchObject({
      name: 'Juna Vey',
      team: { teamId: one.team, role: 'player' },
    });
    expect((await own.call('POST', '/api/confirmation', { token: key })).status).toBe(404);
    expect((await see(token)).status).toBe(404);
    const { invitations, people } = (await one.call('GET', '/api/team')).body;
    expect(invitations.map(({ id }: { id: string }) => id)).not.toContain(invitation.id);
    expect(people).toContainEqual(
      expect.objectContaining({ name: 'Juna Vey', email: 'juna@example.org', role: 'player' }),
    );
    const seenByPlayer = (await own.call('GET', '/api/team')).body;
    expect(seenByPlayer.people.every(({ email }: { email: unknown }) => email === null)).toBe(true);
  });

  test('asked for with an address that has an account is answered alike, and its owner is written to', async () => {
    const [one, other] = [await somebody(), await somebody()];
    const { token } = await invite(one);
    const said = { token, name: 'Juna', email: other.email, password };
    const asked = await browser().call('POST', '/api/invitation/sign-up', said);
    expect([asked.status, asked.body]).toEqual([202, { next: 'mail' }]);
    expect((await mailsTo(other.email)).at(-1)).toContain('You have one already');
    const taken = await other.call('POST', '/api/invitation/taken', { token });
    expect(taken.body).toEqual({ outcome: 'joined' });
    expect((await who(other)).team.teamId).toBe(one.team);
    expect((await who(other)).teams).toHaveLength(2);
    expect((await other.call('POST', '/api/invitation/taken', { token })).status).toBe(404);
  });

  test('opened by a member stays for whom it is meant; two who take it at once are one', async () => {
    const one = await somebody();
    const { token } = await invite(one);
    expect((await one.call('POST', '/api/invitation/taken', { token })).body.outcome).toBe(
      'already',
    );
    const both = [await somebody(), await somebody()];
    const taken = await Promise.all(
      both.map((other) => other.call('POST', '/api/invitation/taken', { token })),
    );
    expect(taken.map(({ status }) => status).sort()).toEqual([200, 404]);
  });

  test('that was revoked, is old, or is not whole opens nothing', async () => {
    const one = await somebody();
    const [revoked, old] = [await invite(one), await invite(one)];
    await one.call('DELETE', `/api/invitations/${revoked.invitation.id}`);
    await server.owner.query('update invitations set expires_at = now() where id = $1', [
      old.invitation.id,
    ]);
    const other = await somebody();
    for (const { token } of [revoked, old])
      for (const path of ['/api/invitation', '/api/invitation/taken'])
        expect((await other.call('POST', path, { token })).status).toBe(404);
    expect((await see('x'.repeat(42))).status).toBe(422);
  });

  test('makes somebody who was named only a member, with what is theirs', async () => {
    const one = await somebody();
    const named = (await one.call('POST', '/api/people', { name: 'Bram' })).body;
    const { token } = await invite(one, 'guest', { personId: named.id, note: '' });
    const other = await somebody();
    await other.call('POST', '/api/invitation/taken', { token });
    expect((await who(other)).team).toMatchObject({ personId: named.id, role: 'guest' });
    const again = await one.call('POST', '/api/invitations', {
      role: 'guest',
      note: '',
      personId: named.id,
    });
    expect(again.status).toBe(409);
  });

  test('is opened to no more than one may oneself, and ends with the right to it', async () => {
    const one = await somebody();
    const leader = await somebody('leader', one.team);
    for (const role of ['owner', 'leader'])
      expect((await leader.call('POST', '/api/invitations', { role, note: 'x' })).status).toBe(403);
    const { token } = await invite(leader);
    expect((await see(token)).status).toBe(200);
    await one.call('PUT', `/api/people/${leader.personId}/role`, { role: 'player' });
    expect((await see(token)).status).toBe(404);
  });

  test('where no mail leaves makes the account at once, and tells no address apart', async () => {
    const quiet = await startTestServer({ session: 'by cookie', mail: 'none' });
    const held = openDatabase(quiet.ownerUrl);
    try {
      const { rows } = await quiet.owner.query(
        "insert into teams (name) values ('Q') returning id",
      );
      const personId = await insertMember(held.database, rows[0].id as string, {
        name: 'O',
        account: { email: 'o@example.org', role: 'owner', hash },
      });
      await quiet.owner.query(
        "insert into invitations (team_id, token_hash, role, invited_by, expires_at) values ($1, $2, 'player', $3, now() + interval '1 day')",
        [rows[0].id, hashOf('k'.repeat(43)), personId],
      );
      for (const email of ['o@example.org', 'n@example.org']) {
        const said = { token: 'k'.repeat(43), name: 'N', email, password: 'five gulls on a wire' };
        const answer = await quiet.call('POST', '/api/invitation/sign-up', said);
        expect([answer.status, answer.body]).toEqual([202, { next: 'sign in' }]);
      }
      const enter = (email: string, said: string) =>
        quiet.call('POST', '/api/session', { email, password: said });
      expect((await enter('n@example.org', 'five gulls on a wire')).status).toBe(204);
      expect((await enter('o@example.org', 'five gulls on a wire')).status).toBe(422);
      expect((await enter('o@example.org', password)).status).toBe(204);
      expect(
        (await quiet.call('POST', '/api/password-reset', { email: 'o@example.org' })).body.detail,
      ).toContain('No mail leaves');
    } finally {
      await held.close();
      await quiet.stop();
    }
  });
});

describe('a team', () => {
  test('keeps an owner, however many leave at once', async () => {
    const one = await somebody();
    const both = [one, await somebody('owner', one.team)];
    const left = await Promise.all(both.map((each) => each.call('POST', '/api/team/leave')));
    expect(left.map(({ status }) => status).sort()).toEqual([204, 409]);
    const stays = both[left.findIndex(({ status }) => status === 409)]!;
    const demoted = await stays.call('PUT', `/api/people/${stays.personId}/role`, {
      role: 'guest',
    });
    expect([demoted.status, demoted.body.detail]).toEqual([409, expect.stringContaining('owner')]);
    const gone = await stays.call('POST', '/api/account/deletion', { password });
    expect([gone.status, gone.body.detail]).toEqual([409, expect.stringContaining('“T”')]);
  });

  test('shows nothing to who was removed, whose page was open, and keeps what they wrote under their name', async () => {
    const one = await somebody();
    const player = await somebody('player', one.team);
    const made = (await player.call('POST', '/api/songs', { text: 'title: Theirs\n' })).body;
    const open = { 'Team-Id': one.team, 'If-Match': '"1"' };
    const save = () =>
      player.call('PUT', `/api/songs/${made.id}`, { text: 'title: Later\n' }, open);
    expect((await one.call('DELETE', `/api/people/${player.personId}/role`)).status).toBe(204);
    const saved = await save();
    expect([saved.status, saved.body.type]).toEqual([409, '/problems/other-team']);
    expect((await player.call('GET', '/api/songs')).status).toBe(403);
    // One who is in another team saves nothing there by the page of this one.
    await player.call('POST', '/api/teams', { name: 'Own' });
    expect((await save()).status).toBe(409);
    expect((await player.call('GET', '/api/songs')).body.songs).toEqual([]);
    const { versions } = (await one.call('GET', `/api/songs/${made.id}/versions`)).body;
    expect(versions[0].who).toBe(player.name);
    const { people } = (await one.call('GET', '/api/team')).body;
    expect(people).toContainEqual(
      expect.objectContaining({ id: player.personId, name: player.name, role: null, email: null }),
    );
  });

  test('goes on under the names of those who deleted their accounts', async () => {
    const one = await somebody();
    const player = await somebody('player', one.team);
    await player.call('POST', '/api/songs', { text: 'title: Stays\n' });
    const wrong = await player.call('POST', '/api/account/deletion', { password: 'not this one' });
    expect(wrong.status).toBe(422);
    expect((await player.call('POST', '/api/account/deletion', { password })).status).toBe(204);
    expect(await who(player)).toBeNull();
    const { people } = (await one.call('GET', '/api/team')).body;
    expect(people.map(({ name }: { name: string }) => name)).toContain(player.name);
    const again = await browser().call('POST', '/api/session', { email: player.email, password });
    expect(again.status).toBe(422);
  });

  test('that is deleted is nobody’s at once, can be taken back by an owner, and is gone after its time', async () => {
    const one = await somebody();
    const leader = await somebody('leader', one.team);
    const { id } = (await one.call('POST', '/api/songs', { text: 'title: Kept\n' })).body;
    const { token } = (await one.call('POST', '/api/shares', { kind: 'song', id })).body;
    expect((await leader.call('DELETE', '/api/team')).status).toBe(403);
    expect((await one.call('DELETE', '/api/team')).status).toBe(204);
    expect((await one.call('GET', `/api/songs/${id}`)).status).toBe(403);
    expect((await browser().call('GET', `/api/shared/${token}`)).status).toBe(404);
    expect((await who(leader)).teams).toEqual([]);
    expect((await leader.call('POST', `/api/teams/${one.team}/restore`)).status).toBe(404);
    expect((await one.call('POST', `/api/teams/${one.team}/restore`)).status).toBe(204);
    expect((await one.call('GET', `/api/songs/${id}`)).body.text).toBe('title: Kept\n');
    await one.call('DELETE', '/api/team');
    expect(await purgeTeams(server.database, 30)).toBe(0);
    await server.owner.query(
      "update teams set deleted_at = now() - interval '31 days' where id = $1",
      [one.team],
    );
    expect(await purgeTeams(server.database, 30)).toBe(1);
    expect((await one.call('POST', `/api/teams/${one.team}/restore`)).status).toBe(404);
  });

  test('tells its owners, and nobody else, what was done and by whom', async () => {
    const one = await somebody();
    const player = await somebody('player', one.team);
    await one.call('PUT', `/api/people/${player.personId}/role`, { role: 'leader' });
    await browser().call('POST', '/api/session', { email: player.email, password: 'wrong' });
    const { entries } = (await one.call('GET', '/api/audit')).body;
    const said = entries.map(({ who: by, what, about }: Record<string, string>) => [
      by,
      what,
      about,
    ]);
    expect(said).toContainEqual([one.name, 'role given', `${player.name}: leader`]);
    expect(said).toContainEqual([player.name, 'sign-in refused', expect.any(String)]);
    const paged = (await one.call('GET', '/api/audit?limit=1')).body;
    const next = (await one.call('GET', `/api/audit?limit=1&after=${paged.next}`)).body;
    expect([...paged.entries, ...next.entries]).toEqual(entries.slice(0, 2));
    expect((await player.call('GET', '/api/audit')).status).toBe(403);
  });
});

describe('a new installation', () => {
  test('is begun once, by the code that its terminal shows', async () => {
    const fresh = await startTestServer({ session: 'by cookie' });
    const held = openDatabase(fresh.ownerUrl);
    try {
      await setSetupCode(held.database, hashOf('ABCDEFGH2345'));
      expect((await fresh.call('GET', '/api/installation')).body).toMatchObject({
        needsOwner: true,
        demo: null,
      });
      const said = { team: 'Ours', name: 'First', email: 'first@example.org', password };
      const begin = (code: string) =>
        fresh.call('POST', '/api/installation/owner', { ...said, code });
      expect((await begin('ABCDEFGH2346')).status).toBe(422);
      const [one, other] = await Promise.all([begin('abcd-efgh-2345'), begin('ABCDEFGH2345')]);
      expect([one.status, other.status].sort()).toEqual([204, 422]);
      expect((await fresh.call('GET', '/api/installation')).body.needsOwner).toBe(false);
      const { rows } = await fresh.owner.query('select name, role from people');
      expect(rows).toEqual([{ name: 'First', role: 'owner' }]);
      for (const path of ['/api/demo/mails', '/api/demo/session'])
        expect(
          (
            await fresh.call(
              path.endsWith('mails') ? 'GET' : 'POST',
              path,
              path.endsWith('mails') ? undefined : { personId: randomUUID() },
            )
          ).status,
        ).toBe(404);
    } finally {
      await held.close();
      await fresh.stop();
    }
  });
});

/** A mail server that takes one letter, or keeps silent. @returns where it is, and what it was sent */
async function mailServer(isSilent = false) {
  const said: string[] = [];
  const server = createServer((socket) => {
    let isLetter = false;
    if (!isSilent) socket.write('220 here\r\n');
    socket.on('error', () => undefined);
    socket.on('data', (piece) => {
      said.push(String(piece));
      if (isLetter && !String(piece).includes('\r\n.\r\n')) return;
      const word = /^(EHLO|MAIL|RCPT|DATA|QUIT)/.exec(String(piece))?.[1];
      isLetter = word === 'DATA';
      socket.write(isLetter ? '354 go on\r\n' : word === 'QUIT' ? '221 bye\r\n' : '250 yes\r\n');
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', () => resolve()));
  const { port } = server.address() as AddressInfo;
  return { url: `smtp://127.0.0.1:${port}`, said, close: () => server.close() };
}

test('a mail leaves by SMTP to one address, as plain text, and a silent server is not waited for', async () => {
  const real = await mailServer();
  await smtpPost(real.url, 'Band <band@example.org>').send({
    to: 'juna@example.org',
    subject: 'A new password',
    text: 'Hello Juna,\n\nhttp://127.0.0.1/new-password#key\n',
  });
  const letter = real.said.join('');
  expect(letter.match(/RCPT TO:<[^>]+>/g)).toEqual(['RCPT TO:<juna@example.org>']);
  expect(letter).toMatch(/^From: Band <band@example.org>\r$/m);
  expect(letter).toMatch(/^Content-Type: text\/plain; charset=utf-8\r$/m);
  expect(letter).toContain('http://127.0.0.1/new-password#key');
  real.close();
  const silent = await mailServer(true);
  const letterToNobody = { to: 'juna@example.org', subject: 'S', text: 'T' };
  await expect(smtpPost(silent.url, 'band@example.org').send(letterToNobody)).rejects.toThrow();
  silent.close();
}, 20_000);

test('a mail that cannot leave is tried again, later each time, and given up without its words', async () => {
  await server.owner.query('delete from mails');
  const one = await somebody();
  await browser().call('POST', '/api/password-reset', { email: one.email });
  const failing: Post = {
    kind: 'smtp',
    send: () => Promise.reject(new Error('550 no such mailbox')),
  };
  const stored = async () =>
    (await server.owner.query('select tries, next_try_at as at, text, sent_at as sent from mails'))
      .rows[0];
  const log = createLog('silent');
  for (let tries = 1; tries <= 6; tries += 1) {
    expect(await sendNext(server.database, failing, log)).toBe(true);
    const { tries: counted, at, sent } = await stored();
    expect([counted, sent]).toEqual([tries, null]);
    if (tries < 6) expect(at.getTime()).toBeGreaterThan(Date.now());
    // Not before its time.
    expect(await sendNext(server.database, failing, log)).toBe(false);
    await server.owner.query('update mails set next_try_at = now() where next_try_at is not null');
  }
  expect(await stored()).toMatchObject({ at: null, text: '', sent: null });
  const sent: string[] = [];
  await browser().call('POST', '/api/password-reset', { email: one.email });
  const leaving: Post = { kind: 'smtp', send: ({ to }) => Promise.resolve(void sent.push(to)) };
  expect(await sendNext(server.database, leaving, log)).toBe(true);
  expect(sent).toEqual([one.email]);
  const { rows } = await server.owner.query('select text from mails where sent_at is not null');
  expect(rows).toEqual([{ text: '' }]);
});

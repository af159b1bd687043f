import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { dictionary } from '@zxcvbn-ts/language-common';
import { emailAddress } from '@intervallum/contract';
import { whyNotPassword } from '../src/accounts/passwords.ts';
import { hashOf } from '../src/accounts/tokens.ts';
import {
  browser,
  closeWithPeople,
  keyIn,
  mailsTo,
  openWithPeople,
  password,
  server,
  somebody,
  who,
} from './people.ts';

/** Rules of OWASP's cheat sheets and of NIST SP 800-63B-4; docs/security.md names each with its place. */
beforeAll(openWithPeople);
afterAll(closeWithPeople);

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

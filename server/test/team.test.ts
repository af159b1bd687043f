import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { hashOf } from '../src/accounts/tokens.ts';
import { openDatabase } from '../src/db/database.ts';
import { insertMember, purgeTeams, setSetupCode } from '../src/installation/store.ts';
import {
  browser,
  closeWithPeople,
  hash,
  keyIn,
  mailsTo,
  openWithPeople,
  password,
  server,
  somebody,
  who,
} from './people.ts';
import { startTestServer } from './server.ts';

/** Invitations, members, teams, a new installation. */
beforeAll(openWithPeople);
afterAll(closeWithPeople);

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

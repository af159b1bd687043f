import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { may, roles } from '@intervallum/contract';
import { noDecisions } from '@intervallum/core';
import { allRoutes } from '../src/routes.ts';
import { roleHeader, teamHeader } from './server.ts';
import {
  draft,
  everythingOfTheirs,
  file,
  invitation,
  openTwoTeams,
  ours,
  roundOf,
  sent,
  server,
  set,
  share,
  somebody,
  song,
  text,
  theirs,
  there,
  trashed,
} from './twoTeams.ts';

/** Every route by everybody: nobody, strangers, each role, links. */
beforeAll(openTwoTeams);
afterAll(() => server.stop());

describe('every route', () => {
  const asked = (
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ) =>
    method === 'GET' && /\/events$/.test(path)
      ? begunOnly(path, headers)
      : server.call(method, path, body, headers);
  /** A stream never ends by itself: how it begins says whether one is let in. */
  const begunOnly = async (path: string, headers: Record<string, string>) => {
    const ending = new AbortController();
    const answer = await fetch(server.url + path, { headers, signal: ending.signal });
    const { status } = answer;
    const isStream = answer.headers.get('Content-Type')?.startsWith('text/event-stream');
    const body = isStream ? null : await answer.json();
    ending.abort();
    return { status, body, type: '', headers: answer.headers };
  };
  const filled = (path: string, ids: Readonly<Record<string, string>>) =>
    path.replace(/:(\w+)/g, (_, name: string) => ids[name] ?? randomUUID());
  const bodies: Readonly<Record<string, unknown>> = {
    'PUT /api/songs/:id/versions/:revision/name': { name: 'GAMMA' },
    'PUT /api/sets/:id/versions/:revision/name': { name: 'GAMMA' },
    'POST /api/songs': { text: text('BETA') },
    'PUT /api/songs/:id': { text: text('BETA') },
    'PUT /api/songs/:id/parts/common': { decisions: noDecisions },
    'POST /api/sets': draft,
    'PUT /api/sets/:id': draft,
    'POST /api/shares': { kind: 'set', id: set },
    'POST /api/sends': { kind: 'set', id: set, note: 'GAMMA' },
    'PUT /api/attachments/:id': { name: 'BETA' },
    'PUT /api/team': { name: 'GAMMA' },
    'PUT /api/presence': {
      screen: randomUUID(),
      at: { kind: 'song', id: song },
      isHere: false,
    },
    'POST /api/people': { name: 'GAMMA' },
    'PUT /api/people/:id': { name: 'GAMMA' },
    'PUT /api/people/:id/role': { role: 'owner' },
    'PUT /api/songs/:id/keys/:person': { key: 'D' },
    'PUT /api/people/:id/voice': { low: 55, high: 70, extremeLow: 53, extremeHigh: 72 },
    'POST /api/sets/:id/stage': { screen: there },
    'PUT /api/sets/:id/stage/baton': { screen: there, takes: true },
    'POST /api/sets/:id/stage/cues': { screen: there, id: randomUUID(), cue: { kind: 'on' } },
    'POST /api/sets/:id/stage/end': { screen: there, played: [] },
    'POST /api/log': { entries: [roundOf('GAMMA', randomUUID())] },
    'POST /api/invitations': { role: 'guest', note: 'GAMMA' },
  };
  const query: Readonly<Record<string, string>> = {
    'GET /api/shares': `?kind=set&id=${set}`,
    'GET /api/kept-keys': `?songs=${song}`,
    'GET /api/log/days': '?from=2026-01-01&to=2026-12-31',
    'GET /api/uses/lengths': `?songs=${song}`,
    'GET /api/sends': `?kind=set&id=${set}`,
    'POST /api/songs/:id/attachments': `?id=${randomUUID()}&name=a.pdf`,
  };
  const table = () => allRoutes(server.parts);

  test('that the server answers stands in the table, with its rule', () => {
    // Express lists a way of asking for each method; what answers all of them is the refusal at the end of each path.
    const { stack } = (
      server.app as unknown as {
        router: { stack: { route?: { path: string; methods: Record<string, boolean> } }[] };
      }
    ).router;
    const answered = stack.flatMap(({ route }) => {
      const methods = Object.keys(route?.methods ?? {});
      return methods.length > 9 ? [] : methods.map((one) => `${one.toUpperCase()} ${route?.path}`);
    });
    expect(answered.length).toBeGreaterThan(10);
    expect(answered.sort()).toEqual(
      table()
        .map(({ method, path }) => `${method} ${path}`)
        .sort(),
    );
  });

  /** Each way to ask that takes a right, filled in so that it means something of theirs. */
  const asks = () =>
    table().flatMap(({ method, path, rule, takes }) => {
      if (rule === 'anybody' || rule === 'link' || rule === 'account') return [];
      const name = `${method} ${path}`;
      const id =
        Object.entries({
          '/trash/': trashed,
          '/attachments/': file,
          '/sets/': set,
          '/shares/': share,
          '/sends/': sent,
          '/people/': somebody,
          '/invitations/': invitation,
        }).find(([part]) => path.includes(part))?.[1] ?? song;
      const url = filled(path, { id }) + (query[name] ?? '');
      const said: [unknown, string] =
        takes === 'file'
          ? ['%PDF-1.7', 'application/octet-stream']
          : [bodies[name], 'application/json'];
      const ask = (headers: Record<string, string>) =>
        asked(method, url, said[0], { 'If-Match': '"1"', 'Content-Type': said[1], ...headers });
      return [{ name, path, rule, ask }];
    });

  test('that takes a right admits nobody, and a stranger finds nothing of the team', async () => {
    const stranger = randomUUID();
    await server.owner.query("insert into teams (id, name) values ($1, 'GAMMA')", [stranger]);
    const before = await everythingOfTheirs();
    for (const { name, path, ask } of asks()) {
      expect([name, (await ask({})).status]).toEqual([name, 401]);
      const answer = await ask({ [teamHeader]: stranger });
      expect([name, JSON.stringify(answer.body)]).not.toEqual([
        name,
        expect.stringContaining('ALPHA'),
      ]);
      if (path.includes(':')) expect([name, answer.status]).toEqual([name, 404]);
    }
    expect(await everythingOfTheirs()).toEqual(before);
  });

  test('admits each role that the table of rights names, and no other', async () => {
    const before = await everythingOfTheirs();
    for (const { name, rule, ask } of asks())
      for (const role of roles) {
        if (may(role, rule)) continue;
        const answer = await ask({ [teamHeader]: theirs.teamId, [roleHeader]: role });
        expect([name, role, answer.status]).toEqual([name, role, 403]);
      }
    expect(await everythingOfTheirs()).toEqual(before);
    // Who may is let in: what is answered is about what was asked, no longer about who asks.
    const own = randomUUID();
    await server.owner.query("insert into teams (id, name) values ($1, 'DELTA')", [own]);
    for (const { name, rule, ask } of asks())
      for (const role of roles) {
        // The team is deleted last, and leaving it takes somebody who is in it.
        if (!may(role, rule) || /^(DELETE \/api\/team|POST \/api\/team\/leave)$/.test(name))
          continue;
        const { status } = await ask({ [teamHeader]: own, [roleHeader]: role });
        expect([name, role, [401, 403].includes(status)]).toEqual([name, role, false]);
        expect([name, role, status < 500]).toEqual([name, role, true]);
      }
  });

  test('that takes an account admits nobody', async () => {
    for (const { method, path, rule } of table()) {
      if (rule !== 'account') continue;
      const body = method === 'GET' || method === 'DELETE' ? undefined : {};
      const answer = await asked(method, filled(path, {}), body);
      expect([method, path, answer.status]).toEqual([method, path, 401]);
    }
  });

  // What anybody may ask: each is known, so that a new one is thought about.
  test('that anybody may ask is one of these', () => {
    const open = table().filter(({ rule }) => rule === 'anybody');
    expect(open.map(({ method, path }) => `${method} ${path}`).sort()).toEqual([
      'DELETE /api/session',
      'GET /api/demo/mails',
      'GET /api/installation',
      'GET /api/session',
      'GET /healthz',
      'GET /livez',
      'GET /readyz',
      'POST /api/confirmation',
      'POST /api/demo/session',
      'POST /api/installation/owner',
      'POST /api/invitation',
      'POST /api/invitation/sign-up',
      'POST /api/password-reset',
      'POST /api/session',
      'PUT /api/password-reset',
    ]);
  });

  test('of a link opens with that link only, and no more once it is revoked', async () => {
    for (const { method, path, rule } of table()) {
      // What a learner's link writes is asked in logbook.test.ts.
      if (rule !== 'link' || method !== 'GET') continue;
      await server.owner.query('update shares set revoked_at = null where team_id = $1', [
        theirs.teamId,
      ]);
      const open = filled(path, { token: 'ALPHA'.padEnd(32, 'x') });
      const answer = await asked(method, open, undefined, { [teamHeader]: ours.teamId });
      expect(answer.status).toBe(200);
      // A stream says nothing by itself; what is answered is of the link's team, whichever else one is of.
      if (answer.body !== null) expect(JSON.stringify(answer.body)).toContain('ALPHA');
      expect(JSON.stringify(answer.body)).not.toContain('BETA');
      for (const token of ['', 'short', 'GAMMA'.padEnd(32, 'x')])
        expect((await asked(method, filled(path, { token }))).status).toBe(404);
      await server.owner.query('update shares set revoked_at = now() where team_id = $1', [
        theirs.teamId,
      ]);
      expect((await asked(method, open)).status).toBe(404);
    }
  });

  test('asked in a way that it does not know says which ones it does', async () => {
    const answer = await asked('DELETE', '/api/songs', undefined, { [teamHeader]: ours.teamId });
    expect([answer.status, answer.headers.get('Allow')]).toEqual([405, 'GET, POST']);
    expect(answer.type).toContain('application/problem+json');
  });
});

import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { moveList, type KeptMove } from '@intervallum/contract';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const kept = async () => moveList.parse((await server.call('GET', '/api/moves')).body).moves;

test('moves are kept for the team once each, listed by their names, and forgotten', async () => {
  const down: KeptMove = {
    id: randomUUID(),
    name: 'My way down',
    chords: '4m6 b2dim7',
    target: 'major',
    hands: "1 5 / 1 b3 ; b2 / 3 5 b7'",
  };
  const stair: KeptMove = {
    id: randomUUID(),
    name: 'a short stair',
    chords: '',
    target: 'any',
    hands: '3 / 2 5 ; 1, / 5, 2',
    pace: 'sixteenths',
  };
  const sent = { moves: [down, stair] };
  expect((await server.call('POST', '/api/moves', sent)).status).toBe(201);
  // What the network repeated is there once; what has that id stays what it was.
  const again = await server.call('POST', '/api/moves', {
    moves: [{ ...down, name: 'Another name' }],
  });
  expect(moveList.parse(again.body).moves).toEqual([stair, down]);
  expect((await server.call('DELETE', `/api/moves/${down.id}`)).status).toBe(204);
  expect((await server.call('DELETE', `/api/moves/${down.id}`)).status).toBe(404);
  expect(await kept()).toEqual([stair]);
});

test.each([
  [{ name: 'No chords', chords: '', target: 'any' }, /its chords are 1 to 8 numbers/],
  [{ name: '', chords: '57', target: 'any' }, /its name is a text/],
  [{ name: 'Odd', chords: '57', target: 'sideways' }, /its target is major, minor or any/],
  [{ name: 'Hands', chords: '57 1', target: 'any', hands: '1 / 3' }, /said for 1 chords; it has 2/],
  [{ name: '\u202e', chords: '57', target: 'any' }, /name/],
])('what is no move is refused with the reason: %j', async (move, why) => {
  const before = await kept();
  const { status, body } = await server.call('POST', '/api/moves', {
    moves: [{ id: randomUUID(), ...move }],
  });
  expect(status).toBe(422);
  expect(String(body.detail)).toMatch(why);
  expect(await kept()).toEqual(before);
});

test('a team keeps up to 200; what would be more is refused whole', async () => {
  const some = (count: number) =>
    Array.from({ length: count }, (_, place) => ({
      id: randomUUID(),
      name: `Move ${place}`,
      chords: '57',
      target: 'any',
    }));
  const free = 200 - (await kept()).length;
  expect((await server.call('POST', '/api/moves', { moves: some(free) })).status).toBe(201);
  const refused = await server.call('POST', '/api/moves', { moves: some(1) });
  expect([refused.status, refused.body.detail]).toEqual([
    413,
    'A team keeps up to 200 moves. Take some away, then try again.',
  ]);
  expect(await kept()).toHaveLength(200);
});

test('a stored move of a shape that is not known blocks no other', async () => {
  const { rows } = await server.owner.query('select team_id, id from own_moves limit 1');
  await server.owner.query(
    `update own_moves set move = '{"version": 99, "value": 1}' where id = $1`,
    [rows[0].id],
  );
  expect(await kept()).toHaveLength(199);
});

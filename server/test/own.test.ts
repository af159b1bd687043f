import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import {
  moveList,
  printRunFile,
  readRunFile,
  runList,
  type KeptMove,
  type RunList,
} from '@intervallum/contract';
import { printRun, runs as library } from '@intervallum/core';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const downHome: KeptMove = {
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

const bells: RunList['runs'][number] = {
  id: randomUUID(),
  name: 'Bells, down',
  family: 'answer',
  grade: 'fluent',
  from: 'chord',
  kinds: ['major', 'dominant'],
  why: 'Played in.',
  step: 'triplets',
  right: "{4}5' 3' 1' 5 . 3^1",
  left: '1, . . . . .',
};
const after: RunList['runs'][number] = {
  ...bells,
  id: randomUUID(),
  name: 'after the words',
  kinds: ['minor'],
  into: '5',
};

/** What a team keeps of its own: the same ways for each. */
const own = [
  { many: 'moves', list: moveList, table: 'own_moves', column: 'move', two: [downHome, stair] },
  { many: 'runs', list: runList, table: 'own_runs', column: 'run', two: [bells, after] },
] as const;

describe.each(own)('of $many', ({ many, list, table, column, two: [first, second] }) => {
  const address = `/api/${many}`;
  const read = (body: unknown): readonly unknown[] =>
    Object.values(list.parse(body))[0] as readonly unknown[];
  const kept = async () => read((await server.call('GET', address)).body);

  test('each is kept for the team once, listed by its name, and forgotten', async () => {
    const sent = { [many]: [first, second] };
    expect((await server.call('POST', address, sent)).status).toBe(201);
    // What the network repeated is there once; what has that id stays what it was.
    const renamed = { [many]: [{ ...first, name: 'Another name' }] };
    expect(read((await server.call('POST', address, renamed)).body)).toEqual([second, first]);
    expect((await server.call('DELETE', `${address}/${first.id}`)).status).toBe(204);
    expect((await server.call('DELETE', `${address}/${first.id}`)).status).toBe(404);
    expect(await kept()).toEqual([second]);
  });

  test('a team keeps up to 200; what would be more is refused whole', async () => {
    const some = (count: number) => ({
      [many]: Array.from({ length: count }, () => ({ ...first, id: randomUUID() })),
    });
    const free = 200 - (await kept()).length;
    expect((await server.call('POST', address, some(free))).status).toBe(201);
    const refused = await server.call('POST', address, some(1));
    expect([refused.status, refused.body.detail]).toEqual([
      413,
      `A team keeps up to 200 ${many}. Take some away, then try again.`,
    ]);
    expect(await kept()).toHaveLength(200);
  });

  test('one that is stored in a shape that is not known blocks no other', async () => {
    await server.owner.query(
      `update ${table} set ${column} = '{"version": 99, "value": 1}' where id = $1`,
      [second.id],
    );
    expect(await kept()).toHaveLength(199);
  });
});

test.each([
  ['moves', { name: 'No chords', chords: '', target: 'any' }, /its chords are 1 to 8 numbers/],
  ['moves', { name: '', chords: '57', target: 'any' }, /its name is a text/],
  ['moves', { name: 'Odd', chords: '57', target: 'sideways' }, /its target is major, minor or any/],
  [
    'moves',
    { name: 'Hands', chords: '57 1', target: 'any', hands: '1 / 3' },
    /said for 1 chords; it has 2/,
  ],
  ['moves', { name: '\u202e', chords: '57', target: 'any' }, /name/],
  ['runs', { ...bells, name: ' ' }, /has a name/],
  ['runs', { ...bells, name: 'Bells \u202e' }, /invisible character \(U\+202E\)/],
  ['runs', { ...bells, right: '5 9' }, /cannot be read/],
  ['runs', { ...bells, right: '_ _', left: '_' }, /has a note at least/],
  ['runs', { ...bells, right: '1 '.repeat(60).trim() }, /four bars/],
  ['runs', { ...bells, kinds: [] }, /kinds/i],
])('of %s, what is none is refused with the reason: %j', async (many, one, why) => {
  const before = (await server.call('GET', `/api/${many}`)).body;
  const { status, body } = await server.call('POST', `/api/${many}`, {
    [many]: [{ ...one, id: randomUUID() }],
  });
  expect(status).toBe(422);
  expect(JSON.stringify(body)).toMatch(why);
  expect((await server.call('GET', `/api/${many}`)).body).toEqual(before);
});

test('a file of runs is read as it was written; what is none is said with its place', () => {
  const all = library.map(printRun);
  const withoutIds = all.map(({ id: _, ...run }) => run);
  expect(readRunFile(printRunFile(all))).toEqual(withoutIds);
  expect(readRunFile('no')).toMatch(/^This is no JSON/);
  expect(readRunFile('{}')).toMatch(/is a list/);
  const [one] = withoutIds;
  expect(readRunFile(JSON.stringify([one, { ...one, step: 'slowly' }]))).toMatch(/^Run 2, step: /);
  expect(readRunFile(JSON.stringify([{ ...one, right: '1 &' + ' 2 &' }]))).toMatch(
    /^Run 1: A run cannot be read: A hand has up to two voices/,
  );
  expect(readRunFile(JSON.stringify(Array(201).fill(one)))).toMatch(/up to 200 runs/);
});

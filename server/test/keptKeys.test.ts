import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { closeWithPeople, openWithPeople, somebody } from './people.ts';

/** The keys that those of the team sing songs in. */
beforeAll(openWithPeople);
afterAll(closeWithPeople);

describe('the key that somebody sings a song in', () => {
  test('is kept for each by itself, the latest counts, and it is forgotten', async () => {
    const one = await somebody('player');
    const other = await somebody('owner', one.team);
    const { id } = (await one.call('POST', '/api/songs', { text: 'title: Reed\n' })).body;
    const list = async () =>
      (await one.call('GET', `/api/kept-keys?songs=${id},${randomUUID()}`)).body.kept;
    expect(await list()).toEqual([]);
    for (const [who, key] of [
      [one, 'D'],
      [other, 'f#m'],
      [one, 'eb'],
    ] as const) {
      const path = `/api/songs/${id}/keys/${who.personId}`;
      expect((await one.call('PUT', path, { key })).status).toBe(204);
    }
    const kept = (await list()) as { personId: string; key: string; keptAt: string }[];
    expect(new Map(kept.map(({ personId, key }) => [personId, key]))).toEqual(
      new Map([
        [one.personId, 'Eb'],
        [other.personId, 'F# minor'],
      ]),
    );
    expect(Date.parse(kept[0]!.keptAt)).toBeGreaterThan(Date.now() - 60_000);
    const path = `/api/songs/${id}/keys/${one.personId}`;
    expect((await one.call('DELETE', path)).status).toBe(204);
    expect((await one.call('DELETE', path)).status).toBe(404);
    expect(await list()).toHaveLength(1);
  });

  test.each<[string, (own: { id: string; who: string }) => [string, unknown], number]>([
    ['a key that is none', ({ id, who }) => [`/api/songs/${id}/keys/${who}`, { key: 'H' }], 422],
    ['nobody', ({ id }) => [`/api/songs/${id}/keys/${randomUUID()}`, { key: 'D' }], 404],
    ['no song', ({ who }) => [`/api/songs/${randomUUID()}/keys/${who}`, { key: 'D' }], 404],
    ['half an id', ({ id }) => [`/api/songs/${id}/keys/me`, { key: 'D' }], 404],
  ])('of %s is refused', async (_, asked, status) => {
    const one = await somebody('player');
    const { id } = (await one.call('POST', '/api/songs', { text: 'title: Reed\n' })).body;
    const [path, body] = asked({ id, who: one.personId });
    const answer = await one.call('PUT', path, body);
    expect([answer.status, answer.body.detail.length > 5]).toEqual([status, true]);
  });
});

import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { mostVoiceNotes } from '@intervallum/contract';
import { closeWithPeople, openWithPeople, server, somebody } from './people.ts';

/** What those of the team can sing. */
beforeAll(openWithPeople);
afterAll(closeWithPeople);

const voice = { low: 57, high: 72, extremeLow: 55, extremeHigh: 74 };

describe('a voice', () => {
  test('is noted for members and for those who are named only, the latest note counts, and it is forgotten', async () => {
    const one = await somebody('player');
    const owner = await somebody('owner', one.team);
    const { id } = (await owner.call('POST', '/api/people', { name: 'Bram' })).body;
    const list = async () => (await one.call('GET', '/api/voices')).body;
    expect((await list()).others.map(({ name }: { name: string }) => name)).toContain('Bram');
    for (const high of [70, 72]) {
      const answer = await one.call('PUT', `/api/people/${id}/voice`, { ...voice, high });
      expect(answer.status).toBe(204);
    }
    expect((await list()).voices).toEqual([
      { personId: id, name: 'Bram', ...voice, notedAt: expect.any(String) },
    ]);
    expect((await one.call('DELETE', `/api/people/${id}/voice`)).status).toBe(204);
    expect((await list()).voices).toEqual([]);
    expect((await one.call('DELETE', `/api/people/${id}/voice`)).status).toBe(404);
  });

  test('keeps so many notes, the latest', async () => {
    const one = await somebody('player');
    for (let count = 0; count < mostVoiceNotes + 3; count += 1)
      await one.call('PUT', `/api/people/${one.personId}/voice`, {
        ...voice,
        low: 56 + (count % 2),
      });
    const { rows } = await server.owner.query(
      'select count(*)::int as count from voices where team_id = $1',
      [one.team],
    );
    expect(rows).toEqual([{ count: mostVoiceNotes }]);
  });

  test('goes with whoever is forgotten', async () => {
    const owner = await somebody('owner');
    const { id } = (await owner.call('POST', '/api/people', { name: 'Bram' })).body;
    await owner.call('PUT', `/api/people/${id}/voice`, voice);
    expect((await owner.call('DELETE', `/api/people/${id}`)).status).toBe(204);
    expect((await owner.call('GET', '/api/voices')).body.voices).toEqual([]);
  });

  test.each<[string, unknown, RegExp]>([
    ['upside down', { ...voice, low: 72, high: 57 }, /change them about/],
    ['too narrow', { ...voice, high: 58 }, /hardly a tune/],
    ['touched within comfort', { ...voice, extremeHigh: 70 }, /below the highest/],
    ['half a note', { ...voice, low: 57.5 }, /low/],
    ['beyond every voice', { ...voice, extremeLow: 3 }, /extremeLow/],
    ['nothing', {}, /low/],
  ])('%s says what helps', async (_, sent, why) => {
    const one = await somebody('player');
    const { status, body } = await one.call('PUT', `/api/people/${one.personId}/voice`, sent);
    expect([status, body.detail]).toEqual([422, expect.stringMatching(why)]);
  });

  test('of nobody of the team is not noted, and a guest notes none', async () => {
    const one = await somebody('player');
    const stranger = await somebody('player');
    for (const id of [randomUUID(), stranger.personId])
      expect((await one.call('PUT', `/api/people/${id}/voice`, voice)).status).toBe(404);
    const guest = await somebody('guest', one.team);
    const answer = await guest.call('PUT', `/api/people/${one.personId}/voice`, voice);
    expect(answer.status).toBe(403);
  });
});

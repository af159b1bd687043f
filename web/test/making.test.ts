import { describe, expect, test } from '@jest/globals';
import { noDecisions, parseChart } from '@intervallum/core';
import type { Answer } from '../src/queries/client.ts';
import { createMaker } from '../src/queries/making.ts';
import { fateOf } from '../src/screens/import/brought.ts';
import { keepSongs, requestsFor } from '../src/screens/import/keepSongs.ts';
import { factsOf } from '../src/workers/songFacts.ts';

/** A server that keeps songs by their ids, and whose answers can be lost. */
function makeServer() {
  const songs = new Map<string, string>();
  const server = {
    songs,
    deleted: new Set<string>(),
    /** How many more requests are answered; what comes after is done, and its answer lost. */
    answers: Infinity,
    /** Of the song that is saved over. */
    revision: 1,
    makeSong: ({ id, text }: { readonly id?: string | undefined; readonly text: string }) => {
      if (!id) throw new Error('A request needs an id of its own.');
      const standing = songs.get(id);
      if (standing === undefined) songs.set(id, text);
      server.answers -= 1;
      if (server.answers < 0) return lost;
      if (standing !== undefined && (standing !== text || server.deleted.has(id)))
        return answer({ kind: 'refused', message: 'There is another song.', isTaken: true });
      return answer({ kind: 'ok', value: { id } as never });
    },
    saveSong: (id: string, { text }: { readonly text: string }, revision: number) => {
      const standing = songs.get(id) ?? '';
      if (server.revision !== revision)
        return answer({ kind: 'stale', current: { text: standing } });
      songs.set(id, text);
      server.revision += 1;
      server.answers -= 1;
      if (server.answers < 0) return lost;
      return answer({ kind: 'ok', value: { id } as never });
    },
    restoreSong: (id: string) => {
      server.deleted.delete(id);
      return answer({ kind: 'ok', value: { id } as never });
    },
  };
  return server;
}
const answer = (given: Answer<never>) => Promise.resolve(given);
const lost = answer({ kind: 'unreachable', message: 'The server does not answer.' });

describe('what is asked for again', () => {
  test('after a lost answer is the same thing; after an answer it is another one', async () => {
    const server = makeServer();
    const make = createMaker(server.makeSong);
    server.answers = 0;
    await make(() => ({ text: 'new' }));
    server.answers = Infinity;
    await make(() => ({ text: 'new' }));
    expect(server.songs.size).toBe(1);
    await make(() => ({ text: 'new' }));
    expect(server.songs.size).toBe(2);
  });

  test('after a refusal is another one', async () => {
    const ids: string[] = [];
    const make = createMaker(({ id }: { readonly id: string }) => {
      ids.push(id);
      return answer({ kind: 'refused', message: 'no' });
    });
    await make(() => ({}));
    await make(() => ({}));
    expect(new Set(ids).size).toBe(2);
  });
});

describe('a list that is brought', () => {
  const charts = ['title: A\n', 'title: B\n', 'title: A\n', 'title: C\n'];
  const list = { kind: 'list', charts, dropped: [] } as const;

  test('again after a failure doubles nothing, and two equal lines are two songs', async () => {
    const server = makeServer();
    server.answers = 2;
    const failed = await keepSongs(requestsFor(list), server);
    expect(failed).toMatchObject({ ok: false });
    expect(!failed.ok && failed.why).toContain('2 of 4 songs were kept before');
    server.answers = Infinity;
    const kept = await keepSongs(requestsFor(list), server);
    expect(kept).toMatchObject({ ok: true, before: 0 });
    expect([...server.songs.values()].sort()).toEqual([...charts].sort());
  });

  test('leaves what was worked on since as it is, and puts back what was deleted', async () => {
    const server = makeServer();
    const [first, second] = requestsFor(list);
    await keepSongs(requestsFor(list), server);
    server.songs.set(first!.id, 'title: A, worked on\n');
    server.deleted.add(second!.id);
    expect(await keepSongs(requestsFor(list), server)).toMatchObject({ ok: true, before: 2 });
    expect(server.songs.get(first!.id)).toBe('title: A, worked on\n');
    expect(server.deleted.size).toBe(0);
    expect(server.songs.size).toBe(4);
  });

  test('a single song that is brought twice is two songs', () => {
    expect(requestsFor(song)[0]!.id).not.toBe(requestsFor(song)[0]!.id);
  });
});

const song = {
  kind: 'song',
  format: 'text',
  chart: 'title: A\n',
  facts: factsOf(parseChart('title: A\n')),
  decisions: noDecisions,
  keys: [],
  guessed: [],
  dropped: [],
  questions: [],
  sources: [],
} as const;

describe('a song that the library has already', () => {
  const known = (text: string) => [
    { id: 'old', title: 'A', savedAt: '', revision: 1, partRevision: 0, text },
  ];

  test('exactly so is left out, unless somebody says otherwise; another one of its title is kept', () => {
    expect(fateOf({ fate: null }, song.chart, known(song.chart))).toEqual({ kind: 'left out' });
    expect(fateOf({ fate: null }, song.chart, known('title: A\n\nA:\n  1\n'))).toEqual({
      kind: 'new',
    });
    expect(fateOf({ fate: { kind: 'new' } }, song.chart, known(song.chart))).toEqual({
      kind: 'new',
    });
    expect(requestsFor(song, 'new', { kind: 'left out' })).toEqual([]);
  });

  test('as a version of it is saved over it once, however often it is sent', async () => {
    const server = makeServer();
    server.songs.set('old', 'title: A, as it was\n');
    const requests = requestsFor(song, 'new', { kind: 'version', of: 'old' }, known(''));
    expect(requests).toMatchObject([{ kind: 'version', id: 'old', draft: { text: song.chart } }]);
    // A text knows nothing of hands: those that were decided stay with the server.
    expect(requests[0]).not.toHaveProperty('draft.part');
    server.answers = 0;
    expect(await keepSongs(requests, server)).toMatchObject({ ok: false });
    server.answers = Infinity;
    expect(await keepSongs(requests, server)).toMatchObject({ ok: true, before: 1 });
    expect([...server.songs]).toEqual([['old', song.chart]]);
    expect(server.revision).toBe(2);
  });

  test('that was worked on meanwhile is not saved over', async () => {
    const server = makeServer();
    server.songs.set('old', 'title: A, worked on\n');
    server.revision = 2;
    const requests = requestsFor(song, 'new', { kind: 'version', of: 'old' }, known(''));
    expect(await keepSongs(requests, server)).toMatchObject({ ok: false, made: 0 });
    expect(server.songs.get('old')).toBe('title: A, worked on\n');
  });

  test('what is stopped says how much is kept', async () => {
    const server = makeServer();
    const list = { kind: 'list', charts: ['title: B\n', 'title: C\n'], dropped: [] } as const;
    const kept = await keepSongs(requestsFor(list), server, (made) => made < 1);
    expect(kept).toMatchObject({ ok: false, made: 1 });
    expect(server.songs.size).toBe(1);
  });
});

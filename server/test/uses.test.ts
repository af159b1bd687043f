import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { sungKeys, useList, type SongUse, type SungKey } from '@intervallum/contract';
import { startTestServer, type TestServer } from './server.ts';

let server: TestServer;
/** What the test knows was sung, by its own hand. */
const sung: SongUse[] = [];
const titles = ['Bell', 'Acre', 'Cedar'];
const leaders = ['Imre', 'Odile', ''];
const days = ['2024-01-07', '2024-01-14', '2024-06-02', '2025-03-09', '2030-01-06'];

beforeAll(async () => {
  server = await startTestServer();
  const songs = await Promise.all(
    titles.map(async (title, place) => {
      const id = randomUUID();
      const rights = place === 1 ? '' : `© ${title}; "all" rights, reserved`;
      const text = `title: ${title}\nkey: ${'GDC'[place]}\nby: ${title} Writer\n${rights && `rights: ${rights}\n`}\nVerse:\n  1\n`;
      const made = await server.call('POST', '/api/songs', { id, text });
      expect(made.status).toBe(201);
      return { id, title, key: 'GDC'[place]!, by: `${title} Writer`, rights };
    }),
  );
  for (const [count, date] of [...days, '2024-01-07', null].entries()) {
    const held = songs.filter((_, place) => (count + place) % 3 !== 0);
    const id = randomUUID();
    const leader = leaders[count % 3]!;
    const key = count % 2 ? 'Eb' : null;
    const made = await server.call('POST', '/api/sets', {
      id,
      name: `Set ${count}`,
      date,
      leader,
      notes: '',
      items: held.map((song) => ({ id: randomUUID(), songId: song.id, key, notes: '' })),
    });
    expect(made.status).toBe(201);
    if (date === null) continue;
    for (const song of held)
      sung.push({
        setId: id,
        setName: `Set ${count}`,
        date,
        leader,
        songId: song.id,
        title: song.title,
        key: key ?? song.key,
        by: song.by,
        rights: song.rights,
      });
  }
  // What is deleted as a song was sung; what is deleted as a set was not.
  await server.call('DELETE', `/api/songs/${songs[2]!.id}`);
  const gone = await server.call('POST', '/api/sets', {
    name: 'Gone',
    date: '2024-02-02',
    leader: '',
    notes: '',
    items: [{ id: randomUUID(), songId: songs[0]!.id, key: 'B', notes: '' }],
  });
  await server.call('DELETE', `/api/sets/${gone.body.id}`);
});
afterAll(() => server.stop());

/** All uses that are asked for, page by page. */
async function allUses(asked: Record<string, string>, limit: number): Promise<SongUse[]> {
  const found: SongUse[] = [];
  for (let after: string | null = ''; after !== null;) {
    const query = new URLSearchParams({ ...asked, limit: String(limit), ...(after && { after }) });
    const answer = await server.call('GET', `/api/uses?${query}`);
    expect(answer.status).toBe(200);
    const page = useList.parse(answer.body);
    expect(page.uses.length).toBeLessThanOrEqual(limit);
    found.push(...page.uses);
    after = page.next;
  }
  return found;
}

const plain = (uses: readonly SongUse[]) =>
  uses.map((use) => JSON.stringify(Object.entries(use).sort())).sort();

test('what was sung between two days is listed once each, by day, however the pages are cut', async () => {
  const day = fc.option(fc.constantFrom('2023-12-31', ...days, '2031-01-01'), { nil: undefined });
  await fc.assert(
    fc.asyncProperty(day, day, fc.integer({ min: 1, max: 7 }), async (from, to, limit) => {
      if (from && to && from > to) return;
      const found = await allUses({ ...(from && { from }), ...(to && { to }) }, limit);
      const wanted = sung.filter(({ date }) => (!from || date >= from) && (!to || date <= to));
      expect(plain(found)).toEqual(plain(wanted));
      const dates = found.map(({ date }) => date);
      expect(dates).toEqual([...dates].sort());
    }),
    { numRuns: 40 },
  );
});

test('the keys of songs are remembered by who led, each with its last day; those of one set are left out', async () => {
  const ids = [...new Set(sung.map(({ songId }) => songId))];
  const except = sung.find(({ date }) => date === '2025-03-09')!.setId;
  const asked = [null, except].flatMap((left) =>
    [null, '2025-03-09', '2024-01-07'].map((until) => [left, until] as const),
  );
  for (const [left, until] of asked) {
    const query = new URLSearchParams({
      songs: ids.join(','),
      ...(left && { except: left }),
      ...(until && { until }),
    });
    const { keys } = sungKeys.parse((await server.call('GET', `/api/uses/keys?${query}`)).body);
    const last = new Map<string, SungKey>();
    for (const { setId, songId, key, leader, date } of sung) {
      const name = JSON.stringify([songId, key, leader]);
      if (until !== null && date > until) continue;
      if (setId !== left && (last.get(name)?.date ?? '') < date)
        last.set(name, { songId, key, leader, date });
    }
    const sorted = (all: readonly SungKey[]) =>
      all.map(({ songId, key, leader, date }) => [songId, key, leader, date].join(' ')).sort();
    expect(sorted(keys)).toEqual(sorted([...last.values()]));
    const dates = keys.map(({ date }) => date);
    expect(dates).toEqual([...dates].sort().reverse());
  }
});

test.each([
  ['/api/uses?from=2024-13-01', 'from'],
  ['/api/uses?from=2025-01-01&to=2024-01-01', 'from'],
  ['/api/uses?after=nowhere', 'after'],
  ['/api/uses/keys', 'songs'],
  ['/api/uses/keys?songs=1', 'songs.0'],
])('%s is refused, and it is said that %s is wrong', async (path, field) => {
  const answer = await server.call('GET', path);
  expect(answer.status).toBe(422);
  expect(answer.body.errors).toContainEqual(expect.objectContaining({ field }));
});

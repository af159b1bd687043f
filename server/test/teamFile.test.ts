import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { plainSongItem, storeMove, teamLimits } from '@intervallum/contract';
import { chartRules, noDecisions } from '@intervallum/core';
import { elementsOf } from '../src/teamFile/bringing/elements.ts';
import { samePeople } from '../src/teamFile/bringing/samePeople.ts';
import { closeWithPeople, openWithPeople, owner, server, somebody } from './people.ts';
import { insertMember } from '../src/installation/store.ts';

/** A whole team as a file, and brought in elsewhere. */
beforeAll(openWithPeople);
afterAll(closeWithPeople);

type Somebody = Awaited<ReturnType<typeof somebody>>;
type Line = Record<string, unknown> & { kind: string };

/** What is kept of a team, by table: everything but what a place gives by itself. */
const kept = {
  voices: 'id',
  kept_keys: 'song_id, person_id',
  songs: 'id',
  parts: 'song_id, person_id',
  favourites: 'song_id, person_id',
  song_revisions: 'song_id, revision',
  sets: 'id',
  set_items: 'set_id, position',
  set_revisions: 'set_id, revision',
  shows: 'id',
  sends: 'id',
  own_moves: 'id',
  own_runs: 'id',
  attachments: 'id',
  attachment_pieces: 'attachment_id, position',
};
const ofThePlace = ['team_id', 'seq', 'screen'];

async function rowsOf(table: keyof typeof kept, team: string) {
  const { rows } = await server.owner.query(
    `select to_jsonb(t) as row from ${table} t where team_id = $1 order by ${kept[table]}`,
    [team],
  );
  return rows.map(({ row }: { row: Record<string, unknown> }) =>
    Object.fromEntries(
      Object.entries(row)
        .filter(([name]) => !ofThePlace.includes(name))
        // A part has an id for the place; when a file was ready is when it came here.
        .filter(([name]) => !(table === 'parts' && name === 'id') && name !== 'ready_at')
        // When something was said last matters while it is played.
        .filter(([name]) => name !== 'last_at')
        .map(([name, value]) => [
          name,
          name.endsWith('_at') && value !== null ? new Date(value as string).toISOString() : value,
        ]),
    ),
  );
}
async function everything(team: string) {
  const tables = Object.keys(kept) as (keyof typeof kept)[];
  return Object.fromEntries(
    await Promise.all(tables.map(async (table) => [table, await rowsOf(table, team)])),
  ) as Record<keyof typeof kept, Record<string, unknown>[]>;
}
async function namesIn(team: string): Promise<string[]> {
  const { rows } = await server.owner.query(
    'select name from people where team_id = $1 order by name',
    [team],
  );
  return rows.map(({ name }: { name: string }) => name);
}

async function save(one: Somebody, query = ''): Promise<string> {
  const answer = await fetch(`${server.url}/api/team/file${query}`, {
    headers: { Cookie: one.cookie() },
  });
  expect(answer.status).toBe(200);
  expect(answer.headers.get('Content-Disposition')).toMatch(/filename=.*\.team\.json/);
  return answer.text();
}
const asked = (content: string | Buffer, cookie: string): RequestInit => ({
  method: 'POST',
  headers: { Cookie: cookie, 'Content-Type': 'application/octet-stream' },
  body: Buffer.from(content),
});
async function bring(one: Somebody, content: string | Buffer) {
  const answer = await fetch(`${server.url}/api/team/file`, asked(content, one.cookie()));
  const body = JSON.parse(await answer.text());
  return { status: answer.status, body };
}
const lines = (file: string) => JSON.parse(file) as Line[];
const written = (all: readonly unknown[]) => JSON.stringify(all);
const nothing = { people: 0, songs: 0, sets: 0, moves: 0, runs: 0, files: 0 };

/** A team with a little of everything, written by its two players as they write it. */
async function fullTeam(): Promise<Somebody> {
  const one = await somebody('owner');
  const two = await somebody('player', one.team);
  const done = async (who: Somebody, status: number, ...ask: Parameters<Somebody['call']>) => {
    const answer = await who.call(...ask);
    expect([ask, answer.body?.detail, answer.status]).toEqual([ask, undefined, status]);
    return answer.body;
  };
  const text = (title: string) =>
    `title: ${title}\nkey: G\n\nVerse:\n  1 | 4 | 5 | 1\n  > Kelp and | cord\n`;
  const song = await done(one, 201, 'POST', '/api/songs', { text: text('Kelp') });
  const other = await done(two, 201, 'POST', '/api/songs', { text: text('Cord') });
  const path = `/api/songs/${song.id}`;
  const hands = { ...noDecisions, hands: { ...noDecisions.hands, school: 'open and low' } };
  await done(
    two,
    200,
    'PUT',
    path,
    { text: `${text('Kelp')}\nChorus:\n  4 | 1\n`, part: hands, partRevision: 0 },
    { 'If-Match': '"1"' },
  );
  await done(one, 204, 'PUT', `${path}/parts/common`, { decisions: hands });
  await done(one, 204, 'PUT', `${path}/versions/1/name`, { name: 'As it began' });
  const marks = { ids: [song.id], addTag: 'tide', favourite: true };
  await done(two, 204, 'POST', '/api/songs/marks', marks);
  const voice = { low: 57, high: 72, extremeLow: 55, extremeHigh: 74 };
  await done(two, 204, 'PUT', `/api/people/${two.personId}/voice`, voice);
  await done(two, 204, 'PUT', `${path}/keys/${two.personId}`, { key: 'Bb' });
  const first = randomUUID();
  const spoken = { who: 'Oda', notes: 'Slowly.', fixed: false, bed: 'Bed open:\n  1sus2~\n' };
  const set = await done(one, 201, 'POST', '/api/sets', {
    name: 'Low water',
    date: '2026-11-29',
    leader: 'Oda',
    notes: 'Slow.',
    begins: '10:00',
    most: 60,
    rehearsal: { date: '2026-11-27', begins: '19:30' },
    items: [
      { ...plainSongItem({ id: first, songId: song.id, key: 'A' }), who: 'Oda', fixed: true },
      { ...spoken, id: randomUUID(), kind: 'prayer', name: 'For the tide', minutes: 2.5 },
      {
        ...plainSongItem({ id: randomUUID(), songId: other.id }),
        road: 'Verse x2',
        bridge: { from: first, text: 'Vamp x2 open:\n  4 | 5\n' },
      },
    ],
  });
  await done(one, 201, 'POST', '/api/sends', { kind: 'set', id: set.id, note: 'the band' });
  const screen = randomUUID();
  const stage = `/api/sets/${set.id}/stage`;
  await done(one, 200, 'POST', stage, { screen });
  const beganAt = '2026-11-29T10:02:00.000Z';
  const once = { item: first, beganAt, seconds: 240, sections: ['Verse', 'Verse'], lift: 2 };
  await done(one, 204, 'POST', `${stage}/end`, { screen, played: [once] });
  await done(two, 201, 'POST', '/api/moves', {
    moves: [{ id: randomUUID(), name: 'By the door', chords: '4m', target: 'any' }],
  });
  await done(two, 201, 'POST', '/api/runs', {
    runs: [
      {
        id: randomUUID(),
        name: 'Up',
        family: 'answer',
        grade: 'simple',
        from: 'chord',
        kinds: ['major'],
        why: 'Played in.',
        step: 'eighths',
        right: '1 2 3',
      },
    ],
  });
  // Longer than one piece, so that pieces have an order.
  const paper = Buffer.concat([Buffer.from('%PDF-1.7\n'), randomBytes(300_000)]);
  const sent = await fetch(
    `${server.url}/api/songs/${song.id}/attachments?${new URLSearchParams({ id: randomUUID(), name: 'kelp.pdf' })}`,
    { ...asked(paper, one.cookie()) },
  );
  expect(sent.status).toBe(201);
  await done(one, 204, 'DELETE', `/api/songs/${other.id}`);
  return one;
}

describe('a whole team', () => {
  test('is the same elsewhere, changes nothing where it came from, and the same file once more adds nothing', async () => {
    const from = await fullTeam();
    const into = await somebody('owner');
    const before = await everything(from.team);
    for (const [table, rows] of Object.entries(before))
      expect([table, rows.length > 0]).toEqual([table, true]);

    const file = await save(from);
    expect(file).not.toContain('@example.org');
    expect(file).not.toContain(from.cookie().split('=')[1]!);
    const { status, body } = await bring(into, file);
    expect([status, body]).toEqual([
      200,
      {
        added: { people: 2, songs: 2, sets: 1, moves: 1, runs: 1, files: 1 },
        standing: nothing,
        otherwise: [],
      },
    ]);
    expect(await everything(into.team)).toEqual(before);
    expect(await everything(from.team)).toEqual(before);
    // Those who came have no account here; whoever is here stays what they are.
    const { rows } = await server.owner.query(
      'select role, account_id is null as named from people where team_id = $1 order by joined_at nulls last',
      [into.team],
    );
    expect(rows[0]).toEqual({ role: 'owner', named: false });
    expect(rows.slice(1)).toEqual([
      { role: null, named: true },
      { role: null, named: true },
    ]);
    const again = await bring(into, file);
    expect(again.body).toEqual({
      added: nothing,
      standing: { people: 2, songs: 2, sets: 1, moves: 1, runs: 1, files: 1 },
      otherwise: [],
    });
    expect(await everything(into.team)).toEqual(before);
    const done = await into.call('GET', '/api/audit');
    expect(done.body.entries[0]).toMatchObject({ what: 'team brought in', about: 'T' });
  });

  test('is found and read there as it was', async () => {
    const from = await fullTeam();
    const into = await somebody('owner');
    // Their name is that of somebody who is here: it is them.
    const [, second] = await namesIn(from.team);
    const here = await insertMember(owner.database, into.team, {
      name: ` ${second!.toUpperCase()}`.trim(),
      account: null,
    });
    expect((await bring(into, await save(from))).body.added.people).toBe(1);
    expect(await namesIn(into.team)).toHaveLength(3);
    const { songs } = (await into.call('GET', '/api/songs?search=kelp')).body;
    const { id } = songs[0];
    const { parts } = (await into.call('GET', `/api/songs/${id}/parts`)).body;
    expect(parts.map(({ personId }: { personId: string | null }) => personId)).toContain(here);
    const { versions } = (await into.call('GET', `/api/songs/${id}/versions`)).body;
    expect(versions.map(({ name }: { name: string }) => name)).toEqual([null, 'As it began']);
    const { attachments } = (await into.call('GET', `/api/songs/${id}/attachments`)).body;
    const read = async (one: Somebody) => {
      const content = await fetch(`${server.url}/api/attachments/${attachments[0].id}/content`, {
        headers: { Cookie: one.cookie() },
      });
      return createHash('sha256')
        .update(Buffer.from(await content.arrayBuffer()))
        .digest('hex');
    };
    expect(await read(into)).toBe(await read(from));
  });

  test('leaves what stands otherwise as it is, and says which songs those are', async () => {
    const one = await fullTeam();
    const file = await save(one, '?files=no');
    expect(lines(file).map(({ kind }) => kind)).not.toContain('file');
    const { songs } = (await one.call('GET', '/api/songs')).body;
    const { text } = (await one.call('GET', `/api/songs/${songs[0].id}`)).body;
    const answer = await one.call(
      'PUT',
      `/api/songs/${songs[0].id}`,
      { text: text.replace('Kelp', 'Wrack') },
      { 'If-Match': '"2"' },
    );
    expect(answer.status).toBe(200);
    const before = await everything(one.team);
    expect((await bring(one, file)).body).toMatchObject({ added: nothing, otherwise: ['Wrack'] });
    expect(await everything(one.team)).toEqual(before);
  });

  test('from when sets had nothing but songs has them as they were', async () => {
    const from = await fullTeam();
    const into = await somebody('owner');
    const all = lines(await save(from, '?files=no'));
    all[0]!['version'] = 1;
    const set = all.find(({ kind }) => kind === 'set')!;
    Object.assign(set, { begins: undefined, most: undefined, rehearsal: undefined });
    const items = set['items'] as Record<string, unknown>[];
    set['items'] = items
      .filter(({ kind }) => kind === 'song')
      .map(({ id, songId, key, notes }) => ({ id, songId, key, notes }));
    expect((await bring(into, written(all))).status).toBe(200);
    const found = (await into.call('GET', `/api/sets/${String(set['id'])}`)).body;
    expect(found).toMatchObject({ begins: null, rehearsal: null });
    expect(found.items).toMatchObject([
      { kind: 'song', key: 'A', who: '', road: null, bridge: null },
      { kind: 'song', key: null, fixed: false },
    ]);
  });

  test('by earlier rules of charts sounds as it did', async () => {
    const from = await fullTeam();
    const into = await somebody('owner');
    const all = lines(await save(from, '?files=no'));
    const song = all.find(({ kind }) => kind === 'song')!;
    Object.assign(song, { rules: 1 });
    expect((await bring(into, written(all))).status).toBe(200);
    const { rows } = await server.owner.query(
      'select distinct rules from songs where team_id = $1',
      [into.team],
    );
    expect(rows).toEqual([{ rules: chartRules }]);
  });
});

describe('a file that cannot be brought in', () => {
  let whole: Line[];
  let one: Somebody;
  beforeAll(async () => {
    whole = lines(await save(await fullTeam()));
    one = await somebody('owner');
  });
  /** The file with what a change makes of its records. */
  const changed = (change: (all: Line[]) => unknown) => {
    const all = structuredClone(whole);
    change(all);
    return written(all);
  };
  const of = (all: Line[], kind: string) => all.find((line) => line.kind === kind)!;
  const without = (kind: string) =>
    changed((all) => {
      all.splice(
        all.findIndex((line) => line.kind === kind),
        1,
      );
      of(all, 'end')['records'] = all.length - 1;
    });

  test.each<[string, () => string | Buffer, RegExp]>([
    ['nothing', () => '', /no file of a team/],
    ['an empty list', () => '[]', /nothing in this file/],
    ['a song', () => '{"format":"intervallum song"}', /no file of a team/],
    ['a list of others', () => '[{"format":"intervallum song"}]', /Record 1 .*“format”/],
    ['no JSON', () => '[{"a":}]', /Record 1 .*no JSON/],
    ['what broke off', () => written(whole).slice(0, -40), /breaks off behind record \d+/],
    ['what has no end', () => written(whole.slice(0, -1)), /not whole/],
    [
      'what lost a record',
      () => changed((all) => all.splice(all.indexOf(of(all, 'done')), 1)),
      /counts \d+ records/,
    ],
    ['what goes on', () => written([...whole, whole[1]]), /behind the end/],
    [
      'a newer version',
      () => changed((all) => (all[0]!['version'] = 3)),
      /newer than this program/,
    ],
    ['newer rules', () => changed((all) => (of(all, 'song')['rules'] = 99)), /song “.*newer/],
    ['a record of no kind', () => changed((all) => (all[2]!['kind'] = 'x')), /Record 3 /],
    ['a song without its text', () => changed((all) => delete of(all, 'song')['text']), /“text”/],
    ['half a sign', () => changed((all) => (of(all, 'song')['text'] = '\ud800')), /half a char/],
    [
      'half a sign in what was sent',
      () => changed((all) => (of(all, 'send')['content'] = { version: 1, value: 'x\ud800' })),
      /Record \d+ .*half a char/,
    ],
    ['a sign of nothing', () => changed((all) => (of(all, 'set')['notes'] = '\0')), /U\+0000/],
    [
      'a revision without end',
      () => changed((all) => (of(all, 'song')['revision'] = 1e12)),
      /revision/,
    ],
    [
      'a version later than its song',
      () => changed((all) => (of(all, 'song version')['revision'] = 900)),
      /revision 900, and \d is the last/,
    ],
    ['a song twice', () => changed((all) => all.splice(3, 0, of(all, 'song'))), /twice/],
    ['a song of nobody known', () => without('person'), /names a person/],
    ['a set without its song', () => without('song'), /names a song/],
    ['a version of no set', () => without('set'), /names a set/],
    [
      'a move that cannot be read',
      () => changed((all) => (of(all, 'move')['move'] = { version: 7, value: {} })),
      /Record \d+ .*cannot be read/,
    ],
    ['a piece of nothing', () => without('file'), /behind the file/],
    ['a file without a piece', () => without('piece'), /not as long|bytes are there/],
    [
      'a file that was changed',
      () =>
        changed((all) => {
          const piece = of(all, 'piece');
          const content = Buffer.from(piece['content'] as string, 'base64');
          content[999]! ^= 1;
          piece['content'] = content.toString('base64');
        }),
      /digest/,
    ],
    [
      'a page under the name of a paper',
      () =>
        changed((all) => {
          const file = of(all, 'file');
          const page = Buffer.from('<!doctype html><script>alert(1)</script>');
          Object.assign(file, {
            size: page.length,
            digest: createHash('sha256').update(page).digest('hex'),
          });
          of(all, 'piece')['content'] = page.toString('base64');
          all.splice(all.indexOf(of(all, 'piece')) + 1, 1);
          of(all, 'end')['records'] = all.length - 1;
        }),
      /content is not what it says/,
    ],
    [
      'more people than a team has',
      () =>
        changed((all) => {
          const people = Array.from({ length: teamLimits.people }, (_, number) => ({
            kind: 'person',
            id: randomUUID(),
            name: `N ${number}`,
            role: null,
          }));
          all.splice(1, 0, ...people);
          of(all, 'end')['records'] = all.length - 1;
        }),
      /up to 200 people/,
    ],
    [
      'more moves than a team keeps',
      () =>
        changed((all) => {
          const moves = Array.from({ length: 300 }, () => ({
            kind: 'move',
            id: randomUUID(),
            createdAt: '2026-11-28T10:00:00Z',
            move: storeMove({ name: 'x', chords: '4m', target: 'any' }),
          }));
          all.splice(1, 0, ...moves);
          of(all, 'end')['records'] = all.length - 1;
        }),
      /moves of its own/,
    ],
  ])('%s says why, and nothing of it is kept', async (_, content, why) => {
    const before = [await everything(one.team), await namesIn(one.team)];
    const { status, body } = await bring(one, content());
    expect(body.detail).toMatch(why);
    expect([400, 413, 422]).toContain(status);
    expect([await everything(one.team), await namesIn(one.team)]).toEqual(before);
  });

  test('is not brought in where it is stopped', async () => {
    const ending = new AbortController();
    const half = Buffer.from(written(whole)).subarray(0, 200_000);
    const body = new ReadableStream({
      pull: (controller) => {
        controller.enqueue(half);
        ending.abort();
      },
    });
    await expect(
      fetch(`${server.url}/api/team/file`, {
        ...asked('', one.cookie()),
        body,
        duplex: 'half',
        signal: ending.signal,
      } as RequestInit),
    ).rejects.toThrow();
    expect((await everything(one.team)).songs).toEqual([]);
    expect((await bring(one, written(whole))).status).toBe(200);
  });
});

describe('what a file is read by', () => {
  const read = async (text: string, cuts: readonly number[], most = 1_000) => {
    const bytes = Buffer.from(text);
    const at = [0, ...[...cuts].map((cut) => cut % (bytes.length + 1)).sort((a, b) => a - b)];
    const stream = (async function* () {
      for (const [place, from] of at.entries())
        yield bytes.subarray(from, at[place + 1] ?? bytes.length);
    })();
    const all: unknown[] = [];
    for await (const element of elementsOf(stream, most)) all.push(JSON.parse(element));
    return all;
  };

  // The standard reader of the language is the judge.
  test('is any list of objects, however it is laid out and wherever it is cut', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.dictionary(fc.string(), fc.jsonValue()), { maxLength: 5 }),
        fc.constantFrom(0, 2, '\t'),
        fc.array(fc.nat(), { maxLength: 6 }),
        async (list, indent, cuts) => {
          const text = JSON.stringify(list, null, indent);
          expect(await read(text, cuts, 1_000_000)).toEqual(JSON.parse(text));
        },
      ),
    );
  });

  test.each(['', '{}', '[1]', '["a"]', '[{} {}]', '[,{}]', '[{},]', '[{}', '[{}]x', 'x[]'])(
    'is not %j',
    async (text) => {
      await expect(read(text, [])).rejects.toThrow(/no file of a team|breaks off/);
    },
  );

  test('holds no record longer than it may be', async () => {
    const long = `[{"a":"${'x'.repeat(2_000)}`;
    await expect(read(long, [1_500])).rejects.toThrow(/Record 1 is larger/);
  });

  test('makes nobody two people, and two people nobody', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ id: fc.constantFrom('a', 'b', 'c'), name: fc.constantFrom('x', 'Y') }),
        ),
        fc.array(
          fc.record({
            id: fc.constantFrom('a', 'b', 'd', 'e'),
            name: fc.constantFrom('X', 'y', 'z'),
          }),
        ),
        (inTeam, inFile) => {
          const once = <One extends { id: string }>(all: readonly One[]) => [
            ...new Map(all.map((one) => [one.id, one])).values(),
          ];
          const [team, file] = [once(inTeam), once(inFile)];
          const people = samePeople(team);
          const added = file.flatMap((one) => people.meet(one) ?? []);
          const here = file.map(({ id }) => people.here(id));
          expect(new Set(here).size).toBe(file.length);
          const ids = [...team, ...added].map(({ id }) => id);
          expect(new Set(ids).size).toBe(ids.length);
          for (const id of here) expect(ids).toContain(id);
        },
      ),
    );
    const people = samePeople([
      { id: '1', name: 'Oda Brandt' },
      { id: '2', name: 'Piet' },
      { id: '3', name: 'piet' },
    ]);
    expect(people.meet({ id: '9', name: 'oda brandt ' })).toBeNull();
    expect(people.meet({ id: '8', name: 'Piet' })).toEqual({ id: '8', name: 'Piet' });
    expect([people.here('9'), people.here(null)]).toEqual(['1', null]);
  });
});

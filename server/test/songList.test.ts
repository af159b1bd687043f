import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import {
  songChoices,
  songList,
  songOrders,
  songSets,
  songTexts,
  titledSongs,
  type SongListItem,
} from '@intervallum/contract';
import { startTestServer, type TestServer } from './server.ts';

const today = '2026-11-26';
const keys = ['Cb', 'A minor', 'G', 'Db', 'C', 'Bb', 'C minor'];
/** From C on, as the keys of a keyboard (common practice, no published source). */
const keyboard = ['C', 'C minor', 'Db', 'G', 'A minor', 'Bb', 'Cb'];
const singers = ['', 'Ada', 'Noor'];
const meters = ['4/4', '6/8'];
const tempos = [null, 60, 72.5, 140];
const tags = ['advent', 'quiet', '100% true_'];

/** What the test knows of a song, by its own hand. */
interface Known {
  readonly id: string;
  readonly title: string;
  readonly key: string;
  readonly singer: string;
  readonly meter: string;
  readonly tempo: number | null;
  readonly tags: readonly string[];
  readonly favourite: boolean;
  readonly days: readonly string[];
  savedAt: string;
}

let server: TestServer;
const known: Known[] = [];

beforeAll(async () => {
  server = await startTestServer();
  const days = ['2020-05-03', today, '2026-11-25', '2030-01-06'];
  for (let count = 0; count < 40; count += 1) {
    const pick = <Value>(from: readonly Value[], step: number) =>
      from[(count * step) % from.length]!;
    const facts = {
      id: randomUUID(),
      title: `${pick(['Bell', 'Acre', 'Cedar'], 1)} ${count}`,
      key: pick(keys, 3),
      singer: pick(singers, 1),
      meter: pick(meters, 1),
      tempo: pick(tempos, 3),
      tags: tags.filter((_, place) => (count >> place) % 2 === 1),
      favourite: count % 5 === 0,
      days: days.filter((_, place) => count % (place + 3) === 0),
      savedAt: '',
    };
    const { id, title, key, singer, meter, tempo } = facts;
    const text = [
      `title: ${title}\nkey: ${key}\nmeter: ${meter}\nsinger: ${singer}`,
      tempo === null ? '' : `tempo: ${tempo}`,
      `\nVerse:\n  1 | 4\n  > ${count % 2 ? 'rivers' : 'meadows'} shine\n`,
    ].join('\n');
    const made = await server.call('POST', '/api/songs', { id, text });
    expect(made.status).toBe(201);
    known.push(Object.assign(facts, { savedAt: String(made.body.savedAt) }));
  }
  const deleted = await server.call('POST', '/api/songs', {
    text: 'title: Gone\nkey: E\nsinger: Nobody\n\nA:\n 1',
  });
  await server.call('DELETE', `/api/songs/${deleted.body.id}`);
  for (const day of days)
    await server.call('POST', '/api/sets', {
      name: day,
      date: day,
      leader: '',
      notes: '',
      items: known
        .filter((song) => song.days.includes(day))
        .map(({ id }) => ({ id: randomUUID(), songId: id, key: null, notes: '' })),
    });
  // A set that was thrown away is no use of its songs.
  const thrown = await server.call('POST', '/api/sets', {
    name: 'Thrown away',
    date: today,
    leader: '',
    notes: '',
    items: known.map(({ id }) => ({ id: randomUUID(), songId: id, key: null, notes: '' })),
  });
  await server.call('DELETE', `/api/sets/${thrown.body.id}`);
  for (const tag of tags) await mark({ ids: withTag(tag), addTag: tag });
  await mark({ ids: known.filter((one) => one.favourite).map(({ id }) => id), favourite: true });
}, 60_000);
afterAll(() => server.stop());

const withTag = (tag: string) => known.filter((one) => one.tags.includes(tag)).map(({ id }) => id);

async function mark(body: object) {
  const answer = await server.call('POST', '/api/songs/marks', body);
  expect(answer.status).toBe(204);
}

/** The whole list, a page after the other. */
async function all(asked: Record<string, string | undefined>, limit: number) {
  const songs: SongListItem[] = [];
  const said = Object.entries(asked).flatMap(([name, value]) => (value ? [[name, value]] : []));
  for (let after: string | null = null; ;) {
    const query = new URLSearchParams([...said, ['limit', String(limit)]] as string[][]);
    if (after) query.set('after', after);
    const page = songList.parse((await server.call('GET', `/api/songs?${query}`)).body);
    songs.push(...page.songs);
    after = page.next;
    if (after === null) {
      expect(page.total).toBe(songs.length);
      return songs;
    }
  }
}

const maybe = <Value>(values: readonly Value[]) =>
  fc.option(fc.constantFrom(...values), { nil: undefined });

/** A day so many weeks before another one. */
const weeksBefore = (day: string, weeks: number) =>
  new Date(Date.parse(day) - weeks * 7 * 86_400_000).toISOString().slice(0, 10);

const asking = fc.record({
  order: maybe(songOrders),
  search: maybe(['rivers', 'be', 'meadows shine', 'nowhere']),
  key: maybe(['C', 'A minor', 'Db']),
  meter: maybe(meters),
  singer: maybe(['Ada', 'Noor']),
  slowest: maybe(['60', '72.5']),
  fastest: maybe(['72.5', '139']),
  tag: maybe(tags),
  favourites: maybe(['yes']),
  coming: maybe(['yes']),
  rested: maybe(['1', '4', '52']),
});

test('a list has the songs that are asked for, each once, in the order that is asked for', async () => {
  await fc.assert(
    fc.asyncProperty(asking, fc.constantFrom(3, 7, 100), async (asked, limit) => {
      const { order = 'title', search, slowest, fastest, tag } = asked;
      const wanted = known.filter(
        (song, place) =>
          (search === undefined ||
            (search === 'be'
              ? song.title.startsWith('Be')
              : (place % 2 ? 'rivers shine' : 'meadows shine').includes(search))) &&
          (asked.key ?? song.key) === song.key &&
          (asked.meter ?? song.meter) === song.meter &&
          (asked.singer ?? song.singer) === song.singer &&
          (slowest === undefined || (song.tempo !== null && song.tempo >= Number(slowest))) &&
          (fastest === undefined || (song.tempo !== null && song.tempo <= Number(fastest))) &&
          (tag === undefined || song.tags.includes(tag)) &&
          (!asked.favourites || song.favourite) &&
          (!asked.coming || song.days.some((day) => day >= today)) &&
          (asked.rested === undefined ||
            !song.days.some((day) => day >= weeksBefore(today, Number(asked.rested)))),
      );
      const found = await all({ ...asked, today }, limit);
      expect(found.map(({ id }) => id).sort()).toEqual(wanted.map(({ id }) => id).sort());
      const latest = (song: Known) =>
        [...song.days]
          .sort()
          .filter((day) => day <= today)
          .at(-1) ?? '';
      // What the order says of neighbours, and titles where it says nothing.
      const compare: Record<string, (one: Known, other: Known) => number> = {
        title: () => 0,
        key: (one, other) => keyboard.indexOf(one.key) - keyboard.indexOf(other.key),
        tempo: (one, other) => (one.tempo ?? 1e9) - (other.tempo ?? 1e9),
        used: (one, other) => latest(other).localeCompare(latest(one)),
        changed: (one, other) => other.savedAt.localeCompare(one.savedAt),
      };
      const byTitle = (title: string) =>
        title.toLowerCase().replace(/\d+/, (n) => n.padStart(4, '0'));
      const songs = found.map(({ id }) => known.find((song) => song.id === id)!);
      for (const [place, song] of songs.entries()) {
        const next = songs[place + 1];
        if (!next) break;
        const way = compare[order]!(song, next);
        expect([song.title, next.title, way <= 0]).toEqual([song.title, next.title, true]);
        if (way === 0) expect(byTitle(song.title) < byTitle(next.title)).toBe(true);
      }
      for (const { id, tags: given, favourite, usedOn } of found) {
        const song = known.find((one) => one.id === id)!;
        expect([given, favourite, usedOn ?? '']).toEqual([song.tags, song.favourite, latest(song)]);
      }
    }),
    { numRuns: 60 },
  );
}, 60_000);

test('says what there is to filter by, nothing of what was deleted', async () => {
  const choices = songChoices.parse((await server.call('GET', '/api/songs/choices')).body);
  expect(choices).toEqual({
    keys: keyboard,
    meters,
    singers: ['Ada', 'Noor'],
    tags: ['100% true_', 'advent', 'quiet'],
  });
});

test('some songs are asked for by their ids, those that are gone left out', async () => {
  const [one, other] = [known[3]!, known[1]!];
  const found = await all({ ids: [one.id, randomUUID(), other.id].join(',') }, 100);
  expect(new Set(found.map(({ id }) => id))).toEqual(new Set([one.id, other.id]));
});

test('says in which sets a song is: without a day, then latest first; none that was deleted', async () => {
  const song = known[0]!;
  const dateless = { name: 'Any day', date: null, leader: '', notes: '' };
  const twice = [1, 2].map(() => ({ id: randomUUID(), songId: song.id, key: null, notes: '' }));
  const made = await server.call('POST', '/api/sets', { ...dateless, items: twice });
  const { sets } = songSets.parse((await server.call('GET', `/api/songs/${song.id}/sets`)).body);
  expect(sets.map(({ name }) => name)).toEqual(['Any day', ...[...song.days].sort().reverse()]);
  await server.call('DELETE', `/api/sets/${made.body.id}`);
});

describe('marks', () => {
  test('are given and taken as often as one likes, and make no new revision of a song', async () => {
    const { id } = known[7]!;
    const before = (await server.call('GET', `/api/songs/${id}`)).body;
    const marks = async () => {
      const [found] = await all({ ids: id }, 1);
      return [found!.tags, found!.favourite];
    };
    const stood = await marks();
    for (let times = 0; times < 2; times += 1)
      await mark({ ids: [id], addTag: ' new  year ', favourite: true });
    expect(await marks()).toEqual([[...known[7]!.tags, 'new year'], true]);
    for (let times = 0; times < 2; times += 1)
      await mark({ ids: [id], removeTag: 'new year', favourite: false });
    expect(await marks()).toEqual(stood);
    expect((await server.call('GET', `/api/songs/${id}`)).body).toEqual(before);
  });

  test.each([
    ['a tag without a name', { addTag: '  ' }, 422, 'A tag needs a name.'],
    ['a tag of 41 letters', { addTag: 'x'.repeat(41) }, 422, 'up to 40 characters'],
    ['a tag that turns letters about', { addTag: 'a\u202eb' }, 422, 'U+202E'],
    ['a song that there is not', { ids: [randomUUID()], favourite: true }, 404, 'no longer there'],
    ['no song', { ids: [], favourite: true }, 422, 'No song is named'],
  ])('%s is refused with a reason', async (_, wrong, status, message) => {
    const answer = await server.call('POST', '/api/songs/marks', { ids: [known[0]!.id], ...wrong });
    expect([answer.status, JSON.stringify(answer.body)]).toEqual([
      status,
      expect.stringContaining(message),
    ]);
  });

  test('of many songs are all given or none: one that has twenty tags stops the rest', async () => {
    const [full, other] = [known[11]!, known[13]!];
    const more = Array.from({ length: 20 - full.tags.length }, (_, count) => `tag ${count}`);
    for (const tag of more) await mark({ ids: [full.id], addTag: tag });
    const answer = await server.call('POST', '/api/songs/marks', {
      ids: [other.id, full.id],
      addTag: 'one more',
      favourite: true,
    });
    expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching('20 tags')]);
    const [found] = await all({ ids: other.id }, 1);
    expect([found!.tags, found!.favourite]).toEqual([other.tags, other.favourite]);
    for (const tag of more) await mark({ ids: [full.id], removeTag: tag });
  });
});

test.each([
  ['order=loud', 'order'],
  ['key=H', 'key'],
  ['slowest=0', 'slowest'],
  ['today=26.11.2026', 'today'],
  ['coming=no', 'coming'],
  ['rested=long', 'rested'],
  ['ids=1,2', 'ids'],
])('a list asked for with %s is refused, and the field named', async (query, field) => {
  const answer = await server.call('GET', `/api/songs?${query}`);
  expect([answer.status, JSON.stringify(answer.body.errors)]).toEqual([
    422,
    expect.stringContaining(field),
  ]);
});

describe('a search for numbers', () => {
  const found = async (search: string, more = '') => {
    const { body } = await server.call(
      'GET',
      `/api/songs?search=${encodeURIComponent(search)}${more}`,
    );
    return songList
      .parse(body)
      .songs.map(({ summary, found: at }) => `${summary.title}: ${at?.section} ${at?.bar}`);
  };
  beforeAll(async () => {
    for (const [title, chords] of [
      ['Heron', 'Verse:\n  1 | 4\n\nChorus:\n  5/7 | 6m 4 | 1 | 5'],
      ['Otter', 'Verse:\n  1 | 7m7b5 37#5#9 | 6m9'],
      ['Plover', 'Verse x2:\n  4 | 1 | 5 | 6m7'],
    ])
      await server.call('POST', '/api/songs', { text: `title: ${title}\nkey: C\n\n${chords}\n` });
  });

  test.each([
    ['6 4 1 5', ['Heron: Chorus 2', 'Plover: Verse 4']],
    ['6415', ['Heron: Chorus 2', 'Plover: Verse 4']],
    ['7 3 6', ['Otter: Verse 2']],
    ['7m7b5 37#5#9', ['Otter: Verse 2']],
    ['6m7 4', ['Plover: Verse 4']],
    ['5/7 6m', ['Heron: Chorus 1']],
    ['2 2 2', []],
  ])('%s', async (search, wanted) => {
    expect(await found(search)).toEqual(wanted);
    expect(await found(search, '&order=key')).toEqual(wanted);
  });

  test('a song that was changed or deleted is found by what it is now', async () => {
    const { body } = await server.call('GET', '/api/songs?search=Otter');
    const { id } = songList.parse(body).songs[0]!;
    const text = 'title: Otter\nkey: C\n\nVerse:\n  b7 | 4m | 1\n';
    await server.call('PUT', `/api/songs/${id}`, { text }, { 'If-Match': '"1"' });
    expect([await found('7 3 6'), await found('b7 4m 1')]).toEqual([[], ['Otter: Verse 1']]);
    await server.call('DELETE', `/api/songs/${id}`);
    expect(await found('b7 4m 1')).toEqual([]);
  });
});

describe('songs by the titles that somebody brings', () => {
  const titled = async (titles: unknown) => {
    const { status, body } = await server.call('POST', '/api/songs/titled', { titles });
    return { status, songs: status === 200 ? titledSongs.parse(body).songs : [] };
  };

  test('are found however the title is written, each under the one that was asked for; deleted ones are not', async () => {
    const make = async (title: string) => {
      const text = `title: ${title}\nkey: C\n`;
      const { body } = await server.call('POST', '/api/songs', { text });
      return (body as { id: string }).id;
    };
    const [first, second] = [await make('Émile’s Bell 3'), await make('ÉMILE’S BELL 3')];
    const deleted = await make('Gone Away');
    await server.call('DELETE', `/api/songs/${deleted}`);
    const asked = ['Emile’s bell 3', 'émile’s Bell 03', 'Gone Away', 'Never Heard'];
    const { songs } = await titled(asked);
    const found = songs.map(({ asked: by, id, title, revision }) => [by, id, title, revision]);
    expect(found.sort()).toEqual(
      asked
        .slice(0, 2)
        .flatMap((by) => [
          [by, first, 'Émile’s Bell 3', 1],
          [by, second, 'ÉMILE’S BELL 3', 1],
        ])
        .sort(),
    );
  });

  test.each([[[]], [Array.from({ length: 501 }, (_, n) => `T${n}`)], [['x'.repeat(201)]], ['T']])(
    'too many, too long, or none: refused with a sentence',
    async (titles) => {
      expect((await titled(titles)).status).toBe(422);
    },
  );
});

test('the charts of songs are had by their ids, forty at once; of what is deleted or not there, none', async () => {
  const ask = (ids: unknown) => server.call('POST', '/api/songs/texts', { ids });
  const text = 'title: Looked Through\nkey: C\n\nVerse:\n  1 | 57\n';
  const { id: there } = (await server.call('POST', '/api/songs', { text })).body as { id: string };
  const { id: gone } = (await server.call('POST', '/api/songs', { text })).body as { id: string };
  await server.call('DELETE', `/api/songs/${gone}`);
  const { body } = await ask([there, gone, randomUUID()]);
  expect(songTexts.parse(body).songs).toEqual([{ id: there, text }]);
  for (const ids of [[], ['x'], Array.from({ length: 41 }, () => randomUUID()), there])
    expect((await ask(ids)).status).toBe(422);
});

import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import {
  learnerLimits,
  type LogDay,
  type LogEntry,
  type LoggedRound,
  type LogStep,
} from '@intervallum/contract';
import { afterDrill, chartLimits, rungKinds, type DrillGrade } from '@intervallum/core';
import { openDatabase } from '../src/db/database.ts';
import { closeWithPeople, openWithPeople, owner, server, somebody } from './people.ts';

/** What somebody practised: written down, read by themselves alone. */
beforeAll(openWithPeople);
afterAll(closeWithPeople);

type Somebody = Awaited<ReturnType<typeof somebody>>;

const song = randomUUID();
const round = (over: Partial<LoggedRound> = {}): LoggedRound => ({
  id: randomUUID(),
  kind: 'round',
  at: '2026-11-29T18:00:00.000Z',
  day: '2026-11-29',
  seconds: 40,
  songId: song,
  title: 'Reed and River',
  section: 'Verse',
  rung: 'written',
  pushes: 0,
  bars: null,
  way: 'in time',
  tempo: 60,
  goal: 84,
  isClean: true,
  isWhole: true,
  weak: [],
  isRhythm: false,
  hand: null,
  runs: null,
  ...over,
});
const drill = (card: string, grade: DrillGrade, at: string): LogEntry => ({
  ...{ id: randomUUID(), kind: 'drill', at, day: at.slice(0, 10), seconds: 5, card, grade },
  memory: afterDrill(null, grade, Date.parse(at)),
});
const write = (who: Somebody, entries: readonly LogEntry[]) =>
  who.call('POST', '/api/log', { entries });
const read = async (who: Somebody, query = '') =>
  (await who.call('GET', `/api/log${query}`)).body as {
    entries: LogEntry[];
    next: string | null;
  };
const steps = async (who: Somebody, query = '') =>
  (await who.call('GET', `/api/log/steps${query}`)).body.steps as LogStep[];

describe('the logbook', () => {
  test('what is sent twice is written once, and as it was the first time', async () => {
    const one = await somebody('guest');
    const entry = round();
    expect((await write(one, [entry, entry])).status).toBe(204);
    expect((await write(one, [{ ...entry, tempo: 84 }, round()])).status).toBe(204);
    const { entries, next } = await read(one);
    expect(entries).toHaveLength(2);
    expect(entries.find(({ id }) => id === entry.id)).toEqual(entry);
    expect(next).toBeNull();
  });

  test('is read by nobody else: not by the owner of the team, nor as one’s own in another', async () => {
    const one = await somebody('player');
    const boss = await somebody('owner', one.team);
    await write(one, [round(), drill('to chord · G · 4', 'good', '2026-11-29T18:01:00.000Z')]);
    for (const path of [
      '',
      '/days?from=2026-01-01&to=2026-12-31',
      '/steps',
      `/steps?songs=${song}`,
      '/cards',
    ]) {
      const seen = async (who: Somebody) =>
        Object.values((await who.call('GET', `/api/log${path}`)).body)[0];
      expect([path, await seen(boss)]).toEqual([path, []]);
      expect(await seen(one)).not.toEqual([]);
    }
  });

  test('is paged through from the latest, entries of one moment too, each once', async () => {
    const one = await somebody('player');
    const all = Array.from({ length: 57 }, (_, place) =>
      round({ at: new Date(Date.UTC(2026, 0, 1 + Math.floor(place / 5))).toISOString() }),
    );
    await write(one, all);
    const seen: LogEntry[] = [];
    let next: string | null = '';
    while (next !== null) {
      const page = await read(one, `?limit=10${next ? `&after=${next}` : ''}`);
      seen.push(...page.entries);
      next = page.next;
    }
    expect(new Set(seen.map(({ id }) => id))).toEqual(new Set(all.map(({ id }) => id)));
    expect(seen).toHaveLength(57);
    const moments = seen.map(({ at }) => at);
    expect(moments).toEqual([...moments].sort().reverse());
    const strange = await one.call('GET', '/api/log?after=x');
    expect(strange.status).toBe(422);
  });

  test('days and steps are what the entries say, reckoned again by hand', async () => {
    const one = await somebody('player');
    // A sequence that is the same each time (numerical recipes' generator, from memory).
    let seed = 7;
    const dice = (sides: number) => {
      seed = (seed * 1_664_525 + 1_013_904_223) % 2 ** 32;
      return Math.floor((seed / 2 ** 32) * sides);
    };
    const entries = Array.from({ length: 300 }, (_, place) => {
      const day = `2026-11-${String(1 + dice(20)).padStart(2, '0')}`;
      const at = `${day}T1${dice(10)}:00:00.${String(place).padStart(3, '0')}Z`;
      const isWhole = dice(5) > 0;
      return round({
        ...{ at, day, seconds: dice(90), isWhole, section: dice(2) ? 'Verse' : 'Bridge' },
        ...{ rung: rungKinds[dice(3)]!, tempo: 50 + dice(30) },
        isClean: [true, false, null][dice(3)]!,
        way: (['in time', 'from memory'] as const)[dice(2)]!,
        bars: dice(3) ? null : { from: 1, to: 2 },
        hand: dice(3) ? null : 'left',
        runs: dice(3) ? null : 'all',
      });
    });
    for (let from = 0; from < 300; from += 100) await write(one, entries.slice(from, from + 100));

    const { days } = (await one.call('GET', '/api/log/days?from=2026-11-05&to=2026-11-15'))
      .body as { days: LogDay[] };
    expect(days.map(({ day }) => day)).toEqual([...days.map(({ day }) => day)].sort());
    for (const { day, seconds, rounds, clean, drills } of days) {
      const of = entries.filter((entry) => entry.day === day);
      expect([day, seconds, rounds, drills]).toEqual([
        day,
        of.reduce((sum, entry) => sum + entry.seconds, 0),
        of.length,
        0,
      ]);
      expect(clean).toBe(of.filter(({ isClean, isWhole }) => isClean && isWhole).length);
    }

    type Named = Pick<LoggedRound, 'section' | 'rung' | 'bars' | 'hand' | 'runs'>;
    const name = ({ section, rung, bars, hand, runs }: Named) =>
      `${section} ${rung} ${bars?.to} ${hand} ${runs}`;
    const found = await steps(one);
    expect(new Set(found.map(name))).toEqual(new Set(entries.map(name)));
    for (const step of found) {
      const of = entries.filter((entry) => name(entry) === name(step));
      const best = (some: LoggedRound[]) => {
        const good = some.filter(({ isClean, isWhole }) => isClean && isWhole);
        const last = good
          .map(({ day }) => day)
          .sort()
          .at(-1);
        const tempo = Math.max(...good.filter(({ day }) => day === last).map((r) => r.tempo!));
        return last === undefined ? null : { day: last, tempo };
      };
      expect(step.rounds).toBe(of.filter(({ isWhole }) => isWhole).length);
      expect(step.lastAt).toBe(
        of
          .map(({ at }) => at)
          .sort()
          .at(-1),
      );
      expect(step.clean).toEqual(best(of));
      expect(step.memory).toEqual(best(of.filter(({ way }) => way === 'from memory')));
    }
  });

  test('of each drill the last time counts', async () => {
    const one = await somebody('player');
    const [first, last] = [
      drill('keys · 1add9', 'again', '2026-11-20T18:00:00.000Z'),
      drill('keys · 1add9', 'easy', '2026-11-22T18:00:00.000Z'),
    ];
    await write(one, [last, first, drill('heard · C · 4', 'good', '2026-11-21T18:00:00.000Z')]);
    const { cards } = (await one.call('GET', '/api/log/cards')).body;
    expect(cards).toHaveLength(2);
    expect(cards).toContainEqual({
      card: 'keys · 1add9',
      memory: last.kind === 'drill' && last.memory,
    });
  });

  test.each<[string, unknown]>([
    ['nothing', []],
    ['more than are taken at once', Array.from({ length: 101 }, () => round())],
    ['no kind that is known', [{ ...round(), kind: 'nap' }]],
    ['a tempo that nobody plays', [round({ tempo: 4_000 })]],
    ['half an id', [round({ id: 'me' })]],
    ['a day that is none', [round({ day: '2026-02-30' })]],
    ['longer than a night', [round({ seconds: 90_000 })]],
    ['a sign that nobody sees', [round({ title: 'a\u0000b' })]],
    [
      'a chord that no text of the database can be',
      [
        round({
          weak: [{ kind: 'wrong', hand: null, bar: 1, chord: '4\u0000', ms: 0 }],
        }),
      ],
    ],
  ])('%s is refused, with a sentence, and nothing of it is kept', async (_, entries) => {
    const one = await somebody('player');
    const answer = await one.call('POST', '/api/log', { entries });
    expect([answer.status, answer.body.detail.length > 10]).toEqual([422, true]);
    expect((await read(one)).entries).toEqual([]);
  });

  test('nothing of it can be changed, not even by the server', async () => {
    const net = openDatabase(server.ownerUrl.replace('//app@', '//intervallum_server@'));
    await expect(net.database.execute("update practice_log set what = ''")).rejects.toThrow();
    await net.close();
  });

  test('time that was improvised counts as time, and as no round', async () => {
    const one = await somebody('player');
    const { id, at, day, songId, title, section } = round();
    const spent = { id, at, day, seconds: 90, kind: 'time', what: 'improvising', songId, title };
    expect(
      (await one.call('POST', '/api/log', { entries: [{ ...spent, section, tempo: 70 }] })).status,
    ).toBe(204);
    expect((await read(one)).entries).toEqual([{ ...spent, section, tempo: 70 }]);
    const { days } = (await one.call('GET', `/api/log/days?from=${day}&to=${day}`)).body;
    expect(days).toEqual([{ day, seconds: 90, rounds: 0, clean: 0, drills: 0 }]);
    expect(await steps(one)).toEqual([]);
  });

  test('a section and a title are as long as a line of a chart may be', async () => {
    const one = await somebody('player');
    const name = 'Ω'.repeat(chartLimits.lineCharacters);
    const entries = [
      round({ section: name, title: name }),
      drill(`change · ${song} · 1-2 · ${name}`, 'good', '2026-11-20T18:00:00.000Z'),
    ];
    expect((await write(one, entries)).status).toBe(204);
    expect((await read(one)).entries).toEqual(entries);
    expect((await steps(one))[0]).toMatchObject({ section: name, rounds: 1 });
    expect((await write(one, [round({ section: `${name}!` })])).status).toBe(422);
  });

  test('an entry of a newer version blocks no other', async () => {
    const one = await somebody('player');
    await write(one, [round(), drill('heard · C · 4', 'good', '2026-11-21T18:00:00.000Z')]);
    await owner.database.execute(
      `update practice_log set entry = '{"version": 9, "value": {}}' where kind = 'drill' and person_id = '${one.personId}'`,
    );
    expect((await read(one)).entries).toHaveLength(1);
    expect((await one.call('GET', '/api/log/cards')).body.cards).toEqual([]);
  });

  test('it goes with whoever leaves', async () => {
    const one = await somebody('owner');
    const other = await somebody('player', one.team);
    await write(other, [round()]);
    const left = async () =>
      (
        await owner.database.execute(
          `select 1 from practice_log where person_id = '${other.personId}'`,
        )
      ).rows.length;
    expect(await left()).toBe(1);
    expect((await one.call('DELETE', `/api/people/${other.personId}/role`)).status).toBe(204);
    expect(await left()).toBe(0);
  });

  test('a log of ten years is read page by page, and by days', async () => {
    const one = await somebody('player');
    await write(one, [round({ at: '2016-01-01T12:00:00.000Z', day: '2016-01-01' })]);
    await owner.database.execute(
      `insert into practice_log (team_id, id, person_id, at, day, seconds, kind, song_id, what, tempo, is_clean, entry)
       select team_id, gen_random_uuid(), person_id, at + n * interval '72 minutes', (at + n * interval '72 minutes')::date, seconds, kind, song_id, what, tempo, is_clean, entry
       from practice_log, generate_series(1, 73000) n where person_id = '${one.personId}'`,
    );
    const page = await read(one, '?limit=200');
    expect([page.entries.length, page.next === null]).toEqual([200, false]);
    const { days } = (await one.call('GET', '/api/log/days?from=2016-01-01&to=2026-12-31'))
      .body as { days: LogDay[] };
    expect(days.reduce((sum, { rounds }) => sum + rounds, 0)).toBe(73_001);
    expect((await steps(one))[0]).toMatchObject({ rounds: 73_001 });
  });
});

describe('what a learner practises by a link', () => {
  const learner = { chords: 'plain', hands: 'right', tempo: 50 } as const;
  /** A teacher with a song, and a link to it for somebody. */
  async function taught(wish: object = { who: 'Mila', learner }) {
    const teacher = await somebody('leader');
    const { id } = (await teacher.call('POST', '/api/songs', { text: 'title: Reed\n' })).body;
    const asked = { kind: 'song', id, ...wish };
    const link = (await teacher.call('POST', '/api/shares', asked)).body;
    const send = (entries: readonly unknown[], token: string = link.token) =>
      server.call('POST', `/api/shared/${token}/log`, { entries });
    const log = async () => (await teacher.call('GET', `/api/shares/${link.id}/log`)).body;
    return { teacher, id, link, send, log };
  }

  test('is told to those who open links, stands in nobody’s own book, and is written once', async () => {
    const { teacher, id, link, send, log } = await taught();
    const page = await server.call('GET', `/api/shared/${link.token}`);
    expect(page.body.reader).toEqual({ role: null, who: 'Mila', learner });
    const entry = round({ songId: id });
    expect((await send([entry])).status).toBe(204);
    expect((await send([{ ...entry, tempo: 84 }, round({ songId: id })])).status).toBe(204);
    const { entries, rounds } = await log();
    expect([rounds, entries.length]).toEqual([2, 2]);
    expect(entries).toContainEqual(entry);
    expect((await read(teacher)).entries).toEqual([]);
    const player = await somebody('player', teacher.team);
    expect((await player.call('GET', `/api/shares/${link.id}/log`)).status).toBe(403);
    const stranger = await somebody('owner');
    expect((await stranger.call('GET', `/api/shares/${link.id}/log`)).status).toBe(404);
  });

  test.each<[string, (id: string) => unknown[], number]>([
    ['of another song', () => [round()], 422],
    ['of this song and another', (id) => [round({ songId: id }), round()], 422],
    ['that is a drill', () => [drill('keys · 1add9', 'good', '2026-11-20T18:00:00.000Z')], 422],
    [
      'that are too many at once',
      (id) => Array.from({ length: 101 }, () => round({ songId: id })),
      422,
    ],
    ['of which there is none', () => [], 422],
  ])('nothing is written %s', async (_, entries, status) => {
    const { id, send, log } = await taught();
    expect((await send(entries(id))).status).toBe(status);
    expect((await log()).rounds).toBe(0);
  });

  test('nothing is written by a link for reading, by a revoked one, or by one that was guessed', async () => {
    const reading = await taught({ role: 'keys' });
    expect((await reading.send([round({ songId: reading.id })])).status).toBe(403);
    const { teacher, id, link, send, log } = await taught();
    expect((await send([round({ songId: id })], 'x'.repeat(32))).status).toBe(404);
    expect((await teacher.call('DELETE', `/api/shares/${link.id}`)).status).toBe(204);
    expect((await send([round({ songId: id })])).status).toBe(404);
    expect((await log()).rounds).toBe(0);
  });

  test('a flood ends for the day, and a set is not practised by a link', async () => {
    const { teacher, id, link, send, log } = await taught();
    const some = () => Array.from({ length: 100 }, () => round({ songId: id }));
    for (let sent = 0; sent < learnerLimits.day; sent += 100)
      expect((await send(some())).status).toBe(204);
    const more = await send([round({ songId: id })]);
    expect([more.status, more.body.detail]).toEqual([
      413,
      expect.stringContaining('Go on tomorrow'),
    ]);
    expect((await log()).rounds).toBe(learnerLimits.day);
    expect((await log()).entries).toHaveLength(200);
    await owner.database.execute(
      `update practice_log set written_at = written_at - interval '25 hours' where share_id = '${link.id}'`,
    );
    expect((await send([round({ songId: id })])).status).toBe(204);
    const set = (await teacher.call('POST', '/api/sets', { name: 'Advent', items: [] })).body;
    const asked = await teacher.call('POST', '/api/shares', { kind: 'set', id: set.id, learner });
    expect(asked.status).toBe(422);
  });
});

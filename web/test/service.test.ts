import { describe, expect, test } from '@jest/globals';
import { plainSet, plainSongItem, type SetDraft, type VoiceNoted } from '@intervallum/contract';
import { formatKey } from '@intervallum/core';
import ICAL from 'ical.js';
import { clockAt } from '../src/screens/parts/service/clock.ts';
import { orderOf } from '../src/screens/parts/service/serviceOrder.ts';
import { offeredFor, viewService } from '../src/screens/parts/service/servicePlan.ts';
import {
  keysInWords,
  tempoInWords,
  warningInWords,
} from '../src/screens/parts/service/seamWords.ts';
import { serviceCalendar } from '../src/screens/set/calendar.ts';
import { orderTable } from '../src/screens/set/orderTable.ts';
import { copyOf, later } from '../src/screens/set/windows/copyOf.ts';

const chart = (key: string, tempo: number, tune = '') =>
  `title: T\nkey: ${key}\ntempo: ${tempo}\n\nVerse:\n  1 | 4\n${tune}\nChorus:\n  5 | 1\n`;
const prayer = { id: 'p', kind: 'prayer', name: '', minutes: 2, who: 'Oda' } as const;
const bridge = { from: 'a', text: 'key: D\n\nVamp x2 open:\n  4 | 5\n' };
const items: SetDraft['items'] = [
  { ...plainSongItem({ id: 'a', songId: 'one' }), who: 'Ada' },
  { ...prayer, notes: '', fixed: true, bed: null },
  { ...plainSongItem({ id: 'b', songId: 'two', key: 'D' }), road: 'Chorus', bridge },
];
const voice: VoiceNoted = {
  ...{ personId: 'x', name: 'Ada Reed', notedAt: '2026-11-01T00:00:00Z' },
  ...{ low: 57, high: 69, extremeLow: 55, extremeHigh: 71 },
};
const seen = (draft: SetDraft['items'] = items, lasted = new Map<string, number>()) =>
  viewService({
    items: draft,
    most: 1,
    texts: { one: chart('C', 60, "  tune: 1' . 3' . | 5' .\n"), two: chart('G', 60) },
    titles: new Map([
      ['one', 'Reed'],
      ['two', 'Oar'],
    ]),
    voices: [voice],
    wishes: {},
    lasted,
  });

describe('a service as its desk sees it', () => {
  test('has the way and the bridge of each song in its times, and keys for who leads', () => {
    const { plan, songs } = seen();
    // Four bars at 60; the prayer; two bars played three times at the song's tempo, and the chorus alone.
    expect(plan.items.map(({ seconds }) => seconds)).toEqual([16, 120, 2 * 4 * 3 + 8]);
    const [one, two] = [songs.get('a')!, songs.get('b')!];
    expect(one.voices.map(({ name }) => name)).toEqual(['Ada Reed']);
    const offered = offeredFor(one.sung!);
    expect(offered && formatKey(offered.key)).not.toBe('C');
    expect([formatKey(two.key), two.sung, two.problems]).toEqual(['D', null, []]);
    expect(two.written.sections.map(({ name }) => name)).toEqual(['Verse', 'Chorus']);
  });

  test('takes songs to last as long as they did, where they go the way they went', () => {
    const { plan } = seen(
      items,
      new Map([
        ['one', 33],
        ['two', 99],
      ]),
    );
    // The second one goes another way here: its own times say nothing of it.
    expect(plan.items.map(({ seconds, isMeasured }) => [seconds, isMeasured])).toEqual([
      [33, true],
      [120, false],
      [32, false],
    ]);
    expect(plan.items.map(({ begins }) => begins)).toEqual([0, 33, 153]);
  });

  test('waits for charts, leaves out what is not there, and says what cannot be played', () => {
    const waiting = viewService({
      ...{ items, most: null, titles: new Map(), voices: [], wishes: {} },
      texts: { one: null },
    });
    expect([waiting.isWaiting, waiting.songs.size]).toEqual([true, 0]);
    expect(waiting.plan.items.map(({ id }) => id)).toEqual(['p']);
    const wrong = { ...plainSongItem({ id: 'b', songId: 'two' }), road: 'Verse, Tag' };
    expect(seen([wrong]).songs.get('b')!.problems).toEqual([expect.stringContaining('“Tag”')]);
  });

  test('says in words what lies between, and what to think about', () => {
    const far = plainSongItem({ id: 'c', songId: 'two', key: 'F#' });
    const { plan } = seen([items[0]!, far]);
    const names = { language: 'english' } as const;
    expect(keysInWords(plan.seams[0]!, names)).toMatch(/^C to F♯: far apart, 5 of seven/);
    expect(tempoInWords(plan.seams[0]!)).toBe('The tempo stays.');
    const said = plan.warnings.map((one) =>
      warningInWords(one, plan, { nameOf: (id) => id.toUpperCase(), names, most: 1 }),
    );
    expect(said).toEqual([expect.stringMatching(/^A into C: C to F♯/)]);
  });
});

test.each([
  [null, 75, '1:15'],
  ['09:30', 0, '09:30'],
  ['09:30', 2_000, '10:03'],
  ['23:50', 900, '00:05'],
  ['nine', 60, '1:00'],
])('from %s on, after %d seconds it is %s', (begins, seconds, clock) => {
  expect(clockAt(begins, seconds)).toBe(clock);
});

describe('a service for others', () => {
  const draft = plainSet({
    ...{ name: 'Harvest, and more', date: '2026-03-29', begins: '02:30', items },
    rehearsal: { date: '2026-03-27', begins: '19:30' },
  });
  const lines = orderOf({ draft, songs: new Map(), view: seen() });
  const calendar = (changed: Partial<SetDraft> = {}) =>
    serviceCalendar({
      ...{ id: 'set', revision: 3, draft: { ...draft, ...changed }, seconds: 3_601, lines },
      address: 'https://example.org/sets/set',
    });

  // Read back by another reader of RFC 5545. The clocks of Europe leave out the hour of that night.
  test('is in a calendar at the hour of the place, with its rehearsal, reminders and order', () => {
    const events = new ICAL.Component(ICAL.parse(calendar()!)).getAllSubcomponents('vevent');
    const [service, rehearsal] = events.map((one) => new ICAL.Event(one));
    expect([service!.startDate, service!.endDate].map(String)).toEqual([
      '2026-03-29T02:30:00',
      '2026-03-29T03:31:00',
    ]);
    expect(service!.startDate.zone.tzid).toBe('floating');
    expect([service!.summary, service!.sequence]).toEqual(['Harvest, and more', 3]);
    expect(service!.description.split('\n')).toHaveLength(items.length);
    expect(String(rehearsal!.startDate)).toBe('2026-03-27T19:30:00');
    const alarms = events.map((one) => one.getAllSubcomponents('valarm').length);
    expect(alarms).toEqual([2, 1]);
    expect(new Set([service!.uid, rehearsal!.uid]).size).toBe(2);
  });

  test('without an hour it is all day, without a day it is in no calendar', () => {
    const text = calendar({ begins: null, rehearsal: null })!;
    const [event] = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
    expect(new ICAL.Event(event!).startDate.isDate).toBe(true);
    expect(calendar({ date: null })).toBeNull();
  });

  test('is a table, a line for each thing', () => {
    const rows = orderTable(lines).trim().split('\r\n');
    expect(rows).toHaveLength(1 + items.length);
    expect(rows[2]).toBe('02:30,2:00,Prayer,Prayer,,Oda,');
  });

  test('used again it has ids of its own, and its bridges lead from the same songs', () => {
    expect([later('2026-11-29'), later('2028-02-01'), later(null), later('x')]).toEqual([
      '2026-12-27',
      '2028-02-29',
      '',
      '',
    ]);
    const copy = copyOf(draft, 'Again', '2026-12-27');
    expect(copy).toMatchObject({
      name: 'Again',
      date: '2026-12-27',
      begins: '02:30',
      rehearsal: null,
    });
    const ids = copy.items.map(({ id }) => id);
    expect(new Set([...ids, ...items.map(({ id }) => id)]).size).toBe(6);
    expect(copy.items[2]).toMatchObject({
      road: 'Chorus',
      bridge: { from: ids[0], text: bridge.text },
    });
    // A bridge from what is no longer there leads from nowhere.
    const [, , last] = copyOf({ ...draft, items: items.slice(1) }, 'A', null).items;
    expect(last).toBeUndefined();
    expect(copyOf({ ...draft, items: [items[2]!] }, 'A', null).items[0]).toMatchObject({
      bridge: null,
    });
  });
});

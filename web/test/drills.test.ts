import { describe, expect, test } from '@jest/globals';
import {
  logEntry,
  type LogEntry,
  type LoggedDrill,
  type LoggedRound,
  type LogStep,
  type SetListItem,
} from '@intervallum/contract';
import { drillCards, nearestTo, parseChart, type DrillCard } from '@intervallum/core';
import { drillOfSong } from '../src/lenses/parts/drilled.ts';
import { linesOfDay, logTable } from '../src/screens/parts/log/logWords.ts';
import { createDrillRoom } from '../src/screens/practice/drills/drillRoom.ts';
import {
  comingSet,
  drillsOfDay,
  practisedSongs,
  readySong,
} from '../src/screens/practice/material.ts';
import { dayBefore, daysBetween } from '../src/ui/dates.ts';

const text =
  'title: Tide\nkey: C\ntempo: 80\n\nVerse:\n  1 | 4 | 5sus4 5 | 1\n\nChorus:\n  6m7 | 4\n';
const id = '0199c0de-0000-7000-8000-00000000000a';
const [song] = practisedSongs([{ id, text }], null, '2026-11-29');
const cards = drillCards([song!], [], new Map());
const cardOf = (name: string): DrillCard => cards.find((card) => card.name === name)!;

/** A room with some cards whose clock is turned by hand. */
function openRoom(...names: string[]) {
  let now = 1_000;
  const log: LoggedDrill[] = [];
  const room = createDrillRoom(names.map(cardOf), {
    now: () => now,
    log: (entry) => log.push(entry),
  });
  const strike = (...notes: number[]) => {
    for (const note of notes) room.key('down', note, now);
    for (const note of notes) room.key('up', note, now);
  };
  return {
    room,
    log,
    strike,
    wait: (ms: number) => (now += ms),
    state: () => room.store.getState(),
  };
}

describe('a drill', () => {
  test('is played in any inversion, graded by keys and time, written down once', () => {
    const { room, log, strike, wait, state } = openRoom('to chord · C · 4', 'to chord · C · 6m7');
    wait(900);
    strike(53, 57, 60);
    expect(state().went).toMatchObject({ grade: 'easy', of: 1, ms: 900, wrong: 0, farther: null });
    strike(53, 57, 60);
    room.assess(false);
    expect(log).toHaveLength(1);
    expect(logEntry.parse(log[0])).toEqual(log[0]);
    expect(log[0]).toMatchObject({ card: 'to chord · C · 4', grade: 'easy', seconds: 0.9 });
    room.next();
    wait(500);
    strike(61);
    strike(57, 60, 64, 67);
    expect(state().went).toMatchObject({ grade: 'again', wrong: 1 });
    room.next();
    expect(state().results.map((one) => one?.grade)).toEqual(['easy', 'again']);
    expect(state().asks).toBeNull();
    room.next();
    expect(state().place).toBe(2);
  });

  test('with one finger: keys of the screen stay down until the chord is there', () => {
    const { room, state } = openRoom('to chord · C · 4');
    for (const note of [53, 57]) room.press(note, 1_100);
    expect([...state().down]).toEqual([53, 57]);
    room.press(57, 1_150);
    room.press(57, 1_160);
    room.press(60, 1_200);
    expect(state().went).toMatchObject({ wrong: 0 });
    expect(state().down.size).toBe(0);
  });

  test('the nearest inversion is easy, another one is trouble', () => {
    const { room, strike, state } = openRoom('nearest · C · 1 · 4', 'nearest · C · 1 · 4');
    strike(...nearestTo([60, 64, 67], [5, 9, 0]));
    expect(state().went).toMatchObject({ grade: 'easy', farther: 0 });
    room.next();
    strike(65, 69, 72);
    expect(state().went).toMatchObject({ grade: 'hard', wrong: 0 });
    expect(state().went!.farther).toBeGreaterThan(0);
  });

  test('a number is chosen once; what was shown is said; what is passed over stays due', () => {
    const { room, log, state } = openRoom(
      'to number · C · 4',
      'resolve · C · 5sus4 · 5',
      'bass · C · 1 · 4',
    );
    const { asks } = state();
    const right = asks?.kind === 'choose' ? asks.right : -1;
    room.choose((right + 1) % 4);
    room.choose(right);
    expect(state()).toMatchObject({ chosen: (right + 1) % 4, went: { grade: 'again' } });
    room.next();
    room.show();
    room.key('down', 60, 1_000);
    expect(state().waiting!.held.size).toBe(0);
    room.assess(true);
    expect(state().went).toMatchObject({ grade: 'good' });
    room.next();
    room.next();
    expect(state().results).toEqual([expect.anything(), expect.anything(), null]);
    expect(log.map(({ grade }) => grade)).toEqual(['again', 'good']);
  });

  test('of five minutes ends when they are over, by what was played', () => {
    const { room, strike, state, wait } = openRoom('five minutes · 1 · 4 · 5');
    expect(state().endsAt).toBe(301_000);
    strike(60, 64, 67);
    wait(400);
    strike(65, 69, 72);
    room.end();
    expect(state().went).toMatchObject({ of: 2, grade: 'easy' });
    const none = openRoom('five minutes · 1 · 4 · 5');
    none.room.end();
    expect(none.state().went).toMatchObject({ of: 0, grade: 'again' });
  });
});

const round = (over: Partial<LoggedRound> = {}): LoggedRound => ({
  ...{ id, kind: 'round', at: '2026-11-28T18:00:00.000Z', day: '2026-11-28', seconds: 60 },
  ...{ songId: id, title: 'Tide', section: 'Verse', rung: 'written', pushes: 0, bars: null },
  ...{
    way: 'in time',
    tempo: 60,
    goal: 80,
    isClean: true,
    isWhole: true,
    weak: [],
    isRhythm: false,
    hand: null,
    runs: null,
  },
  ...over,
});

describe('what the logbook says', () => {
  test('rounds of the same bars are one line by the best of them, drills another', () => {
    const drill = { kind: 'drill', seconds: 5, grade: 'again' } as LogEntry;
    const lines = linesOfDay([
      round({ tempo: 72, isClean: false }),
      round({ tempo: 64 }),
      round({ tempo: 68, isWhole: false }),
      round({ section: 'Chorus' }),
      drill,
      { ...drill, grade: 'good' } as LogEntry,
    ]);
    expect(lines).toMatchObject([
      { kind: 'rounds', count: 3, seconds: 180, round: { tempo: 64, isClean: true } },
      { kind: 'rounds', count: 1, round: { section: 'Chorus' } },
      { kind: 'drills', count: 2, known: 1, seconds: 10 },
    ]);
  });

  test('as a table: what begins like a formula, and what has a comma, comes back as it was', () => {
    const table = logTable([round({ title: '=1+1', section: 'A, "B"', bars: { from: 1, to: 2 } })]);
    const [, line] = table.split('\r\n');
    expect(line).toContain('"A, ""B"""');
    expect(line).not.toMatch(/,=1\+1/);
    expect(line).toContain('1-2');
  });
});

describe('what there is to practise', () => {
  const set = (name: string, date: string | null): SetListItem => ({
    ...{ id: name, name, date, leader: '', begins: null, titles: [] },
  });

  test('for the nearest day to come, today among them', () => {
    const sets = [
      set('past', '2026-11-28'),
      set('far', '2026-12-24'),
      set('near', '2026-12-02'),
      set('none', null),
    ];
    expect(comingSet(sets, '2026-11-29')?.name).toBe('near');
    expect(comingSet(sets, '2026-12-24')?.name).toBe('far');
    expect(comingSet(sets, '2026-12-25')).toBeNull();
  });

  test('days are counted over the end of a month, of summer time, of a leap year', () => {
    expect(daysBetween('2026-11-29', '2026-12-02')).toBe(3);
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2);
    expect(daysBetween('2028-02-28', '2028-03-01')).toBe(2);
    expect(dayBefore('2028-03-01', 1)).toBe('2028-02-29');
  });

  const step = (over: Partial<LogStep>): LogStep => ({
    ...{ songId: id, title: 'Tide', section: 'Verse', rung: 'written', pushes: 0, bars: null },
    ...{ rounds: 3, lastAt: '2026-11-28T18:00:00.000Z', lastDay: '2026-11-28', goal: 80 },
    ...{
      clean: { tempo: 80, day: '2026-11-28' },
      memory: null,
      weak: [],
      isRhythm: false,
      hand: null,
      runs: null,
    },
    ...over,
  });

  test('a song is as ready as its sections, by their names', () => {
    const both = [step({}), step({ section: 'Chorus' })];
    expect(readySong(song!, both, '2026-11-29').state).toBe('ready');
    expect(readySong(song!, both.slice(0, 1), '2026-11-29')).toMatchObject({
      state: 'begun',
      next: 'Chorus',
    });
    expect(readySong({ ...song!, days: 20 }, both, '2026-11-29').state).toBe('nearly');
    // One hand alone, or its rhythm, is not the section.
    for (const part of [{ hand: 'left' as const }, { isRhythm: true }]) {
      const parts = [step({}), step({ section: 'Chorus', ...part })];
      expect(readySong(song!, parts, '2026-11-29').state).toBe('begun');
    }
  });

  test('a drill of bars is known by the round that it came from, and due the next day', () => {
    const weak = [{ kind: 'late', hand: 'left', bar: 3, chord: '5', ms: 90 } as const];
    const steps = [step({ weak })];
    const name = `change · ${id} · 2-3 · Verse`;
    const known = drillOfSong(name, steps, [])!;
    expect(known.memory).toMatchObject({ last: Date.parse('2026-11-28T18:00:00Z'), reps: 1 });
    expect(drillOfSong(`change · ${id} · 1-2 · Verse`, steps, [])).toBeNull();
    const given = { songs: [song!], steps, cards: [] };
    const at = (time: string) => drillsOfDay(given, new Date(time).getTime()).today[0]!.name;
    expect(at('2026-11-28T20:00:00')).not.toBe(name);
    expect(at('2026-11-29T07:00:00')).toBe(name);
  });

  test('songs have the key of the set, and the days until it', () => {
    const [inSet] = practisedSongs(
      [{ id, text }],
      { date: '2026-12-02', items: [{ kind: 'song', songId: id, key: 'Eb' }] as never },
      '2026-11-29',
    );
    expect(inSet).toMatchObject({
      days: 3,
      title: 'Tide',
      key: { tonic: { letter: 'E', alter: -1 } },
    });
    expect(parseChart(text).song.title).toBe('Tide');
  });
});

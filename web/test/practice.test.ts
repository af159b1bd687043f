import { describe, expect, test } from '@jest/globals';
import {
  beginStaircase,
  expand,
  gradeRound,
  ladderOf,
  parseChart,
  performRung,
  quartersAMinute,
  voice,
  type FaultKind,
} from '@intervallum/core';
import { logEntry, type LoggedRound, type LoggedTime } from '@intervallum/contract';
import { timeOf } from '../src/device/midi/sources.ts';
import { calledNow } from '../src/lenses/practice/called.ts';
import { roundEntry, timeEntry } from '../src/lenses/practice/logged.ts';
import { createRoom, quartersOf, type Step } from '../src/lenses/practice/room.ts';
import {
  roundPiece,
  simulatedKeys,
  type SimulatedRound,
} from '../src/lenses/practice/roundPiece.ts';

const { song } = parseChart(
  'key: C\nmeter: 4/4\ntempo: 100\n\nIntro:\n  1 | 1\n\nVerse:\n  1 | 4 | 5 . . 4 | 1\n',
);
const voiced = voice(expand(song));
const { from, to } = voiced.timeline.parts[1]!;
const written = ladderOf(song, 1).at(-1)!;
const step: Step = {
  name: 'verse',
  timeline: voiced.timeline,
  range: { from, to },
  firstBar: voiced.timeline.slots[from]!.bar,
  performance: performRung(voiced, written, { from, to }),
  quartersPerBeat: quartersAMinute({ tempo: 1, meter: song.meter }),
  stairs: beginStaircase(100, 100),
  bars: { from: 1, to: 4 },
  of: {
    ...{ songId: '0199c0de-0000-7000-8000-000000000000', title: 'Tide', section: 'Verse' },
    ...{
      rung: 'written',
      pushes: 0,
      bars: null,
      way: 'in time',
      isRhythm: false,
      hand: null,
      runs: null,
    },
  },
};
const length = 4 * 4 * 600;

/** A room whose clock is turned by hand. */
function openRoom({ latency = 0 } = {}) {
  let now = 5_000;
  const kept: [string, number][] = [];
  const log: LoggedRound[] = [];
  const spent: LoggedTime[] = [];
  let slept = 0;
  const room = createRoom({
    now: () => now,
    latency: () => latency,
    keep: (name, tempo) => void kept.push([name, tempo]),
    spent: (of, ms) => void spent.push(timeEntry(of, ms, new Date(2026, 10, 29, 18))),
    slept: () => void (slept += 1),
    log: (went, ms) => void log.push(roundEntry(went, ms, new Date(2026, 10, 29, 18))),
  });
  const play = (how: SimulatedRound, { late = 0, until = length } = {}, of = step) => {
    room.play(of);
    room.began(now);
    for (const { note, from: at } of simulatedKeys(of.performance, quartersOf(of), how))
      if (at <= until) room.key('down', note, now + at + late);
    now += until;
    room.end();
    const { went } = room.store.getState();
    if (went?.kind !== 'round') throw new Error('There was no round.');
    return went;
  };
  const wait = (ms: number) => (now += ms);
  return { room, kept, log, spent, play, wait, slept: () => slept };
}

describe('the simulated keyboard', () => {
  test.each<[SimulatedRound, FaultKind[]]>([
    ['nothing', []],
    ['clean', []],
    ['wrong', ['wrong']],
    ['missing', ['missing']],
    ['late', ['late', 'late']],
    ['apart', ['apart']],
  ])('plays %s, as it is told', (how, kinds) => {
    const quarters = quartersOf(step);
    const keys = simulatedKeys(step.performance, quarters, how);
    expect(keys.every((key) => key.from >= 0 && key.to > key.from)).toBe(true);
    if (how === 'nothing') return expect(keys).toEqual([]);
    const played = keys.map((key) => ({ note: key.note, at: key.from }));
    const { faults } = gradeRound(step.performance, played, { quarters });
    expect(faults.map(({ kind }) => kind)).toEqual(kinds);
  });
});

describe('a room to practise in', () => {
  test('grades a round, climbs with clean ones and tells over the last ones what to mend', () => {
    const { play, kept } = openRoom();
    expect(play('clean')).toMatchObject({ number: 1, isClean: true, isWhole: true, findings: [] });
    const second = play('late');
    expect(second).toMatchObject({ number: 2, isClean: false });
    expect(second.findings[0]).toMatchObject({ kind: 'late', times: 1, rounds: 2 });
    expect(play('late').findings[0]).toMatchObject({ times: 2, rounds: 3 });
    expect(kept.map(([name]) => name)).toEqual(['verse', 'verse', 'verse']);
    expect(play('clean', {}, { ...step, name: 'another' }).findings).toEqual([]);
  });
  test('counts the delay of a keyboard', () => {
    expect(openRoom().play('clean', { late: 150 }).isClean).toBe(false);
    expect(openRoom({ latency: 150 }).play('clean', { late: 150 }).isClean).toBe(true);
  });
  test('takes what was broken off up to there, and lets it count for nothing', () => {
    const { play, room } = openRoom();
    const went = play('clean', { until: length / 2 });
    expect(went).toMatchObject({ isWhole: false, isClean: true });
    expect(went.round.of).toBe(went.round.right);
    expect(went.round.of).toBeLessThan(step.performance.notes.length);
    expect(went.stairs).toBe(step.stairs);
    room.play(step);
    room.end();
    expect(room.store.getState().went).toBeNull();
  });
  test('writes each round down as soon as it is known how it was, once', () => {
    const { play, room, log } = openRoom();
    play('clean');
    const { round } = play('wrong');
    play('nothing');
    expect(log).toHaveLength(2);
    room.assess(false);
    play('nothing');
    room.clear();
    room.settle();
    expect(log.map(({ isClean, tempo, seconds }) => [isClean, tempo, seconds])).toEqual([
      [true, 100, 9.6],
      [false, 100, 9.6],
      [false, 100, 9.6],
      [null, 100, 9.6],
    ]);
    for (const entry of log) expect(logEntry.parse(entry)).toEqual(entry);
    const { at } = round.faults[0]!;
    expect(log[1]!.weak).toMatchObject([
      { kind: 'wrong', bar: voiced.timeline.slots[at]!.bar - step.firstBar + 1, ms: 0 },
    ]);
    expect(log[1]).toMatchObject({ day: '2026-11-29', section: 'Verse', weak: [{ chord: '5' }] });
  });
  test('what is improvised is not graded: its time is written down, and the next chord of the last is the first', () => {
    const { room, log, spent, wait } = openRoom();
    room.improvise(step);
    room.key('down', 61, 5_000);
    const { running } = room.store.getState();
    const ends = calledNow(running!, to - 1);
    expect([ends.now?.bar, ends.next?.bar]).toEqual([4, 1]);
    wait(90_000);
    room.end();
    expect(room.store.getState()).toMatchObject({ running: null, went: null });
    expect([log, spent.length]).toEqual([[], 1]);
    expect(logEntry.parse(spent[0])).toEqual(spent[0]);
    expect(spent[0]).toMatchObject({ seconds: 90, section: 'Verse', tempo: 100 });
  });
  test('a computer that slept ends the round where it was last awake, by its clock or by the next key', () => {
    for (const wakes of ['clock', 'key'] as const) {
      const { room, log, spent, slept, wait } = openRoom();
      room.play(step);
      room.began(5_000);
      const half = length / 2 + 300;
      const keys = simulatedKeys(step.performance, quartersOf(step), 'clean');
      for (let at = 0; at < half; at += 300) {
        wait(300);
        for (const { note, from } of keys)
          if (from >= at && from < at + 300) room.key('down', note, 5_000 + from);
        room.tick();
      }
      expect(slept()).toBe(0);
      wait(8 * 3_600_000);
      if (wakes === 'clock') room.tick();
      else room.key('down', 60, 5_000 + half + 8 * 3_600_000);
      expect(slept()).toBe(1);
      const { running, went } = room.store.getState();
      expect([running, went]).toMatchObject([null, { isWhole: false, isClean: true }]);
      expect(log.map(({ seconds }) => seconds)).toEqual([half / 1_000]);
      room.tick();
      room.improvise(step);
      wait(2_000);
      room.tick();
      wait(3_600_000);
      room.tick();
      expect([slept(), spent.map(({ seconds }) => seconds)]).toEqual([2, [2]]);
    }
  });
  test('asks whoever played where no key was heard, once', () => {
    const { play, room } = openRoom();
    const at60 = { ...step, stairs: beginStaircase(100, 60) };
    expect(play('nothing', {}, at60)).toMatchObject({ isClean: null, findings: [] });
    room.assess(true);
    room.assess(false);
    expect(room.store.getState().went).toMatchObject({ isClean: true, stairs: { clean: 1 } });
    expect(room.store.getState().stairs['verse']).toMatchObject({ tempo: 60, clean: 1 });
  });
  test('calls chord by chord, in the bars of the section, and ends behind the last one', () => {
    const { room } = openRoom();
    room.call(step);
    const seen: (number | null)[][] = [];
    for (;;) {
      const { running } = room.store.getState();
      if (running?.kind !== 'waiting') break;
      const { now, next, done, of } = calledNow(running, null);
      seen.push([now?.bar ?? null, next?.bar ?? null, done, of]);
      const { notes } = running.waiting.chords[running.waiting.place]!;
      for (const note of notes) room.key('down', note, 9_000);
      for (const note of notes) room.key('up', note, 9_100);
    }
    expect(seen).toEqual([
      [1, 2, 0, 5],
      [2, 3, 1, 5],
      [3, 3, 2, 5],
      [3, 4, 3, 5],
      [4, null, 4, 5],
    ]);
    expect(room.store.getState().went).toMatchObject({ kind: 'called', of: 5, wrong: 0 });
  });
});

test.each([
  ['just now', 9_990, 9_990],
  ['by another clock', 3, 10_000],
  ['from the future', 1e12, 10_000],
  ['without a time', 0, 10_000],
])('a key that was sent %s counts', (_, stamp, at) => {
  expect(timeOf(stamp, 10_000)).toBe(at);
});

test('a round is run through with a bar counted in, its beats heard and none of its notes', () => {
  const { timeline, range, performance } = step;
  const given = { timeline, range, quarters: 100, isCounted: false, onBegin: () => undefined };
  const piece = roundPiece(performance, { ...given, click: 'beats' });
  expect(piece.performance.notes).toEqual([]);
  expect(piece.performance.ticks).toBe(performance.ticks);
  expect(piece.options.countIn).toHaveLength(4);
  expect(piece.options.clicks).toHaveLength(16);
  expect(piece.options.clicks.some(({ said }) => said !== undefined)).toBe(false);
  expect(roundPiece(performance, { ...given, click: 'off' }).options.clicks).toEqual([]);
  // Whoever wants no click and a count has the beats counted.
  const counted = roundPiece(performance, { ...given, click: 'off', isCounted: true });
  expect(counted.options.clicks).toHaveLength(16);
  const { options } = roundPiece(performance, { ...given, click: 'eighths', isCounted: true });
  expect(options.countIn.map(({ said }) => said).join(' ')).toBe('1 2 3 4');
  expect(
    options.clicks
      .slice(0, 8)
      .map(({ said }) => said)
      .join(' '),
  ).toBe('1 and 2 and 3 and 4 and');
});

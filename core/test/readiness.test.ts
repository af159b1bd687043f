import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  afterRound,
  beginStaircase,
  breakIsDue,
  readinessOf,
  type ReadyState,
  type SectionPractised,
} from '../src/index.ts';

type Step = SectionPractised['steps'][number];
const written = (over: Partial<Step> = {}): Step => ({
  rung: 'written',
  isWhole: true,
  clean: { tempo: 84, daysAgo: 2 },
  fromMemory: null,
  weak: 0,
  daysAgo: 2,
  ...over,
});
const section = (name: string, ...steps: Step[]): SectionPractised => ({ name, goal: 84, steps });

describe('how ready a song is', () => {
  test.each<[string, SectionPractised[], ReadyState, object]>([
    ['nothing of it was practised', [section('A')], 'not begun', { kind: 'never' }],
    ['it has no section', [], 'not begun', {}],
    [
      'the right hand alone is not the song',
      [section('A', written({ rung: 'right' }))],
      'begun',
      { kind: 'not clean', daysAgo: 2 },
    ],
    [
      'two of its bars are not the section',
      [section('A', written({ isWhole: false }))],
      'begun',
      { kind: 'not clean' },
    ],
    [
      'at 60 of 84: twelve rounds and one at tempo',
      [section('A', written({ clean: { tempo: 60, daysAgo: 1 } }))],
      'begun',
      { kind: 'slower', tempo: 60, goal: 84, rounds: 13 },
    ],
    [
      'at 76 of 84',
      [section('A', written({ clean: { tempo: 76, daysAgo: 1 } }))],
      'nearly',
      { kind: 'slower', rounds: 5 },
    ],
    [
      'clean, and a place that failed since',
      [section('A', written({ weak: 2 }))],
      'nearly',
      { kind: 'weak', places: 2 },
    ],
    [
      'clean three weeks ago',
      [section('A', written({ clean: { tempo: 84, daysAgo: 21 } }))],
      'nearly',
      { kind: 'long ago', daysAgo: 21 },
    ],
    ['clean at its tempo', [section('A', written())], 'ready', { fromMemory: false }],
    [
      'and from memory',
      [section('A', written({ fromMemory: { tempo: 84, daysAgo: 1 } }))],
      'ready',
      { fromMemory: true },
    ],
    [
      'one section of two was never touched',
      [section('A', written()), section('B')],
      'begun',
      { kind: 'never', section: 'B' },
    ],
  ])('%s', (_, sections, state, reason) => {
    const { state: found, reasons, next } = readinessOf(sections);
    expect(found).toBe(state);
    if (sections.length > 0) expect(reasons[0]).toMatchObject(reason);
    expect(next === null).toBe(state === 'ready' || sections.length === 0);
  });

  test('what is fresh today is stale by the day it is for, where that is far', () => {
    const sections = [section('A', written())];
    expect(readinessOf(sections, 5).state).toBe('ready');
    expect(readinessOf(sections, 13).state).toBe('nearly');
  });

  test('as many clean rounds as it says bring it to its tempo, and one fewer does not', () => {
    const tempos = fc.record({
      goal: fc.integer({ min: 60, max: 160 }),
      part: fc.double({ min: 0.3, max: 0.96, noNaN: true }),
    });
    fc.assert(
      fc.property(tempos, ({ goal, part }) => {
        const tempo = Math.max(20, Math.floor(goal * part));
        const clean = { tempo, daysAgo: 0 };
        const [reason] = readinessOf([{ name: 'A', goal, steps: [written({ clean })] }]).reasons;
        if (reason?.kind !== 'slower') throw new Error(reason?.kind);
        let stairs = beginStaircase(goal, tempo);
        for (let round = 1; round < reason.rounds; round += 1) stairs = afterRound(stairs, true);
        expect(stairs.isReached).toBe(false);
        expect(afterRound(stairs, true).isReached).toBe(true);
      }),
    );
  });
});

describe('a break', () => {
  const minute = 60_000;
  const spans = (...from: number[]) => from.map((at) => ({ at: at * minute, ms: 2 * minute }));
  test.each<[string, number[], number, number | null]>([
    ['nothing was practised', [], 0, null],
    ['less than 25 minutes', [0, 5, 10, 15, 20], 22, null],
    ['25 minutes with short pauses', [0, 5, 10, 15, 20, 23], 25, 25],
    ['in any order', [23, 0, 10, 5, 20, 15], 25, 25],
    ['a break of five minutes between', [0, 5, 10, 20, 25, 30], 32, null],
    ['the break is being taken', [0, 5, 10, 15, 20, 24], 31, null],
  ])('%s', (_, from, now, due) => {
    expect(breakIsDue(spans(...from), now * minute)).toBe(due);
  });
});

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  afterRound,
  beginStaircase,
  beginWaiting,
  calledChords,
  delayOf,
  dueStrikes,
  expand,
  faultKinds,
  findingsOf,
  gradeRound,
  hardestChanges,
  improviseKeys,
  keyWhileWaiting,
  ladderOf,
  parseChart,
  parseChord,
  parseKey,
  perform,
  practiceClicks,
  performRung,
  printChart,
  quartersAMinute,
  rhythmOf,
  tapNote,
  usualTolerances,
  voice,
  type ClickSteps,
  type Performance,
  type Timeline,
  type Waiting,
} from '../src/index.ts';
import { pairInTime } from '../src/practice/pair.ts';
import { demoSongs } from './corpus.ts';
import { chance, cleanKeys, plant, type Key } from './faults.ts';
import { songs } from './generators.ts';

interface Practised {
  readonly title: string;
  readonly timeline: Timeline;
  readonly performance: Performance;
  readonly quarters: number;
  readonly keys: Key[];
}

function practised(title: string, text: string): Practised {
  const { song } = parseChart(text);
  const voiced = voice(expand(song));
  const performance = perform(voiced);
  const quarters = quartersAMinute(song);
  const { timeline } = voiced;
  return { title, timeline, performance, quarters, keys: cleanKeys(performance, quarters) };
}

/** The songs of the demo, and patterns of both hands whose even notes can be uneven. */
const pieces: readonly Practised[] = [
  ...demoSongs.map(({ title, text }) => practised(title, text)),
  practised(
    'eighths',
    'key: G\nmeter: 4/4\ntempo: 84\n\nA x2:\n  left: fifth on the offbeats\n  1 | 4 | 5 | 6m\n',
  ),
  practised(
    'sixteenths',
    'key: D\nmeter: 4/4\ntempo: 63\n\nA x2:\n  right: T M L M, sixteenths\n  1 | 4maj7 | 2m7 | 57\n',
  ),
];

/** What a good player's fingers do all the same: every key up to so many milliseconds off. */
const human = (keys: readonly Key[], next: () => number, most = 18) =>
  keys.map((key) => ({ ...key, at: key.at + (2 * next() - 1) * most }));

describe('a round without a fault', () => {
  test.each(pieces.map((piece) => [piece.title, piece] as const))('%s', (_title, piece) => {
    const { performance, quarters, keys } = piece;
    for (const asked of ['voicing', 'chord'] as const)
      for (const played of [keys, human(keys, chance(7))]) {
        const round = gradeRound(performance, played, { quarters, asked });
        expect(round.faults).toEqual([]);
        expect(round).toMatchObject({ isClean: true, right: round.of, of: keys.length });
      }
  });
});

describe('planted faults', () => {
  const found = new Map(faultKinds.map((kind) => [kind, { planted: 0, found: 0, alone: 0 }]));
  test.each(faultKinds)('%s: each is found, and nothing else', (kind) => {
    const figures = found.get(kind)!;
    const amiss: unknown[] = [];
    for (const { title, performance, quarters, keys } of pieces)
      for (let seed = 1; seed <= 12; seed += 1) {
        const next = chance(seed * 7919);
        const planted = plant(keys, kind, next);
        if (!planted) continue;
        const played = human(planted.keys, next, kind === 'uneven' ? 4 : 14);
        const { faults, findings, isClean } = gradeRound(performance, played, {
          quarters,
          asked: 'voicing',
        });
        figures.planted += 1;
        const there = faults.find(
          (fault) =>
            fault.kind === kind &&
            (kind === 'uneven' ||
              kind === 'late' ||
              kind === 'early' ||
              fault.hand === planted.hand) &&
            (kind === 'uneven' || fault.at === planted.slot),
        );
        const others = faults.filter((fault) => fault.kind !== kind);
        if (there) figures.found += 1;
        if (there && others.length === 0) figures.alone += 1;
        else amiss.push({ title, seed, planted: [planted.slot, planted.hand], faults });
        if (there && others.length === 0) expect(findings[0]!.kind).toBe(kind);
        if (['wrong', 'missing', 'octave', 'extra'].includes(kind)) expect(isClean).toBe(false);
      }
    console.log(
      `${kind}: ${figures.planted} planted, ${figures.found} found, ${figures.alone} without a false alarm`,
    );
    expect(amiss).toEqual([]);
    expect(figures.planted).toBeGreaterThan(10);
  });
});

/** Of all ways to pair, by trying them: what the cheapest costs, where each that has no partner costs the reach. */
function cheapest(due: readonly number[], came: readonly number[], reach: number): number {
  if (due.length === 0 || came.length === 0) return (due.length + came.length) * reach;
  const gap = Math.abs(due[0]! - came[0]!);
  return Math.min(
    reach + cheapest(due.slice(1), came, reach),
    reach + cheapest(due, came.slice(1), reach),
    gap <= reach ? gap + cheapest(due.slice(1), came.slice(1), reach) : Infinity,
  );
}

test('what is paired in time is the cheapest of all ways', () => {
  const moments = fc
    .array(fc.integer({ min: 0, max: 1_200 }), { maxLength: 6 })
    .map((all) => [...all].sort((one, other) => one - other));
  fc.assert(
    fc.property(moments, moments, fc.integer({ min: 50, max: 400 }), (due, came, reach) => {
      const found = pairInTime(due, came, reach);
      const taken = found.filter((place) => place !== null);
      expect([...taken].sort((one, other) => one - other)).toEqual(taken);
      expect(new Set(taken).size).toBe(taken.length);
      const gaps = found.map((place, at) =>
        place === null ? reach : Math.abs(due[at]! - came[place]!),
      );
      for (const [at, place] of found.entries())
        if (place !== null) expect(gaps[at]).toBeLessThanOrEqual(reach);
      const cost = gaps.reduce((sum, gap) => sum + gap, 0) + (came.length - taken.length) * reach;
      expect(cost).toBe(cheapest(due, came, reach));
    }),
    { numRuns: 300 },
  );
});

describe('what counts as right', () => {
  const { performance, quarters, keys } = practised(
    'plain',
    'key: C\ntempo: 90\n\nA:\n  1 | 4 | 5 | 1\n',
  );
  const grade = (played: readonly { note: number; at: number }[], options = {}) =>
    gradeRound(performance, played, { quarters, ...options });
  test('another inversion, unless the voicing is asked for', () => {
    const moved = keys.map((key) =>
      key.slot === 1 && key.hand === 'right' ? { ...key, note: key.note + 12 } : key,
    );
    expect(grade(moved).faults).toEqual([]);
    const { faults } = grade(moved, { asked: 'voicing' });
    expect(new Set(faults.map(({ kind }) => kind))).toEqual(new Set(['octave']));
  });
  test('a tone of the chord that is doubled', () => {
    const root = keys.find((key) => key.slot === 2 && key.hand === 'left')!;
    const more = [...keys, { ...root, note: root.note - 12 }];
    expect(grade(more).faults).toEqual([]);
    expect(grade(more, { asked: 'voicing' }).faults).toMatchObject([
      { kind: 'extra', at: 2, hand: 'left' },
    ]);
  });
  test('what comes late by the delay that was measured', () => {
    const late = keys.map((key) => ({ ...key, at: key.at + 140 }));
    expect(grade(late, { latency: 140 }).faults).toEqual([]);
    expect(grade(late).offset).toBeCloseTo(140);
  });
  test('a round that is broken off is graded up to there', () => {
    const half = (performance.ticks / 2 / 480) * (60_000 / quarters) - 1;
    const { of, right, faults } = grade(
      keys.filter(({ at }) => at < half),
      { until: half },
    );
    expect(faults).toEqual([]);
    expect(of).toBe(keys.filter(({ at }) => at < half).length);
    expect(right).toBe(of);
  });
  test('a key that bounces is one; one that hangs, or a flood of them, breaks nothing', () => {
    expect(grade(keys.flatMap((key) => [key, { ...key, at: key.at + 8 }])).faults).toEqual([]);
    const flood = Array.from({ length: 50_000 }, (_, place) => ({
      note: 21 + (place % 88),
      at: place / 10,
    }));
    const { right, of, isClean } = grade([...keys, ...flood]);
    expect(isClean).toBe(false);
    expect(right).toBeLessThanOrEqual(of);
  });
  test('nothing played is nothing right, and all of it missing', () => {
    const { right, of, faults } = grade([]);
    expect([right, faults.length]).toEqual([0, of]);
  });
});

describe('what is to be mended first', () => {
  const { performance, quarters, keys } = practised(
    'plain',
    'key: C\ntempo: 90\n\nA:\n  1 | 4 | 5 | 1\n',
  );
  const strikes = dueStrikes(performance, quarters).length;
  const grade = (played: readonly Key[]) => gradeRound(performance, played, { quarters });
  test('what is not there before what is out of time; over rounds, what happens most', () => {
    const late = keys.map((key) => (key.slot === 2 ? { ...key, at: key.at + 120 } : key));
    const missing = late.filter((key) => !(key.slot === 1 && key.hand === 'left'));
    const { findings } = grade(missing);
    expect(findings[0]).toMatchObject({ kind: 'missing', at: 1, hand: 'left' });
    expect(findings.some(({ kind, at }) => kind === 'late' && at === 2)).toBe(true);
    const rounds = [keys, late, late, late, late].map(grade);
    const [first] = findingsOf(rounds, { quarters, tolerances: usualTolerances, strikes });
    expect(first).toMatchObject({ kind: 'late', at: 2, times: 4, rounds: 5 });
    expect(first!.ms).toBeCloseTo(120);
    expect(first!.quarters).toBeCloseTo(0.18);
  });
  test('what is late throughout is said once', () => {
    const { findings } = grade(keys.map((key) => ({ ...key, at: key.at + 110 })));
    expect(findings).toHaveLength(1);
    expect(findings[0]).toMatchObject({ kind: 'late', at: null, hand: null });
  });
});

test.each([
  ['two clean rounds make it faster', 100, [true, true], 64],
  ['one does not', 100, [true], 60],
  [
    'a miss makes it slower again, but no slower than it began',
    100,
    [true, true, false, false],
    60,
  ],
  [
    'it goes to its goal and no farther',
    64,
    [true, true, true, true, true, true, true, true, true],
    64,
  ],
])('the staircase: %s', (_name, goal, rounds, tempo) => {
  const stairs = rounds.reduce(afterRound, beginStaircase(goal, Math.min(60, goal)));
  expect(stairs.tempo).toBe(tempo);
  expect(beginStaircase(goal).tempo).toBe(Math.round(goal * 0.6));
  // Who goes on another day may still have to go back.
  expect(afterRound(beginStaircase(goal, goal), false).tempo).toBe(goal - 4);
  expect(stairs.isReached).toBe(rounds.length > 4);
});

describe('a chord that is called', () => {
  const { performance, quarters, timeline } = practised(
    'plain',
    'key: C\ntempo: 90\n\nA:\n  1 | 4 | 4 | 1\n',
  );
  const chords = calledChords(dueStrikes(performance, quarters), timeline);
  const press = (waiting: Waiting, notes: readonly number[], now: number) => {
    const down = notes.reduce(
      (all, note) => keyWhileWaiting(all, { kind: 'down', note }, now),
      waiting,
    );
    return notes.reduce((all, note) => keyWhileWaiting(all, { kind: 'up', note }, now), down);
  };
  test('waits for its tones in whatever inversion; wrong keys are noted and have to be left', () => {
    let waiting = beginWaiting(chords, 0);
    waiting = press(waiting, [48, 64, 67, 72], 500);
    expect(waiting.place).toBe(1);
    // A wrong key beside: it waits until that is left.
    waiting = keyWhileWaiting(waiting, { kind: 'down', note: 66 }, 800);
    for (const note of [41, 57, 60, 65])
      waiting = keyWhileWaiting(waiting, { kind: 'down', note }, 900);
    expect(waiting.place).toBe(1);
    for (const note of [66, 41, 57, 60, 65])
      waiting = keyWhileWaiting(waiting, { kind: 'up', note }, 1_000);
    waiting = press(waiting, [53, 57, 60], 1_500);
    // The same chord once more is struck once more.
    expect(waiting.place).toBe(2);
    waiting = press(waiting, [53, 57, 60], 1_900);
    waiting = press(waiting, [48, 52, 55], 6_000);
    expect(waiting.place).toBe(4);
    expect(waiting.played.map(({ at, ms }) => [at, ms])).toEqual([
      [0, 500],
      [1, 1_000],
      [2, 400],
      [3, 4_100],
    ]);
    expect(waiting.played[1]!.wrong).toEqual([66]);
    expect(hardestChanges(waiting.played).map(({ at }) => at)).toEqual([3, 1]);
    expect(
      hardestChanges([{ at: 0, ms: 9_000, wrong: [] }, ...waiting.played.slice(2, 3)]),
    ).toEqual([]);
  });
  test('takes more of the chord than the hands have, and not less', () => {
    const sparse = chords.map((chord) => ({ ...chord, notes: [60, 64] }));
    let waiting = press(beginWaiting(sparse, 0), [60], 400);
    expect(waiting.place).toBe(0);
    waiting = press(waiting, [48, 60, 64, 67], 800);
    expect([waiting.place, waiting.played[0]!.wrong]).toEqual([1, []]);
  });
  test('takes a key of the chord before that lands late for none of this one', () => {
    let waiting = press(beginWaiting(chords, 0), [48, 64, 67], 500);
    waiting = keyWhileWaiting(waiting, { kind: 'down', note: 76 }, 560);
    expect([waiting.place, waiting.wrong]).toEqual([1, []]);
    waiting = keyWhileWaiting(waiting, { kind: 'down', note: 88 }, 1_200);
    expect(waiting.wrong).toEqual([88]);
  });
});

describe('the clicks of a round', () => {
  const { performance, timeline } = practised(
    'pushed',
    'key: C\ntempo: 90\n\nA:\n  1 | <4 | 5 <<r1\n',
  );
  const kinds = (steps: ClickSteps) =>
    practiceClicks(timeline, { from: 0, to: timeline.slots.length }, steps, performance.notes)
      .map(({ kind }) => ({ bar: 'B', beat: 'b', between: '.', push: 'P' })[kind])
      .join('');
  test.each<[ClickSteps, string]>([
    ['beats', 'BbbbBbbbBbbb'],
    ['eighths', 'B.b.b.bPB.b.b.b.B.b.b.b.'],
    ['sixteenths', 'B...b...b...b.P.B...b...b...b...B...b..Pb...b...'],
  ])('in %s: chords that come early are counted louder', (steps, heard) => {
    expect(kinds(steps)).toBe(heard);
  });
});

// As players count (common practice, no published source).
test.each<[string, ClickSteps, string]>([
  ['4/4', 'beats', '1 2 3 4'],
  ['4/4', 'eighths', '1 & 2 & 3 & 4 &'],
  ['4/4', 'sixteenths', '1 e & a 2 e & a 3 e & a 4 e & a'],
  ['3/4', 'eighths', '1 & 2 & 3 &'],
  ['6/8', 'beats', '1 4'],
  ['6/8', 'eighths', '1 2 3 4 5 6'],
  ['12/8', 'beats', '1 4 7 10'],
])('%s is counted aloud in %s: %s', (meter, steps, said) => {
  const { timeline } = practised('counted', `key: C\nmeter: ${meter}\n\nA:\n  1\n`);
  const clicks = practiceClicks(timeline, { from: 0, to: 1 }, steps, []);
  expect(clicks.map((click) => click.said).join(' ')).toBe(said);
});

describe('the ladder of a section', () => {
  const textOf = (song: Parameters<typeof printChart>[0]) =>
    printChart(song)
      .split('\n')
      .filter((line) => line.includes(' | '))
      .join('/')
      .trim();
  test('of four plain chords: hand by hand, then early, as players practise them', () => {
    const { song } = parseChart('key: C\n\nA:\n  1 | 4 | 5 | 4\n');
    const ladder = ladderOf(song, 0);
    expect(
      ladder.map(({ kind, hands, rootsAlone, song: rung }) => [
        kind,
        hands.length,
        rootsAlone,
        textOf(rung),
      ]),
    ).toEqual([
      ['right', 1, false, '1 | 4 | 5 | 4'],
      ['roots', 2, true, '1 | 4 | 5 | 4'],
      ['pattern', 2, false, '1 | 4 | 5 | 4'],
      ['pushes', 2, false, '1 | <r4 | 5 | <r4'],
      ['pushes', 2, false, '<r1 | <r4 | <r5 | <r4'],
      ['sixteenths', 2, false, '<<r1 | <<r4 | <<r5 | <<r4'],
      ['written', 2, false, '1 | 4 | 5 | 4'],
    ]);
    expect(ladder[2]!.song.sections[0]!.textures.left?.pattern).toBe('root with ghost fifths');
  });
  test('of a section with pushes of its own: they come in one by one, sixteenths last', () => {
    const { song } = parseChart(
      'key: C\n\nA:\n  right: block\n  1 | <4 | <<r5 | <4\n\nB:\n  <1 | 5\n',
    );
    expect(
      ladderOf(song, 0).map(({ kind, pushes, song: rung }) => [kind, pushes, textOf(rung)]),
    ).toEqual([
      ['right', 0, '1 | 4 | 5 | 4/  <1 | 5'],
      ['roots', 0, '1 | 4 | 5 | 4/  <1 | 5'],
      ['pattern', 0, '1 | 4 | 5 | 4/  <1 | 5'],
      ['pushes', 1, '1 | <4 | 5 | 4/  <1 | 5'],
      ['pushes', 2, '1 | <4 | <r5 | 4/  <1 | 5'],
      ['pushes', 3, '1 | <4 | <r5 | <4/  <1 | 5'],
      ['sixteenths', 3, '1 | <4 | <<r5 | <4/  <1 | 5'],
      ['written', 3, '1 | <4 | <<r5 | <4/  <1 | 5'],
    ]);
  });
  test('asks for the keys that are pressed, wherever the keyboard is set', () => {
    const { song } = parseChart('key: C\n\nA:\n  1 | 4\n');
    const voiced = voice(expand(song));
    const range = { from: 0, to: 2 };
    for (const rung of ladderOf(song, 0))
      expect(performRung({ ...voiced, keyboard: 3 }, rung, range)).toEqual(
        performRung(voiced, rung, range),
      );
  });
  test('every step of any song is played with the hands that were found for it', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const voiced = voice(expand(song));
        const range = { from: 0, to: voiced.slots.length };
        for (const rung of ladderOf(song, 0)) {
          const { notes } = performRung(voiced, rung, range);
          for (const { hand, at, note } of notes) {
            expect(rung.hands).toContain(hand);
            if (rung.rootsAlone && hand === 'left')
              expect(
                notes.filter(
                  (other) => other.hand === 'left' && other.at === at && other.note !== note,
                ),
              ).toEqual([]);
          }
          if (rung.kind === 'written') expect(notes).toEqual(perform(voiced, range).notes);
        }
      }),
      { numRuns: 4 },
    );
  });
});

describe('what lies under a hand that improvises', () => {
  const named = (chord: string, key = 'C') => {
    const [read, of] = [parseChord(chord), parseKey(key)];
    if (!read.ok || !of.ok) throw new Error(chord);
    const { tones, neighbours } = improviseKeys(read.value, of.value);
    const inOrder = (some: ReadonlySet<number>) =>
      [...some].sort((one, other) => one - other).join(' ');
    return [inOrder(tones), inOrder(neighbours)];
  };
  // 3: 2 and 4; 5: 6. Common practice, no published source.
  test.each([
    ['1', 'C', '0 4 7', '2 5 9'],
    ['6m', 'C', '0 4 9', '2 5 11'],
    ['4maj7', 'C', '0 4 5 9', '2 7 11'],
    ['57', 'C', '2 5 7 11', '0 4 9'],
    ['1', 'Eb', '3 7 10', '0 5 8'],
    ['5sus4', 'C', '0 2 7', '4'],
  ])('%s in %s: %s, and %s lead into them', (chord, key, tones, neighbours) => {
    expect(named(chord, key)).toEqual([tones, neighbours]);
  });
});

describe('a rhythm alone', () => {
  test.each(pieces.map((piece) => [piece.title, piece] as const))(
    '%s: tapped where anything is struck it is clean; one tap too few, too many, late is told',
    (_, { performance, quarters }) => {
      const rhythm = rhythmOf(performance);
      const onsets = rhythm.notes.map(({ onset }) => onset);
      expect(onsets).toEqual([...new Set(onsets)].sort((one, other) => one - other));
      const struck = new Set(performance.notes.map(({ onset }) => onset));
      expect(onsets.every((onset) => struck.has(onset))).toBe(true);
      const taps = cleanKeys(rhythm, quarters).map(({ at }) => ({ note: tapNote, at }));
      const graded = (keys: typeof taps) => gradeRound(rhythm, keys, { quarters });
      expect(graded(taps)).toMatchObject({ isClean: true, faults: [], right: taps.length });
      const middle = taps.length >> 1;
      const kinds = (keys: typeof taps) => graded(keys).faults.map(({ kind }) => kind);
      expect(kinds(taps.filter((_tap, place) => place !== middle))).toEqual(['missing']);
      const between = { note: tapNote, at: (taps[middle]!.at + taps[middle + 1]!.at) / 2 };
      const gap = taps[middle + 1]!.at - taps[middle]!.at;
      if (gap > 300) expect(kinds([...taps, between])).toContain('extra');
    },
  );

  const beats = Array.from({ length: 12 }, (_, place) => 1_000 + place * 600);
  test('the delay of a keyboard is the middle of its taps, whatever one slip says; early taps have none', () => {
    const offset = fc.integer({ min: -40, max: 250 });
    const slips = fc.array(fc.integer({ min: -20, max: 20 }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(offset, slips, fc.nat(11), (late, slip, wild) => {
        const taps = beats.map(
          (at, place) => at + late + (place === wild ? 290 - late : slip[place]!),
        );
        const found = delayOf(beats, taps);
        if (found.kind !== 'found') throw new Error(found.kind);
        expect(Math.abs(found.ms - Math.max(0, late))).toBeLessThanOrEqual(20);
      }),
    );
  });
  test.each<[string, number[], string]>([
    ['nobody taps', [], 'too few'],
    ['five taps', beats.slice(0, 5), 'too few'],
    ['taps between the clicks', beats.map((at, place) => at + (place % 2 ? 140 : -140)), 'uneven'],
    ['every click twice', beats.flatMap((at) => [at + 30, at + 200]), 'found'],
  ])('%s', (_, taps, kind) => {
    expect(delayOf(beats, taps).kind).toBe(kind);
  });
});

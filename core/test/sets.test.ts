import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Key as TonalKey, Note } from 'tonal';
import {
  allKeys,
  beginOf,
  bedFor,
  bestOrder,
  chordTones,
  clockOf,
  expand,
  formatKey,
  keyRelation,
  minutesOf,
  orderCost,
  parseChart,
  perform,
  planFlow,
  planSet,
  quartersAMinute,
  songSeconds,
  twelveKeys,
  voice,
  type ServiceItem,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { key, song } from './read.ts';

const made = (title: string, inKey: string, tempo: number, meter = '4/4', bars = '1 | 4 | 5 | 1') =>
  song(`title: ${title}\nkey: ${inKey}\nmeter: ${meter}\ntempo: ${tempo}\n\nVerse:\n  ${bars}\n`);

describe('keys beside each other', () => {
  // tonal says the signature of each key and the notes of its scale.
  const signature = (name: string) => TonalKey.majorKey(name).alteration;
  const notes = (name: string) =>
    new Set(TonalKey.majorKey(name).scale.map((one) => Note.chroma(one)));

  test('are as far on the circle of fifths, and share as many notes, as tonal says', () => {
    const names = twelveKeys('major').map((one) => formatKey(one));
    for (const from of names)
      for (const to of names) {
        const { fifths, common } = keyRelation(key(from), key(to));
        const apart = (((signature(to) - signature(from)) % 12) + 12) % 12;
        expect([from, to, fifths]).toEqual([from, to, apart > 6 ? apart - 12 : apart]);
        const shared = [...notes(from)].filter((note) => notes(to).has(note)).length;
        // A scale six fifths away shares two notes.
        expect([from, to, common]).toEqual([from, to, shared]);
      }
  });

  test.each([
    ['G', 'G', 'same', /Both are in G/],
    ['G', 'E minor', 'relative', /same notes/],
    ['G', 'G minor', 'parallel', /same home/],
    ['G', 'D', 'neighbour', /neighbour/],
    ['G', 'C', 'neighbour', /neighbour/],
    ['G', 'A', 'lift', /a whole step above G/],
    ['G', 'Ab', 'lift', /a half step above G/],
    ['E minor', 'F# minor', 'lift', /a whole step above/],
    // Its relative major lies a whole step above, its home a half step below: nobody hears a lift.
    ['G', 'F# minor', 'far', /2 of seven notes differ/],
    ['G', 'F', 'far', /2 of seven notes differ/],
    ['C', 'F#', 'far', /5 of seven notes differ/],
  ])('%s to %s: %s', (from, to, kind, words) => {
    const relation = keyRelation(key(from), key(to));
    expect(relation.kind).toBe(kind);
    expect(relation.words).toMatch(words);
  });
});

describe('how long a song is', () => {
  test.each<[string, string, number]>([
    ['four bars at 60', 'title: T\nkey: C\ntempo: 60\n\nA:\n  1 | 4 | 5 | 1\n', 16],
    ['a road', 'title: T\nkey: C\ntempo: 120\nroad: A x2, up 2, A\n\nA:\n  1 | 4\n', 12],
    ['six eighths at 60', 'title: T\nkey: C\nmeter: 6/8\ntempo: 60\n\nA:\n  1 | 4\n', 4],
    ['as often as is assumed', 'title: T\nkey: C\ntempo: 60\n\nA x1 open:\n  1\n', 12],
    ['more often, where the chart says so', 'title: T\nkey: C\ntempo: 60\n\nA x5 open:\n  1\n', 20],
  ])('%s', (_, text, seconds) => {
    expect(songSeconds(expand(song(text)))).toBeCloseTo(seconds, 6);
  });

  test('is as long as it is performed, with slowings, holds and changes of tempo', () => {
    for (const text of [
      'title: T\nkey: D\ntempo: 72\n\nA:\n  1 | 4 | {rit} 5 | 1~^\n',
      'title: T\nkey: D\ntempo: 72\n\nA:\n  1 | {free} 4 | {in time} 5 | 1\n\nB x3:\n  6m | {2/4} 5 | 1\n',
      'title: T\nkey: D\nmeter: 3/4\ntempo: 90\n\nA:\n  (. . 5) | 1 | 4 | 5 | 1\n',
    ]) {
      const timeline = expand(song(text));
      const { tempos, ticks } = perform(voice(timeline));
      const clock = clockOf(tempos, quartersAMinute(timeline.song));
      expect(songSeconds(timeline)).toBeCloseTo(clock(ticks), 6);
    }
  });

  test('is said in minutes', () => {
    expect([0, 59.6, 245].map(minutesOf)).toEqual(['0:00', '1:00', '4:05']);
  });
});

describe('one song into the next', () => {
  test('is known by the key that is left, lifts and all, what the chords share, tempo and metre', () => {
    const before = song('title: A\nkey: G\ntempo: 72\nroad: V, up 2, V\n\nV:\n  1 | 5\n');
    const flow = planFlow({ song: before }, { song: made('B', 'D', 144) });
    expect([formatKey(flow.from.key), formatKey(flow.to.key), flow.relation.kind]).toEqual([
      'A',
      'D',
      'neighbour',
    ]);
    // E, G#, B and D, F#, A share nothing.
    expect(flow.commonTones).toEqual([]);
    expect(flow.tempo.kind).toBe('double');
    expect(planFlow({ song: before }, { song: before, key: key('A') }).commonTones).toEqual([4]);
  });

  test.each([
    [72, '4/4', 74, '4/4', 'same'],
    [72, '4/4', 80, '4/4', 'near'],
    [72, '4/4', 144, '4/4', 'double'],
    [140, '4/4', 70, '4/4', 'half'],
    [72, '4/4', 120, '4/4', 'faster'],
    [120, '4/4', 72, '4/4', 'slower'],
    // A dotted quarter at 60 has three eighths; a quarter at 90 two: as many eighths a minute.
    [60, '6/8', 90, '4/4', 'same'],
  ])('%d in %s to %d in %s is %s', (before, meter, after, nextMeter, kind) => {
    const six = '1 | 4';
    const flow = planFlow(
      { song: made('A', 'G', before, meter, six) },
      { song: made('B', 'G', after, nextMeter, six) },
    );
    expect(flow.tempo.kind).toBe(kind);
  });

  test('has bridges that can be read as charts, stay in the key that comes, and begin with the smoothest', () => {
    const keys = fc.constantFrom(...allKeys.map((one) => formatKey(one)));
    const meters = fc.constantFrom('4/4', '3/4', '6/8', '2/4', '12/8');
    fc.assert(
      fc.property(
        fc.tuple(keys, keys),
        fc.tuple(meters, meters),
        fc.tuple(fc.integer({ min: 50, max: 160 }), fc.integer({ min: 50, max: 160 })),
        ([from, to], [meter, nextMeter], [tempo, nextTempo]) => {
          const first = made('A', from, tempo, meter, '1 | 5');
          const next = made('B', to, nextTempo, nextMeter, '1 | 4');
          const flow = planFlow({ song: first }, { song: next });
          expect(flow.bridges.length).toBeGreaterThan(1);
          const isSmooth = flow.seam === 0;
          expect(flow.bridges[0]!.id === 'straight').toBe(
            isSmooth ||
              (flow.relation.kind === 'relative' && flow.tempo.kind === 'same' && flow.sameMeter),
          );
          for (const { id, text, key: counted, why } of flow.bridges) {
            expect(why).not.toBe('');
            if (id === 'straight') continue;
            const read = parseChart(`title: Bridge\n${text}`);
            expect([id, text, read.ok ? [] : read.problems]).toEqual([id, text, []]);
            const { slots } = expand(read.song);
            expect(slots.length).toBeGreaterThan(0);
            expect(formatKey(read.song.key)).toBe(formatKey(counted));
            if (id === 'vamp' || id === 'pad' || id === 'walk')
              for (const { is } of slots)
                if (is.kind === 'chord')
                  expect(chordTones(is.chord, counted).every((tone) => tone.inKey)).toBe(true);
          }
        },
      ),
      { numRuns: runs(150) },
    );
  });

  test('has a bed in the key of what comes, that can be read and goes on until the signal', () => {
    for (const name of ['Eb', 'B minor']) {
      const read = parseChart(`title: Bed\n${bedFor(beginOf({ song: made('B', name, 80) }))}`);
      expect([name, read.ok]).toEqual([name, true]);
      expect([formatKey(read.song.key), read.song.sections[0]!.open]).toEqual([name, true]);
    }
  });
});

describe('the order of a service', () => {
  /** Every order of what is free, one after the other. */
  function* orders(fixed: readonly boolean[], places: number[] = []): Generator<number[]> {
    const at = places.length;
    if (at === fixed.length) {
      yield places;
      return;
    }
    if (fixed[at]) yield* orders(fixed, [...places, at]);
    else
      for (const [one, isFixed] of fixed.entries())
        if (!isFixed && !places.includes(one)) yield* orders(fixed, [...places, one]);
  }
  const table = (count: number) =>
    fc.array(fc.array(fc.integer({ min: 0, max: 20 }), { minLength: count, maxLength: count }), {
      minLength: count,
      maxLength: count,
    });

  test('is the best of all, up to eight, whatever is fixed and spoken between', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 7 }).chain((count) =>
          fc.record({
            fixed: fc.array(fc.boolean(), { minLength: count, maxLength: count }),
            costs: table(count),
            weights: fc.array(fc.constantFrom(1, 0.5), { minLength: count, maxLength: count }),
          }),
        ),
        ({ fixed, costs, weights }) => {
          const cost = (before: number, after: number, gap: number) =>
            weights[gap]! * costs[before]![after]!;
          const found = bestOrder(
            fixed.map((isFixed) => ({ isFixed })),
            cost,
          );
          const least = Math.min(...[...orders(fixed)].map((order) => orderCost(order, cost)));
          expect(found.cost).toBeCloseTo(least, 9);
          expect(orderCost(found.places, cost)).toBeCloseTo(least, 9);
          for (const [place, isFixed] of fixed.entries())
            if (isFixed) expect(found.places[place]).toBe(place);
          expect(found.isBest).toBe(true);
        },
      ),
      { numRuns: runs(150) },
    );
  });

  test('is searched beyond that, says so, and is never worse than what stands', () => {
    fc.assert(
      fc.property(table(20), fc.integer({ min: 0, max: 19 }), (costs, fixed) => {
        const cost = (before: number, after: number) => costs[before]![after]!;
        const items = costs.map((_, place) => ({ isFixed: place === fixed }));
        const found = bestOrder(items, cost);
        expect(found.isBest).toBe(false);
        expect([...found.places].sort((one, other) => one - other)).toEqual(
          costs.map((_, at) => at),
        );
        expect(found.places[fixed]).toBe(fixed);
        expect(found.cost).toBeLessThanOrEqual(
          orderCost(
            costs.map((_, at) => at),
            cost,
          ),
        );
      }),
      { numRuns: 10 },
    );
  });
});

describe('a service', () => {
  const item = (name: string, inKey: string, tempo: number): ServiceItem => ({
    id: name,
    name,
    kind: 'song',
    songId: name,
    song: made(name, inKey, tempo),
  });

  test('has its times, its seams with what is spoken between, and a bed under that', () => {
    const plan = planSet([
      item('A', 'G', 60),
      { id: 'r', name: 'Reading', kind: 'reading', minutes: 3 },
      item('B', 'G', 60),
      item('C', 'D', 60),
    ]);
    expect(plan.items.map(({ begins, seconds }) => [begins, seconds])).toEqual([
      [0, 16],
      [16, 180],
      [196, 16],
      [212, 16],
    ]);
    expect(plan.seconds).toBe(228);
    expect(plan.seams.map(({ before, after, between }) => [before, after, between])).toEqual([
      ['A', 'B', ['r']],
      ['B', 'C', []],
    ]);
    expect([...plan.beds].map(([id, { key: inKey }]) => [id, formatKey(inKey)])).toEqual([
      ['r', 'G'],
    ]);
  });

  test('is warned of with a reason: far keys, tempos, many slow songs, too long, a song twice', () => {
    const twice = item('D', 'G', 120);
    const plan = planSet(
      [item('A', 'C', 60), item('B', 'F#', 66), item('C', 'F#', 68), twice, { ...twice, id: 'E' }],
      { most: 1 },
    );
    const said = plan.warnings.map(({ kind, words }) => `${kind}: ${words}`);
    expect(said).toEqual([
      'far key: A into B: C and F# lie far apart: 5 of seven notes differ.',
      expect.stringMatching(/^tempo: C into D: Faster, from 68 to 120/),
      'slow in a row: 3 slow songs follow each other, from A on.',
      'twice: D stands in it twice.',
      expect.stringMatching(/^long: It takes about 1:\d\d, 0:\d\d more than there is\./),
    ]);
    expect(planSet([]).warnings[0]!.kind).toBe('empty');
  });

  test('is put in a better order, around what is fixed, and said by how much', () => {
    const items = [
      item('A', 'G', 72),
      item('B', 'C#', 72),
      item('C', 'G', 72),
      item('D', 'C#', 72),
    ];
    const plan = planSet(items);
    expect(plan.order!.isBest).toBe(true);
    expect(plan.order!.gain).toBeGreaterThan(0);
    const keysInOrder = plan.order!.ids.map((id) => ({ A: 'G', B: 'C#', C: 'G', D: 'C#' })[id]);
    expect(keysInOrder).toEqual(expect.arrayContaining(['G', 'C#']));
    expect(keysInOrder[0] === keysInOrder[1] && keysInOrder[2] === keysInOrder[3]).toBe(true);
    const fixed = planSet(items.map((one, at) => ({ ...one, isFixed: at === 1 })));
    expect(fixed.order!.ids[1]).toBe('B');
    expect(planSet([items[0]!, items[2]!, items[0]!]).order).toBeNull();
  });

  test('of one song and of two hundred is planned all the same', () => {
    expect(planSet([item('A', 'G', 72)]).seams).toEqual([]);
    const many = Array.from({ length: 200 }, (_, at): ServiceItem => ({
      ...item('A', at % 2 ? 'G' : 'D', 72),
      id: String(at),
      isFixed: at > 20,
    }));
    const plan = planSet(many);
    expect(plan.items).toHaveLength(200);
    expect(plan.order?.isBest ?? false).toBe(false);
  });
});

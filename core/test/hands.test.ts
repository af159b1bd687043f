import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { VoicingRequests, withDefaults } from '../src/hands/search/requests.ts';
import { candidateSet, findCandidates, type CandidateSet } from '../src/hands/search/candidates.ts';
import { stepCost, totalOf } from '../src/hands/search/cost.ts';
import { Lattice, StepTable } from '../src/hands/search/lattice.ts';
import { fingerTravel, matchNotes } from '../src/hands/shapes/movement.ts';
import { isMud, lowIntervalLimits } from '../src/hands/shapes/mud.ts';
import { weightsOf } from '../src/hands/shapes/schools.ts';
import { voice, Voicer, type Pin, type Timeline, type VoiceOptions } from '../src/index.ts';
import { barsOf, pinOf, settings, shown } from './handsTools.ts';
import { timelineOf } from './holds.ts';
import { runs } from './deep.ts';

describe('the cheapest path', () => {
  /** The voicings open to each chord, as the search sees them; the first `most` of each. */
  function setsOf(timeline: Timeline, options: VoiceOptions, most: number): CandidateSet[] {
    const asker = new VoicingRequests(timeline, withDefaults(options));
    return timeline.slots.flatMap((slot, index) => {
      if (slot.is.kind !== 'chord') return [];
      const next = timeline.slots[index + 1]?.is;
      const wish = asker.at(slot, slot.is.chord, next?.kind === 'chord' ? next.chord : null);
      const { candidates, own } = findCandidates(wish);
      const found = { candidates: candidates.slice(0, most), own: own.slice(0, most) };
      return [candidateSet(index + 1, wish.taste.school, found)];
    });
  }

  /** Every path there is, with what it costs by the step costs themselves. */
  function* allPaths(sets: readonly CandidateSet[], school: VoiceOptions['style']) {
    const weights = weightsOf[school!];
    const path = sets.map(() => 0);
    for (;;) {
      let cost = 0;
      for (const [index, set] of sets.entries()) {
        cost += set.own[path[index]!]!;
        if (index === 0) continue;
        const before = sets[index - 1]!.candidates[path[index - 1]!]!;
        cost += totalOf(stepCost(before, set.candidates[path[index]!]!, weights));
      }
      yield { path, cost };
      let at = sets.length - 1;
      while (at >= 0 && path[at] === sets[at]!.candidates.length - 1) path[at--] = 0;
      if (at < 0) return;
      path[at]! += 1;
    }
  }

  test('is what trying every path finds, and each alternative costs what it says', () => {
    fc.assert(
      fc.property(barsOf(4), settings, (bars, options) => {
        const sets = setsOf(timelineOf(bars), options, 9);
        fc.pre(sets.every(({ candidates }) => candidates.length > 0));
        const lattice = new Lattice(
          sets,
          (from, to) => new StepTable(from, to, weightsOf[options.style!]),
        );
        for (const _ of lattice.search());
        let least = Infinity;
        const leastWith = sets.map(({ candidates }) => candidates.map(() => Infinity));
        for (const { path, cost } of allPaths(sets, options.style)) {
          least = Math.min(least, cost);
          for (const [at, one] of path.entries())
            leastWith[at]![one] = Math.min(leastWith[at]![one]!, cost);
        }
        const found = lattice.path();
        const own = found.reduce((sum, one, at) => sum + sets[at]!.own[one]!, 0);
        const steps = found.slice(1).reduce((sum, one, at) => {
          const from = sets[at]!.candidates[found[at]!]!;
          return (
            sum + totalOf(stepCost(from, sets[at + 1]!.candidates[one]!, weightsOf[options.style!]))
          );
        }, 0);
        expect(own + steps).toBe(least);
        for (const [at, costs] of leastWith.entries())
          for (const { index, cost } of lattice.prices(at))
            expect(cost).toBe(costs[index]! - least);
      }),
      { numRuns: runs(60) },
    );
  });

  test('of two chords, all voicings of both, one perhaps pinned, none is cheaper than the one found', () => {
    fc.assert(
      fc.property(barsOf(2), settings, fc.nat(30), fc.boolean(), (bars, options, which, pins) => {
        const timeline = timelineOf(bars);
        const sets = setsOf(timeline, options, Infinity);
        const fixed = sets[0]!.candidates[which % sets[0]!.candidates.length]!;
        const pin = pinOf(timeline, 0, [...fixed.left.notes], [...fixed.right.notes]);
        if (pins) sets[0] = candidateSet(99, options.style!, { candidates: [fixed], own: [0] });
        const { cost } = voice(timeline, { ...options, pins: pins ? [pin] : [] });
        let least = Infinity;
        for (const path of allPaths(sets, options.style)) least = Math.min(least, path.cost);
        expect(cost).toBe(least);
      }),
      { numRuns: runs(40) },
    );
  });

  test('searching on after edits finds what searching anew finds', () => {
    const bars = '1 | 5/7 | 6m7 | 4 | 1 | 5sus4 | 5 | 1';
    const timeline = timelineOf(bars);
    const voicer = new Voicer();
    const edit = fc.record({
      at: fc.nat(7),
      other: fc.nat(8),
      unpin: fc.boolean(),
      bars: barsOf(8),
    });
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 5 }), (edits) => {
        let pins: Pin[] = [];
        let now = timeline;
        for (const { at, other, unpin, bars: changed } of edits) {
          const { left, right } = voicer.alternatives(at)[other] ?? {
            left: [36],
            right: [60, 64, 67],
          };
          pins = pins.filter(({ slot }) => slot !== at);
          if (!unpin && now.slots[at]) pins.push(pinOf(now, at, [...left], [...right]));
          else now = timelineOf(`${bars} | ${changed} | 1`);
          expect(voicer.voice(now, { pins })).toEqual(voice(now, { pins }));
        }
      }),
      { numRuns: runs(25) },
    );
  });

  test('an edit in a long song searches only what it changes', () => {
    const timeline = timelineOf(Array.from({ length: 60 }, () => '1 5/7 | 6m7 4').join(' | '));
    const sets = setsOf(timeline, { style: 'block and plain' }, Infinity);
    const steps = (from: CandidateSet, to: CandidateSet) =>
      new StepTable(from, to, weightsOf['block and plain']);
    const before = new Lattice(sets, steps);
    for (const _ of before.search());
    const pinned = candidateSet(9_999, 'block and plain', {
      candidates: [sets[100]!.candidates[7]!],
      own: [0],
    });
    const after = new Lattice(
      sets.map((set, index) => (index === 100 ? pinned : set)),
      steps,
    );
    for (const _ of after.search(before));
    expect(before.searched).toBe(240);
    expect(after.searched).toBeLessThan(40);
  });
});

// Harmony textbooks on connecting chords (for one, W. Piston, Harmony, “Harmonic progression”; from memory): common
// tones stay, the rest goes to the nearest place.
describe('nearest positions', () => {
  const close = (pitchClasses: readonly number[]) =>
    pitchClasses.flatMap((_, turn) =>
      [36, 48, 60, 72, 84].map((octave) => {
        const row = [...pitchClasses.slice(turn), ...pitchClasses.slice(0, turn)];
        const notes = [octave + row[0]!];
        for (const tone of row.slice(1))
          notes.push(notes.at(-1)! + ((((tone - notes.at(-1)!) % 12) + 12) % 12));
        return notes;
      }),
    );
  const inMiddle = (pitchClasses: readonly number[]) =>
    close(pitchClasses).filter(([low]) => low! >= 54 && low! < 78);
  const nearest = (from: readonly number[], pitchClasses: readonly number[]) =>
    close(pitchClasses).reduce((best, one) =>
      fingerTravel(from, one) < fingerTravel(from, best) ? one : best,
    );
  const moves = (from: readonly number[], to: readonly number[]) =>
    from.map((note, index) => Math.abs(note - to[index]!)).sort((one, other) => one - other);

  test('1 to 4 keeps one tone and moves two by step; 4 to 5 keeps none', () => {
    for (const from of inMiddle([0, 4, 7])) {
      const [stays, ...steps] = moves(from, nearest(from, [5, 9, 0]));
      expect(stays).toBe(0);
      expect(steps.every((step) => step === 1 || step === 2)).toBe(true);
    }
    for (const from of inMiddle([5, 9, 0]))
      expect(moves(from, nearest(from, [7, 11, 2]))[0]).toBeGreaterThan(0);
  });

  test('sevenths in a chain of fifths move two of the four upper voices by step at each link', () => {
    const sevenths = [
      [11, 2, 5, 9],
      [4, 7, 11, 2],
      [9, 0, 4, 7],
      [2, 5, 9, 0],
      [7, 11, 2, 5],
      [0, 4, 7, 11],
    ];
    for (const [index, tones] of sevenths.slice(0, -1).entries())
      for (const from of inMiddle(tones)) {
        const steps = moves(from, nearest(from, sevenths[index + 1]!));
        expect(steps.map((step) => Math.sign(step))).toEqual([0, 0, 1, 1]);
        expect(Math.max(...steps)).toBeLessThanOrEqual(2);
      }
  });

  test('the search does the same: over 1 4 5 1 in blocks nothing moves farther than a step', () => {
    const voiced = shown(voice(timelineOf('1 | 4 | 1 | 5 | 1'), { style: 'beginner' }));
    for (const [index, { right }] of voiced.slice(1).entries())
      expect(Math.max(...moves(voiced[index]!.right, right))).toBeLessThanOrEqual(2);
  });

  test('fingers are matched so that no other way is shorter', () => {
    const hand = fc.uniqueArray(fc.integer({ min: 40, max: 80 }), { minLength: 1, maxLength: 5 });
    const sorted = hand.map((notes) => notes.sort((one, other) => one - other));
    fc.assert(
      fc.property(sorted, sorted, (from, to) => {
        const [few, many] = from.length <= to.length ? [from, to] : [to, from];
        const shortest = (left: readonly number[], open: readonly number[]): number => {
          const [first, ...rest] = left;
          if (first === undefined) return 0;
          return Math.min(
            ...open.map(
              (note) =>
                Math.abs(note - first) +
                shortest(
                  rest,
                  open.filter((one) => one !== note),
                ),
            ),
          );
        };
        expect(fingerTravel(from, to)).toBe(shortest(few, many));
        const matched = matchNotes(from, to);
        const sum = matched.reduce<number>(
          (total, note, index) => total + (note === null ? 0 : Math.abs(note - from[index]!)),
          0,
        );
        expect(sum).toBe(fingerTravel(from, to));
      }),
      { numRuns: runs(200) },
    );
  });
});

// Low-interval limits of arranging handbooks (from memory), spot-checked on stock shapes of the trade.
test.each([
  ['C2 G2 C3, the stock shape', 36, 43, false],
  ['C2 with its tenth E3', 36, 52, false],
  ['a third on C2', 36, 40, true],
  ['a seventh on C2', 36, 46, true],
  ['a fifth on A1, within the tolerance', 33, 40, false],
  ['a fifth on G1', 31, 38, true],
  ['an octave anywhere', 24, 36, false],
])('%s', (_, bottom, top, muddy) => {
  expect(isMud(bottom, top)).toBe(muddy);
});

test('an octave has no limit', () => {
  expect(lowIntervalLimits[12]).toBeUndefined();
});

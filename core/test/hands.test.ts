import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  alternatives,
  commonTones,
  formatChord,
  fromDegrees,
  identifyVoicing,
  instruments,
  otherInWords,
  perform,
  schools,
  splitHands,
  stepInWords,
  stepMovement,
  toDegrees,
  usualReach,
  voice,
  Voicer,
  type Pin,
  type Timeline,
  type Voiced,
  type VoicedSlot,
  type VoiceOptions,
} from '../src/index.ts';
import { Asker, settle } from '../src/hands/asker.ts';
import { candidateSet, findCandidates, type CandidateSet } from '../src/hands/candidates.ts';
import { stepCost, totalOf } from '../src/hands/cost.ts';
import { Lattice, StepTable } from '../src/hands/lattice.ts';
import { fingerTravel, matchNotes } from '../src/hands/movement.ts';
import { isMud, lowIntervalLimits } from '../src/hands/mud.ts';
import { weightsOf } from '../src/hands/schools.ts';
import { faults, timelineOf } from './holds.ts';
import { chord, key } from './read.ts';

const shown = (voiced: Voiced): VoicedSlot[] => voiced.slots.filter((slot) => slot !== null);

function pinOf(timeline: Timeline, at: number, left: number[], right: number[]): Pin {
  const { slot, is } = timeline.slots[at]!;
  if (is.kind !== 'chord') throw new Error(`No chord at ${at}.`);
  return { ...toDegrees({ left, right }, timeline.key), slot, chord: formatChord(is.chord) };
}

const someChords = [
  '1',
  '4',
  '5',
  '6m',
  '2m7',
  '57',
  '1/3',
  '4maj7',
  '5sus4',
  '1add9',
  '37',
  '4/5',
];
const barsOf = (most: number) =>
  fc
    .array(fc.constantFrom(...someChords), { minLength: 2, maxLength: most })
    .map((row) => row.join(' | '));
const settings: fc.Arbitrary<VoiceOptions> = fc.record({
  style: fc.constantFrom(...schools),
  lineup: fc.constantFrom('keys alone' as const, 'with bass' as const),
  grade: fc.constantFrom('plain' as const, 'warm' as const, 'rich' as const),
  reach: fc.constantFrom(usualReach, {
    left: { held: 12, rolled: 12 },
    right: { held: 12, rolled: 12 },
  }),
});

describe('the cheapest path', () => {
  /** The voicings open to each chord, as the search sees them; the first `most` of each. */
  function setsOf(timeline: Timeline, options: VoiceOptions, most: number): CandidateSet[] {
    const asker = new Asker(timeline, settle(options));
    return timeline.slots.flatMap((slot, index) => {
      if (slot.is.kind !== 'chord') return [];
      const next = timeline.slots[index + 1]?.is;
      const wish = asker.wish(slot, slot.is.chord, next?.kind === 'chord' ? next.chord : null);
      const { candidates, own } = findCandidates(wish);
      const found = { candidates: candidates.slice(0, most), own: own.slice(0, most) };
      return [candidateSet(index + 1, found)];
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
      { numRuns: 60 },
    );
  });

  test('of two chords, all voicings of both, one perhaps pinned, none is cheaper than the one found', () => {
    fc.assert(
      fc.property(barsOf(2), settings, fc.nat(30), fc.boolean(), (bars, options, which, pins) => {
        const timeline = timelineOf(bars);
        const sets = setsOf(timeline, options, Infinity);
        const fixed = sets[0]!.candidates[which % sets[0]!.candidates.length]!;
        const pin = pinOf(timeline, 0, [...fixed.left.notes], [...fixed.right.notes]);
        if (pins) sets[0] = candidateSet(99, { candidates: [fixed], own: [0] });
        const { cost } = voice(timeline, { ...options, pins: pins ? [pin] : [] });
        let least = Infinity;
        for (const path of allPaths(sets, options.style)) least = Math.min(least, path.cost);
        expect(cost).toBe(least);
      }),
      { numRuns: 40 },
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
      { numRuns: 25 },
    );
  });

  test('an edit in a long song searches only what it changes', () => {
    const timeline = timelineOf(Array.from({ length: 60 }, () => '1 5/7 | 6m7 4').join(' | '));
    const sets = setsOf(timeline, { style: 'block and plain' }, Infinity);
    const steps = (from: CandidateSet, to: CandidateSet) =>
      new StepTable(from, to, weightsOf['block and plain']);
    const before = new Lattice(sets, steps);
    for (const _ of before.search());
    const pinned = candidateSet(9_999, { candidates: [sets[100]!.candidates[7]!], own: [0] });
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
      { numRuns: 200 },
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
  expect(lowIntervalLimits[12]).toBeUndefined();
});

describe('reach, lineup and school', () => {
  const lefts = (voiced: Voiced) => shown(voiced).map(({ leftFamily }) => leftFamily);
  const bars = '1 | 4 | 6m | 5';

  test('a left hand of an octave gives up 1-5-10 for 1-5-8 or 1-5', () => {
    const wide = { left: { held: 16, rolled: 16 }, right: usualReach.right };
    const narrow = { left: { held: 12, rolled: 12 }, right: usualReach.right };
    const style = 'open and low' as const;
    expect(lefts(voice(timelineOf(bars), { reach: wide, style }))).toContain('fifth and tenth');
    for (const family of lefts(voice(timelineOf(bars), { reach: narrow, style })))
      expect(['fifth and octave', 'fifth']).toContain(family);
  });

  test('what is beyond the held reach is marked as rolled, and nothing is beyond the rolled one', () => {
    const reach = { left: { held: 12, rolled: 16 }, right: usualReach.right };
    const voiced = voice(timelineOf('1 | 4'), { reach, style: 'open and low' });
    const all = [0, 1].flatMap((at) =>
      alternatives(voiced.timeline, at, { reach, style: 'open and low' }, 60),
    );
    expect(all.some(({ rolled }) => rolled.left)).toBe(true);
    for (const { left, rolled } of all) expect(rolled.left).toBe(left.at(-1)! - left[0]! > 12);
  });

  test('a school has its own sound', () => {
    const families = (style: (typeof schools)[number], grade: 'plain' | 'rich' = 'plain') =>
      shown(voice(timelineOf('2m7 | 57 | 1maj7 | 6m7'), { style, grade })).map(
        ({ leftFamily, rightFamily }) => [leftFamily, rightFamily],
      );
    for (const [left, right] of families('beginner')) {
      expect(left).toBe('root');
      expect(['close', 'rootless', 'pair']).toContain(right);
    }
    expect(
      families('full and fat').filter(([, right]) => right === 'doubled').length,
    ).toBeGreaterThan(2);
    expect(families('shell and rootless').flat()).toContain('seventh');
    expect(families('stacks of fourths', 'rich').flat()).toContain('fourths');
  });

  test('colour comes only with the grade that asks for it, and never in the place of a tone', () => {
    const timeline = timelineOf('1 | 5/7 | 6m | 4');
    const extra = (grade: 'plain' | 'rich') =>
      shown(voice(timeline, { grade, style: 'stacks of fourths' })).map(
        ({ left, right, chord: held }) => {
          const own = new Set([...chordPitches(held)]);
          return [...left, ...right].filter((note) => !own.has(note % 12)).length;
        },
      );
    expect(extra('plain')).toEqual([0, 0, 0, 0]);
    expect(extra('rich').some((count) => count > 0)).toBe(true);
  });

  const chordPitches = (held: VoicedSlot['chord']) =>
    new Set(
      shown(voice(timelineOf(formatChord(held)))).flatMap(({ left, right }) =>
        [...left, ...right].map((note) => note % 12),
      ),
    );

  test('where others fill the middle a note less is enough', () => {
    const timeline = timelineOf('1 | 6m7 | 4maj7 | 5');
    const notes = (lineup: 'keys alone' | 'with pad') =>
      shown(voice(timeline, { lineup })).flatMap(({ left, right }) => [...left, ...right]).length;
    expect(notes('with pad')).toBeLessThan(notes('keys alone'));
  });

  test('a section an octave up is an octave higher', () => {
    const timeline = timelineOf('1 | 4 | 5 | 1');
    const middle = (voiced: Voiced) =>
      shown(voiced).reduce((sum, { right }) => sum + right[0]!, 0) / shown(voiced).length;
    const low = middle(voice(timeline));
    const high = middle(voice(timeline, { registers: [{ slot: 2, octaves: 1 }] }));
    expect(high - low).toBeGreaterThanOrEqual(8);
  });

  test('a sung note that the chord holds goes on top', () => {
    const sung = new Map([[1, { step: 6, alter: 0 } as const]]);
    const [, second] = shown(voice(timelineOf('1 | 4 | 1'), { melody: sung }));
    expect(second!.right.at(-1)! % 12).toBe(9);
  });

  test('a shape of the palette is taken where it fits', () => {
    const timeline = timelineOf('1 | 57 | 1');
    const shape = {
      name: 'the big 1',
      ...toDegrees({ left: null, right: [60, 64, 67, 72] }, key('C')),
    };
    const plain = shown(voice(timeline));
    const [first, second] = shown(voice(timeline, { palette: [shape] }));
    expect(plain[0]!.right).toHaveLength(3);
    expect(first!.right.map((note) => note % 12)).toEqual([0, 4, 7, 0]);
    expect(second!.right.map((note) => note % 12)).not.toContain(0);
  });
});

describe('pins', () => {
  test('are kept to the note, and the neighbours come nearer to them', () => {
    const timeline = timelineOf('1 | 4 | 1');
    const free = shown(voice(timeline));
    const pin = pinOf(timeline, 1, [41, 53], [72, 77, 81]);
    const pinned = shown(voice(timeline, { pins: [pin] }));
    expect([pinned[1]!.left, pinned[1]!.right, pinned[1]!.pinned]).toEqual([
      [41, 53],
      [72, 77, 81],
      true,
    ]);
    expect(fingerTravel(pinned[0]!.right, pinned[1]!.right)).toBeLessThan(
      fingerTravel(free[0]!.right, pinned[1]!.right),
    );
  });

  test('one hand can be pinned and the other found around it', () => {
    const timeline = timelineOf('1 | 4 | 57');
    const pin = { ...pinOf(timeline, 1, [], [69, 72, 77]), left: null };
    const [, held] = shown(voice(timeline, { pins: [pin] }));
    expect(held!.right).toEqual([69, 72, 77]);
    expect(held!.left[0]! % 12).toBe(5);
  });

  test('in every key they are the same shape, back in their own key the same notes', () => {
    const hands = fc.record({
      left: fc.uniqueArray(fc.integer({ min: 33, max: 52 }), { minLength: 1, maxLength: 3 }),
      right: fc.uniqueArray(fc.integer({ min: 60, max: 84 }), { minLength: 1, maxLength: 4 }),
    });
    const keys = fc.constantFrom('C', 'Db', 'F#', 'Bb', 'A minor', 'Eb minor', 'B', 'Cb');
    fc.assert(
      fc.property(hands, keys, keys, ({ left, right }, from, to) => {
        const sort = (notes: number[]) => notes.sort((one, other) => one - other);
        const pinned = toDegrees({ left: sort(left), right: sort(right) }, key(from));
        expect(fromDegrees(pinned, key(from), instruments[88])).toEqual({ left, right });
        const moved = fromDegrees(pinned, key(to), instruments[88])!;
        const by = moved.left![0]! - left[0]!;
        expect(Math.abs(by)).toBeLessThanOrEqual(6);
        expect(moved.right).toEqual(right.map((note) => note + by));
        const small = fromDegrees(pinned, key(to), instruments[49]);
        if (small) {
          const notes = [...small.left!, ...small.right!];
          expect(Math.min(...notes)).toBeGreaterThanOrEqual(36);
          expect(Math.max(...notes)).toBeLessThanOrEqual(84);
          expect(Math.abs(small.left![0]! - moved.left![0]!) % 12).toBe(0);
        }
      }),
    );
  });

  test('that cannot stand say so and name the chord', () => {
    const timeline = timelineOf('1 | 4');
    const messages = (pins: Pin[]) =>
      voice(timeline, { pins }).problems.map(({ message }) => message);
    const pin = pinOf(timeline, 1, [41], [60, 65, 69]);
    expect(messages([{ ...pin, chord: '2m' }])).toEqual([
      'The pin here was made for 2m; the chart now says 4. Pin it anew, or unpin it.',
    ]);
    expect(messages([pin, { ...pin, left: null }])[0]).toMatch(/^Two pins hold 4 here/);
    expect(messages([pinOf(timeline, 1, [41, 65], [60, 69])])[0]).toMatch(/hands cross on 4/);
    expect(messages([pinOf(timeline, 1, [41], [60, 65, 81])])[0]).toMatch(/beyond your reach/);
    expect(messages([pin])).toEqual([]);
  });
});

describe('what cannot be played', () => {
  test('a chord too wide for small hands says why and what would help; the rest is voiced', () => {
    const reach = { left: { held: 5, rolled: 5 }, right: { held: 5, rolled: 5 } };
    const { slots, problems } = voice(timelineOf('1 | 17#5#9 | 1sus2'), { reach });
    expect(slots.map((slot) => slot !== null)).toEqual([true, false, true]);
    expect(problems).toHaveLength(1);
    expect(problems[0]!.message).toMatch(
      /^17#5#9 cannot be held with a right-hand reach of 5 semitones. A reach of .* would do/,
    );
  });

  test('a keyboard without room says so', () => {
    const { problems } = voice(timelineOf('1'), { instrument: { lowest: 60, highest: 66 } });
    expect(problems[0]!.message).toBe(
      '1 has no place on this keyboard. It needs lower or higher keys.',
    );
  });

  test('every chord that can be written is voiced or says why', () => {
    const strange = [
      '[2-5-1]',
      '2M/[57]/5',
      '17#5#9',
      '1(5)',
      '5(13sus)',
      '6m6(maj7)',
      '#4dim7',
      'b7(13#11)/3',
    ];
    for (const written of strange)
      for (const lineup of ['keys alone', 'with bass'] as const)
        for (const style of schools) {
          const { slots, problems } = voice(timelineOf(written), { lineup, style });
          expect([written, slots[0] !== null || problems.length === 1]).toEqual([written, true]);
        }
  });

  test('two thousand slots are voiced like two', () => {
    const timeline = timelineOf(
      Array.from({ length: 250 }, () => '1 5/7 6m7 4 | 2m7 57 1 1').join('\n  '),
    );
    const { slots, problems } = voice(timeline);
    expect([slots.length, slots.filter((slot) => slot === null).length, problems]).toEqual([
      2000,
      0,
      [],
    ]);
  });
});

describe('said by a teacher', () => {
  const slot = (number: string, left: number[], right: number[]): VoicedSlot => ({
    at: 0,
    slot: 0,
    chord: chord(number),
    key: key('C'),
    left,
    right,
    leftFamily: 'root',
    rightFamily: 'close',
    pinned: false,
    rolled: { left: false, right: false },
    walk: null,
    cost: { own: 0, step: { right: 0, left: 0, jump: 0, topLine: 0, parallel: 0 } },
  });

  test.each([
    [
      'keeps and moves',
      slot('4', [53], [65, 69, 72]),
      slot('6m', [45], [64, 69, 72]),
      'Keep A and C; thumb F to E. Left hand down 8 semitones to A.',
    ],
    [
      'nothing moves',
      slot('1', [48], [60, 64, 67]),
      slot('1', [48], [60, 64, 67]),
      'The right hand stays. The left hand stays.',
    ],
    [
      'all move alike',
      slot('4', [53], [60, 65, 69]),
      slot('5', [55], [62, 67, 71]),
      'Right hand up a whole step: D G B. Left hand up a whole step to G.',
    ],
    [
      'a finger joins',
      slot('1', [48], [60, 64, 67]),
      slot('1', [48], [60, 64, 67, 72]),
      'Keep C, E and G; add C with the little finger. The left hand stays.',
    ],
    [
      'spelled by its chord',
      slot('37', [52], [64, 68, 71]),
      slot('6m', [45], [64, 69, 72]),
      'Keep E; middle finger G# to A; little finger B to C. Left hand down a fifth to A.',
    ],
    [
      'a jump',
      slot('1', [48], [60, 64, 67]),
      slot('1', [48], [72, 76, 81]),
      'Right hand jumps up to C E A. The left hand stays.',
    ],
  ])('%s', (_, from, to, sentence) => {
    expect(stepInWords(from, to)).toBe(sentence);
  });

  test('a rolled hand is said', () => {
    const rolled = { ...slot('1', [48, 55, 64], [67, 72]), rolled: { left: true, right: false } };
    expect(stepInWords(null, rolled)).toBe('Left hand C G E, right hand G C. Roll the left hand.');
  });

  test('an alternative says what is held, what moves and what it costs', () => {
    const from = slot('1', [48], [60, 64, 67]);
    const other = {
      left: [53],
      right: [60, 65, 69],
      leftFamily: 'root',
      rightFamily: 'close',
      rolled: { left: false, right: false },
      over: 12,
    } as const;
    expect(otherInWords(from, other)).toBe(
      'One note held, right hand moves 3 semitones, 1 more than the best',
    );
    expect(stepMovement(from, other)).toEqual({
      kind: 'small',
      held: 1,
      notes: 3,
      semitones: 3,
      jump: 0,
    });
  });

  test('a note that stays through a row is found, the longest first', () => {
    const row = [
      [60, 67],
      [60, 67],
      [62, 67],
      [60, 67],
      [60, 65],
    ].map((right) => ({ left: [], right }));
    expect(commonTones(row, 3)).toEqual([{ note: 67, hand: 'right', from: 0, to: 3 }]);
  });

  test('a hand shape is named by what it holds', () => {
    const [held] = shown(voice(timelineOf('4/5'), { style: 'open and low' }));
    expect(identifyVoicing(held!, key('C'))[0]!.numbers).toMatch(/^(4\/5|5\(?9sus4\)?)$/);
  });
});

test('played notes go to the hands that can hold them', () => {
  expect(splitHands([36, 43, 52, 60, 64, 67], usualReach)).toEqual({
    left: [36, 43, 52],
    right: [60, 64, 67],
  });
  expect(splitHands([48, 52, 55, 67, 72], usualReach)).toEqual({
    left: [48, 52, 55],
    right: [67, 72],
  });
  expect(splitHands([60, 64, 67], usualReach)).toEqual({ left: [], right: [60, 64, 67] });
  expect(splitHands([], usualReach)).toEqual({ left: [], right: [] });
});

describe('walk-ins', () => {
  const timeline = timelineOf('57 | 1');
  const walked = (kind: '8-7' | '9-7' | '6-7') =>
    voice(timeline, {
      walks: [{ slot: 0, kind }],
      pins: [pinOf(timeline, 0, [43, 50, 55], [65, 71, 74])],
    });

  test.each([
    ['8-7', [43, 50, 55], [43, 50, 53]],
    ['9-7', [43, 50, 57], [43, 50, 53]],
    ['6-7', [43, 50, 52], [43, 50, 53]],
  ] as const)('%s over a held root and fifth', (kind, first, then) => {
    expect(shown(walked(kind))[0]!.walk).toEqual({ kind, first, then });
  });

  test('are heard in two halves over what is held', () => {
    const left = perform(walked('8-7')).notes.filter(
      ({ hand, onset }) => hand === 'left' && onset < 1920,
    );
    expect(left.map(({ note, onset, ticks }) => [note, onset, ticks])).toEqual([
      [43, 0, 1920],
      [50, 0, 1920],
      [55, 0, 960],
      [53, 960, 960],
    ]);
  });

  test('that the hand cannot do say why', () => {
    const { problems } = voice(timelineOf('1/3'), { walks: [{ slot: 0, kind: '8-7' }] });
    expect(problems[0]!.message).toBe(
      '8-7 walks over the root, and the left hand does not hold it here.',
    );
  });
});

test('a voicing that breaks a rule is found out by the checker itself', () => {
  const bounds = { left: 14, right: 14, lowest: 21, highest: 108, bassPlayer: false };
  const check = (left: number[], right: number[], number: string) =>
    faults({ left, right }, chord(number), key('C'), bounds);
  expect(check([48], [60, 64, 67], '1')).toEqual([]);
  expect(check([36, 40], [60, 64, 67], '1')).toEqual(['mud: 36 under 40']);
  expect(check([48, 64], [62, 67], '1')).toContain('hands cross');
  expect(check([48], [60, 65, 67, 64], '1sus4')).toContain('a third under a suspension');
  expect(check([48], [60, 67], '1')).toEqual(['no E']);
  expect(check([52], [60, 64, 67], '1')).toEqual(['the written bass is not below']);
});

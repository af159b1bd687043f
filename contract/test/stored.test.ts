import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  allKeys,
  dynamics,
  freeHands,
  leftShapes,
  pedallings,
  noDecisions,
  plainKeyboard,
  printRun,
  runs,
  schools,
  stepNames,
  walkKinds,
  type SongFills,
  type SongHands,
  type SongKeyboard,
  type SongSettled,
} from '@intervallum/core';
import { decisions, readDecisions, readSummary, storeDecisions } from '../src/index.ts';

const step = fc.constantFrom(1, 2, 3, 4, 5, 6, 7) as fc.Arbitrary<1 | 2 | 3 | 4 | 5 | 6 | 7>;
const hand = fc.option(
  fc.array(
    fc.record({
      step,
      alter: fc.integer({ min: -3, max: 3 }),
      octave: fc.integer({ min: -8, max: 8 }),
    }),
    { maxLength: 10 },
  ),
);
const degree = fc.record({ step, alter: fc.integer({ min: -3, max: 3 }) });
const held = { register: fc.nat(127), left: hand, right: hand };
const slot = fc.nat(100_000);
const hands: fc.Arbitrary<SongHands> = fc.record({
  school: fc.constantFrom(...schools),
  pins: fc.array(fc.record({ slot, chord: fc.constantFrom('1', '57', '6m7'), ...held })),
  palette: fc.array(
    fc.record({ name: fc.constantFrom('the 4 shape', 'bells'), over: fc.option(degree), ...held }),
  ),
  registers: fc.array(fc.record({ slot, octaves: fc.integer({ min: -3, max: 3 }) })),
  walks: fc.array(fc.record({ slot, kind: fc.constantFrom(...walkKinds) })),
  lines: fc.array(fc.record({ slot, tone: degree })),
  sections: fc.array(
    fc.record({
      slot,
      school: fc.option(fc.constantFrom(...schools)),
      left: fc.option(
        fc.record({
          shape: fc.constantFrom(...leftShapes),
          orElse: fc.option(fc.constantFrom(...leftShapes)),
        }),
      ),
      right: fc.option(
        fc.constantFrom(
          { kind: 'way' as const, way: 'bells' as const },
          { kind: 'shape' as const, name: 'bells' },
        ),
      ),
      loudness: fc.option(fc.constantFrom(...dynamics)),
      pedalling: fc.option(fc.constantFrom(...pedallings)),
    }),
  ),
});

const fills: fc.Arbitrary<SongFills> = fc.record({
  placed: fc.array(
    fc.record({
      slot,
      again: fc.nat({ max: 4 }),
      times: fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 3 }),
      start: fc.nat({ max: 3_000 }),
      run: fc.constantFrom(...runs).map(printRun),
      over: fc.boolean(),
      octaves: fc.integer({ min: -2, max: 2 }),
    }),
    { maxLength: 3 },
  ),
});

const patch = fc.option(
  fc.record({
    name: fc.constantFrom('Piano', 'Warm pad'),
    program: fc.integer({ min: 1, max: 128 }),
    bank: fc.option(fc.nat(16_383)),
  }),
);
const keyboard: fc.Arbitrary<SongKeyboard> = fc.record({
  playedIn: fc.option(fc.constantFrom(...allKeys)),
  sounds: fc.array(
    fc.record({
      slot,
      sound: fc.record({
        ...{ main: patch, layer: patch, left: patch, pad: patch },
        splitAt: fc.nat(127),
      }),
    }),
    { maxLength: 3 },
  ),
});

const settled: fc.Arbitrary<SongSettled> = fc.record({ steps: fc.subarray([...stepNames]) });

describe('stored decisions', () => {
  test('come back as they were stored, over the wire and through a database', () => {
    fc.assert(
      fc.property(hands, fills, keyboard, settled, (value, placed, set, done) => {
        const all = { hands: value, fills: placed, keyboard: set, settled: done };
        const stored: unknown = JSON.parse(JSON.stringify(storeDecisions(all)));
        expect(readDecisions(stored)).toEqual({ decisions: all, lost: [] });
        expect(decisions.parse(all)).toEqual(all);
      }),
    );
  });

  test('of whatever shape are read as far as they can be, and what is lost is said', () => {
    fc.assert(
      fc.property(fc.jsonValue(), hands, fc.nat(), (rubbish, value, which) => {
        expect(decisions.safeParse(readDecisions(rubbish).decisions).success).toBe(true);
        const names = [
          'school',
          'pins',
          'palette',
          'registers',
          'walks',
          'lines',
          'sections',
        ] as const;
        const broken = names[which % names.length]!;
        const stored = { hands: { version: 1, value: { ...value, [broken]: [{ slot: -7 }] } } };
        const read = readDecisions(stored);
        expect(read.lost).toHaveLength(1);
        expect(read.decisions.hands).toEqual({ ...value, [broken]: freeHands[broken] });
      }),
    );
  });

  test('one mark that is none does not take the others with it', () => {
    const walks = [
      { slot: 3, kind: '8-7' as const },
      { slot: 4, kind: 'hop' },
    ];
    const stored = { hands: { version: 1, value: { ...freeHands, walks } } };
    expect(readDecisions(stored)).toEqual({
      decisions: { ...noDecisions, hands: { ...freeHands, walks: [walks[0]] } },
      lost: ['1 of the walks'],
    });
  });

  test('a sound that no instrument has is let go, and said, as is a key that there is none of', () => {
    const sound = { main: null, layer: null, left: null, pad: null, splitAt: 60 };
    const organ = { ...sound, main: { name: 'Organ', program: 17, bank: null } };
    const noProgram = { ...sound, main: { name: 'Organ', program: 129, bank: null } };
    const playedIn = { tonic: { letter: 'F', alter: -1 }, mode: 'minor' };
    const sounds = [
      { slot: 0, sound: organ },
      { slot: 4, sound: noProgram },
    ];
    const stored = { keyboard: { version: 1, value: { playedIn, sounds } } };
    expect(readDecisions(stored)).toEqual({
      decisions: {
        ...noDecisions,
        keyboard: { ...plainKeyboard, sounds: [{ slot: 0, sound: organ }] },
      },
      lost: ['the key that the keyboard is played in', '1 of the sounds'],
    });
    // What an older page sends says nothing of the keyboard.
    const { keyboard: _, ...older } = noDecisions;
    expect(decisions.parse(older)).toEqual(noDecisions);
  });

  test('a settled step that there is none of is let go, and said; what an older page sends settles nothing', () => {
    const steps = ['fills', 'coffee', 'chart', 'fills'];
    expect(readDecisions({ settled: { version: 1, value: { steps } } })).toEqual({
      decisions: { ...noDecisions, settled: { steps: ['chart', 'fills'] } },
      lost: ['1 of the settled steps'],
    });
    const { settled: _, ...older } = noDecisions;
    expect(decisions.parse(older)).toEqual(noDecisions);
    const twice = { ...noDecisions, settled: { steps: ['key', 'key'] } };
    expect(decisions.safeParse(twice).success).toBe(false);
  });

  test('a placed run that no hand can play is let go, and said; the others stay', () => {
    const placed = { slot: 3, again: 0, times: [3], start: 0, over: false, octaves: 0 };
    const run = printRun(runs[0]!);
    const stored = {
      fills: {
        version: 1,
        value: {
          placed: [{ ...placed, run }, { ...placed, run: { ...run, right: '9 9' } }, placed],
        },
      },
    };
    expect(readDecisions(stored)).toEqual({
      decisions: { ...noDecisions, fills: { placed: [{ ...placed, run }] } },
      lost: ['2 of the placed runs'],
    });
  });

  test('of the first version said nothing of sections, and over the wire an old page says nothing of them', () => {
    const { sections: _, ...old } = { ...freeHands, walks: [{ slot: 3, kind: '8-7' as const }] };
    const whole = { ...old, sections: [] };
    const stored = { hands: { version: 1, value: old } };
    const all = { ...noDecisions, hands: whole };
    expect(readDecisions(stored)).toEqual({ decisions: all, lost: [] });
    expect(decisions.parse({ hands: old })).toEqual(all);
  });

  test('of the second version said less of sections and shapes; what was said stays', () => {
    const said = { slot: 3, school: 'full and fat', left: null };
    const shape = { name: 'bells', register: 60, left: null, right: null };
    const old = { ...freeHands, school: 'open and low', sections: [said], palette: [shape] };
    expect(readDecisions({ hands: { version: 2, value: old } })).toEqual({
      decisions: {
        ...noDecisions,
        hands: {
          ...old,
          sections: [{ ...said, right: null, loudness: null, pedalling: null }],
          palette: [{ ...shape, over: null }],
        },
      },
      lost: [],
    });
  });

  test('of a newer version are left alone, and none are none', () => {
    const newer = { hands: { version: 5, value: { ...freeHands } } };
    expect(readDecisions(newer)).toEqual({
      decisions: noDecisions,
      lost: ['hands of a newer version'],
    });
    expect(readDecisions(undefined)).toEqual({ decisions: noDecisions, lost: [] });
  });
});

test('a summary of another shape is none, so that it is made anew', () => {
  expect(readSummary({ title: 'T', key: 'C' })).toBeNull();
  expect(readSummary(null)).toBeNull();
});

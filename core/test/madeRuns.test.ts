import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  degreeSemitones,
  expand,
  fitRuns,
  runFamilies,
  makeRun,
  printRun,
  readRun,
  runDirections,
  runOrders,
  runSteps,
  usualReach,
  type Run,
  type RunChoices,
  type RunStep,
} from '../src/index.ts';
import { runs as often } from './deep.ts';
import { chord, readChart } from './read.ts';
import { faultsOf, taught } from './runHolds.ts';

const choices: fc.Arbitrary<RunChoices> = fc.record({
  family: fc.constantFrom(...runFamilies),
  start: fc.nat({ max: 4 }),
  direction: fc.constantFrom(...runDirections),
  order: fc.constantFrom(...runOrders),
  octaves: fc.constantFrom(1 as const, 2 as const),
  step: fc.constantFrom<RunStep>('eighths', 'triplets', 'sixteenths'),
  hand: fc.constantFrom('left' as const, 'right' as const),
  landing: fc.option(fc.nat({ max: 3 })),
});

const heightOf = ({ degree, alter, octave }: Run['events'][number]) =>
  degreeSemitones({ step: degree, alter: 0 }) + alter + 12 * octave;

const made = (name: string, wish: Partial<RunChoices>) =>
  makeRun(chord(name), {
    family: 'pentatonic',
    start: 0,
    direction: 'up',
    order: 'in a row',
    octaves: 1,
    step: 'sixteenths',
    hand: 'right',
    landing: null,
    ...wish,
  });

const written = (name: string, wish: Partial<RunChoices>) => {
  const run = made(name, wish);
  return run.ok ? printRun(run.value)[wish.hand ?? 'right'] : run.problems[0]!.message;
};

test('each choice is heard: where it begins, its way, its order, how far, how fast, where it arrives', () => {
  expect(written('1', {})).toBe("1 2 3 5 6 1' . .");
  expect(written('1', { direction: 'down' })).toBe('1 6, 5, 3, 2, 1, . .');
  expect(written('1', { start: 2 })).toBe("3 5 6 1' 2' 3' . .");
  expect(written('1', { order: 'in threes' })).toBe("1 2 3 2 3 5 3 5 6 1' . .");
  expect(written('1', { landing: 1 })).toBe("1 2 3 5 6 3' . .");
  expect(written('6m', { family: 'arpeggio', octaves: 2 })).toBe("1 b3 5 1' b3' 5' 1'' . .");
  // The triads on b7 and 4 of it by turns, from its ninth downward.
  expect(written('5(13)sus', { family: 'triad pairs', direction: 'down' })).toBe(
    '2 b7, 4, 6, 4, 1, b7,, . .',
  );
  expect(written('57', { family: 'blues' })).toBe("1 b3 4 #4 5 b7 1' . .");
  expect(written('1', { family: 'crushed notes', step: 'eighths' })).toBe("{7,}1 3 {#4}5 1'");
  expect(written('1', { family: 'blues' })).toBe('This chord has no blues of its own.');
  expect(written('1', { hand: 'left', step: 'triplets' })).toBe("1 2 3 5 6 1' .");
});

test('whatever is chosen is a run that is written and read again, of the chord’s own kind, and where it fits it goes', () => {
  const fitted = new Map<string, number>();
  fc.assert(
    fc.property(fc.constantFrom(...Object.keys(taught)), choices, (name, wish) => {
      const run = makeRun(chord(name), wish);
      if (!run.ok) {
        expect(run.problems[0]!.message).toMatch(
          /^(This chord has no|No run is known|It would last)/,
        );
        return;
      }
      const { value } = run;
      expect(readRun(printRun(value))).toMatchObject({ ok: true, value: { events: value.events } });
      expect(value.kinds).toEqual([taught[name]!.kind]);
      expect(value.events.every(({ hand }) => hand === wish.hand)).toBe(true);
      expect(value.events[1]!.start % runSteps[wish.step]).toBe(0);
      const song = readChart(
        `title: T\nkey: C\nmeter: 4/4\ntempo: 40\n\nV:\n  ${name} | . | . | . | 1\n`,
      ).song;
      for (const fit of fitRuns(expand(song), { at: 0 }, { runs: [value] })) {
        fitted.set(value.family, (fitted.get(value.family) ?? 0) + 1);
        const [first] = value.events;
        const sounding = fit.notes.find(
          ({ as, onset }) => as === 'note' && onset >= fit.start + first!.start,
        )!;
        const faults = faultsOf(
          {
            notes: fit.notes,
            family: value.family,
            outside: value.outside.map((one) => degreeSemitones(one)),
            one: (((sounding.note - heightOf(first!)) % 12) + 12) % 12,
            from: fit.start,
            ticks: value.ticks,
            lands: value.landing.at,
          },
          {
            chord: taught[name]!,
            next: taught['1']!,
            home: 0,
            from: 0,
            to: 16 * 480,
            beat: 480,
            reach: usualReach.right.held,
          },
        );
        expect([value.id, name, faults]).toEqual([value.id, name, []]);
      }
    }),
    { numRuns: often(400) },
  );
  // Every family goes somewhere.
  for (const family of runFamilies)
    expect([family, (fitted.get(family) ?? 0) > 3]).toEqual([family, true]);
});

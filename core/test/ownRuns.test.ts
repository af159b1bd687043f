import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  captureSteps,
  expand,
  findRuns,
  fitRuns,
  gridOfRun,
  leadingOn,
  printRun,
  readRun,
  runAsIs,
  runs,
  runSteps,
  withFinger,
  type Run,
  type WrittenRun,
} from '../src/index.ts';
import { chord, key, readChart } from './read.ts';

const songOf = (bars: string, words = '') =>
  expand(
    readChart(
      `title: T\nkey: C\nmeter: 4/4\ntempo: 60\n\nV:\n  ${bars}\n${words && `  > ${words}\n`}`,
    ).song,
  );

const asRun = (written: Partial<WrittenRun>): Run => {
  const read = readRun({
    id: 'own',
    name: 'Own',
    family: 'answer',
    grade: 'simple',
    from: 'chord',
    kinds: ['major'],
    why: 'Played in.',
    step: 'eighths',
    ...written,
  });
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
};

describe('a run step by step', () => {
  const wishes = { name: 'Mine', key: key('C'), chord: chord('1') } as const;

  test('has its steps as they were given: grips, silence, longer ones, two hands', () => {
    const given = captureSteps(
      [
        { notes: [64, 72], steps: 1 },
        { notes: [], steps: 2 },
        { notes: [67], steps: 3 },
        { notes: [36, 72], steps: 1 },
      ],
      { ...wishes, step: 'sixteenths' },
    );
    expect(given).toMatchObject({
      ok: true,
      value: {
        said: [],
        run: { step: 'sixteenths', right: "3+1' _ _ 5 . . 1'", left: '_ _ _ _ _ _ 1' },
      },
    });
    const tooWide = captureSteps([{ notes: [24, 30, 36, 60, 66, 72, 96, 102, 108], steps: 1 }], {
      ...wishes,
      step: 'eighths',
    });
    expect(tooWide.ok ? '' : tooWide.problems[0]!.message).toContain('a third hand');
    expect(captureSteps([], { ...wishes, step: 'eighths' })).toMatchObject({ ok: false });
  });

  test('is never another than what was given, whatever the steps', () => {
    const strike = fc.record({
      notes: fc.uniqueArray(fc.integer({ min: 60, max: 72 }), { minLength: 1, maxLength: 3 }),
      steps: fc.integer({ min: 1, max: 3 }),
    });
    fc.assert(
      fc.property(
        fc.array(strike, { minLength: 1, maxLength: 12 }),
        fc.constantFrom('eighths' as const, 'triplets' as const, 'sixteenths' as const),
        (all, step) => {
          const given = captureSteps(all, { ...wishes, step });
          if (!given.ok) throw new Error(given.problems[0]!.message);
          const read = readRun(given.value.run);
          if (!read.ok) throw new Error(read.problems[0]!.message);
          const semitones = [0, 2, 4, 5, 7, 9, 11];
          const heard = read.value.events.map(
            ({ start, ticks, degree, alter, octave, hand }) =>
              `${hand} ${start} ${ticks} ${semitones[degree - 1]! + alter + 12 * octave + 60}`,
          );
          let at = 0;
          const meant = all.flatMap(({ notes, steps }) => {
            const start = at;
            at += steps;
            return notes.map(
              (note) => `right ${start * runSteps[step]} ${steps * runSteps[step]} ${note}`,
            );
          });
          // The first key is written without a mark of its octave: C above the middle one may be it.
          const by = (text: readonly string[], octaves: number) =>
            text
              .map((one) => one.replace(/\d+$/, (note) => String(Number(note) + 12 * octaves)))
              .sort();
          expect([by(meant, 0), by(meant, -1)]).toContainEqual(by(heard, 0));
        },
      ),
      { numRuns: 200 },
    );
  });
});

test('a run that leads on ends before the chord that its last note belongs to', () => {
  const climb = leadingOn(asRun({ right: '1 2 3 4' }))!;
  expect(printRun(climb)).toMatchObject({ right: '1 2 3', into: '4' });
  expect(fitRuns(songOf('1 | 4'), { at: 0 }, { runs: [climb] })).toMatchObject([
    { start: 4 * 480 - 720, run: { landing: { degree: 4 } } },
  ]);
  expect(findRuns(songOf('1 | 5'), { at: 0 }, { runs: [climb] }).refused[0]!.why).toBe(
    'It arrives at 4, which the next chord does not have.',
  );
  // Nothing is left of a single note, and what leads on already leads nowhere else.
  expect(leadingOn(asRun({ right: '5' }))).toBeNull();
  expect(leadingOn(climb)).toBeNull();
  // The other hand ends with it.
  const both = leadingOn(asRun({ right: "1 2 3 1'", left: '1, . . . . .' }))!;
  expect(printRun(both)).toMatchObject({ right: '1 2 3', left: '1, . .', into: "1'" });
});

test('a finger of the player’s own stays, and is given back to the search', () => {
  const plain = asRun({ right: '1 2 3', left: '1, . .' });
  const on = plain.events.find(({ degree }) => degree === 2)!;
  const chosen = withFinger(plain, on, 4);
  expect(printRun(chosen)).toMatchObject({ right: '1 2@4 3' });
  const [event] = chosen.events.filter(({ degree }) => degree === 2);
  expect(printRun(withFinger(chosen, event!, null))).toEqual(printRun(plain));
});

test('a run that is being made is where it fits, and with the chord where it does not', () => {
  const timeline = songOf('1 | 4 | 6m | 57');
  let seen = 0;
  for (const at of [0, 1, 2, 3])
    for (const fit of fitRuns(timeline, { at })) {
      seen += 1;
      const { start, notes } = runAsIs(timeline, { at }, fit.run)!;
      expect({ start, notes }).toEqual({ start: fit.start, notes: fit.notes });
    }
  expect(seen).toBeGreaterThan(100);
  const sung = songOf('1 | 4', 'Lan-tern light all day');
  const long = asRun({ right: '1 2 3 4 5 6 7 1' });
  expect(findRuns(sung, { at: 0 }, { runs: [long] }).fits).toEqual([]);
  expect(runAsIs(sung, { at: 0 }, long)).toMatchObject({ at: 0, start: 0 });
  expect(runAsIs(songOf('[1-6-1] | 1'), { at: 0 }, long)).toBeNull();
  const everywhere = runs.filter(({ from }) => from !== 'next');
  expect(everywhere.every((run) => runAsIs(timeline, { at: 0 }, run) !== null)).toBe(true);
});

test('step by step a run says the octave of each key, counted from the first of its hand', () => {
  const run = asRun({ right: "5 6 1' b7 5,", left: '1 5, 1, .' });
  for (const [bars, octaves] of [
    ['1 | 1', [0, 0, 1, 0, -1]],
    // Over 4 the run's 5 is 1: the octaves of the key are others than those of the chord.
    ['4 | 4', [0, 0, 0, 0, -1]],
  ] as const) {
    const timeline = songOf(bars);
    const grid = gridOfRun(timeline, runAsIs(timeline, { at: 0 }, run)!);
    const rightHand = grid.columns.flatMap(({ right }) =>
      right.kind === 'struck' ? right.notes.map(({ octave }) => octave) : [],
    );
    expect(rightHand).toEqual(octaves);
  }
});

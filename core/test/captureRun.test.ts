import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  captureRun,
  expand,
  fitRuns,
  readRun,
  runs,
  type PressedKey,
  type Run,
  type RunFit,
} from '../src/index.ts';
import { chord, key, readChart } from './read.ts';
import { taught } from './runHolds.ts';

const usual = { name: 'Mine', key: key('C'), tempo: null, step: null, swung: false } as const;

/** Keys one after the other, so many seconds apart. */
const inRow = (notes: readonly number[], apart: number): PressedKey[] =>
  notes.map((note, index) => ({ note, from: index * apart, to: (index + 0.9) * apart }));

describe('what was played', () => {
  test('is a run in degrees of the chord under it, its grid guessed', () => {
    const played = captureRun(inRow([67, 69, 72], 0.4), { ...usual, chord: chord('1') });
    expect(played).toMatchObject({
      ok: true,
      value: {
        run: { right: "5 6 1'", step: 'eighths', kinds: ['major'] },
        grid: { tempo: 75 },
        said: [],
      },
    });
    // The same keys over 6m are other degrees.
    const minor = captureRun(inRow([67, 69, 72], 0.4), { ...usual, chord: chord('6m') });
    expect(minor).toMatchObject({ value: { run: { right: "b7 1' b3'", kinds: ['minor'] } } });
  });

  test.each([
    ['eighths', 0.4, 75],
    ['triplets', 0.25, 80],
    ['sixteenths', 0.2, 75],
  ] as const)('in %s at a tempo that is said', (step, apart, tempo) => {
    const played = captureRun(inRow([60, 62, 64, 67, 69, 72], apart), {
      ...usual,
      tempo,
      chord: chord('1'),
    });
    expect(played).toMatchObject({ value: { run: { step, right: "1 2 3 5 6 1'" } } });
  });

  test('swung is written even; crushed notes are told from the others; grips stay together', () => {
    const swung = [0, 0.5, 0.75, 1.25, 1.5].map((from, index) => ({
      note: 60 + [0, 2, 4, 7, 12][index]!,
      from,
      to: from + 0.2,
    }));
    const even = captureRun(swung, { ...usual, tempo: 80, swung: true, chord: chord('1') });
    expect(even).toMatchObject({ value: { run: { step: 'eighths', right: "1 2 3 5 1'" } } });
    const graced = [
      { note: 67, from: 0, to: 0.38 },
      { note: 63, from: 0.36, to: 0.42 },
      { note: 64, from: 0.4, to: 0.8 },
    ];
    expect(captureRun(graced, { ...usual, tempo: 75, chord: chord('1') })).toMatchObject({
      value: { run: { right: '5 {b3}3' } },
    });
    const grips = [
      { note: 64, from: 0, to: 0.4 },
      { note: 72, from: 0.02, to: 0.4 },
      { note: 67, from: 0.4, to: 0.8 },
      { note: 76, from: 0.41, to: 0.8 },
    ];
    expect(captureRun(grips, { ...usual, tempo: 75, chord: chord('1') })).toMatchObject({
      value: { run: { right: "3+1' 5+3'" } },
    });
  });

  test('by two hands is parted between them', () => {
    const both = [...inRow([72, 74, 76, 79], 0.4), ...inRow([36, 43, 48, 43], 0.4)];
    expect(captureRun(both, { ...usual, tempo: 75, chord: chord('1') })).toMatchObject({
      value: { run: { right: '1 2 3 5', left: "1 5 1' 5" } },
    });
  });

  test('that cannot be a run is refused with what would do', () => {
    const told = (keys: readonly PressedKey[], under = '1') => {
      const played = captureRun(keys, { ...usual, chord: chord(under) });
      return played.ok ? played.value.said.join(' ') : played.problems[0]!.message;
    };
    expect(told([])).toContain('Nothing was played');
    expect(
      told(
        inRow(
          Array.from({ length: 200 }, (_, index) => 30 + (index % 60)),
          0.005,
        ),
      ),
    ).toBe('In one second 200 keys went down: no hands play that. Play it slower.');
    const three = [24, 30, 36, 60, 66, 72, 96, 102, 108].map((note) => ({ note, from: 0, to: 1 }));
    expect(told([{ note: 60, from: -1, to: 0 }, ...three])).toBe(
      'After 1 seconds it takes a third hand. Without the notes between, two hands hold 6 of them.',
    );
    const loose = [0, 0.31, 0.42, 1.13, 1.3, 2.2, 2.33, 2.9, 3.77].map((from, index) => ({
      note: 60 + index,
      from,
      to: from + 0.1,
    }));
    expect(told(loose)).toContain('no pulse');
    expect(told(inRow([60, 62], 0.4), '[1-6-1]')).toContain('choose another chord');
  });
});

/** A fit as a player's hands would send it: in seconds, each key a little off. */
function pressed({ notes, start }: RunFit, tempo: number, off: readonly number[]): PressedKey[] {
  const tick = 60 / tempo / 480;
  return notes.map(({ note, onset, ticks }, index) => {
    const late = (off[index % off.length]! - 50) / 5_000;
    const from = (onset - start) * tick + late;
    return { note, from, to: from + ticks * tick * 0.92 };
  });
}

/** What of a run is heard: which keys at which step, whatever they are called. */
function heard({ events }: Pick<Run, 'events'>): string[] {
  const [first] = events;
  const height = ({ degree, alter, octave }: Run['events'][number]) =>
    [0, 2, 4, 5, 7, 9, 11][degree - 1]! + alter + 12 * octave;
  const base = new Map(
    (['right', 'left'] as const).map((hand) => {
      const own = events.find((one) => one.hand === hand);
      return [hand, own ? height(own) : 0];
    }),
  );
  return events
    .map((one) => `${one.start - first!.start} ${one.hand} ${height(one) - base.get(one.hand)!}`)
    .sort();
}

test('runs of the library, played in with hands that are not a machine, come back as they are', () => {
  // Of one hand, without slides (a key that slides is two), from the chord: what a player would play in.
  const own = runs.filter(
    ({ from, events }) =>
      from === 'chord' &&
      new Set(events.map(({ hand }) => hand)).size === 1 &&
      events.every(({ slide, voice }) => !slide && voice === undefined),
  );
  let same = 0;
  let all = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...own),
      fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 7, maxLength: 7 }),
      fc.constantFrom(60, 72, 90),
      (run, off, tempo) => {
        const name = Object.keys(taught).find((one) =>
          run.kinds.includes(taught[one]!.kind as never),
        )!;
        const { song } = readChart(
          `title: T\nkey: C\nmeter: 4/4\ntempo: 60\n\nV:\n  ${name} | . | . | 1\n`,
        );
        const [fit] = fitRuns(expand(song), { at: 0 }, { runs: [run] });
        if (!fit) return;
        const played = captureRun(pressed(fit, tempo, off), {
          ...usual,
          tempo,
          chord: chord(name),
        });
        if (!played.ok) throw new Error(`${run.id}: ${played.problems[0]!.message}`);
        const read = readRun(played.value.run);
        if (!read.ok) throw new Error(`${run.id}: ${read.problems[0]!.message}`);
        all += 1;
        const isHand = (one: string) => one.replace(/left|right/, '');
        if (
          JSON.stringify(heard(read.value).map(isHand)) === JSON.stringify(heard(run).map(isHand))
        )
          same += 1;
      },
    ),
    { numRuns: 300 },
  );
  console.log(`${same} of ${all} runs that were played in came back as they are`);
  expect(same / all).toBeGreaterThan(0.9);
});

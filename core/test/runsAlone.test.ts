import { expect, test } from '@jest/globals';
import {
  expand,
  parseChart,
  perform,
  placeRuns,
  printRun,
  runsAlone,
  voice,
  type Filled,
  type Performance,
  type PlacedRun,
} from '../src/index.ts';
import { demoSongs } from './corpus.ts';

/** Each song of the demo with all runs that are proposed for it, more of them than anybody would play. */
const filled: readonly (readonly [string, Filled])[] = demoSongs.map(({ title, text }) => {
  const voiced = voice(expand(parseChart(text).song));
  const { timeline } = voiced;
  const placed = placeRuns(timeline, { restraint: 'generous' }).placed.map(
    ({ at, run, fit }): PlacedRun => {
      const { slot, pass, start } = timeline.slots[at]!;
      const where = { slot, again: 0, times: [pass], start: fit.start - start };
      return { ...where, run: printRun(run), over: false, octaves: 0 };
    },
  );
  return [title, { ...voiced, fills: { placed } }] as const;
});

const named = ({ notes }: Performance) =>
  notes.map(({ hand, note, onset }) => `${onset} ${hand} ${note}`);
const onsetsOf = ({ notes }: Performance) => new Set(notes.map(({ onset }) => onset));

test.each(filled)(
  '%s: runs by themselves are all of them, and what they lead into',
  (_title, song) => {
    const whole = perform(song);
    const runs = whole.notes.filter(({ source }) => source === 'run');
    const alone = runsAlone(whole, 'all');
    expect(named(alone)).toEqual(expect.arrayContaining(named({ ...whole, notes: runs })));
    expect(named(whole)).toEqual(expect.arrayContaining(named(alone)));
    for (const { source, onset, hand } of alone.notes) {
      if (source === 'run') continue;
      // What is not of a run is what its hand strikes next.
      const before = alone.notes.filter((one) => one.hand === hand && one.onset < onset).at(-1);
      expect(before?.source).toBe('run');
    }
    const [first, second] = [runsAlone(whole, 'first half'), runsAlone(whole, 'second half')];
    expect(new Set([...named(first), ...named(second)])).toEqual(new Set(named(alone)));
    // Halves meet at one stroke of each run.
    const shared = [...onsetsOf(first)].filter((onset) => onsetsOf(second).has(onset));
    expect(shared.length > 0).toBe(runs.length > 0);
    expect(shared.length).toBeLessThanOrEqual(first.notes.length);
    const onsets = alone.notes.map(({ onset }) => onset);
    expect(onsets).toEqual(onsets.toSorted((one, other) => one - other));
  },
);

test('where no run is placed there is nothing to practise', () => {
  const whole = perform(voice(expand(parseChart('key: C\n\nA:\n  1 | 4\n').song)));
  expect(runsAlone(whole, 'all').notes).toEqual([]);
});

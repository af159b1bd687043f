import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  densityOf,
  expand,
  fitRuns,
  instruments,
  followSlots,
  fillsKind,
  noFills,
  parseChart,
  perform,
  placeRuns,
  printRun,
  runAt,
  runs,
  strike,
  toMidi,
  toPianoMusicXml,
  voice,
  withEdits,
  withoutRun,
  withRun,
  writeRun,
  type Filled,
  type PlacedRun,
  type Restraint,
  type Run,
  type Timeline,
} from '../src/index.ts';
import { isDeep } from './deep.ts';
import { playedOnce, songs } from './generators.ts';
import { readChart } from './read.ts';

const verse = (times: number, more = '') =>
  `title: Test\nkey: D\nmeter: 4/4\ntempo: 72\n\nVerse x${times}:\n${more}  1 | 4 | 1/3 | 5\n  > sung | and | sung a-gain | here\n`;

const runNamed = (name: string): Run => runs.find((one) => one.name === name)!;
const written = (name: string) => printRun(runNamed(name));

const placed = (more: Partial<PlacedRun> = {}): PlacedRun => ({
  slot: 0,
  again: 0,
  times: [3],
  start: 480,
  run: written('Five, six, one'),
  over: false,
  octaves: 0,
  ...more,
});

const filled = (text: string, ...all: readonly PlacedRun[]): Filled => ({
  ...voice(expand(readChart(text).song)),
  fills: { placed: all },
});

describe('where runs are placed', () => {
  test('the plain pattern comes first: nothing before it was heard twice, then never two gaps in a row, one showpiece', () => {
    const timeline = expand(readChart(verse(4)).song);
    const { placed: found, refused } = placeRuns(timeline, { restraint: 'usual' });
    const passOf = (at: number) => timeline.slots[at]!.pass;
    expect(found.map(({ at }) => passOf(at))).toEqual([3, 3, 4, 4]);
    expect(new Set(refused.filter(({ at }) => passOf(at) < 3).map(({ reason }) => reason))).toEqual(
      new Set([
        'The plain pattern comes first: this is the first time it is heard.',
        'The plain pattern was heard once; twice is the least before anything is added.',
      ]),
    );
    expect(refused.some(({ reason }) => reason.includes('never two in a row'))).toBe(true);
    expect(found.filter(({ isShowpiece }) => isShowpiece).length).toBeLessThanOrEqual(1);
    // Each refused gap says which run would have gone there.
    expect(refused.every(({ run }) => run !== null)).toBe(true);
  });

  test('Verse 1, 2 and 3 are heard as one section; another player’s lead, a silent hand and a voice alone are left alone', () => {
    const bars = '  1 | 4 | 5 | 1\n  > sung | and | sung | here\n';
    const three = (direction: string) =>
      `title: T\nkey: C\nmeter: 4/4\ntempo: 72\n\nVerse 1:\n${bars}\nVerse 2:\n${bars}\nVerse 3:\n${direction}${bars}`;
    const place = (text: string) =>
      placeRuns(expand(readChart(text).song), { restraint: 'generous' });
    expect(place(three('')).placed.length).toBe(2);
    const reasons = (text: string) =>
      place(text)
        .refused.map(({ reason }) => reason)
        .join(' ');
    for (const [direction, says] of [
      ['  * guitar solo\n', 'Another player leads'],
      ['  * right hand only\n', 'A hand is silent'],
      ['  * solo voice\n', 'first line alone'],
    ] as const) {
      const text = three(direction);
      expect(place(text).placed).toEqual([]);
      expect(reasons(text)).toContain(says);
    }
  });

  test('on random songs no proposal is before the third time, beside another, or a second showpiece', () => {
    fc.assert(
      fc.property(
        songs,
        fc.constantFrom<Restraint>('sparing', 'usual', 'generous'),
        (song, restraint) => {
          const timeline = expand(playedOnce(song));
          const { placed: found, refused } = placeRuns(timeline, { restraint });
          const heard = timesHeard(timeline);
          const all = [...found.map(({ at }) => at), ...refused.map(({ at }) => at)].sort(
            (a, b) => a - b,
          );
          for (const [index, { at }] of found.entries()) {
            expect(heard(at)).toBeGreaterThan(2);
            const next = found[index + 1];
            if (next) expect(all.indexOf(next.at) - all.indexOf(at)).toBeGreaterThan(1);
          }
          expect(found.filter(({ run }) => run.grade === 'showpiece').length).toBeLessThanOrEqual(
            1,
          );
          expect(new Set(all).size).toBe(all.length);
          expect(refused.every(({ reason }) => reason.length > 10)).toBe(true);
        },
      ),
      { numRuns: isDeep ? 2_000 : 30 },
    );
  });
});

/** The time that the section of a slot is heard, counted from the sections' names alone. */
function timesHeard({ parts, song }: Timeline) {
  const name = (section: number) =>
    song.sections[section]!.name.toLowerCase().replace(/ *\d+ *$/, '');
  return (at: number) => {
    const here = parts.findIndex(({ from, to }) => from <= at && at < to);
    return parts
      .slice(0, here + 1)
      .filter(({ section }) => name(section) === name(parts[here]!.section)).length;
  };
}

describe('a placed run', () => {
  test('is struck at the time it is for, in the place of what the hand holds, which comes back', () => {
    const plain = strike(voice(expand(readChart(verse(3)).song)));
    const struck = strike(filled(verse(3), placed()));
    const own = struck.notes.filter(({ source }) => source === 'run');
    expect(own.map(({ from }) => from - 8 * 4 * 480)).toEqual([480, 720, 960]);
    expect(own.every(({ hand }) => hand === 'right')).toBe(true);
    const before = (notes: typeof plain.notes) => notes.filter(({ to }) => to <= 8 * 4 * 480);
    expect(before(struck.notes)).toEqual(before(plain.notes));
    const meanwhile = struck.notes.filter(
      ({ hand, source, from, to }) =>
        hand === 'right' &&
        source !== 'run' &&
        from < 33 * 480 + 900 &&
        to > 33 * 480 &&
        from >= 32 * 480,
    );
    expect(meanwhile.every(({ to }) => to <= 33 * 480)).toBe(true);
    // The left hand goes on as it was.
    const left = (notes: typeof plain.notes) => notes.filter(({ hand }) => hand === 'left');
    expect(left(struck.notes)).toEqual(left(plain.notes));
  });

  test('is struck over what the hand holds, octaves away, where that is said; one for every time gives way to one for this time', () => {
    const over = strike(filled(verse(3), placed({ over: true })));
    const held = over.notes.filter(
      ({ source, hand, from }) => source === 'slot' && hand === 'right' && from === 8 * 4 * 480,
    );
    // All but a key that the run strikes too.
    expect(held.some(({ to }) => to === 9 * 4 * 480)).toBe(true);
    const low = strike(filled(verse(3), placed())).notes.find(({ source }) => source === 'run')!;
    const high = strike(filled(verse(3), placed({ octaves: 1 }))).notes.find(
      ({ source }) => source === 'run',
    )!;
    expect(high.note - low.note).toBe(12);
    const both = strike(
      filled(verse(3), placed({ times: [], run: written('Nod'), start: 480 }), placed()),
    );
    const byTime = [0, 1, 2].map(
      (time) =>
        both.notes.filter(
          ({ source, from }) => source === 'run' && Math.floor(from / (16 * 480)) === time,
        ).length,
    );
    expect(byTime).toEqual([4, 4, 3]);
  });

  test('is in playback, in MIDI and in the score of two staves', () => {
    const plain = voice(expand(readChart(verse(3)).song));
    const full = filled(verse(3), placed());
    const times = (notes: readonly { readonly source?: unknown }[]) => notes.length;
    expect(times(perform(full).notes)).not.toBe(times(perform(plain).notes));
    expect(toMidi(full).length).not.toBe(toMidi(plain).length);
    expect(toPianoMusicXml(full)).not.toBe(toPianoMusicXml(plain));
  });

  test('sounds in the repeated bar that it is for, and ends with its chord where that became shorter', () => {
    const text = verse(1).replace('1 | 4 |', '1 | % |');
    const struck = strike(filled(text, placed({ times: [1], again: 1 })));
    const own = struck.notes.filter(({ source }) => source === 'run');
    expect(own[0]!.from).toBe(4 * 480 + 480);
    const short = verse(1).replace('  1 | 4 |', '  1 4 | 4 |');
    const cut = strike(filled(short, placed({ times: [1], run: written('There and back') })));
    const ends = cut.notes.filter(({ source }) => source === 'run').map(({ to }) => to);
    expect(ends.length).toBeGreaterThan(2);
    expect(Math.max(...ends)).toBe(2 * 480);
  });

  test('goes with its chord through edits of the text, and away with it', () => {
    const before = parseChart(verse(3));
    const fills = { placed: [placed({ slot: 1 }), placed({ slot: 2 })] };
    const text = verse(3).replace('  1 | 4', '  2m 6m | 4');
    const at = before.text.indexOf('  1 | 4');
    const carried = fillsKind.carry(
      fills,
      followSlots(before, parseChart(text), [{ from: at + 2, to: at + 3, insert: '2m 6m' }]),
    );
    expect(carried.placed.map(({ slot }) => slot)).toEqual([2, 3]);
    const gone = verse(3).replace('| 4 ', '');
    const from = before.text.indexOf('| 4 ');
    const left = fillsKind.carry(
      fills,
      followSlots(before, parseChart(gone), [{ from, to: from + 4, insert: '' }]),
    );
    expect(left.placed.map(({ slot }) => slot)).toEqual([1]);
    expect(fillsKind.carry(fills, (slot) => slot)).toBe(fills);
  });

  test('is put, moved and taken away time by time; the last word counts', () => {
    const times = fc.uniqueArray(fc.integer({ min: 1, max: 4 }), { maxLength: 4 });
    const steps = fc.array(
      fc.oneof(
        fc.record({ put: times, name: fc.constantFrom('Nod', 'Five, six, one') }),
        fc.record({ take: fc.option(fc.integer({ min: 1, max: 4 })) }),
      ),
    );
    fc.assert(
      fc.property(steps, (all) => {
        // A plain list of what is played at each of four times, to compare with.
        let expected: (string | null)[] = [null, null, null, null];
        let every: string | null = null;
        let fills = noFills;
        for (const step of all) {
          if ('put' in step) {
            fills = withRun(fills, placed({ times: step.put, run: written(step.name) }));
            if (step.put.length === 0) [every, expected] = [step.name, [null, null, null, null]];
            for (const time of step.put) expected[time - 1] = step.name;
          } else if (step.take === null) {
            fills = withoutRun(fills, placed(), null, [1, 2, 3, 4]);
            [every, expected] = [null, [null, null, null, null]];
          } else {
            fills = withoutRun(fills, placed(), step.take, [1, 2, 3, 4]);
            const now: (string | null)[] = expected.map((one) => one ?? every);
            now[step.take - 1] = null;
            [every, expected] = [null, now];
          }
          const found = [1, 2, 3, 4].map((time) => runAt(fills, placed(), time)?.run.name ?? null);
          expect(found).toEqual(expected.map((one) => one ?? every));
        }
      }),
    );
  });
});

test('how full each bar is: what is sung of it, what is struck, and what of that is runs', () => {
  const full = filled(verse(3), placed());
  const bars = densityOf(full.timeline, strike(full).notes);
  expect(bars.length).toBe(12);
  // “sung”, “and”, “sung a-gain” and “here”, a beat a syllable.
  expect(bars.slice(0, 4).map(({ sung }) => sung)).toEqual([0.25, 0.25, 0.75, 0.25]);
  expect(bars.map(({ ofRuns }) => ofRuns)).toEqual([0, 0, 0, 0, 0, 0, 0, 0, 3, 0, 0, 0]);
  expect(bars.reduce((sum, { struck }) => sum + struck, 0)).toBe(strike(full).notes.length);
});

test('a run is written as a played line of the chart, for all times or one, and sounds there key for key', () => {
  const read = readChart(verse(3).replace('| 1/3 |', '| % |'));
  const timeline = expand(read.song);
  const voiced = voice(timeline);
  let wrote = 0;
  for (const at of [0, 1, 2, 3].map((slot) => 8 + slot))
    for (const [index, fit] of fitRuns(timeline, { at }, { voiced }).entries()) {
      const once = index % 2 === 1;
      const edit = writeRun(voiced, fit, once)(read);
      if (!edit.ok) throw new Error(`${fit.run.id}: ${edit.why}`);
      const again = parseChart(withEdits(read.text, edit.changes));
      expect([fit.run.id, again.ok || again.problems[0]!.message]).toEqual([fit.run.id, true]);
      const there = expand(again.song);
      const struck = strike(voice(there)).notes.filter(({ source }) => source === 'line');
      const ends = fit.start + fit.run.ticks;
      const own = struck
        .filter(({ from }) => from >= fit.start - 120 && from < ends)
        .map(({ from, note, hand }) => `${from} ${hand} ${note}`);
      for (const { onset, note, hand } of fit.notes)
        expect(own).toContain(`${onset} ${hand} ${note}`);
      // At other times it is there or not, as was wished.
      const first = struck.filter(({ from }) => from < 16 * 480);
      expect(first.length > 0).toBe(!once);
      wrote += 1;
    }
  expect(wrote).toBeGreaterThan(60);
});

test('what fits is what is struck when it is placed there, key for key: before a lift too, and on fewer keys', () => {
  const lifted = verse(3).replace('key: D', 'key: D\nroad: Verse, up 2, Verse, up 1, Verse');
  for (const [text, keys] of [
    [verse(3), 88],
    [lifted, 88],
    [lifted, 49],
  ] as const) {
    const timeline = expand(readChart(text).song);
    const instrument = instruments[keys];
    const voiced = voice(timeline, { instrument });
    let checked = 0;
    for (const at of [1, 3, 7, 11].filter((one) => one < timeline.slots.length)) {
      const { slot, pass, start: due } = timeline.slots[at]!;
      // Each day every third of them, all in the deep test.
      const fits = fitRuns(timeline, { at }, { voiced, instrument });
      for (const { run, start, notes } of fits.filter((_, one) => isDeep || one % 3 === 0)) {
        const own = { slot, times: [pass], run: printRun(run), start: start - due };
        const runsOf = (more: Partial<PlacedRun>) =>
          strike({ ...voiced, fills: { placed: [placed({ ...own, ...more })] } }).notes.filter(
            ({ source }) => source === 'run',
          );
        const keysOf = (all: readonly { hand: string; note: number; at: number }[]) =>
          all.map(({ hand, note, at: begins }) => `${begins} ${hand} ${note}`).sort();
        expect(keysOf(runsOf({}).map((one) => ({ ...one, at: one.from })))).toEqual(
          keysOf(notes.map((one) => ({ ...one, at: one.onset }))),
        );
        // However far it is moved, it stays on the keys that there are.
        for (const octaves of [-3, -1, 1, 3])
          for (const { note } of runsOf({ octaves })) {
            expect(note).toBeGreaterThanOrEqual(instrument.lowest);
            expect(note).toBeLessThanOrEqual(instrument.highest);
          }
        checked += 1;
      }
    }
    expect(checked).toBeGreaterThan(isDeep ? 40 : 13);
  }
});

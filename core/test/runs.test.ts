import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Scale } from 'tonal';
import {
  bassOf,
  chordTones,
  degreeSemitones,
  expand,
  findRuns,
  fitRuns,
  joinedRuns,
  formatDegree,
  materialOf,
  noteOfDegree,
  pitchClass,
  oneHandOf,
  placesOf,
  printRun,
  readRun,
  rootOf,
  runFamilies,
  runGrades,
  runKinds,
  runs,
  twelveKeys,
  usualReach,
  variantKinds,
  variantsOf,
  voice,
  type Degree,
  type Key,
  type Meter,
  type Run,
  type RunFit,
  type Timeline,
} from '../src/index.ts';
import { isDeep } from './deep.ts';
import { playedOnce, songs } from './generators.ts';
import { chord, key, readChart } from './read.ts';
import { faultsOf, scaleNotes, taught, type PlayedRun } from './runHolds.ts';

const chartOf = (bars: string, head = 'meter: 4/4\ntempo: 60') =>
  readChart(`title: Test\nkey: C\n${head}\n\nVerse:\n  ${bars}\n`).song;

const runNamed = (name: string): Run => {
  const found = runs.find((one) => one.name === name);
  if (!found) throw new Error(name);
  return found;
};

const inWords = (degrees: readonly Degree[]) => degrees.map((one) => formatDegree(one)).join(' ');

const noteNumbers = ({ notes }: RunFit, hand = 'right') =>
  notes.filter((one) => one.hand === hand && one.as === 'note').map(({ note }) => note);

/** Semitones above the 1 of a run, as its events say. */
const heightOf = ({
  degree,
  alter,
  octave,
}: Pick<Run['events'][number], 'degree' | 'alter' | 'octave'>) =>
  degreeSemitones({ step: degree, alter: 0 }) + alter + 12 * octave;

/** What the checker is told of a fit: when, and where its 1 lies; nothing of why it fits. */
function playedRun({ run, start, notes }: RunFit): PlayedRun {
  const [first] = run.events;
  const sounding = notes.find(
    (one) => one.hand === first!.hand && one.as === 'note' && one.onset >= start + first!.start,
  )!;
  return {
    notes,
    family: run.family,
    outside: run.outside.map((one) => degreeSemitones(one)),
    one: (((sounding.note - heightOf(first!)) % 12) + 12) % 12,
    from: start,
    ticks: run.ticks,
    lands: run.landing.at,
  };
}

describe('the library', () => {
  test('has runs for every kind of chord, of every family and grade, for both hands', () => {
    expect(runs.length).toBeGreaterThanOrEqual(80);
    expect(new Set(runs.map(({ id }) => id)).size).toBe(runs.length);
    for (const family of runFamilies)
      expect([family, runs.filter((one) => one.family === family).length >= 9]).toEqual([
        family,
        true,
      ]);
    for (const kind of runKinds) {
      const own = runs.filter(({ kinds }) => kinds.includes(kind));
      expect([kind, own.length >= 10]).toEqual([kind, true]);
      expect(new Set(own.map(({ grade }) => grade)).size).toBeGreaterThanOrEqual(2);
    }
    for (const grade of runGrades)
      expect(runs.filter((one) => one.grade === grade).length).toBeGreaterThan(15);
    expect(
      runs.filter(({ events }) => events.some(({ hand }) => hand === 'left')).length,
    ).toBeGreaterThan(15);
  });

  test('is written as it is read, and no two runs are the same notes', () => {
    for (const run of runs) expect(readRun(printRun(run))).toMatchObject({ ok: true, value: run });
    const alike = runs.map(({ events, from, kinds }) => JSON.stringify([events, from, kinds]));
    expect(new Set(alike).size).toBe(runs.length);
  });

  test('says what of a written run cannot be read, and where', () => {
    const written = printRun(runNamed('Nod'));
    const told = (more: Partial<typeof written>) => {
      const read = readRun({ ...written, ...more });
      return read.ok ? null : read.problems[0]!.message;
    };
    expect(told({ right: '5 x 3' })).toContain('“x” is no note');
    expect(told({ right: '_ _' })).toContain('a note at least');
    expect(told({ right: '5 & 4 & 3' })).toContain('two voices');
    expect(told({ right: "1''''''' 2" })).toContain('farther');
    expect(told({ right: '5 . '.repeat(40) })).toContain('four bars');
    expect(told({ lands: 9 })).toContain('arrives');
    expect(told({ outside: 'b9' })).toContain('degrees');
    expect(readRun({ ...written, right: '5 x 3' })).toMatchObject({
      problems: [{ place: { column: 3, length: 1 } }],
    });
  });
});

describe('what a chord takes', () => {
  test.each(Object.entries(taught))(
    '%s has the scale of the handbooks',
    (name, { scale, kind }) => {
      const found = materialOf(chord(name))!;
      expect(found.chord.kind).toBe(kind);
      const expected = new Set(scaleNotes(scale).map((note) => Scale.get(scale) && chroma(note)));
      expect(new Set(found.scale.degrees.map(degreeSemitones))).toEqual(expected);
    },
  );

  test('pairs of triads: over a soft five on its b7 and 4, over two minor b3 and 4, over six minor b3 and b7, altered #4 and b6', () => {
    const pair = (name: string) => {
      const { pair: found } = materialOf(chord(name))!;
      return found && `${inWords(found.first)} | ${inWords(found.second)}`;
    };
    expect(pair('5(13)sus')).toBe('4 6 1 | 1 3 5');
    // The pair on a 3 that is such a dominant stands on 2 and 6, both major.
    expect(pair('3(13)sus')).toBe('2 #4 6 | 6 #1 3');
    expect(pair('2m7')).toBe('4 6 1 | 5 7 2');
    expect(pair('6m7')).toBe('1 3 5 | 5 7 2');
    expect(pair('37#9#5')).toBe('b7 2 4 | 1 3 5');
  });

  test('pentatonics of 1, 4, 5, b7 and b6; blues where the chord has a low seventh or third', () => {
    const names = (name: string) =>
      materialOf(chord(name))!.pentatonics.map(({ degrees }) => inWords(degrees));
    expect(names('1')).toContain('1 2 3 5 6');
    expect(names('5')).toContain('5 6 7 2 3');
    expect(names('b7')).toContain('b7 1 2 4 5');
    expect(names('b6')).toContain('b6 b7 1 b3 4');
    expect(names('6m')).toContain('6 1 2 3 5');
    expect(inWords(materialOf(chord('17'))!.blues!.degrees)).toBe('1 b3 4 #4 5 b7');
    expect(materialOf(chord('1'))!.blues).toBeNull();
    expect(materialOf(chord('[2-5-1]'))).not.toBeUndefined();
  });
});

const chroma = (name: string) => {
  const steps: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
  const signs = [...name.slice(1)].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return (((steps[name[0]!]! + signs) % 12) + 12) % 12;
};

describe('the worked examples of the trade', () => {
  // As two players wrote them down before there was a program (common practice, no published source).
  const inF = (bars: string) => expand(chartOf(bars), { key: key('F') });

  test('the falling pair in F over 5(13)sus is F D Bb, C A F, D Bb F', () => {
    const [fit] = fitRuns(
      inF('5(13)sus | 1'),
      { at: 0 },
      { runs: [runNamed('Falling pair over a soft five')] },
    );
    const notes = noteNumbers(fit!);
    const home = notes[0]! - 77;
    expect(home % 12).toBe(0);
    expect(notes.map((note) => note - home)).toEqual([77, 74, 70, 72, 69, 65, 62, 58, 53]);
  });

  test('over #4dim7 the broken chord is 6 1 b3 #4 in eighths; over 1 and 57 grips slide under a note that stays', () => {
    const written = (name: string, bars: string) => {
      const timeline = inF(bars);
      const [fit] = fitRuns(timeline, { at: 0 }, { runs: [runNamed(name)] });
      const home = pitchClass(key('F').tonic);
      return fit!.notes.map(({ note, as }) => `${(note - home) % 12}${as === 'note' ? '' : as[0]}`);
    };
    expect(written('Diminished, broken', '#4dim7 | 5')).toEqual(['9', '0', '3', '6']);
    expect(written('Slide under the fifth', '1 | 4')).toEqual(['2', '7', '3s', '7', '4', '0']);
    expect(written('Slide in the seventh', '57 | 1')).toEqual(['5', '11', '1s', '11', '2', '5']);
  });

  test('5 6 1 2 3 5 up into a last 1; 6 b6 5 #4 down into 4', () => {
    const [up] = fitRuns(inF('5 | 1'), { at: 0 }, { runs: [runNamed('Up into home')] });
    expect(noteNumbers(up!).map((note) => (note - 5) % 12)).toEqual([7, 9, 0, 2, 4, 7]);
    const [down] = fitRuns(
      inF('1 | 4'),
      { at: 0 },
      { runs: [runNamed('Half steps down to the root')] },
    );
    expect(noteNumbers(down!).map((note) => (note - 5) % 12)).toEqual([9, 8, 7, 6]);
    // It ends where the four begins.
    expect(down!.start + down!.run.ticks).toBe(4 * 480);
  });

  test('a run with a natural seventh is not for 5, one with a natural fourth not for 4, a ninth not for 3m', () => {
    const over = (run: Partial<ReturnType<typeof printRun>>, bars: string) => {
      const read = readRun({ ...printRun(runNamed('Nod')), outside: '', ...run });
      if (!read.ok) throw new Error();
      return fitRuns(expand(chartOf(bars)), { at: 0 }, { runs: [read.value] }).length === 1;
    };
    const seventh = { kinds: ['major'] as const, right: "5 7 5 1' ." };
    expect([over(seventh, '1 | 4'), over(seventh, '4 | 1'), over(seventh, '5 | 1')]).toEqual([
      true,
      true,
      false,
    ]);
    const fourth = { kinds: ['major'] as const, right: '6 4 2 1 .' };
    expect([over(fourth, '1 | 4'), over(fourth, '5 | 1'), over(fourth, '4 | 1')]).toEqual([
      true,
      true,
      false,
    ]);
    const ninth = { kinds: ['minor'] as const, right: '5 4 2 1 .' };
    expect([over(ninth, '6m | 4'), over(ninth, '2m | 5'), over(ninth, '3m | 4')]).toEqual([
      true,
      true,
      false,
    ]);
    const sixth = { kinds: ['minor'] as const, right: '5 6 5 1 .' };
    expect([over(sixth, '2m | 5'), over(sixth, '6m | 4'), over(sixth, '3m | 4')]).toEqual([
      true,
      false,
      false,
    ]);
  });
});

describe('where a run goes', () => {
  const why = (bars: string, name: string, wishes = {}, head?: string) => {
    const timeline = expand(chartOf(bars, head));
    const found = findRuns(timeline, { at: 0 }, { runs: [runNamed(name)], ...wishes });
    return found.why ?? found.refused[0]?.why ?? 'fits';
  };

  test.each<readonly [bars: string, run: string, says: string]>([
    ['1 | 4', 'Nod', 'fits'],
    ['1 | 4\n  > ev-ery beat has | words', 'Nod', 'Somebody sings all through'],
    ['1 | 4\n  > three of four | words', 'Nod', 'are free'],
    ['1 | 4\n  > one | words', 'Nod', 'fits'],
    ['1 4 | 5\n  > one | words', 'There and back', 'It takes'],
    ['6m | 4', 'Nod', 'other chords'],
    ['[1-6-1] | 4', 'Nod', 'No run is known'],
    ['_ | 4', 'Nod', 'silent'],
    ['1! | 4', 'Nod', 'stopped short'],
    ['1~^ | 4', 'Nod', 'held until'],
    ['1', 'Half steps down to the root', 'none follows'],
    ['4 | 6m', 'Half steps up to the third', 'does not have'],
  ])('over %s “%s”: %s', (bars, run, says) => {
    expect(why(bars, run)).toContain(says);
  });

  test('what a suspension holds back waits for the chord that resolves it', () => {
    const read = readRun({ ...printRun(runNamed('Soft answer')), right: '5 4 3 1 .' });
    if (!read.ok) throw new Error();
    const timeline = expand(chartOf('4/5 | 57'));
    expect(findRuns(timeline, { at: 0 }, { runs: [read.value] }).refused[0]!.why).toContain(
      'holds back',
    );
  });

  test('too fast, too wide, no octave: each is said with what would go', () => {
    expect(why('1 | 4', 'There and back', {}, 'meter: 4/4\ntempo: 200')).toBe(
      'At 200 it is too fast to be clean; up to 150 it goes.',
    );
    const reach = { left: { held: 12, rolled: 12 }, right: { held: 7, rolled: 7 } };
    expect(why('1 | 4', 'Sixths, crushed', { reach })).toContain(
      'would hold 9 semitones; yours holds 7',
    );
    expect(why('1 | 4', 'Two octaves up', { instrument: { lowest: 60, highest: 72 } })).toContain(
      'No octave',
    );
  });

  test('a tune decides: what is held rubs against no sung note, and what is sung for three beats leaves the last of them', () => {
    const sung = '1 | 4\n  tune: 7 . . . | 6';
    expect(why(sung, 'Five, six, one')).toContain('rubs against the sung 7');
    expect(why('1 | 4\n  tune: 3 . . . | 6', 'Five, six, one')).toBe('fits');
    expect(why('1 | 4\n  tune: 3 3 3 3 | 6', 'Five, six, one')).toContain('Somebody sings');
    expect(why('1 | 4', 'Nod', { melody: { step: 4, alter: 0 } })).toContain('rubs');
    expect(why(sung, 'Five, six, one', { melody: null })).toBe('fits');
  });

  test('it begins and arrives near what the hands hold', () => {
    const timeline = expand(chartOf('1 | 4 | 5 | 1'));
    const voiced = voice(timeline);
    for (const fit of fitRuns(timeline, { at: 1 }, { voiced }))
      expect(fit.jump.into).toBeLessThanOrEqual(12);
    const jumps = fitRuns(timeline, { at: 1 }, { voiced })
      .slice(0, 5)
      .map(({ jump }) => jump.into);
    expect(Math.max(...jumps)).toBeLessThanOrEqual(5);
  });
});

/** A place of the checker: a chord that is held for two bars, and what follows. */
const followers = ['1', '4', '5', '6m', '57'] as const;

test('every run, in twelve keys, in each place it claims, is what an independent reader asks of it', () => {
  const keys = isDeep
    ? twelveKeys('major')
    : twelveKeys('major').filter((_, index) => index % 6 === 0);
  const claimed = new Map<string, Set<string>>();
  let checked = 0;
  for (const [name, entry] of Object.entries(taught))
    for (const next of followers) {
      const song = chartOf(`${name} | . | ${next}`);
      for (const home of keys) {
        const timeline = expand(song, { key: home });
        const over = {
          chord: entry,
          next: taught[next]!,
          home: pitchClass(home.tonic),
          from: 0,
          to: 8 * 480,
          beat: 480,
          reach: usualReach.right.held,
        };
        for (const fit of fitRuns(timeline, { at: 0 })) {
          checked += 1;
          const faults = faultsOf(playedRun(fit), over);
          if (faults.length > 0)
            throw new Error(
              `${fit.run.id} over ${name} to ${next} in ${home.tonic.letter}: ${faults.join('; ')}`,
            );
          expect(fit.run.kinds).toContain(entry.kind);
          claimed.set(fit.run.id, (claimed.get(fit.run.id) ?? new Set()).add(entry.kind));
        }
      }
    }
  expect(checked).toBeGreaterThan(isDeep ? 10_000 : 6_000);
  // Each fits some chord of every kind that it says it is for.
  for (const run of runs)
    expect([run.id, [...(claimed.get(run.id) ?? [])].sort()]).toEqual([
      run.id,
      [...run.kinds].sort(),
    ]);
});

describe('what a run can be made into', () => {
  const made = runs.flatMap((run) => variantsOf(run).map((variant) => ({ of: run, ...variant })));

  test('is another run of the same kinds: shorter, simpler, thinner, turned, or arriving elsewhere', () => {
    const counts = new Map<string, number>();
    for (const { of, kind, run } of made) {
      counts.set(kind, (counts.get(kind) ?? 0) + 1);
      expect(run.kinds).toEqual(of.kinds);
      const last = Math.max(...run.events.map(({ start, ticks }) => start + ticks));
      expect([run.id, last]).toEqual([run.id, run.ticks]);
      if (kind === 'shorter') expect(run.ticks).toBeLessThan(of.ticks);
      if (kind === 'simpler')
        expect(run.events.every(({ grace, slide }) => !grace && !slide)).toBe(true);
      if (kind === 'without the upper note')
        expect(run.events.length).toBeLessThan(of.events.length);
      if (kind === 'other inversion') expect(run.events.length).toBe(of.events.length);
      if (kind === 'other landing') expect(run.landing).not.toEqual(of.landing);
    }
    for (const kind of variantKinds) expect(counts.get(kind) ?? 0).toBeGreaterThan(9);
    // As the spec has it: the grip over 1 without its upper note is its lower line.
    const grip = made.find(
      ({ of, kind }) => of.name === 'Slide under the fifth' && kind === 'without the upper note',
    )!;
    expect(printRun(grip.run).right).toBe('2 b3^3 1 .');
  });

  test('goes where it says, by the same reader', () => {
    let checked = 0;
    for (const [name, entry] of Object.entries(taught)) {
      const timeline = expand(chartOf(`${name} | . | 1`));
      const over = {
        chord: entry,
        next: taught['1']!,
        home: 0,
        from: 0,
        to: 8 * 480,
        beat: 480,
        reach: usualReach.right.held,
      };
      for (const fit of fitRuns(timeline, { at: 0 }, { runs: made.map(({ run }) => run) })) {
        checked += 1;
        expect([fit.run.id, name, faultsOf(playedRun(fit), over)]).toEqual([fit.run.id, name, []]);
      }
    }
    expect(checked).toBeGreaterThan(500);
  });

  test('pieces are joined where the first has arrived; each hand is had alone', () => {
    const joined = joinedRuns(runNamed('Nod'), runNamed('Up the chord'))!;
    expect(printRun(joined)).toMatchObject({ step: 'eighths', right: "5 6 5 1 3 5 1' ." });
    expect(joinedRuns(runNamed('Nod'), runNamed('Minor nod'))).toBeNull();
    const both = runNamed('Octaves together');
    expect(oneHandOf(both, 'left')!.events.every(({ hand }) => hand === 'left')).toBe(true);
    expect(oneHandOf(runNamed('Nod'), 'left')).toBeNull();
  });
});

/** The beat that a tempo counts, in ticks, as the theory books have it. */
function feltBeat({ beats, unit, groups }: Meter): number {
  if (groups) return 480;
  if (unit === 8) return 720;
  if (unit === 2) return 960;
  return beats === 6 ? 1440 : 480;
}

/** Which ticks of a song are sung, read from its bars alone: a list of stretches, as a reader with a pencil would mark them. */
function pencilled(timeline: Timeline): (readonly [number, number])[] {
  const marks: [number, number][] = [];
  let start = 0;
  let sounding: [number, number] | null = null;
  for (const { bars, pass } of timeline.parts)
    for (const bar of bars) {
      const length = bar.slots.reduce((sum, { is }) => sum + is.ticks, 0);
      const { meter } = bar.slots[0] ?? { meter: timeline.song.meter };
      const beat = feltBeat(meter);
      let at = start;
      for (const event of bar.tune) {
        const end = Math.min(at + event.ticks, start + length);
        if (event.kind === 'note' && end > at)
          marks.push((sounding = [at, Math.min(end, at + 2 * beat)]));
        if (event.kind === 'held' && sounding) sounding[1] = Math.min(end, sounding[0] + 2 * beat);
        if (event.kind === 'rest') sounding = null;
        at = end;
      }
      if (bar.tune.length === 0) {
        sounding = null;
        const line = bar.words[Math.min(pass, bar.words.length) - 1] ?? '';
        const syllables = line
          .split(/[\s]+/)
          .flatMap((word) => word.split(/(?<=[^\s-]-)(?=[^\s-])/))
          .filter(Boolean).length;
        if (syllables > 0) marks.push([start, Math.min(start + length, start + syllables * beat)]);
      }
      start += length;
    }
  return marks;
}

test('on random songs no run is over the wrong chord, beyond reach, over a sung word, faster than it says, or early', () => {
  let found = 0;
  fc.assert(
    fc.property(songs, fc.nat(), (song, which) => {
      const timeline = expand(playedOnce(song));
      if (timeline.slots.length === 0) return;
      const sung = pencilled(timeline);
      for (let step = 0; step < 4; step += 1) {
        const at = (which + 7 * step) % timeline.slots.length;
        for (const fit of fitRuns(timeline, { at })) {
          found += 1;
          const { is, key: here } = timeline.slots[fit.at]!;
          if (is.kind !== 'chord') throw new Error('no chord');
          for (const [from, to] of sung)
            if (from < fit.start + fit.run.ticks && to > fit.start)
              throw new Error(
                `${fit.run.id} at ${fit.start} over what is sung from ${from} to ${to}`,
              );
          const tempo = timeline.slots[fit.at]!.tempo ?? song.tempo ?? 80;
          expectOfHands(fit, tempo, feltBeat(timeline.slots[fit.at]!.meter));
          const tones = chordTones(is.chord, here).map((tone) => tone.pitchClass);
          const root = pitchClass(noteOfDegree(rootOf(is.chord), here));
          if (bassOf(is.chord) === rootOf(is.chord)) expectNoThird(fit, root, tones);
        }
      }
    }),
    { numRuns: isDeep ? 10_000 : 300 },
  );
  expect(found).toBeGreaterThan(100);
});

/** Within a hand's reach, and as fast as it says, which is no faster than hands go: counted from the keys that go down. */
function expectOfHands(
  { notes, perSecond, cleanTempo, run }: RunFit,
  tempo: number,
  beat: number,
): void {
  let quickest = 0;
  for (const hand of ['left', 'right'] as const) {
    const own = notes.filter((one) => one.hand === hand && one.as === 'note');
    for (const one of own)
      for (const other of own)
        if (one.onset <= other.onset && other.onset < one.onset + one.ticks)
          if (Math.abs(one.note - other.note) > usualReach[hand].held)
            throw new Error(`${run.id}: too wide`);
    const starts = run.events.filter((one) => one.hand === hand).map(({ start }) => start);
    const times = [...new Set(starts)].sort((one, other) => one - other);
    for (const [index, time] of times.entries())
      if (index > 0)
        quickest = Math.max(quickest, (tempo * beat) / 60 / (time - times[index - 1]!));
  }
  expect(quickest).toBeLessThanOrEqual(10);
  expect(tempo).toBeLessThanOrEqual(cleanTempo);
  // Grips count double, so what it says may be of a slower pair of them.
  expect(perSecond).toBeLessThanOrEqual(quickest + 1e-9);
  expect(perSecond).toBeGreaterThanOrEqual(quickest / 2);
}

/** What a suspension holds back, by its tones alone, is in none of its runs. */
function expectNoThird({ notes, run }: RunFit, root: number, tones: readonly number[]): void {
  const has = (apart: number) => tones.includes((root + apart) % 12);
  if (has(3) || has(4) || !(has(2) || has(5))) return;
  for (const { note } of notes)
    if ([3, 4].includes((((note - root) % 12) + 12) % 12))
      throw new Error(`${run.id}: the third comes early`);
}

test('where else a run fits is every place where it is offered, in any key', () => {
  const song = chartOf('1 | 4 | 5 | 6m | 4/5 | 1 | b7 | 1\n  > one | two words | | | no more |');
  const homes: readonly Key[] = twelveKeys('major');
  const timelines = homes.map((home) => expand(song, { key: home }));
  for (const run of runs) {
    const places = placesOf(run, timelines);
    const offered = timelines.flatMap((timeline, index) =>
      timeline.slots.flatMap((_, at) =>
        fitRuns(timeline, { at }, { runs: [run] }).map(({ start }) => `${index} ${at} ${start}`),
      ),
    );
    expect(places.map(({ timeline, at, start }) => `${timeline} ${at} ${start}`)).toEqual(offered);
    expect(new Set(places.map(({ as }) => formatDegree(as))).size).toBeLessThanOrEqual(7);
  }
  const five = placesOf(runNamed('Nod'), timelines.slice(0, 1)).map(({ as }) => formatDegree(as));
  // Over 4 two words leave two beats, and it takes two and a half.
  expect(five).toEqual(['1', '5', '1', 'b7', '1']);
});

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  printRoad,
  expand,
  formatChord,
  formatKey,
  formatMeter,
  parseChart,
  printChart,
  unroll,
  voice,
} from '../src/index.ts';
import { ordinalOf } from '../src/kit/words.ts';
import { chords, meters } from './generators.ts';
import { key } from './read.ts';

const head = (road = '') => `title: T\nkey: C\nmeter: 4/4\n${road && `road: ${road}\n`}\n`;

/** The chords of every time through, as they are played: `Verse 1: 1 4 5`. */
function played(text: string): string[] {
  const read = parseChart(text);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  const { parts, slots, song } = expand(read.value);
  return parts.map(({ section, pass, from, to }) => {
    const chords = slots
      .slice(from, to)
      .map(({ is }) => (is.kind === 'chord' ? formatChord(is.chord) : is.kind));
    return `${song.sections[section]!.name} ${pass}: ${chords.join(' ')}`;
  });
}

function problemOf(text: string): string {
  const read = parseChart(text);
  return read.ok
    ? 'none'
    : `${read.problems[0]!.place.line}:${read.problems[0]!.place.column} ${read.problems[0]!.message}`;
}

describe('the times through a section', () => {
  test('endings: each time its own, what comes after the last one', () => {
    expect(played(`${head()}Verse x3:\n  1 | 4\n  1st ending: 5\n  2nd ending: 57 | 1\n`)).toEqual([
      'Verse 1: 1 4 5',
      'Verse 2: 1 4 57 1',
      'Verse 3: 1 4 57 1',
    ]);
  });

  test('endings belong to the times they name: none before the lowest and between, the highest goes on unless it is the only one', () => {
    const verse = (endings: string) =>
      played(`${head()}Verse x4:\n  1 | 4\n${endings}`).map((time) => time.slice(12));
    expect(verse('  3rd ending: 5\n')).toEqual(['', '', ' 5', ' 5']);
    expect(verse('  3rd ending only: 5\n')).toEqual(['', '', ' 5', '']);
    expect(verse('  1st ending: 5\n  3rd ending: 57\n')).toEqual([' 5', '', ' 57', ' 57']);
    expect(verse('  1st ending:\n  2nd ending: 5\n')).toEqual(['', ' 5', ' 5', ' 5']);
    // What is the last is said by the times, not by the order of the lines.
    expect(verse('  2nd ending: 5\n  1st ending: 57\n')).toEqual([' 57', ' 5', ' 5', ' 5']);
    expect(verse('  2nd ending: 5\n  2nd ending: 1\n')).toEqual(['', ' 5 1', ' 5 1', ' 5 1']);
  });

  test.each([
    [
      'x3:\n  1\n  3rd ending: 5\n',
      'The 1st and the 2nd time have no ending; the bars that all times share are the whole of it.',
      ['1st 2nd 3rd ending:'],
    ],
    [
      'x4:\n  1\n  3rd ending: 5\n',
      'The 1st and the 2nd time have no ending; it is played from the 3rd time on.',
      ['1st 2nd 3rd ending:', '3rd ending only:'],
    ],
    [
      'x4:\n  1\n  1st ending: 5\n  2nd ending: 57\n',
      'The section is played 4 times; this ending is that of the 3rd and the 4th too.',
      ['2nd 3rd 4th ending:', '2nd ending only:'],
    ],
    ['x2:\n  1\n  1st ending: 5\n  2nd ending:\n', null, []],
    ['x4:\n  1\n  3rd ending only: 5\n', null, []],
  ])(
    'how endings are played is said where it is not plain: Verse %s',
    (section, message, others) => {
      const { ok, hints } = parseChart(`${head()}Verse ${section}`);
      expect(ok).toBe(true);
      expect(hints.map((hint) => hint.message)).toEqual(message ? [message] : []);
      expect(hints.flatMap(({ repairs }) => repairs.map(({ text }) => text))).toEqual(others);
    },
  );

  test('what is played instead may go on past the bars that all times share', () => {
    const text = `${head()}Verse x2:\n  1 | 4\n  2nd time bar 2: 5 | 5 | 57\n  1st ending: 6m\n`;
    expect(played(text)).toEqual(['Verse 1: 1 4 6m', 'Verse 2: 1 5 5 57 6m']);
  });

  test('single bars are played instead; % repeats what that time has before it', () => {
    const text = `${head()}Verse x3:\n  1 | 2m | % | 5\n  3rd time bar 2: 2M\n  1st 2nd time bar 4: 1 | \n`;
    expect(played(text)).toEqual(['Verse 1: 1 2m 2m 1', 'Verse 2: 1 2m 2m 1', 'Verse 3: 1 2 2 5']);
  });

  test('an ending goes on in the metre that the bars before it end in', () => {
    const read = parseChart(
      `${head()}Verse x2:\n  1 | {2/4} 4 5\n  1st ending: 1 4\n  2nd ending: {4/4} 1 4 5 1\n`,
    );
    expect(read.ok).toBe(true);
    const slots = expand(read.song).slots.map(({ is }) => is.ticks);
    expect(slots).toEqual([1920, 480, 480, 480, 480, 1920, 480, 480, 480, 480, 480, 480]);
  });

  test.each([
    [
      'Verse:\n  1 | 4\n  1st time bar 3: 5\n',
      '7:3 The section has 2 bars that all times share; what begins beyond them is an ending.',
    ],
    [
      'Verse:\n  1st time bar 1: 5\n',
      '6:3 There are no bars above that others could be played instead of.',
    ],
    [
      'Verse:\n  1\n  1st ending: 2nd ending: 5\n',
      '7:3 What is played at some times has no times of its own; each has a line of its own.',
    ],
    ['Verse:\n  {2/4} {3/4} {2/4} 1\n', '6:3 A bar has one metre; the last that is said holds.'],
    ['Verse:\n  1\n  0th ending: 5\n', '7:3 Times through a section are counted from 1.'],
    [
      'Verse:\n  1\n  1st time bar 1:\n',
      '7:3 After the colon stand the bars that are played then.',
    ],
    [
      'Verse:\n  1\n  1st ending: 5\n  4\n',
      '8:3 Bars that all times share stand above the endings and above what is played instead.',
    ],
  ])('%j is told', (section, problem) => {
    expect(problemOf(head() + section)).toBe(problem);
  });
});

describe('the roadmap', () => {
  const sections = 'Verse:\n  1\n\nChorus x2:\n  4\n  3rd time bar 1: 4m\n\nVamp open:\n  5\n';

  test('says the order; times are counted over the whole song', () => {
    expect(played(head('Verse, chorus, verse, Chorus x1, Verse') + sections)).toEqual([
      'Verse 1: 1',
      'Chorus 1: 4',
      'Chorus 2: 4',
      'Verse 2: 1',
      'Chorus 3: 4m',
      'Verse 3: 1',
    ]);
  });

  test('a direction in it may have commas of its own', () => {
    const read = parseChart(head('Verse (softly, left hand low), Chorus') + sections);
    expect(read).toMatchObject({ ok: true });
    expect(read.song.road).toMatchObject([
      { name: 'Verse', direction: 'softly, left hand low' },
      { name: 'Chorus', direction: '' },
    ]);
    expect(printRoad(read.song.road!)).toBe('Verse (softly, left hand low), Chorus');
  });

  test('a lift holds from there on, for chords, pins and all', () => {
    const read = parseChart(head('Verse, up 2, Verse, down 1, Verse') + sections);
    const timeline = expand(read.song, { key: key('Bb') });
    expect(timeline.parts.map((part) => formatKey(part.key))).toEqual(['Bb', 'C', 'B']);
    const pin = {
      slot: 0,
      chord: '1',
      register: 58,
      left: [{ step: 1, alter: 0, octave: -1 }],
      right: [{ step: 3, alter: 0, octave: 0 }],
    } as const;
    const lowest = voice(timeline, { pins: [pin] }).slots.map((slot) => slot!.left[0]);
    expect(lowest).toEqual([46, 48, 47]);
  });

  test.each([
    ['Verse, up 1 by 4/5, Verse', '4/4', '1 | 4', '1~4 4~2 b5/b6~2 | 1~4 4~4'],
    ['Verse, up 2 by 4/5, Verse', '4/4', '1 | 4', '1~4 4~2 5/6~2 | 1~4 4~4'],
    ['Verse, down 1 by 57, Verse', '4/4', '1 | 4', '1~4 4~2 #47~2 | 1~4 4~4'],
    ['Verse, up 2 by 3m7b5 67, Verse', '4/4', '2m | 4 5', '2m~4 4~2 #4m7b5~1 77~1 | 2m~4 4~2 5~2'],
    ['Verse x2, up 1 by 4/5, Verse', '3/4', '1 | 4', '1~3 4~3 | 1~3 4~1 b5/b6~2 | 1~3 4~3'],
    ['Verse, up 1, up 1 by 4/5, Verse', '4/4', '1 | 4', '1~4 4~2 5/6~2 | 1~4 4~4'],
    ['Verse, up 1 by 4/5, Verse', '2/4', '1 | 4 5', '1~2 4~1 b5/b6~1 | 1~2 4~1 5~1'],
    ['Verse, up 2 by 4/5, Verse', '6/8', '1 | 4', '1~3 4~1.5 5/6~1.5 | 1~3 4~3'],
    ['Verse, up 2 by 2m7 57 1, Verse', '2/4', '1 | 4', '1~2 67~1 2~1 | 1~2 4~2'],
    ['Verse, up 2 by 2m7 57, Verse', '7/8 (4+3)', '1 | 4', '1~3.5 3m7~2 67~1.5 | 1~3.5 4~3.5'],
    ['Verse, up 2 by 4/5, Verse', '3/8', '1 | 4', '1~1.5 5/6~1.5 | 1~1.5 4~1.5'],
    ['Verse, up 1 by 4/5, Verse', '4/4', '1 | %', '1~4 1~2 b5/b6~2 | 1~4 1~4'],
  ])('%s, %s: %s sounds %s', (road, meter, bars, sounds) => {
    const read = parseChart(
      `title: T\nkey: C\nmeter: ${meter}\nroad: ${road}\n\nVerse:\n  ${bars}\n`,
    );
    if (!read.ok) throw new Error(read.problems[0]!.message);
    expect(printRoad(read.song.road!)).toBe(road);
    const timeline = expand(read.song);
    const parts = timeline.parts.map(({ from, to }) =>
      timeline.slots
        .slice(from, to)
        .map(
          ({ is }) => `${is.kind === 'chord' ? formatChord(is.chord) : is.kind}~${is.ticks / 480}`,
        )
        .join(' '),
    );
    expect(parts.join(' | ')).toBe(sounds);
    // As it is played it can be written out, and sounds the same.
    const out = unroll(timeline);
    const again = expand(out.song);
    expect(again.slots.map(({ is }) => is)).toEqual(timeline.slots.map(({ is }) => is));
  });

  test('whatever leads into a key, the song as it is played can be written out and read again', () => {
    const roads = fc
      .tuple(fc.array(chords, { minLength: 1, maxLength: 4 }), meters)
      .map(([by, meter]) => ({ by, meter }));
    fc.assert(
      fc.property(roads, ({ by, meter }) => {
        const made = parseChart(
          `title: T\nkey: C\nmeter: ${formatMeter(meter)}\nroad: A, up 1 by 4/5, A\n\nA:\n  1 | 4\n`,
        );
        const road = made.song.road!.map((step) => (step.kind === 'lift' ? { ...step, by } : step));
        const timeline = expand({ ...made.song, road });
        const out = parseChart(printChart(unroll(timeline).song));
        expect(out.ok ? [] : out.problems.map(({ message }) => message)).toEqual([]);
        expect(expand(out.song).ticks).toBe(timeline.ticks);
        expect(timeline.ticks).toBe(expand({ ...made.song, road: null }).ticks * 2);
      }),
    );
  });

  test('an open section is marked where it goes on until the signal', () => {
    const read = parseChart(head('Vamp x3 open, Vamp, Verse open (softer)') + sections);
    const { parts } = expand(read.song);
    expect(parts.map(({ open, direction }) => [open, direction])).toEqual([
      [false, ''],
      [false, ''],
      [true, ''],
      [true, ''],
      [true, 'softer'],
    ]);
  });

  test.each([
    ['Verse, Bridge', '4:14 The chart has no section “Bridge”.'],
    [
      'Verse, , Chorus',
      '4:13 Between two commas stands the name of a section, or a lift like up 2.',
    ],
    ['Verse, up 12', '4:14 A lift is 1 to 11 half steps: up 1, up 2, down 1.'],
    [
      'Verse, up 1 by nothing, Verse',
      '4:14 After “by” stand one to 4 chords in the numbers of the new key: up 1 by 4/5, up 2 by 2m7 57.',
    ],
    [
      'Verse, up 1 by 1 2m 3m 4 5, Verse',
      '4:14 After “by” stand one to 4 chords in the numbers of the new key: up 1 by 4/5, up 2 by 2m7 57.',
    ],
    ['Verse x0', '4:7 A section is played 1 to 99 times.'],
  ])('%s is told at its place', (road, problem) => {
    expect(problemOf(head(road) + sections)).toBe(problem);
  });

  test('a section may be called Open, and what is open is printed so', () => {
    const read = parseChart(`${head()}Open:\n  1\n\nVamp x2 open:\n  4\n`);
    const song = read.song;
    expect(song.sections.map(({ name, times, open }) => [name, times, open])).toEqual([
      ['Open', 1, false],
      ['Vamp', 2, true],
    ]);
    expect(printChart(song)).toContain('\nVamp x2 open:\n');
  });
});

test('a chart of 3,000 sections of one letter, and one of 99 endings, read and play', () => {
  const sections = Array.from({ length: 3_000 }, (_, place) => `${'ABCDEFG'[place % 7]}:\n  1\n`);
  const many = parseChart(`${head()}${sections.join('\n')}`);
  expect([many.ok, expand(many.song).slots.length]).toEqual([true, 3_000]);
  const endings = Array.from(
    { length: 99 },
    (_, time) => `  ${ordinalOf(time + 1)} ending: 4 | 5\n`,
  );
  const long = parseChart(`${head()}Verse x99:\n  1\n${endings.join('')}`);
  expect([long.ok, expand(long.song).slots.length]).toEqual([true, 297]);
});

test('unrolled, a song is the same music without repeats, each time with words of its own', () => {
  const text = `${head('Verse, up 1, Verse')}Verse:\n  1 | %\n  > first | time\n  > second | round\n  2nd ending: 5\n  > end\n`;
  const read = parseChart(text);
  const timeline = expand(read.song);
  const { song, keys, bars } = unroll(timeline);
  expect(
    song.sections.map(({ directions, phrases }) => [directions, phrases.map(({ words }) => words)]),
  ).toEqual([
    [['1st time'], [[['first', 'time']]]],
    [['2nd time'], [[['second', 'round', 'end']]]],
  ]);
  expect([keys.map(({ key: of }) => formatKey(of)), bars]).toEqual([
    ['C', 'Db'],
    [0, 1, 0, 1, 2],
  ]);
  const again = expand(song).slots;
  expect(again.map(({ is, start }) => [is, start])).toEqual(
    timeline.slots.map(({ is, start }) => [is, start]),
  );
});

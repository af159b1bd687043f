import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  beatsOf,
  clockOf,
  countedBeats,
  expand,
  loosen,
  looseness,
  parseChart,
  perform,
  quartersAMinute,
  voice,
  type Performance,
  type Song,
} from '../src/index.ts';

function songOf(bars: string, head = ''): Song {
  const read = parseChart(`title: T\nkey: C\nmeter: 4/4\n${head}\nA:\n  ${bars}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}
const performed = (bars: string, head = ''): Performance =>
  perform(voice(expand(songOf(bars, head))));
const onsetsOf = ({ notes }: Performance) => [...new Set(notes.map(({ onset }) => onset))];
const loudnessAt = ({ notes }: Performance, at: number) =>
  notes.filter(({ onset }) => onset === at).map(({ velocity }) => velocity);

describe('as it is played', () => {
  test('pushes come early, the right hand alone where it says so; stops are short; rings last', () => {
    const read = parseChart('title: T\nkey: C\nmeter: 4/4\n\nA:\n  1 | <4 | <r5! | 1~2 | _ |\n');
    if (!read.ok) throw new Error(read.problems[0]!.message);
    const { notes, ticks } = perform(voice(expand(read.value)));
    const onsets = (hand: string) => [
      ...new Set(notes.filter((note) => note.hand === hand).map(({ onset }) => onset)),
    ];
    expect(onsets('right')).toEqual([0, 1920 - 240, 3840 - 240, 5760]);
    expect(onsets('left')).toEqual([0, 1920 - 240, 3840, 5760]);
    expect(
      notes
        .filter(({ onset, hand }) => onset === 3840 && hand === 'left')
        .every((note) => note.ticks === 160),
    ).toBe(true);
    expect(notes.filter(({ onset }) => onset === 5760).every((note) => note.ticks === 3840)).toBe(
      true,
    );
    expect(ticks).toBe(5 * 1920);
  });

  test('a hand can be left out, and what goes on until the signal is marked', () => {
    const read = parseChart(
      'title: T\nkey: C\nmeter: 4/4\n\nA:\n  1\n\nVamp x2 open:\n  4 | 5\n\nB:\n  1\n',
    );
    const voiced = voice(expand(read.song));
    expect(perform(voiced).open).toEqual([{ onset: 3 * 1920, ticks: 2 * 1920 }]);
    const { notes, open } = perform(voiced, { from: 3, hands: ['right'] });
    expect([...new Set(notes.map(({ hand }) => hand))]).toEqual(['right']);
    expect(open).toEqual([{ onset: 0, ticks: 2 * 1920 }]);
  });

  test('a section without bars that goes on until the signal is passed over', () => {
    const read = parseChart('title: T\n\nA:\n  1\n\nVamp open:\n');
    const voiced = voice(expand(read.song));
    expect(perform(voiced)).toMatchObject({ open: [], ticks: 1920 });
  });

  test('no time drifts over five hundred bars', () => {
    const { starts } = performed(Array.from({ length: 500 }, () => '1 5 6m 4').join('\n  '));
    expect(starts.at(-1)!.onset).toBe(499 * 1920 + 3 * 480);
  });
});

test('the demo song with everything in it sounds when and as it is written', () => {
  const file = join(import.meta.dirname, '../../demo/songs/every-window-lit.txt');
  const read = parseChart(readFileSync(file, 'utf8'));
  if (!read.ok) throw new Error(read.problems[0]!.message);
  const { notes, open, starts, tempos, ticks } = perform(voice(expand(read.value)));
  const bar = (number: number) => (number - 1) * 1920;
  const begins = new Set(starts.map(({ onset }) => onset));
  const at = (onset: number) => notes.filter((note) => note.onset === onset);
  const pitchesIn = (number: number) =>
    [
      ...new Set(
        notes
          .filter(({ onset }) => onset >= bar(number) && onset < bar(number + 1))
          .map(({ note }) => note % 12),
      ),
    ].sort((one, other) => one - other);
  // Intro 16 bars, verse 8, lift 4, chorus 8, verse, lift, chorus, vamp twice 4, chorus, ending 4.
  expect(ticks).toBe(76 * 1920);
  // The lift's last chord comes an eighth before four and is stopped.
  for (const last of [28, 48]) {
    const stopped = at(bar(last) + 1440 - 240);
    expect(stopped.length).toBeGreaterThan(2);
    expect(stopped.every((note) => note.ticks === 160)).toBe(true);
  }
  // In every chorus the fourth chord is pushed over the bar line, and nothing begins on it in the chart.
  for (const fourth of [32, 52, 68]) {
    expect(begins.has(bar(fourth) - 240)).toBe(true);
    expect(begins.has(bar(fourth))).toBe(false);
  }
  // The second verse ends in silence, the first one does not.
  expect(notes.some(({ onset }) => onset >= bar(44) + 960 && onset < bar(45))).toBe(false);
  // The vamp goes round from its last time on; the lift raises what follows; the third chorus goes to 2 major: F, A, C.
  expect(open).toEqual([{ onset: bar(61), ticks: 4 * 1920 }]);
  expect(pitchesIn(71)).toEqual([0, 5, 9]);
  // The ending slows from its second bar on, and its last chord rings for two.
  expect(tempos.filter(({ factor }) => factor < 1)[0]!.onset).toBeGreaterThan(bar(74) - 1);
  expect(at(bar(75)).every((note) => note.ticks === 2 * 1920)).toBe(true);
});

describe('time', () => {
  test('swung eighths come at two thirds of the beat, sixteenths of the half beat', () => {
    const bar = '1 2m 3m 4 . . . 5';
    expect(onsetsOf(performed(bar))).toEqual([0, 240, 480, 720, 1680]);
    expect(onsetsOf(performed(bar, 'swing: eighths\n'))).toEqual([0, 320, 480, 800, 1760]);
    const sixteenths = '1 4 . 5 . . . . . . . . . . . .';
    expect(onsetsOf(performed(sixteenths))).toEqual([0, 120, 360]);
    expect(onsetsOf(performed(sixteenths, 'swing: sixteenths\n'))).toEqual([0, 160, 400]);
  });

  test('a push in swing is the swung offbeat; bars of eighths do not swing', () => {
    expect(onsetsOf(performed('1 | <4', 'swing: eighths\n'))).toEqual([0, 1760]);
    expect(onsetsOf(performed('{6/8} 1 4 . . . 5', 'swing: eighths\n'))).toEqual([0, 240, 1200]);
  });

  test('a held chord sounds twice as long, free time is slower, and a slowing goes on beat by beat', () => {
    expect(performed('1 | 4^ | 5').tempos).toEqual([
      { onset: 0, factor: 1 },
      { onset: 1920, factor: 0.5 },
      { onset: 3840, factor: 1 },
    ]);
    const { tempos } = performed('1 | {rit} 4 | {free} 5 | {in time} 1');
    expect(tempos.map(({ onset }) => onset)).toEqual([0, 2400, 2880, 3360, 3840, 5760]);
    const factors = tempos.map(({ factor }) => factor);
    expect(factors[1]! > factors[2]! && factors[2]! > factors[3]!).toBe(true);
    expect(factors.slice(-2)).toEqual([0.85, 1]);
  });

  test('a tempo inside a song holds to the end of its section, a slowing down leads where it says, a section and a step of the road have their own', () => {
    // Hand-reckoned: bars of 4/4 at so many quarters a minute take 240 / tempo seconds.
    const seconds = (bars: string, head = '') => {
      const { song } = parseChart(
        `title: T\nkey: C\nmeter: 4/4\ntempo: 60\n${head}\nA:\n  ${bars}\n`,
      );
      const timeline = expand(song);
      const { tempos } = perform(voice(timeline));
      const clock = clockOf(tempos, quartersAMinute(song));
      const starts = [...timeline.slots.map(({ start }) => start), timeline.ticks].map(clock);
      return starts.slice(1).map((at, slot) => Math.round((at - starts[slot]!) * 100) / 100);
    };
    expect(seconds('1 | {tempo 120} 4 | 5 | {a tempo} 1')).toEqual([4, 2, 2, 4]);
    expect(seconds('1 | {tempo 120} 4\n\nB:\n  1')).toEqual([4, 2, 4]);
    expect(seconds('tempo: 80\n  1 | {tempo 120} 4 | {a tempo} 1\n\nB:\n  5')).toEqual([
      3, 2, 3, 4,
    ]);
    expect(seconds('1 | 4', 'road: A (tempo 120), A, A (softer, tempo 30)\n')).toEqual([
      2, 2, 4, 4, 8, 8,
    ]);
    // From 60 down to 30 beat by beat: 60, 52.5, 45, 37.5.
    expect(seconds('{rit 30} 1 | {tempo 60} 1')).toEqual([
      Math.round(100 * (1 + 60 / 52.5 + 60 / 45 + 60 / 37.5)) / 100,
      4,
    ]);
    // The beat that is counted is that of the metre there: dotted quarters.
    expect(seconds('1 | {6/8} {tempo 60} 4')).toEqual([4, 2]);
  });

  test('the clock adds up what passes at each tempo', () => {
    const clock = clockOf(performed('1 | 4^ | 5').tempos, 60);
    expect([0, 1920, 2880, 3840, 5760].map(clock)).toEqual([0, 4, 8, 12, 16]);
  });

  test('a feel holds to the end of its section; what is half as fast is counted half as often', () => {
    const timeline = expand(songOf('1 | {half-time} 4 | {free} 5\n\nB:\n  1'));
    expect(timeline.slots.map(({ feel }) => feel)).toEqual([
      'in time',
      'half-time',
      'free',
      'in time',
    ]);
    expect(countedBeats(beatsOf(timeline)).map(({ onset }) => onset / 480)).toEqual([
      0, 1, 2, 3, 4, 6, 12, 13, 14, 15,
    ]);
  });
});

describe('loudness and height', () => {
  const plain = performed('1 | 4');
  test('an accent is louder than its neighbour', () => {
    const accented = performed('1 | 4>');
    expect(loudnessAt(accented, 0)).toEqual(loudnessAt(plain, 0));
    expect(Math.min(...loudnessAt(accented, 1920))).toBeGreaterThan(
      Math.min(...loudnessAt(plain, 1920)),
    );
  });

  const directed = (direction: string) => performed(`* ${direction}\n  1 | 4`);
  /** The middle of what is heard: the hands find their own way an octave away, out of the mud. */
  const height = ({ notes }: Performance) => sum(notes.map(({ note }) => note)) / notes.length;
  const sum = (numbers: readonly number[]) => numbers.reduce((total, one) => total + one, 0);
  test.each([
    ['softer', (now: Performance) => sum(loudnessAt(now, 0)) < sum(loudnessAt(plain, 0))],
    ['Full band', (now: Performance) => sum(loudnessAt(now, 0)) > sum(loudnessAt(plain, 0))],
    [
      'build to the chorus',
      (now: Performance) => sum(loudnessAt(now, 0)) < sum(loudnessAt(plain, 0)),
    ],
    ['octave lower', (now: Performance) => height(now) <= height(plain) - 4],
    ['soft, low', (now: Performance) => height(now) <= height(plain) - 4],
    ['low strings here', (now: Performance) => height(now) === height(plain)],
    ['both hands high', (now: Performance) => height(now) >= height(plain) + 8],
    ['drop out', (now: Performance) => now.notes.length === 0 && now.starts.length === 2],
    ['right hand only', (now: Performance) => now.notes.every(({ hand }) => hand === 'right')],
    ['watch Imre', (now: Performance) => JSON.stringify(now) === JSON.stringify(plain)],
    ['piano and voice', (now: Performance) => JSON.stringify(now) === JSON.stringify(plain)],
  ])('“%s” is heard', (direction, holds) => {
    expect(holds(directed(direction))).toBe(true);
  });

  test('a direction of the roadmap holds for its time only', () => {
    const song = songOf('1', 'road: A, A (softer)\n');
    const { notes } = perform(voice(expand(song)));
    const [first, second] = [0, 1920].map((at) =>
      notes.filter(({ onset }) => onset === at).map(({ velocity }) => velocity),
    );
    expect(second!.every((velocity, index) => velocity < first![index]!)).toBe(true);
  });
});

// Common practice, no published source for the amounts.
describe('touch', () => {
  const song = (text: string) => {
    const read = parseChart(`title: T\nkey: C\nmeter: 4/4\n${text}`);
    return voice(expand(read.song));
  };

  test('the top note is the loudest of its hand, and the first beat a little louder than the others', () => {
    const { notes } = perform(song('\nA:\n  right: A, beats\n  1 | 4\n'));
    const at = (onset: number) =>
      notes.filter((one) => one.hand === 'right' && one.onset === onset);
    for (const onset of [0, 480, 1920]) {
      const [top, ...others] = at(onset).toSorted((one, other) => other.note - one.note);
      for (const { velocity } of others) expect(velocity).toBeLessThan(top!.velocity);
    }
    const loud = (onset: number) => Math.max(...at(onset).map(({ velocity }) => velocity));
    expect([loud(0) - loud(480), loud(1920) - loud(960)]).toEqual([4, 4]);
  });

  test('a build grows over all times in a row', () => {
    const { notes } = perform(song('\nA x3:\n  * build\n  1 | 4\n\nB:\n  1\n'));
    const loud = [0, 1, 2, 3, 4, 5].map((bar) =>
      Math.max(...notes.filter(({ onset }) => onset === bar * 1920).map((note) => note.velocity)),
    );
    for (const [at, one] of loud.slice(1).entries()) expect(one).toBeGreaterThan(loud[at]!);
  });

  test('the pedal of a swung song goes down with its chords', () => {
    const { starts, pedal } = perform(song('swing: eighths\n\nA:\n  1 . . . . . . 5 | 4\n'));
    expect(pedal[1]!.onset - starts[1]!.onset).toBe(pedal[0]!.onset - starts[0]!.onset);
    expect(starts[1]!.onset).toBeGreaterThan(1680);
  });

  test('the pedal goes with the left hand: early with a push of both, on its bar line with one of the right alone', () => {
    const pedals = (bars: string) =>
      perform(song(`\nA:\n  ${bars}\n`)).pedal.map(({ onset, ticks }) => [onset, onset + ticks]);
    expect(pedals('1 | <4')).toEqual([
      [60, 1680],
      [1740, 3840],
    ]);
    expect(pedals('1 | <r4')).toEqual([
      [60, 1920],
      [1980, 3840],
    ]);
  });

  test('a pushed chord of a pickup is heard where it stands, an eighth before its beat', () => {
    const { notes, ticks } = perform(song('\nA:\n  ( . . . <5 ) | 1\n'));
    const [first] = notes;
    expect([first!.onset, ticks]).toEqual([0, 240 + 480 + 1920]);
    expect(notes.find(({ at }) => at > first!.at)!.onset).toBe(720);
  });

  // Common practice, no published source.
  test.each([
    [
      'each chord',
      [
        [60, 960],
        [1020, 1920],
        [1980, 2880],
        [2940, 3840],
      ],
    ],
    [
      'each bar',
      [
        [60, 1920],
        [1980, 3840],
      ],
    ],
    [
      'with the bass',
      [
        [60, 1920],
        [1980, 2880],
        [2940, 3840],
      ],
    ],
    ['none', []],
  ])('with “pedalling: %s” the pedal goes down anew just then', (way, expected) => {
    const { pedal } = perform(song(`\nA:\n  pedalling: ${way}\n  1 4/1 | 4 5\n`));
    expect(pedal.map(({ onset, ticks }) => [onset, onset + ticks])).toEqual(expected);
  });

  test('two hands that take turns are joined by the pedal; silence that both leave is not drowned', () => {
    const pedals = (lines: string) => perform(song(`\nA:\n  ${lines}\n  1\n`)).pedal.length;
    expect(pedals('right: left-right\n  left: left-right')).toBe(1);
    expect(pedals('right: A _ A _')).toBe(0);
    expect(pedals('right: A! . . .')).toBe(0);
  });

  test('loosened, notes are a little off and no more, the same for the same seed', () => {
    const exact = perform(song('\nA x2:\n  right: A, eighths\n  1 4 | 5 6m\n'));
    const loose = loosen(exact, 7);
    expect(loosen(exact, 7)).toEqual(loose);
    expect(loosen(exact, 8)).not.toEqual(loose);
    expect(loose.notes).toHaveLength(exact.notes.length);
    const byNote = (notes: typeof exact.notes) =>
      notes.toSorted((one, other) => one.note - other.note || one.onset - other.onset);
    const was = byNote(exact.notes);
    for (const [at, { onset, velocity }] of byNote(loose.notes).entries()) {
      expect(Math.abs(onset - was[at]!.onset)).toBeLessThanOrEqual(looseness.ticks);
      expect(Math.abs(velocity - was[at]!.velocity)).toBeLessThanOrEqual(looseness.velocity);
    }
  });
});

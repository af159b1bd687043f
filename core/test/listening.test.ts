import { beforeAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { demoSongs, progressions } from './corpus.ts';
import { isDeep, runs } from './deep.ts';
import { organ, render, renderedRate, shippedPiano, type Instrument } from './rendered.ts';
import {
  barAtTime,
  barMeant,
  expand,
  formatChord,
  formatKey,
  guessChords,
  keyHeard,
  layOut,
  notesHeard,
  parseChart,
  parseKey,
  roadBars,
  stretchOf,
  tempoHeard,
  tempoMarked,
  withMark,
  type ChordGuess,
  type Key,
  type Mark,
  type NamedChord,
  type RoadBar,
  type Song,
} from '../src/index.ts';

const songOf = (text: string): Song => parseChart(text).song;
const keyOf = (text: string): Key => {
  const read = parseKey(text);
  if (!read.ok) throw new Error(text);
  return read.value;
};

let piano: Instrument;
beforeAll(async () => {
  piano = await shippedPiano();
});

/** The third of a triad as one hears it: major, minor, or none. */
const thirdOf = ({ figures }: NamedChord) =>
  figures.find(({ figure }) => figure === 3)?.alter ?? null;
const sameRoot = (one: NamedChord, other: NamedChord) =>
  one.root.step === other.root.step && one.root.alter === other.root.alter;

interface Heard {
  readonly chord: NamedChord;
  readonly guesses: readonly ChordGuess[];
  readonly isTriad: boolean;
}

/** What is guessed of each chord of a song that an instrument plays. */
function heardIn(song: Song, instrument: Instrument, seconds: number): Heard[] {
  const { sound, timeline, clock } = render(song, instrument, seconds);
  return timeline.slots.flatMap(({ is, start, key }) => {
    const [from, to] = [clock(start), clock(start + is.ticks)];
    if (is.kind !== 'chord' || is.chord.kind !== 'named' || to > seconds) return [];
    const { chord } = is;
    const guesses = guessChords(notesHeard(stretchOf(sound, from, to)), key);
    const first = guesses[0]?.chord;
    const isTriad =
      first?.kind === 'named' && sameRoot(first, chord) && thirdOf(first) === thirdOf(chord);
    return [{ chord, guesses, isTriad }];
  });
}

const share = <One>(all: readonly One[], is: (one: One) => boolean) =>
  all.filter(is).length / all.length;
const isSame = ({ chord, guesses }: Heard) =>
  guesses.length > 0 && formatChord(guesses[0]!.chord) === formatChord(chord);
const isAmong = ({ chord, guesses }: Heard) =>
  guesses.some((guess) => formatChord(guess.chord) === formatChord(chord));
const sureOf = ({ guesses }: Heard) => guesses[0]?.sure ?? 0;

test.each([
  ['the shipped piano', () => piano, 0.88],
  ['an organ', () => organ, 0.92],
] as const)('chords of the demo are heard as %s plays them', (name, instrument, least) => {
  // Pieces that nothing was set by stand beside those of the demo, by which the weights were set.
  const own = demoSongs.slice(0, isDeep ? undefined : 2);
  const others = progressions.slice(0, isDeep ? 24 : 3);
  const heard = own.flatMap(({ text }) => heardIn(songOf(text), instrument(), isDeep ? 90 : 40));
  const fresh = others.flatMap(({ text }) => heardIn(songOf(text), instrument(), 30));
  const percent = (part: number) => `${Math.round(100 * part)} %`;
  for (const [of, all] of [
    ['the demo', heard],
    ['other pieces', fresh],
  ] as const)
    console.log(
      `${name}, ${all.length} chords of ${of}: root and third ${percent(share(all, ({ isTriad }) => isTriad))}, ` +
        `the very chord ${percent(share(all, isSame))}, among the four ${percent(share(all, isAmong))}`,
    );
  expect(share(heard, ({ isTriad }) => isTriad)).toBeGreaterThan(least);
  expect(share(heard, isAmong)).toBeGreaterThan(0.88);
  expect(share(fresh, ({ isTriad }) => isTriad)).toBeGreaterThan(0.75);
  // Whoever is told that it is sure can rely on it.
  const all = [...heard, ...fresh];
  const sure = all.filter((one) => sureOf(one) > 0.8);
  const unsure = all.filter((one) => sureOf(one) < 0.5);
  expect(share(sure, ({ isTriad }) => isTriad)).toBeGreaterThan(0.9);
  expect(share(sure, ({ isTriad }) => isTriad)).toBeGreaterThanOrEqual(
    share(unsure, ({ isTriad }) => isTriad),
  );
});

const turns = (key: string, tempo = 92) =>
  songOf(`key: ${key}\ntempo: ${tempo}\n\nVerse:\n  1 4 1 5 | 6m 4 5 1 | 1 4 1 5 | 6m 4 5 1\n`);

test.each(
  isDeep ? ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] : ['Db', 'E', 'G'],
)(
  'what is played in %s is heard in it, though the instrument be tuned a quarter of a half step flat or sharp',
  (key) => {
    const { sound } = render(turns(key), organ, 10);
    for (const cents of [-25, 0, 25]) {
      const tuned = { samples: sound.samples, rate: sound.rate * 2 ** (cents / 1200) };
      expect(formatKey(keyHeard(notesHeard(tuned), keyOf('C'))!)).toBe(key);
    }
  },
);

test.each(isDeep ? [56, 72, 92, 120, 144] : [56, 92, 144])(
  'a recording at %d beats a minute is heard as fast',
  (tempo) => {
    for (const instrument of [organ, piano]) {
      const { sound } = render(turns('F', tempo), instrument, 24);
      const heard = tempoHeard(sound, tempo * 1.03);
      expect(Math.abs(heard! / tempo - 1)).toBeLessThan(0.01);
      // Without being told where to look it is that one, its half, or its double.
      const octaves = Math.log2(tempoHeard(sound)! / tempo);
      expect(Math.abs(octaves - Math.round(octaves))).toBeLessThan(0.02);
    }
  },
);

test('silence, noise too short to have a tempo, and nothing at all are no chords', () => {
  const silent = { samples: new Float32Array(renderedRate * 10), rate: renderedRate };
  const nothing = { samples: new Float32Array(), rate: renderedRate };
  for (const sound of [silent, nothing]) {
    expect(guessChords(notesHeard(sound), keyOf('C'))).toEqual([]);
    expect(keyHeard(notesHeard(sound), keyOf('C'))).toBeNull();
    expect(tempoHeard(sound)).toBeNull();
  }
});

const road = roadBars(
  expand(
    songOf(
      'key: F\nmeter: 4/4\nroad: Intro, Verse, Chorus, Verse, Chorus x2\n\nIntro:\n  ( . . . 5 )\n  1 | 4\n\nVerse:\n  1 | 4 | {2/4} 5 | {4/4} 1\n\nChorus:\n  4 | 5 | 1\n',
    ),
  ),
);

/** When each bar begins, counted by hand: at so many felt beats a minute from a moment on. */
function beginnings(tempo: number, from: number): number[] {
  const times = [from];
  for (const { beats } of road) times.push(times.at(-1)! + (beats * 60) / tempo);
  return times;
}

const nameOf = ({ section, pass, bar }: RoadBar) => ({ section, pass, bar });
const places = fc.uniqueArray(fc.nat({ max: road.length - 1 }), { minLength: 2, maxLength: 6 });

test('a recording in time is laid out by any two of its bars, and its tempo is that of its marks', () => {
  fc.assert(
    fc.property(
      places,
      fc.integer({ min: 50, max: 160 }),
      fc.integer({ min: 0, max: 30 }),
      (marked, tempo, from) => {
        const times = beginnings(tempo, from);
        const marks: Mark[] = marked.map((place) => ({
          ...nameOf(road[place]!),
          at: times[place]!,
        }));
        const laid = layOut(road, marks, null);
        expect(laid.lost).toEqual([]);
        for (const [place, time] of times.entries()) expect(laid.times[place]).toBeCloseTo(time, 6);
        expect(tempoMarked(road, laid)).toBeCloseTo(tempo, 6);
        for (const [place, time] of times.slice(0, -1).entries())
          expect(barAtTime(laid, time + 0.01)).toBe(place);
        expect(barAtTime(laid, times.at(-1)! + 0.01)).toBeNull();
      },
    ),
    { numRuns: runs(100) },
  );
});

test('marked in whatever order, bars begin in the order of the road, and the last word holds', () => {
  const strokes = fc.array(
    fc.record({ place: fc.nat({ max: road.length - 1 }), at: fc.integer({ min: 0, max: 600 }) }),
    { minLength: 1, maxLength: 30 },
  );
  fc.assert(
    fc.property(strokes, (all) => {
      let marks: readonly Mark[] = [];
      for (const { place, at } of all) marks = withMark(marks, road, place, at);
      const laid = layOut(road, marks, 60);
      expect(laid.lost).toEqual([]);
      const last = all.at(-1)!;
      expect(laid.times[last.place]).toBe(last.at);
      const known = laid.times.filter((time) => time !== null);
      expect(known).toEqual(known.toSorted((one, other) => one - other));
    }),
    { numRuns: runs(200) },
  );
});

test('who strikes where sections begin marks sections, who strikes each bar marks bars, though the hand be late', () => {
  const times = beginnings(72, 3);
  const late = 0.12;
  for (const isMeant of [undefined, ({ bar }: RoadBar) => bar === 1]) {
    let marks: readonly Mark[] = [];
    for (const [place, bar] of road.entries()) {
      if (isMeant && !isMeant(bar)) continue;
      const at = times[place]! + late;
      const meant = barMeant(road, layOut(road, marks, 70), at, isMeant);
      expect(meant).toBe(place);
      marks = withMark(marks, road, meant!, at);
    }
  }
});

test('marks of bars that the chart has no more are told, and do no harm', () => {
  const gone: Mark = { section: 'Bridge', pass: 1, bar: 1, at: 12 };
  const early: Mark = { section: 'Chorus', pass: 1, bar: 1, at: 2 };
  const first: Mark = { ...nameOf(road[0]!), at: 5 };
  const laid = layOut(road, [gone, early, first], 60);
  expect(laid.lost).toEqual([first, gone]);
  expect(laid.times[road.findIndex(({ section }) => section === 'Chorus')]).toBe(2);
});

import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { demoSongs } from './corpus.ts';
import { runs } from './deep.ts';
import {
  barsOfSection,
  expand,
  formatChord,
  formatKey,
  formatMeter,
  keyRounds,
  mostProgrammeBars,
  mostRounds,
  parseChart,
  parseMeter,
  patternNames,
  pitchClass,
  programmeOf,
  secondsOfProgramme,
  voice,
  type Meter,
  type ProgrammeAsk,
  type Song,
} from '../src/index.ts';

const meter = (text: string): Meter => {
  const read = parseMeter(text);
  if (!read.ok) throw new Error(text);
  return read.value;
};
const songs: readonly Song[] = demoSongs.map(({ text }) => parseChart(text).song);
const [lanterns] = songs.filter(({ title }) => title.startsWith('Lanterns'));

const ask = (more: Partial<ProgrammeAsk> = {}): ProgrammeAsk => ({
  bars: barsOfSection(lanterns!, 1),
  key: lanterns!.key,
  keys: 'own',
  meters: [meter('4/4')],
  patterns: ['block'],
  ...{ from: 60, to: 60, by: 4 },
  ...more,
});

test('a programme goes through everything with everything else, slow before fast', () => {
  const steps = programmeOf(
    ask({
      keys: 'fifths',
      meters: [meter('4/4'), meter('6/8')],
      patterns: ['block', 'combined'],
      to: 72,
      by: 10,
    }),
  );
  expect(steps).toHaveLength(12 * 2 * 2 * 3);
  expect([...new Set(steps.map(({ tempo }) => tempo))]).toEqual([60, 70, 72]);
  expect(
    steps
      .slice(0, 12)
      .map(({ key }) => formatKey(key))
      .join(' '),
  ).toBe('Eb Bb F C G D A E B Gb Db Ab');
  const names = steps.map(({ key, meter, pattern, tempo }) =>
    [formatKey(key), formatMeter(meter), pattern, tempo].join(),
  );
  expect(new Set(names).size).toBe(names.length);
});

const wishes = fc.record({
  piece: fc.nat(songs.length - 1),
  place: fc.nat(5),
  keys: fc.constantFrom(...keyRounds),
  meters: fc.uniqueArray(
    fc.constantFrom('4/4', '3/4', '6/8', '12/8', '2/4', '5/4 (3+2)', '7/8 (4+3)'),
    {
      minLength: 1,
      maxLength: 2,
    },
  ),
  patterns: fc.uniqueArray(fc.constantFrom(...patternNames('left'), ...patternNames('right')), {
    minLength: 1,
    maxLength: 2,
  }),
  from: fc.integer({ min: 40, max: 80 }),
  more: fc.nat(20),
});

test('whatever is asked, each round is a song without a problem that hands can play, in its key, metre and tempo', () => {
  fc.assert(
    fc.property(wishes, ({ piece, place, keys, meters, patterns, from, more }) => {
      const song = songs[piece]!;
      const bars = barsOfSection(song, place % song.sections.length);
      const to = from + more;
      const steps = programmeOf({
        bars,
        key: song.key,
        keys,
        meters: meters.map(meter),
        patterns,
        from,
        to,
        by: 5,
      });
      expect(steps.length).toBeLessThanOrEqual(mostRounds);
      expect(steps.length).toBeGreaterThan(0);
      for (const step of [steps[0]!, steps[steps.length >> 1]!, steps.at(-1)!]) {
        const made = expand(step.song);
        expect(step.song.tempo).toBe(step.tempo);
        expect(pitchClass(step.song.key.tonic)).toBe(pitchClass(step.key.tonic));
        expect(formatMeter(step.song.meter)).toBe(formatMeter(step.meter));
        expect(made.parts[0]!.bars).toHaveLength(bars.length);
        expect(bars.length).toBeLessThanOrEqual(mostProgrammeBars);
        const heard = made.slots.flatMap(({ is }) =>
          is.kind === 'chord' ? [formatChord(is.chord)] : [],
        );
        const written = bars.flat().map((chord) => formatChord(chord));
        // A metre that is parted in fewer leaves the last ones of a bar out; none is another one, or in another order.
        let at = 0;
        for (const chord of heard) at = written.indexOf(chord, at) + 1 || NaN;
        expect(at).not.toBeNaN();
        expect(voice(made).slots.length).toBe(heard.length);
      }
    }),
    { numRuns: runs(20) },
  );
});

test('how long it takes is reckoned by hand: eight bars and one counted in', () => {
  // 60 a minute: 36 beats of a second each. In 6/8 two felt beats a bar.
  const bars = ask().bars;
  expect(secondsOfProgramme(programmeOf(ask({ bars: [...bars.slice(0, 8)] })))).toBe(9 * 4);
  expect(secondsOfProgramme(programmeOf(ask({ meters: [meter('6/8')] })))).toBe(9 * 2);
});

test('a programme of nothing is none', () => {
  expect(programmeOf(ask({ bars: [] }))).toEqual([]);
  expect(programmeOf(ask({ patterns: [] }))).toEqual([]);
  expect(programmeOf(ask({ meters: [] }))).toEqual([]);
  expect(programmeOf(ask({ by: 0 }))).toEqual([]);
  expect(programmeOf(ask({ from: 80, to: 60 })).map(({ tempo }) => tempo)).toEqual([80]);
});

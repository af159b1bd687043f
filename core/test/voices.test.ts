import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Note } from 'tonal';
import {
  allKeys,
  capoShapes,
  expand,
  formatKey,
  isSingable,
  judgeLift,
  nameOfPitch,
  parseChart,
  rankKeys,
  saidRange,
  sectionRanges,
  singerTrouble,
  sungRange,
  twelveKeys,
  usualVoices,
  whyNoKey,
  writtenKey,
  type KeyWeights,
  type RankedKey,
  type Singer,
  type Song,
  type TransposingInstrument,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { key } from './read.ts';

function song(text: string): Song {
  const read = parseChart(text);
  if (!read.ok) throw new Error(`${text}: ${read.problems[0]!.message}`);
  return read.song;
}
const names = (ranked: readonly RankedKey[]) => ranked.map((one) => formatKey(one.key));

describe('instruments that read other notes than sound', () => {
  // Memory: orchestration handbooks, tables of transposing instruments; the intervals are those of tonal.
  const intervals: Readonly<Record<TransposingInstrument, string>> = {
    trumpet: '2M',
    clarinet: '2M',
    'tenor sax': '9M',
    'alto sax': '6M',
    'baritone sax': '13M',
    'F horn': '5P',
  };
  test.each(Object.entries(intervals))('%s reads a %s higher in every key', (instrument, above) => {
    for (const sounds of twelveKeys('major')) {
      const written = writtenKey(instrument as TransposingInstrument, sounds);
      const theirs = Note.transpose(formatKey(sounds), above);
      expect([formatKey(sounds), Note.chroma(formatKey(written))]).toEqual([
        formatKey(sounds),
        Note.chroma(theirs),
      ]);
    }
  });

  // What is read for a concert B flat and a concert E flat: the first table of every band method (memory).
  test.each<[TransposingInstrument, string, string]>([
    ['trumpet', 'C', 'F'],
    ['tenor sax', 'C', 'F'],
    ['alto sax', 'G', 'C'],
    ['baritone sax', 'G', 'C'],
    ['F horn', 'F', 'Bb'],
  ])('%s reads %s for Bb and %s for Eb', (instrument, bb, eb) => {
    expect(formatKey(writtenKey(instrument, key('Bb')))).toBe(bb);
    expect(formatKey(writtenKey(instrument, key('Eb')))).toBe(eb);
  });
});

describe('capo', () => {
  // Common practice, no published source.
  test.each([
    ['Bb', '1 A, 3 G, 6 E'],
    ['Eb', '1 D, 3 C, 6 A'],
    ['F', '1 E, 3 D, 5 C'],
    ['G', '0 G, 3 E, 5 D, 7 C'],
    ['B minor', '0 B minor, 2 A minor, 5 F# minor, 7 E minor'],
  ])('%s: %s', (name, shapes) => {
    expect(
      capoShapes(key(name))
        .map(({ fret, shape }) => `${fret} ${formatKey(shape)}`)
        .join(', '),
    ).toBe(shapes);
  });

  test('sounds as it should in every key, with an open shape, and each key has one', () => {
    for (const sounds of [...twelveKeys('major'), ...twelveKeys('minor')]) {
      const all = capoShapes(sounds);
      expect(all.length).toBeGreaterThan(0);
      for (const { fret, shape } of all) {
        const home = (one: typeof sounds) =>
          Note.chroma(formatKey(one).split(' ')[0]!) + (one.mode === 'minor' ? 3 : 0);
        expect((home(shape) + fret) % 12).toBe(home(sounds) % 12);
        expect(['C', 'D', 'E', 'G', 'A'].map((open) => Note.chroma(open))).toContain(
          home(shape) % 12,
        );
      }
    }
  });
});

describe('what is sung', () => {
  const tune = song(
    "title: T\nkey: C\nmeter: 4/4\n\nVerse:\n  1 | 4\n  tune: 1 2 3 4 | 5 . . .\n\nChorus x2:\n  1 | 5\n  tune: 1' . . . | 5 . 7, .\n",
  );
  test('is known for the whole and by section, with how long each note is sung', () => {
    const range = sungRange(expand(tune))!;
    expect([range.low, range.high, range.usual].map((note) => nameOfPitch(note))).toEqual([
      'B3',
      'C5',
      'G4',
    ]);
    const top = range.pitches.at(-1)!;
    expect([top.times, top.longTimes, top.ticks / 480]).toEqual([2, 2, 8]);
    const sections = sectionRanges(expand(tune));
    expect([...sections].map(([section, { low, high }]) => [section, low, high])).toEqual([
      [0, 60, 67],
      [1, 59, 72],
    ]);
  });
  test('goes up with a lift, and is nothing without a tune', () => {
    const lifted = { ...tune, road: null };
    expect(sungRange(expand(song('title: T\nkey: C\n\nA:\n  1 | 4\n')))).toBeNull();
    const road = song(
      `title: T\nkey: C\nroad: Verse, up 2, Verse\n\nVerse:\n  1\n  tune: 1 . . .\n`,
    );
    expect(sungRange(expand(road))!.high - sungRange(expand(lifted))!.low).toBe(3);
  });
});

/** A tune as it is made here, apart from what core makes of its text: scale steps from home, and lengths in beats. */
interface Made {
  readonly home: string;
  readonly bars: readonly { readonly parts: number; readonly steps: readonly number[] }[];
}
const madeTunes: fc.Arbitrary<Made> = fc.record({
  home: fc.constantFrom('C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'),
  bars: fc.array(
    fc
      .constantFrom(1, 2, 4, 8)
      .chain((parts) =>
        fc
          .array(fc.integer({ min: -4, max: 10 }), { minLength: parts, maxLength: parts })
          .map((steps) => ({ parts, steps })),
      ),
    { minLength: 1, maxLength: 8 },
  ),
});
const textOf = ({ home, bars }: Made) => {
  const step = (at: number) => {
    const octave = Math.floor(at / 7);
    return `${at - 7 * octave + 1}${octave > 0 ? "'".repeat(octave) : ','.repeat(-octave)}`;
  };
  return `title: T\nkey: ${home}\nmeter: 4/4\n\nA:\n  ${bars.map(() => '1').join(' | ')}\n  tune: ${bars.map(({ steps }) => steps.map(step).join(' ')).join(' | ')}\n`;
};
/** The long notes of a tune, of a beat or more, and all of them: half steps above home, reckoned here. */
function heights({ bars }: Made, onlyLong: boolean): number[] {
  const scale = [0, 2, 4, 5, 7, 9, 11];
  return bars.flatMap(({ parts, steps }) =>
    onlyLong && parts > 4
      ? []
      : steps.map((at) => 12 * Math.floor(at / 7) + scale[((at % 7) + 7) % 7]!),
  );
}
/** Whether a voice can sing all of these in some octave over a home. */
function canSing(
  homes: number,
  tune: Made,
  { low, high, extremeLow = low - 2, extremeHigh = high + 2 }: Singer,
  what: 'long' | 'all',
): boolean {
  return [-36, -24, -12, 0, 12, 24, 36].some((octave) => {
    const within = (onlyLong: boolean, bottom: number, top: number) =>
      heights(tune, onlyLong).every((height) => {
        const note = homes + octave + height;
        return note >= bottom && note <= top;
      });
    return within(true, low, high) && (what === 'long' || within(false, extremeLow, extremeHigh));
  });
}
const singers: fc.Arbitrary<Singer> = fc
  .record({
    low: fc.integer({ min: 40, max: 66 }),
    span: fc.integer({ min: 7, max: 24 }),
    below: fc.integer({ min: 0, max: 4 }),
    above: fc.integer({ min: 0, max: 4 }),
  })
  .map(({ low, span, below, above }) => ({
    name: 'Ana',
    low,
    high: low + span,
    extremeLow: low - below,
    extremeHigh: low + span + above,
  }));

describe('a key for those who sing', () => {
  test('puts no long note outside of comfort where some key would not, and nothing out of reach, whatever the weights', () => {
    const weights: fc.Arbitrary<Partial<KeyWeights>> = fc.record(
      { voices: fc.nat(9), congregation: fc.nat(9), guitar: fc.nat(99), player: fc.nat(99) },
      { requiredKeys: [] },
    );
    let suited = 0;
    fc.assert(
      fc.property(
        madeTunes,
        fc.array(singers, { minLength: 1, maxLength: 3 }),
        weights,
        (tune, voices, weighed) => {
          const all = voices.map((one, place) => ({ ...one, name: `S${place}` }));
          const ranked = rankKeys({
            song: song(textOf(tune)),
            singers: all,
            guitar: true,
            congregation: true,
            player: [key('E')],
            weights: weighed,
          });
          const suits = ({ key: one }: RankedKey, what: 'long' | 'all') =>
            all.every((voice) => canSing(Note.chroma(formatKey(one)) + 60, tune, voice, what));
          expect(new Set(names(ranked)).size).toBe(12);
          for (const what of ['long', 'all'] as const)
            if (ranked.some((one) => suits(one, what)))
              expect(suits(ranked[0]!, what === 'long' ? 'long' : 'all')).toBe(true);
          // The order has no step back: suiting keys first, then those in which long notes do.
          const tiers = ranked.map((one) => (suits(one, 'all') ? 0 : suits(one, 'long') ? 1 : 2));
          expect(tiers).toEqual([...tiers].sort());
          expect(ranked.map(isSingable)).toEqual(tiers.map((tier) => tier === 0));
          for (const { score } of ranked) expect(score > 0).toBe(score >= 60);
          if (tiers[0] === 0) suited += 1;
        },
      ),
      { numRuns: runs(600) },
    );
    // Else nothing was shown.
    expect(suited).toBeGreaterThan(30);
  });

  const tune = song(
    "title: T\nkey: C\n\nVerse:\n  1 | 4\n  tune: 3 . . . | 5 . . .\n\nChorus:\n  1 | 5\n  tune: 1' . . . | 5 . 3 .\n",
  );
  const ana: Singer = { name: 'Ana', low: 60, high: 69 };
  test('is said with its reasons, those that count most first, which are what is taken from 100', () => {
    const [first, ...others] = rankKeys({ song: tune, singers: [ana], guitar: true });
    expect(formatKey(first!.key)).toBe('A');
    expect(first!.reasons.map(({ words }) => words)).toEqual([
      '3 sharps to read.',
      'Ana sings from C#4 to A4; it sits in the middle of the voice, around E4.',
      'Guitars play it with open shapes.',
    ]);
    for (const { score, reasons } of [first!, ...others]) {
      const taken = reasons.reduce((sum, { weight }) => sum + weight, 0);
      expect(score).toBeCloseTo(100 - taken, 1);
      const weights = reasons.map(({ weight }) => weight);
      expect(weights).toEqual([...weights].sort((one, other) => other - one));
    }
    const last = others.at(-1)!;
    expect(last.reasons[0]!.words).toMatch(/Ana holds .+ (above|below) comfort\./);
  });

  test('is looked for from a range that was said, and without one by the rest', () => {
    const said = { low: 64, high: 72, usual: 67, key: key('C') };
    expect(names(rankKeys({ song: said, singers: [ana] }))[0]).toBe('A');
    const without = rankKeys({
      song: song('title: T\nkey: Db\n\nA:\n  1 | 4\n'),
      singers: [ana],
      guitar: true,
    });
    // Nobody knows what is sung: it stays where it is written.
    expect(names(without).slice(0, 3)).toEqual(['Db', 'C', 'D']);
    expect(without[0]!.reasons.map(({ words }) => words).join()).toContain('No tune is written');
    expect(saidRange({ low: 72, high: 64, usual: 99 }, key('C'))).toMatchObject({
      low: 64,
      high: 72,
      usual: 72,
    });
  });

  test('where none is there, it is said by how much, and what would help', () => {
    const wide = song(
      'title: T\nkey: C\n\nVerse:\n  1 | 4\n  tune: 1, . . . | 2, . . .\n\nChorus:\n  1 | 5\n  tune: 5 . . . | 6 . . .\n',
    );
    const narrow: Singer = { name: 'Ana', low: 57, high: 66, extremeLow: 57, extremeHigh: 66 };
    const why = whyNoKey({ song: wide, singers: [narrow] }, [{ name: 'Bea', low: 50, high: 76 }])!;
    expect(why.tooWide).toEqual({ who: 'Ana', by: 12 });
    expect(why.by).toBeGreaterThan(0);
    expect(why.remedies.map(({ kind }) => kind)).toEqual(['octave', 'notes', 'singer']);
    expect(why.remedies[0]!.words).toMatch(
      /^In .+, if Ana sings (Verse an octave higher|Chorus an octave lower)\.$/,
    );
    expect(why.remedies[2]!.words).toMatch(/if Bea sings in the place of Ana/);
    expect(whyNoKey({ song: tune, singers: [ana] })).toBeNull();
  });

  test('a lift is left out where that is enough, and one that goes too high is told with its note', () => {
    const lifted = song(
      'title: T\nkey: C\nroad: Verse, up 4, Verse\n\nVerse:\n  1 | 4\n  tune: 1 . . . | 5 . . .\n',
    );
    const tight: Singer = { name: 'Ana', low: 60, high: 68, extremeLow: 60, extremeHigh: 68 };
    const why = whyNoKey({ song: lifted, singers: [tight] })!;
    expect(why.remedies.map(({ kind }) => kind)).toContain('no lift');
    const plain = sungRange(expand({ ...lifted, road: null }))!;
    expect(judgeLift(plain, plain, [tight], 1).against).toEqual([]);
    const verdict = judgeLift(plain, plain, [tight], 2);
    expect(verdict.against).toEqual([{ who: 'Ana', note: 69, by: 1 }]);
    expect(verdict.words).toBe('A whole step up: Ana would sing A4, a half step too high.');
  });

  test.each<[string, Singer, RegExp | null]>([
    ['upside down', { name: 'A', low: 70, high: 60 }, /change them about/],
    ['no room', { name: 'A', low: 60, high: 61 }, /hardly a tune/],
    ['beyond every voice', { name: 'A', low: 10, high: 60 }, /noted from E1 to C7/],
    ['touched within', { name: 'A', low: 60, high: 70, extremeLow: 62 }, /above the lowest/],
    ['touched within', { name: 'A', low: 60, high: 70, extremeHigh: 68 }, /below the highest/],
    ['no note', { name: 'A', low: 60.5, high: 70 }, /a note/],
    ['as it should be', { name: 'A', low: 60, high: 70 }, null],
  ])('limits of a voice: %s', (_, singer, why) => {
    if (why) expect(singerTrouble(singer)).toMatch(why);
    else expect(singerTrouble(singer)).toBeNull();
  });

  test('usual voices make sense', () => {
    for (const one of usualVoices) expect([one.name, singerTrouble(one)]).toEqual([one.name, null]);
  });
});

test.each(['strict', 'easy'] as const)(
  'names of pitches are those of tonal, in every key, in %s spelling',
  (spelling) => {
    for (const inKey of allKeys)
      for (let midi = 36; midi < 96; midi += 1) {
        const name = nameOfPitch(midi, inKey, { spelling });
        expect([midi, name, Note.midi(name)]).toEqual([midi, name, midi]);
      }
  },
);

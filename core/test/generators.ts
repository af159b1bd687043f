import fc from 'fast-check';
import {
  allKeys,
  divisions,
  feels,
  parseChord,
  parseMeter,
  type Bar,
  type Chord,
  type Feel,
  type NamedChord,
  type Key,
  type Meter,
  type NamedLine,
  type OwnName,
  type Phrase,
  type PhraseWhen,
  type RoadStep,
  type Section,
  type Slot,
  type Song,
  type TempoChange,
} from '../src/index.ts';
import {
  degrees,
  namedShapes,
  patterns,
  saidHands,
  sectionTextures,
  textures,
  linesUnder,
  namedLines,
  tuneUnder,
} from './tuneGenerators.ts';

export { degrees };

export const keys: fc.Arbitrary<Key> = fc.constantFrom(...allKeys);

/** Every way the grammar can put a quality together; what it refuses is left out. */
export const qualities: fc.Arbitrary<string> = fc
  .tuple(
    fc.constantFrom(
      '',
      '',
      '',
      'm',
      'M',
      'dim',
      'aug',
      'm(maj7)',
      'maj7',
      'maj9',
      'maj13',
      '7alt',
      '5',
    ),
    fc.constantFrom('', '', '6', '6/9', '7', '9', '11', '13'),
    fc.constantFrom('', '', '', 'sus2', 'sus4', 'sus2sus4'),
    fc.subarray(['b5', '#5', 'b9', '#9', '#11', 'b13'], { maxLength: 3 }),
    fc.subarray(['add2', 'add4', 'add6', 'add9', 'add11', 'add13', 'addb9', 'add#11'], {
      maxLength: 2,
    }),
    fc.constantFrom('', '', '', 'omit3', 'no5'),
  )
  .map(([word, figure, sus, alterations, added, omitted]) =>
    [word, figure && `(${figure})`, sus, ...alterations, ...added, omitted].join(''),
  )
  .filter((quality) => parseChord(`1${quality}`).ok);

export const chords: fc.Arbitrary<NamedChord> = fc
  .tuple(degrees, qualities, fc.option(degrees, { freq: 3 }))
  .map(([root, quality, bass]) => {
    const read = parseChord(`1${quality}`);
    if (!read.ok || read.value.kind !== 'named')
      throw new Error(`the generator made ${quality}, which does not read`);
    return { ...read.value, root, bass };
  });

/** Chords for whole songs: qualities drawn once, since making and reading each anew takes most of the time. */
const drawnFigures = fc.sample(qualities, { numRuns: 1_500, seed: 20261125 }).map((quality) => {
  const read = parseChord(`1${quality}`);
  if (!read.ok || read.value.kind !== 'named')
    throw new Error(`the generator made ${quality}, which does not read`);
  return read.value;
});
/** A player's own names, and chords that are written by them where a song has these. */
const ownNames: readonly OwnName[] = [
  { name: 'four', of: 'key', degrees: ([1, 3, 4, 6] as const).map((step) => ({ step, alter: 0 })) },
  {
    name: 'open',
    of: 'chord',
    figures: ([1, 5, 9] as const).map((figure) => ({ figure, alter: 0 })),
  },
];
const named: fc.Arbitrary<Chord> = fc
  .tuple(fc.boolean(), degrees, fc.option(degrees))
  .map(([ofKey, root, bass]): Chord => {
    const [four, open] = ownNames;
    return ofKey && four?.of === 'key'
      ? { kind: 'stack', degrees: four.degrees, bass }
      : { kind: 'named', root, figures: open?.of === 'chord' ? open.figures : [], bass };
  });

const songChords: fc.Arbitrary<Chord> = fc.oneof(
  { arbitrary: named, weight: 1 },
  {
    weight: 9,
    arbitrary: fc
      .tuple(degrees, fc.nat(drawnFigures.length - 1), fc.option(degrees, { freq: 3 }))
      .map(([root, which, bass]): Chord => ({ ...drawnFigures[which]!, root, bass })),
  },
);

export const meters: fc.Arbitrary<Meter> = fc
  .constantFrom(
    ...['2/4', '3/4', '4/4', '6/8', '9/8', '12/8', '5/4 (3+2)', '7/8 (4+3)', '7/8 (3+4)'],
    ...['2/2', '3/2', '6/4', '3/8'],
  )
  .map((text) => {
    const read = parseMeter(text);
    if (!read.ok) throw new Error(text);
    return read.value;
  });

/** One line of text as a person types it: no bar line, no edge spaces, now and then emoji, markup or right-to-left. */
const words = fc
  .oneof(
    fc.constantFrom(
      'Lanterns on the',
      'quay',
      'grüß dich',
      'שלום',
      '🙂 light',
      '<script>alert(1)</script>',
      '',
    ),
    fc.string({ maxLength: 12 }),
  )
  .map((text) => text.replace(/[|\p{Cc}]/gu, ' ').trim());
const line = words.filter((text) => text !== '');
const fieldText = fc.oneof(words, fc.constant(''));

function slots(meter: Meter, mayHold: boolean): fc.Arbitrary<Slot[]> {
  return fc.constantFrom(...divisions(meter)).chain((lengths) =>
    fc
      .array(fc.tuple(slotBody, fc.boolean()), {
        minLength: lengths.length,
        maxLength: lengths.length,
      })
      .map((bodies) => {
        const made: Slot[] = [];
        for (const [index, [body, holds]] of bodies.entries()) {
          const ticks = lengths[index]!;
          const last = made.at(-1);
          if (holds && last) made[made.length - 1] = { ...last, ticks: last.ticks + ticks };
          else if (holds && mayHold) made.push({ kind: 'held', ticks });
          else made.push({ ...body, ticks } as Slot);
        }
        return made;
      }),
  );
}

const marks = fc.constantFrom(
  { ring: null, stop: false },
  { ring: null, stop: false },
  { ring: { bars: null }, stop: false },
  { ring: { bars: 2 }, stop: false },
  { ring: null, stop: true },
);
const slotBody = fc.oneof(
  {
    weight: 6,
    arbitrary: fc
      .tuple(songChords, marks, fc.boolean(), fc.boolean())
      .map(([chord, mark, fermata, accent]) => ({
        kind: 'chord' as const,
        chord,
        push: null,
        ...mark,
        accent,
        fermata,
      })),
  },
  { weight: 1, arbitrary: fc.boolean().map((fermata) => ({ kind: 'rest' as const, fermata })) },
);

/** Pushes a chord where the slot before it leaves room; never at the very beginning. */
function withPushes(song: Song, seed: readonly boolean[]): Song {
  let before: number | null = null;
  let at = 0;
  /** What is not played every time goes on from the end of what is. */
  let shared: number | null = null;
  const sections = song.sections.map((section) => ({
    ...section,
    phrases: section.phrases.map((phrase) => ({
      ...phrase,
      bars: phrase.bars.map((bar, index): Bar => {
        if (phrase.when && index === 0) before = shared;
        if (bar.kind === 'same') return bar;
        // Pushed where all times share it only; the next section comes after what is written last.
        if (phrase.when) {
          before = bar.slots.at(-1)!.ticks;
          return bar;
        }
        const pushed = bar.slots.map((slot): Slot => {
          const room = before ?? 0;
          before = slot.ticks;
          shared = before;
          at += 1;
          if (slot.kind !== 'chord' || room < 240 || !seed[at % seed.length]) return slot;
          return {
            ...slot,
            push: { by: at % 2 ? 'eighth' : 'sixteenth', hands: at % 3 ? 'both' : 'right' },
          };
        });
        return { ...bar, slots: pushed };
      }),
    })),
  }));
  return { ...song, sections };
}

const feelOfBar = fc.constantFrom<Feel | null>(null, null, null, null, ...feels);

/** Now and then a change of tempo, and where a slowing down leads. */
function tempoOfBar(feel: Feel | null, seed: number): TempoChange {
  if (feel === 'rit') return seed % 2 ? { slowTo: 40 + (seed % 60) } : {};
  if (seed % 9 === 0) return { tempo: 'a tempo' };
  return seed % 7 === 0 ? { tempo: 50 + (seed % 90) / 2 } : {};
}

function phrases(meter: Meter, named: readonly NamedLine[]): fc.Arbitrary<Phrase[]> {
  const bar = (first: boolean) =>
    fc.oneof(
      {
        weight: 6,
        arbitrary: fc
          .tuple(slots(meter, !first), feelOfBar, fc.nat(500))
          .map(([made, feel, seed]): Bar => ({
            kind: 'played',
            meter: null,
            feel,
            ...(first ? {} : tempoOfBar(feel, seed)),
            pickup: false,
            slots: made,
          })),
      },
      { weight: first ? 0 : 1, arbitrary: feelOfBar.map((feel): Bar => ({ kind: 'same', feel })) },
    );
  const phrase = (first: boolean) =>
    fc
      .tuple(
        bar(first),
        fc.array(bar(false), { maxLength: 4 }),
        fc.array(fc.array(words, { maxLength: 5 }), { maxLength: 2 }),
      )
      .map(([head, rest, lines]): Phrase => {
        const bars = [head, ...rest];
        const trimmed = lines
          .map((cells) => cells.slice(0, bars.length))
          .map((cells) => cells.slice(0, cells.findLastIndex((cell) => cell !== '') + 1))
          .filter((cells) => cells.length > 0);
        return { when: null, bars, tune: [], words: trimmed };
      })
      .chain((made) =>
        fc
          .tuple(tuneUnder(made.bars.length, meter), linesUnder(made.bars.length, meter, named))
          .map(([tune, played]): Phrase => ({
            ...made,
            tune,
            ...(played.length > 0 ? { played } : {}),
          })),
      );
  const shared = fc
    .tuple(phrase(true), fc.array(phrase(false), { maxLength: 2 }))
    .map(([head, rest]) => [head, ...rest]);
  /** What is not played every time stands below what is. */
  const atTimes = (count: number) =>
    fc
      .tuple(phrase(false), times, fc.option(fc.integer({ min: 1, max: count })), fc.boolean())
      .map(([made, at, bar, only]): Phrase => {
        if (bar !== null) return { ...made, when: { kind: 'instead', times: at, bar } };
        const when: PhraseWhen = { kind: 'ending', times: at, only };
        // Now and then nothing follows what all times share.
        return made.bars.length === 4 ? { when, bars: [], tune: [], words: [] } : { ...made, when };
      });
  return shared.chain((made) => {
    const count = made.reduce((sum, { bars }) => sum + bars.length, 0);
    return fc.array(atTimes(count), { maxLength: 2 }).map((others) => [...made, ...others]);
  });
}

const times = fc.constantFrom([1], [2], [3], [1, 2], [1, 3, 22]);

const sectionNames = fc.constantFrom('Intro', 'Verse 1', 'Chorus', 'Bridge', 'Tag', 'Ending');

/** Roadmaps through these sections, now and then with a lift. */
function roads(sections: readonly Section[]): fc.Arbitrary<RoadStep[]> {
  const lift = fc.oneof(
    fc.constantFrom<RoadStep>({ kind: 'lift', semitones: 1 }, { kind: 'lift', semitones: -2 }),
    fc
      .array(chords, { minLength: 1, maxLength: 4 })
      .map((by): RoadStep => ({ kind: 'lift', semitones: 3, by })),
  );
  const play = fc.record<RoadStep & { kind: 'play' }>({
    kind: fc.constant('play'),
    name: fc.constantFrom(...sections.map(({ name }) => name), ...(sections.length ? [] : [''])),
    times: fc.option(fc.constantFrom(1, 2, 12)),
    open: fc.boolean(),
    direction: fc.constantFrom('', 'softer', 'keys alone'),
  });
  const step = sections.length > 0 ? fc.oneof({ weight: 4, arbitrary: play }, lift) : lift;
  return fc.array(step, { minLength: 1, maxLength: 6 });
}

/** A song that is played once as it stands: where hands are searched, repeats only take time. */
export function playedOnce(song: Song): Song {
  const sections = song.sections.slice(0, 2).map((section) => ({ ...section, times: 1 }));
  return { ...song, road: null, sections };
}

const typedNotes = fc.record({ degree: degrees, octave: fc.integer({ min: -2, max: 2 }) });
const rangesSaid = fc.record({
  low: typedNotes,
  high: typedNotes,
  usual: fc.option(typedNotes),
});

export const songs: fc.Arbitrary<Song> = fc
  .record({
    key: keys,
    meter: meters,
    minor: fc.constantFrom('relative' as const, 'own tonic' as const),
  })
  .chain((head) => namedLines(head.meter).map((lines) => ({ ...head, lines })))
  .chain(({ key, meter, minor, lines }) =>
    fc
      .record({
        title: fieldText,
        key: fc.constant(key),
        meter: fc.constant(meter),
        tempo: fc.option(fc.constantFrom(20, 72, 72.5, 140, 320)),
        swing: fc.constantFrom(null, 'eighths' as const, 'sixteenths' as const),
        reading: fc.constantFrom('as written' as const, 'in key' as const),
        minor: fc.constant(minor),
        details: fc.record({
          by: fieldText,
          singer: fieldText,
          feel: fieldText,
          rights: fieldText,
        }),
        range: fc.option(rangesSaid),
        textures,
        hands: saidHands,
        patterns: fc.constant(patterns),
        lines: fc.constant(lines),
        names: fc.constantFrom([], ownNames),
        shapes: namedShapes,
        sections: fc.array(
          fc
            .record<Section>({
              name: sectionNames,
              times: fc.constantFrom(1, 1, 2, 4),
              open: fc.constantFrom(false, false, true),
              directions: fc.array(line, { maxLength: 2 }),
              textures,
              hands: saidHands,
              phrases: phrases(meter, lines),
            })
            .chain((section) =>
              fc
                .tuple(
                  sectionTextures(sharedBars(section)),
                  fc.nat(9),
                  fc.option(rangesSaid, { freq: 2 }),
                )
                .map(([said, seed, range]): Section => ({
                  ...section,
                  ...(seed === 0 ? { tempo: 61.5 } : {}),
                  ...(range ? { range } : {}),
                  textures: said,
                })),
            ),
          { maxLength: 3 },
        ),
      })
      .chain((song) => fc.option(roads(song.sections)).map((road) => ({ ...song, road })))
      .chain((song) =>
        fc
          .array(fc.boolean(), { minLength: 7, maxLength: 7 })
          .map((seed) => withPushes(song as Song, seed)),
      ),
  );

/** The bars of a section that all times share. */
function sharedBars({ phrases: lines }: Section): number {
  return lines.reduce((sum, { when, bars }) => sum + (when === null ? bars.length : 0), 0);
}

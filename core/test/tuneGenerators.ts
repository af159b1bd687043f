import fc from 'fast-check';
import {
  chartRegister,
  dynamics,
  feltBeats,
  leftShapes,
  pedallings,
  readSongPattern,
  readTexture,
  rightWays,
  schools,
  withBarTexture,
  type Degree,
  type HandLine,
  type LineBar,
  type LineCell,
  type LineEvent,
  type LineNote,
  type LineStrike,
  type Meter,
  type NamedLine,
  type PaletteShape,
  type SongPattern,
  type SaidHands,
  type Step,
  type Texture,
  type TexturedHand,
  type Textures,
  type TuneBar,
  type TuneEvent,
} from '../src/index.ts';

export const degrees: fc.Arbitrary<Degree> = fc.record({
  step: fc.constantFrom<Step>(1, 2, 3, 4, 5, 6, 7),
  alter: fc.constantFrom(0, 0, 0, -1, 1),
});

const stepTexts: Readonly<Record<TexturedHand, readonly string[]>> = {
  right: [
    'block',
    'T~ M L M',
    'combined',
    'T M | TL . | A | L M T M',
    '“lilt”',
    'A>! _ (TL) . M',
    'whole notes',
    'A~ TM~',
  ],
  left: [
    'alternating bass',
    'L 5 | L~ (8)',
    '“walk”',
    'L~ (8) . (5)',
    'A',
    'left-right',
    'L5 T~> _ .',
  ],
};

/** The named patterns of a song. */
export const patterns: readonly SongPattern[] = [
  ['lilt', 'T~ M L M | TL M, sixteenths'],
  ['walk', 'L 5 L 8, beats, leading'],
].map(([name, steps]) => {
  const read = readSongPattern(name!, steps!);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
});

/** Every way a texture can be written, for one hand; now and then none. */
function textureOf(hand: TexturedHand): fc.Arbitrary<Texture | null> {
  const one = fc
    .tuple(
      fc.constantFrom(...stepTexts[hand]),
      fc.constantFrom('', ', eighths', ', sixteenths', ', triplets', ', beats'),
      fc.constantFrom('', ', soft', ', loud'),
      fc.constantFrom('', hand === 'left' ? ', leading' : ''),
    )
    .map(([steps, length, loudness, leading]) => {
      // A pattern of the song's own says its length and whether it leads where it is named.
      const own = steps.startsWith('“');
      const typed = steps + (own ? '' : length) + loudness + (own ? '' : leading);
      const read = readTexture(typed, hand, patterns);
      if (!read.ok) throw new Error(read.problems[0]!.message);
      return read.value;
    });
  return fc.option(one, { freq: 1 });
}
export const textures: fc.Arbitrary<Textures> = fc.record({
  left: textureOf('left'),
  right: textureOf('right'),
  bars: fc.constant([]),
});

/** Textures of a section of so many bars, of which single ones may be told something else. */
export function sectionTextures(bars: number): fc.Arbitrary<Textures> {
  if (bars === 0) return textures;
  const single = fc.tuple(
    fc.constantFrom('left' as const, 'right' as const),
    fc.integer({ min: 1, max: bars }),
  );
  return fc
    .tuple(textures, fc.array(single, { maxLength: 2 }), textureOf('left'), textureOf('right'))
    .map(([said, places, left, right]) =>
      places.reduce(
        (now, [hand, bar]) => withBarTexture(now, hand, bar, hand === 'left' ? left : right),
        said,
      ),
    );
}

const leftShape = fc.constantFrom(...leftShapes);
/** All that can be said of the hands of a section; now and then nothing. */
export const saidHands: fc.Arbitrary<SaidHands> = fc.record({
  school: fc.option(fc.constantFrom(...schools), { freq: 1 }),
  left: fc.option(fc.record({ shape: leftShape, orElse: fc.option(leftShape) }), { freq: 1 }),
  right: fc.option(
    fc.oneof(
      fc.constantFrom(...rightWays).map((way) => ({ kind: 'way', way }) as const),
      fc.constantFrom('bells', 'the 4 shape').map((name) => ({ kind: 'shape', name }) as const),
    ),
    { freq: 1 },
  ),
  loudness: fc.option(fc.constantFrom(...dynamics), { freq: 1 }),
  pedalling: fc.option(fc.constantFrom(...pedallings), { freq: 1 }),
  octaves: fc.constantFrom(null, null, -2, -1, 1, 2),
});

const heldHand = fc.option(
  fc.array(fc.record({ step: degrees, octave: fc.integer({ min: -3, max: 2 }) }), {
    minLength: 1,
    maxLength: 5,
  }),
  { freq: 2 },
);
/** Named hand shapes, as a chart has them. */
export const namedShapes: fc.Arbitrary<readonly PaletteShape[]> = fc
  .uniqueArray(
    fc.record({
      name: fc.constantFrom('the 4 shape', 'bells', 'a', 'over'),
      left: heldHand,
      right: heldHand,
      over: fc.option(degrees),
    }),
    { selector: ({ name }) => name, maxLength: 3 },
  )
  .map((shapes) =>
    shapes
      .filter(({ left, right }) => left || right)
      .map(({ left, right, ...rest }) => ({
        ...rest,
        register: chartRegister,
        left: left?.map(({ step, octave }) => ({ ...step, octave })) ?? null,
        right: right?.map(({ step, octave }) => ({ ...step, octave })) ?? null,
      })),
  );

/** A bar of a tune on the grid of some division of each beat; an empty one now and then. */
function tuneBar(meter: Meter): fc.Arbitrary<TuneBar> {
  const grid = fc.constantFrom(1, 2, 3, 4, 6);
  const body = fc.oneof(
    {
      weight: 5,
      arbitrary: fc.record({
        kind: fc.constant('note' as const),
        degree: degrees,
        octave: fc.constantFrom(0, 0, -1, 1),
        accent: fc.boolean(),
      }),
    },
    { weight: 1, arbitrary: fc.constant({ kind: 'rest' as const }) },
  );
  const lengths = fc
    .tuple(...feltBeats(meter).map((ticks) => grid.map((count) => ({ ticks, count }))))
    .map((beats) =>
      beats.flatMap(({ ticks, count }) =>
        ticks % count === 0 ? Array.from({ length: count }, () => ticks / count) : [ticks],
      ),
    );
  const bar = lengths.chain((ticks) =>
    fc
      .array(fc.tuple(body, fc.boolean()), { minLength: ticks.length, maxLength: ticks.length })
      .map((bodies) => {
        const made: TuneEvent[] = [];
        for (const [index, [event, holds]] of bodies.entries()) {
          const last = made.at(-1);
          const length = ticks[index]!;
          if (holds && last) made[made.length - 1] = { ...last, ticks: last.ticks + length };
          else if (!holds && event.kind === 'rest' && last?.kind === 'rest')
            made[made.length - 1] = { ...last, ticks: last.ticks + length };
          else made.push(holds ? { kind: 'held', ticks: length } : { ...event, ticks: length });
        }
        return made;
      }),
  );
  return fc.oneof({ weight: 3, arbitrary: bar }, fc.constant([]));
}

export function tuneUnder(bars: number, meter: Meter): fc.Arbitrary<TuneBar[]> {
  return fc.oneof(
    { weight: 2, arbitrary: fc.constant<TuneBar[]>([]) },
    fc
      .array(tuneBar(meter), { maxLength: bars })
      .map((made) => made.slice(0, made.findLastIndex((bar) => bar.length > 0) + 1)),
  );
}

const lineNote: fc.Arbitrary<LineNote> = fc.record({
  degree: degrees,
  octave: fc.constantFrom(0, 0, -1, 1),
  finger: fc.constantFrom<LineNote['finger']>(null, null, 1, 3, 5),
});
const lineStrike: fc.Arbitrary<LineStrike> = fc.record({
  kind: fc.constant('notes' as const),
  notes: fc.array(lineNote, { minLength: 1, maxLength: 3 }),
  grace: fc.oneof({ weight: 4, arbitrary: fc.constant([]) }, fc.array(lineNote, { maxLength: 2 })),
  slide: fc.oneof({ weight: 4, arbitrary: fc.constant(null) }, lineNote),
  accent: fc.boolean(),
});

/** A voice has the rhythm of a tune, with strikes in the place of its notes. */
function voice(meter: Meter): fc.Arbitrary<readonly LineEvent[]> {
  return fc
    .tuple(tuneBar(meter), fc.array(lineStrike, { minLength: 1, maxLength: 8 }))
    .map(([bar, strikes]) =>
      bar.map((event, place): LineEvent =>
        event.kind === 'note' ? { ...strikes[place % strikes.length]!, ticks: event.ticks } : event,
      ),
    )
    .filter((events) => events.length > 0);
}
const voices = (meter: Meter): fc.Arbitrary<LineBar> =>
  fc.array(voice(meter), { minLength: 1, maxLength: 2 });

/** The named lines of a song in a metre. */
export function namedLines(meter: Meter): fc.Arbitrary<readonly NamedLine[]> {
  const bars = fc.array(voices(meter), { minLength: 1, maxLength: 2 });
  return fc.oneof(
    { weight: 3, arbitrary: fc.constant([]) },
    bars.map((made) => [{ name: 'riff', bars: made }]),
  );
}

/** Lines of hands under so many bars, some of them the named ones of the song. */
export function linesUnder(
  bars: number,
  meter: Meter,
  named: readonly NamedLine[],
): fc.Arbitrary<readonly HandLine[]> {
  const cell: fc.Arbitrary<LineCell> = fc.oneof(
    fc.constant({ kind: 'nothing' } as const),
    voices(meter).map((made) => ({ kind: 'bar', voices: made }) as const),
    ...named.map(({ name }) => fc.constant({ kind: 'named', name } as const)),
  );
  const line = fc
    .record({
      hand: fc.constantFrom('right' as const, 'left' as const, 'both' as const),
      over: fc.boolean(),
      octaves: fc.constantFrom(0, 0, 1, -1, 2, -2),
      cells: fc.array(cell, { maxLength: bars }),
    })
    .map((made) => ({
      ...made,
      cells: made.cells.slice(0, made.cells.findLastIndex(({ kind }) => kind !== 'nothing') + 1),
    }))
    .filter(({ cells }) => cells.length > 0);
  return fc.oneof(
    { weight: 3, arbitrary: fc.constant([]) },
    fc.uniqueArray(line, {
      maxLength: 2,
      selector: ({ hand, over, octaves }) => `${hand} ${over} ${octaves}`,
    }),
  );
}

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  expand,
  formatChord,
  fromMusicXml,
  noteValues,
  parseChart,
  placedSlots,
  printChart,
  toMusicXml,
  type Bar,
  type Imported,
  type Phrase,
  type Slot,
  type Song,
  type TuneBar,
  type TuneEvent,
} from '../src/index.ts';
import { inRepeats } from '../src/formats/to/inRepeats.ts';
import { runs } from './deep.ts';
import { chords, keys, songs } from './generators.ts';
import { key } from './read.ts';

function imported(xml: string): Imported {
  const read = fromMusicXml(xml);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}

/** A song as far as MusicXML holds it (docs/formats.md): silence is one silence, sections have bars. */
function asHeld(written: Song): Song {
  const song = inRepeats(written);
  const oneSilence = (slots: readonly Slot[]) => {
    const made: Slot[] = [];
    for (const slot of slots) {
      const last = made.at(-1);
      if (slot.kind === 'rest' && last?.kind === 'rest')
        made[made.length - 1] = {
          ...last,
          fermata: last.fermata || slot.fermata,
          ticks: last.ticks + slot.ticks,
        };
      else made.push(slot);
    }
    return made;
  };
  const bar = (is: Bar): Bar => (is.kind === 'same' ? is : { ...is, slots: oneSilence(is.slots) });
  /** What is held where nothing sounds is silence. */
  let sounding = false;
  const sounds = (event: TuneEvent): TuneEvent => {
    sounding = event.kind === 'note' || (event.kind === 'held' && sounding);
    return event.kind === 'held' && !sounding ? { kind: 'rest', ticks: event.ticks } : event;
  };
  const oneRest = (events: readonly TuneEvent[]) =>
    events.reduce<TuneEvent[]>((made, event) => {
      const last = made.at(-1);
      if (event.kind !== 'rest' || last?.kind !== 'rest') return [...made, event];
      return [...made.slice(0, -1), { ...last, ticks: last.ticks + event.ticks }];
    }, []);
  const tuneOf = ({ bars: under, tune }: Phrase): TuneBar[] => {
    const bars = under.map((_, place) => {
      const events = tune[place] ?? [];
      sounding &&= events.length > 0;
      const heard = oneRest(events.map(sounds));
      return heard.every(({ kind }) => kind === 'rest') ? [] : heard;
    });
    return bars.slice(0, bars.findLastIndex((bar) => bar.length > 0) + 1);
  };
  return {
    ...song,
    sections: song.sections
      .filter(({ phrases }) => phrases.some(({ bars }) => bars.length > 0))
      .map((section) => ({
        ...section,
        phrases: [
          ...section.phrases.filter(({ when }) => when?.kind !== 'instead'),
          ...section.phrases.filter(({ when }) => when?.kind === 'instead'),
        ].map((phrase) => ({
          ...phrase,
          bars: phrase.when?.kind === 'instead' ? phrase.bars : phrase.bars.map(bar),
          tune: phrase.when?.kind === 'instead' ? phrase.tune : tuneOf(phrase),
        })),
      })),
  };
}

const demo = join(import.meta.dirname, '../../demo/songs');

describe('MusicXML, out and back', () => {
  test.each(readdirSync(demo))('%s comes back equal, by roots and by numerals', (file) => {
    const read = parseChart(readFileSync(join(demo, file), 'utf8'));
    if (!read.ok) throw new Error(file);
    for (const harmony of ['root', 'numeral'] as const) {
      const { song, dropped } = imported(toMusicXml(read.value, { harmony }));
      expect(printChart(song)).toBe(printChart(asHeld(read.value)));
      expect(dropped).toEqual([]);
    }
  });

  test('any song does', () => {
    fc.assert(
      fc.property(songs, fc.constantFrom('root' as const, 'numeral' as const), (song, harmony) => {
        // What repeat signs cannot say is written out, and sounds the same.
        const heardOf = (one: Song) => expand(one).slots.map(({ is, start }) => [is, start]);
        expect(heardOf(inRepeats(song))).toEqual(heardOf(song));
        const held = asHeld(song);
        fc.pre(held.sections.length > 0);
        const firstHolds = held.sections[0]!.phrases[0]!.bars[0]!;
        const heard = held.sections.flatMap(({ phrases }) =>
          phrases.filter(({ when }) => when?.kind !== 'instead').flatMap(({ bars }) => bars),
        );
        const hasChord = heard.some(
          (bar) => bar.kind === 'played' && bar.slots.some(({ kind }) => kind === 'chord'),
        );
        // Without a chord that is played there is nothing to read.
        fc.pre(firstHolds.kind !== 'same' && hasChord);
        const { song: back } = imported(toMusicXml(held, { harmony }));
        // Roads are kept where all of their sections are; several spaces are one.
        const withoutRoad = (one: Song) =>
          printChart({ ...one, road: null })
            .replace(/ +/g, ' ')
            .replace(/- /g, '-');
        expect(withoutRoad(back)).toBe(withoutRoad(held));
      }),
      { numRuns: runs(60), endOnFailure: true },
    );
  });

  test('bars played instead keep their metre, their tune and their words', () => {
    const text =
      'title: T\nkey: A minor\nmeter: 4/4\nminor: own tonic\n\nA x3:\n  1m | {3/4} 4m 5m 1m\n  3rd time bar 2: 4m b7 1m\n  tune: 1 b3 5\n  > last one now\n';
    const read = parseChart(text);
    if (!read.ok) throw new Error(read.problems[0]!.message);
    const { song, dropped } = imported(toMusicXml(read.value));
    expect([printChart(song), dropped]).toEqual([printChart(read.value), []]);
  });

  test('every chord of the grammar, in every key', () => {
    fc.assert(
      fc.property(
        chords,
        keys,
        fc.constantFrom('root' as const, 'numeral' as const),
        (chord, home, harmony) => {
          const read = parseChart(`key: C\n\nA:\n  1\n`);
          if (!read.ok) throw new Error('the chart reads');
          const [section] = read.value.sections;
          const slot = {
            kind: 'chord',
            chord,
            push: null,
            ring: null,
            stop: false,
            accent: false,
            fermata: false,
            ticks: 1920,
          } as const;
          const bars: Bar[] = [
            { kind: 'played', meter: null, feel: null, pickup: false, slots: [slot] },
          ];
          const song: Song = {
            ...read.value,
            key: home,
            sections: [{ ...section!, phrases: [{ when: null, bars, tune: [], words: [] }] }],
          };
          const [back] = placedSlots(imported(toMusicXml(song, { harmony })).song);
          expect(back!.is.kind === 'chord' && formatChord(back!.is.chord)).toBe(formatChord(chord));
        },
      ),
      { numRuns: runs(400), endOnFailure: true },
    );
  });
});

describe('the notes that a length is written with', () => {
  test.each([
    [0, 720, 'quarter.'],
    [0, 1200, 'half eighth'],
    [160, 320, 'quarter3'],
    [0, 160, 'eighth3'],
    [540, 340, '16th. eighth3'],
    [880, 800, '16th3 quarter.'],
    [320, 640, 'eighth3 quarter'],
  ])('from %i for %i: %s', (at, ticks, expected) => {
    const said = noteValues(ticks, at)
      .map(({ type, dots, triplet }) => type + '.'.repeat(dots) + (triplet ? '3' : ''))
      .join(' ');
    expect(said).toBe(expected);
  });

  test('they are together as long as it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 1, max: 400 }),
        (from, length) => {
          const values = noteValues(10 * length, 10 * from);
          expect(values.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(10 * length);
          expect(values.every(({ ticks }) => ticks > 0)).toBe(true);
        },
      ),
    );
  });
});

/** As another program might write it: a tune in quarters, chords over it, repeats, an anacrusis, no breaks. */
const foreign = (measures: string, head = '') => `<?xml version="1.0"?>
<score-partwise version="3.1"><movement-title>Harbour &amp; Hill</movement-title>${head}
<part-list><score-part id="P1"><part-name>Voice</part-name></score-part></part-list>
<part id="P1">${measures}</part></score-partwise>`;
const note = (duration: number, extra = '') =>
  `<note><pitch><step>G</step><octave>4</octave></pitch><duration>${duration}</duration>${extra}</note>`;
const harmony = (step: string, kind: string, more = '') =>
  `<harmony><root><root-step>${step}</root-step></root><kind>${kind}</kind>${more}</harmony>`;

describe('MusicXML of other programs', () => {
  const attributes =
    '<attributes><divisions>2</divisions><key><fifths>1</fifths><mode>major</mode></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
  test('chords over a tune, words by syllables, a whole repeat; what is left out is said', () => {
    const lyric = (text: string, syllabic: string) =>
      `<lyric number="1"><syllabic>${syllabic}</syllabic><text>${text}</text></lyric>`;
    const xml = foreign(
      `<measure number="1">${attributes}<barline location="left"><repeat direction="forward"/></barline>
        <direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>92</per-minute></metronome></direction-type></direction>
        ${harmony('G', 'major')}${note(4, lyric('Har', 'begin'))}${harmony('D', 'dominant', '<bass><bass-step>F</bass-step><bass-alter>1</bass-alter></bass>')}${note(4, lyric('bour', 'end'))}</measure>
       <measure number="2">${harmony('E', 'minor-seventh')}${note(8, lyric('hill', 'single'))}<barline location="right"><repeat direction="backward"/></barline></measure>`,
    );
    const { song, guessed, dropped } = imported(xml);
    expect(printChart(song)).toBe(
      'title: Harbour & Hill\nkey: G\nmeter: 4/4\ntempo: 92\n\nSong x2:\n  1 57/7 | 6m7\n  tune: 1 1 | 1\n  > Har-bour | hill\n',
    );
    expect(guessed.join(' ')).toMatch(/no rehearsal marks.*no line breaks/);
    expect(dropped).toEqual([]);
  });

  test('a tune: the first voice with pitches, of notes together the top one, ties, triplets and rests', () => {
    const pitched = (step: string, octave: number, duration: number, more = '') =>
      `<note>${more.includes('<chord/>') ? '<chord/>' : ''}<pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${duration}</duration>${more.replace('<chord/>', '')}<voice>1</voice></note>`;
    const sixths = attributes.replace('>2<', '>6<');
    const { song } = imported(
      foreign(
        `<measure>${sixths}${harmony('G', 'major')}${pitched('G', 4, 2)}${pitched('A', 4, 2)}${pitched('B', 4, 2)}${pitched('D', 4, 6)}${pitched('B', 4, 6, '<chord/>')}<note><rest/><duration>6</duration><voice>1</voice></note>${pitched('D', 5, 6, '<tie type="start"/>')}</measure>
         <measure>${pitched('D', 5, 12, '<tie type="stop"/>')}${pitched('C', 5, 12)}<backup><duration>24</duration></backup><note><pitch><step>G</step><octave>3</octave></pitch><duration>24</duration><voice>2</voice></note></measure>`,
      ),
    );
    expect(printChart(song)).toContain('tune: (1 2 3) 3 _ 5 | . 4\n');
  });

  test('a chord in an odd place is moved to the nearest that the metre has', () => {
    const { song, guessed } = imported(
      foreign(
        `<measure>${attributes.replace('>2<', '>12<')}${harmony('G', 'major')}${note(20)}${harmony('C', 'major')}${note(28)}</measure>`,
      ),
    );
    expect(printChart(song)).toContain('  1 . . . . . . 4 . . . . . . . .\n');
    expect(guessed.join(' ')).toMatch(/1 chord moved/);
  });

  test.each([
    ['', /nothing in this XML|not well-formed/],
    ['<score-partwise><part>', /ends before <part> is closed, which begins in line 1/],
    ['<score-partwise><part></measure></part></score-partwise>', /not well-formed/],
    ['<html/>', /no MusicXML score/],
    ['<score-timewise/>', /part-wise/],
    [foreign('<measure><note><rest/><duration>4</duration></note></measure>'), /chord symbols/],
    ['<!DOCTYPE a [<!ENTITY b "&c;&c;"><!ENTITY c "lol">]><a>&b;</a>', /entities of its own/],
    [`<a>${' '.repeat(5_000_001)}</a>`, /up to 5 MB/],
    [foreign(`<measure>${harmony('G', 'major')}</measure>`.repeat(2_001)), /up to 2000 measures/],
  ])('what cannot be read says why', (xml, why) => {
    const read = fromMusicXml(xml);
    expect(read.ok ? 'read' : read.problems[0]!.message).toMatch(why);
  });

  test('strange values are left out, and never thrown over', () => {
    const { song, dropped } = imported(
      foreign(
        `<measure>${attributes.replace('<beats>4', '<beats>NaN')}<sound tempo="NaN"/>${harmony('H', 'major')}${harmony('G', 'Neapolitan')}${harmony('G', 'major', '<degree><degree-value>99</degree-value><degree-type>add</degree-type></degree>')}${harmony('C', 'major')}<note><duration>NaN</duration></note></measure>`,
      ),
    );
    expect(placedSlots(song).length).toBeGreaterThan(0);
    expect(dropped.join(' ')).toMatch(/metre NaN\/4.*cannot be read/);
    const bits = fc.constantFrom(
      '<note>',
      '</note>',
      '<harmony>',
      '<kind>',
      '<root-step>',
      'NaN',
      '-1',
      '<duration>',
      '</measure>',
      '&',
      '"',
      '\u0000',
    );
    fc.assert(
      fc.property(fc.array(bits, { maxLength: 30 }), (words) => {
        fromMusicXml(foreign(`<measure>${words.join('')}</measure>`));
        fromMusicXml(words.join(''));
      }),
      { numRuns: runs(300) },
    );
  });

  test('a key is written as its signature says', () => {
    const read = parseChart('key: Eb\n\nA:\n  1 4\n');
    if (!read.ok) throw new Error('the chart reads');
    const xml = toMusicXml(read.value, { key: key('F#') });
    expect(xml).toContain('<fifths>6</fifths>');
    expect(xml).toMatch(/<root-step>B<\/root-step>/);
  });
});

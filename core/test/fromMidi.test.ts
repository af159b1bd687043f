import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { runs } from './deep.ts';
import { writeMidi, type MidiEvent } from 'midi-file';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  expand,
  formatChord,
  formatKey,
  fromMidi,
  parseChart,
  pitchClassesOf,
  placedSlots,
  printChart,
  toMidi,
  voice,
  type Chord,
} from '../src/index.ts';
import { playedOnce, songs } from './generators.ts';

/** A file of one track: chords in quarters, as MIDI numbers. */
function fileOf(
  chords: readonly (readonly number[])[],
  more: readonly MidiEvent[] = [],
): Uint8Array {
  const notes = chords.flatMap((chord) => [
    ...chord.map((noteNumber): MidiEvent => ({
      deltaTime: 0,
      type: 'noteOn',
      channel: 0,
      noteNumber,
      velocity: 80,
    })),
    ...chord.map((noteNumber, index): MidiEvent => ({
      deltaTime: index === 0 ? 96 : 0,
      type: 'noteOff',
      channel: 0,
      noteNumber,
      velocity: 0,
    })),
  ]);
  const track: MidiEvent[] = [...more, ...notes, { deltaTime: 0, meta: true, type: 'endOfTrack' }];
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 96 }, tracks: [track] }),
  );
}

const demo = join(import.meta.dirname, '../../demo/songs');

describe('chords heard in a MIDI file', () => {
  test('each beat is named, what stays is one slot, and the key is recognised', () => {
    const [g, d, c] = [
      [43, 62, 67, 71],
      [50, 66, 69, 74],
      [48, 64, 67, 72],
    ];
    const read = fromMidi(fileOf([g!, g!, d!, d!, c!, c!, c!, c!, g!, g!, d!, g!]));
    if (!read.ok) throw new Error(read.problems[0]!.message);
    expect(printChart(read.value.song)).toBe(
      'title:\nkey: G\nmeter: 4/4\n\nSong:\n  1 5 | 4 | 1 . 5 1\n',
    );
    expect(read.value.guessed.join(' ')).toMatch(/by its chords it is G.*no markers/);
  });

  test('a chord an eighth early is pushed, a pickup stays one, what the pedal holds sounds', () => {
    const chart =
      'title: T\nkey: D\nmeter: 4/4\ntempo: 90\n\nA:\n  right: outer-inner\n  ( . . . 5 ) | 1 | <4 | 1/3 . . <5\n  1\n';
    const read = parseChart(chart);
    if (!read.ok) throw new Error(read.problems[0]!.message);
    const back = fromMidi(toMidi(voice(expand(read.value))));
    if (!back.ok) throw new Error(back.problems[0]!.message);
    expect(printChart(back.value.song)).toBe(chart.replace('  right: outer-inner\n', ''));
  });

  test.each(readdirSync(demo))(
    '%s: key, tempo, metre and sections come back, and nearly all chords',
    (file) => {
      const chart = parseChart(readFileSync(join(demo, file), 'utf8'));
      if (!chart.ok) throw new Error(file);
      const plain = { ...chart.value, road: null, swing: null };
      const read = fromMidi(toMidi(voice(expand(plain))));
      if (!read.ok) throw new Error(read.problems[0]!.message);
      const { song } = read.value;
      expect(formatKey(song.key)).toBe(formatKey(plain.key));
      expect(song.tempo).toBe(plain.tempo);
      expect(song.meter).toEqual(plain.meter);
      expect(song.sections[0]!.name).toBe(plain.sections[0]!.name);
      const heard = new Set(
        placedSlots(song).flatMap(({ is }) => (is.kind === 'chord' ? [sound(is.chord)] : [])),
      );
      const written = placedSlots(plain).flatMap(({ is }) =>
        is.kind === 'chord' ? [is.chord] : [],
      );
      const missing = written.filter((chord) => !heard.has(sound(chord)));
      expect(missing.length / written.length).toBeLessThan(0.2);
    },
  );

  /** A voicing may leave the fifth out, so that a chord is known by its other notes. */
  function sound(chord: Chord): string {
    const home = { tonic: { letter: 'C', alter: 0 }, mode: 'major' } as const;
    const fifth =
      chord.kind === 'named'
        ? [
            ...pitchClassesOf(
              { ...chord, figures: chord.figures.filter(({ figure }) => figure === 5) },
              home,
            ),
          ]
        : [];
    const tones = [...pitchClassesOf(chord, home)].filter((tone) => !fifth.includes(tone));
    return `${tones.sort().join()} ${formatChord(chord).split('/')[1] ?? ''}`;
  }

  test.each([
    [new Uint8Array(), /no MIDI file/],
    [new TextEncoder().encode('RIFF....'), /no MIDI file/],
    [fileOf([[60, 64, 67]]).slice(0, 30), /cut off or broken|no notes/],
    [fileOf([]), /no notes/],
    [fileOf([[60]]), /sound together/],
    [fileOf(Array.from({ length: 18_000 }, () => [48, 52, 60, 64, 67])), /up to 1000 bars/],
    [fileOf(Array.from({ length: 20_500 }, () => [48, 52, 60, 64, 67])), /up to 100000 notes/],
    [new Uint8Array(5_000_001), /up to 5 MB/],
    [
      Uint8Array.from([
        77,
        84,
        104,
        100,
        0,
        0,
        0,
        6,
        0,
        1,
        0x27,
        0x10,
        0,
        96,
        ...Array.from({ length: 10_000 }, () => [
          77, 84, 114, 107, 0, 0, 0, 4, 0, 255, 47, 0,
        ]).flat(),
      ]),
      /up to 256 tracks/,
    ],
  ])('what cannot be read says why', (bytes, why) => {
    const read = fromMidi(bytes);
    expect(read.ok ? 'read' : read.problems[0]!.message).toMatch(why);
  });

  test('strange metres and tempos are told; notes that overlap or never end are read', () => {
    const events: MidiEvent[] = [
      {
        deltaTime: 0,
        meta: true,
        type: 'timeSignature',
        numerator: 13,
        denominator: 16,
        metronome: 24,
        thirtyseconds: 8,
      },
      { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 1 },
      { deltaTime: 0, type: 'noteOn', channel: 0, noteNumber: 36, velocity: 80 },
      { deltaTime: 0, type: 'noteOn', channel: 0, noteNumber: 36, velocity: 80 },
    ];
    const read = fromMidi(
      fileOf(
        [
          [60, 64, 67],
          [60, 64, 67],
          [60, 64, 67],
          [60, 64, 67],
        ],
        events,
      ),
    );
    expect(read.ok && read.value.dropped.join(' ')).toMatch(/metre 13\/16.*tempo of 60000000/);
    expect(read.ok && printChart(read.value.song)).toContain('  1\n');
  });

  test('what is read of any song is a chart that can be read', () => {
    fc.assert(
      fc.property(songs, (made) => {
        const timeline = expand(playedOnce(made));
        if (timeline.slots.length === 0) return;
        const read = fromMidi(toMidi(voice(timeline)));
        // A song of silence, or of one note at a time, has no chord to name.
        if (!read.ok) return;
        const chart = printChart(read.value.song);
        const again = parseChart(chart);
        expect(again.ok ? [] : again.problems).toEqual([]);
        if (again.ok) expect(printChart(again.value)).toBe(chart);
      }),
      { numRuns: runs(10), endOnFailure: true },
    );
  });

  test('broken files never throw', () => {
    const whole = [
      ...fileOf([
        [60, 64, 67],
        [62, 65, 69],
      ]),
    ];
    fc.assert(
      fc.property(
        fc.nat(whole.length),
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { maxLength: 6 }),
        (length, changes) => {
          const bytes = Uint8Array.from(whole.slice(0, length));
          for (const [at, value] of changes) if (at < bytes.length) bytes[at] = value;
          const read = fromMidi(bytes);
          if (!read.ok) expect(read.problems[0]!.message).toMatch(/\.$/);
        },
      ),
      { numRuns: runs(500), endOnFailure: true },
    );
  });
});

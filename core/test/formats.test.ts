import { describe, expect, test } from '@jest/globals';
import tonejsMidi from '@tonejs/midi';
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { expand, parseChart, perform, toMidi, toText, voice, type Song } from '../src/index.ts';
import { runs } from './deep.ts';
import { playedOnce, songs } from './generators.ts';
import { key } from './read.ts';

function songOf(text: string): Song {
  const read = parseChart(text);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}

const text = `title: Grüße vom Kai
by: Nele Marsh
key: Eb
meter: 6/8
tempo: 60
road: Verse, up 2, Verse, Tag
rights: Words and music Nele Marsh 2026.

Verse:
  1 | <4!
  > Low the | water
  1st ending: {2/4} 5 4
  > turns to-
  2nd ending: 57
  > home.

Tag x2:
  1~
`;

describe('a Standard MIDI File, read by others', () => {
  const voiced = voice(expand(songOf(text)));
  const file = toMidi(voiced);

  test('midi-file: format 1, 480 ticks, tempo in quarters, metres, keys and a marker for every time', () => {
    const { header, tracks } = parseMidi(file);
    expect(header).toMatchObject({ format: 1, numTracks: 3, ticksPerBeat: 480 });
    let at = 0;
    const conductor = tracks[0]!.map((event) => ({ ...event, at: (at += event.deltaTime) }));
    const of = (type: string) => conductor.filter((event) => event.type === type);
    // Sixty dotted quarters a minute are ninety quarters.
    expect(of('setTempo')).toMatchObject([{ microsecondsPerBeat: 666_667, at: 0 }]);
    expect(of('timeSignature')).toMatchObject([
      { numerator: 6, denominator: 8, at: 0 },
      { numerator: 2, denominator: 4, at: 2880 },
      { numerator: 6, denominator: 8, at: 3840 },
    ]);
    expect(of('keySignature')).toMatchObject([
      { key: -3, scale: 0, at: 0 },
      { key: -1, scale: 0, at: 3840 },
    ]);
    const markers = of('marker') as unknown as { at: number; text: string }[];
    expect(markers.map(({ at: when, text: said }) => [when, said])).toEqual([
      [0, 'Verse, 1st time'],
      [3840, 'Verse, 2nd time'],
      [8160, 'Tag, 1st time'],
      [9600, 'Tag, 2nd time'],
    ]);
    expect(conductor.at(-1)).toMatchObject({ type: 'endOfTrack', at: 11_040 });
  });

  // Its reader keeps the tracks with notes only.
  test('@tonejs/midi: the notes of each hand, to the tick, as they are performed', () => {
    const { tracks, header } = new tonejsMidi.Midi(file);
    expect(Buffer.from(header.name, 'latin1').toString('utf8')).toBe('Grüße vom Kai');
    for (const [index, hand] of (['right', 'left'] as const).entries()) {
      const written = tracks[index]!.notes.map(({ midi, ticks, durationTicks }) => [
        ticks,
        midi,
        durationTicks,
      ]);
      const played = perform(voiced)
        .notes.filter((note) => note.hand === hand)
        .map(({ onset, note, ticks }) => [onset, note, ticks]);
      const sort = (rows: number[][]) =>
        rows.sort((one, other) => one[0]! - other[0]! || one[1]! - other[1]!);
      expect(sort(written)).toEqual(sort(played));
    }
  });

  test('any song: every note of both hands and of the tune, at its tick, on the track it belongs to', () => {
    fc.assert(
      fc.property(songs, (song) => {
        const timeline = expand(playedOnce(song));
        if (timeline.slots.length === 0) return;
        const found = voice(timeline);
        const { notes, tune } = perform(found);
        const { tracks } = new tonejsMidi.Midi(toMidi(found));
        const heard = tracks.flatMap((track) =>
          track.notes.map(({ midi, ticks }) => `${track.name.split(': ').at(-1)} ${midi} ${ticks}`),
        );
        const played = [
          ...notes.map(({ hand, note, onset }) => `${hand} hand ${note} ${onset}`),
          ...tune.map(({ note, onset }) => `tune ${note} ${onset}`),
        ];
        expect(heard.toSorted()).toEqual(played.toSorted());
      }),
      { numRuns: runs(12), endOnFailure: true },
    );
  });

  test('half a character in a title breaks nothing', () => {
    const song = { ...songOf(text), title: 'half \ud83d' };
    expect(parseMidi(toMidi(voice(expand(song)))).tracks).toHaveLength(3);
  });
});

describe('plain text', () => {
  test('chords stand above the words they come with, in letters of any key', () => {
    expect(toText(songOf(text), { chords: 'letters', key: key('D') })).toBe(`Grüße vom Kai
by Nele Marsh
Key: D
Tempo: 60
Time: 6/8
Order: Verse, up 2, Verse, Tag

Verse:
D       G
Low the water
1st ending:
A   G
turns to-
2nd ending:
A7
home.

Tag x2:
D

Rights: Words and music Nele Marsh 2026.
`);
  });

  test('or in numbers, as the chart counts them', () => {
    const song = songOf(
      'title: T\nkey: A minor\nminor: own tonic\n\nVerse:\n  1m . . b7 | %\n  > one two three four | five\n',
    );
    expect(toText(song, { chords: 'numbers' }).split('\n').slice(5, 8)).toEqual([
      'Verse:',
      '1m           b7    %',
      'one two three four five',
    ]);
  });
});

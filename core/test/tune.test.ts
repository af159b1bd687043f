import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import {
  expand,
  formatDegree,
  fromMidi,
  melodyOver,
  onBeats,
  parseChart,
  parseMeter,
  perform,
  printChart,
  printTuneBar,
  readTuneBar,
  setToTune,
  sungNotes,
  syllablesOf,
  toMidi,
  tunePitch,
  voice,
  type Song,
} from '../src/index.ts';
import { key } from './read.ts';

function meter(text: string) {
  const read = parseMeter(text);
  if (!read.ok) throw new Error(text);
  return read.value;
}
function songOf(body: string, head = 'key: C'): Song {
  const read = parseChart(`title: T\n${head}\n\nA:\n  ${body}\n`);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.value;
}

describe('a bar of a tune', () => {
  test.each([
    ['4/4', '5', '5'],
    ['4/4', '5 (6 5) 3 .', '5 (6 5) 3 .'],
    ['4/4', '5 . 6 5 3 . . .', '5 (6 5) 3 .'],
    ['4/4', '5 5 5 .', '5 5 5 .'],
    ['4/4', "5, 1 3' b7>", "5, 1 3' b7>"],
    ['4/4', '(5 6 5) 3 . _', '(5 6 5) 3 . _'],
    ['4/4', '. _ _ _', '. _ . .'],
    ['6/8', '(3 . 4) (5 4 3)', '3 . 4 5 4 3'],
    ['3/4', '1 . 2', '1 . 2'],
    ['7/8 (4+3)', '5 (3 2 1)', '5 (3 2 1)'],
    ['4/4', '(1 2) (3 4) (5 6) (7 1)', '1 2 3 4 5 6 7 1'],
    ['4/4', '(1 ((2 3 4) 5)) . . .', '(1 . . . . . 2 3 4 5 . .) . . .'],
    ['4/4', '1 2 3', 'problem: 1 2 3 .'],
    ['4/4', '1 (2 3', 'problem: '],
    ['4/4', '1 2) 3', 'problem: '],
    ['4/4', '1 8', 'problem: _'],
    ['4/4', "1 5''''", 'problem: 5'],
  ])('in %s: %s', (time, typed, expected) => {
    const place = { meter: meter(time), minor: 'relative' as const };
    const read = readTuneBar(typed, place);
    const said = read.ok
      ? printTuneBar(read.value, place)
      : `problem: ${read.problems[0]!.repairs.map(({ text }) => text).join(', ')}`;
    expect(said).toBe(expected);
    if (read.ok)
      expect(read.value.reduce((sum, { ticks }) => sum + ticks, 0)).toBe(
        typed === '' ? 0 : { '4/4': 1920, '3/4': 1440, '6/8': 1440, '7/8 (4+3)': 1680 }[time],
      );
  });

  // The 1 without a mark is the home note from A3 up (common practice, no published source).
  test.each([
    ['C', 0, 60],
    ['G', 0, 67],
    ['A', 0, 57],
    ['Ab', 0, 68],
    ['A minor', 0, 60],
    ['Eb', -1, 51],
  ])('home in %s', (home, octave, pitch) => {
    expect(tunePitch({ degree: { step: 1, alter: 0 }, octave }, key(home))).toBe(pitch);
  });

  test('counted from the own tonic it is the same tune', () => {
    const own = songOf("1 | 1\n  tune: 1 b3 5 1' | b7, 1 2 b3", 'key: A minor\nminor: own tonic');
    const relative = songOf('6m | 6m\n  tune: 6, 1 3 6 | 5, 6, 7, 1', 'key: A minor');
    const pitches = (song: Song) => sungNotes(expand(song)).map(({ note }) => note);
    expect(pitches(own)).toEqual([57, 60, 64, 69, 55, 57, 59, 60]);
    expect(pitches(own)).toEqual(pitches(relative));
    expect(printChart(own)).toContain("tune: 1 b3 5 1' | b7, 1 2 b3");
  });
});

describe('the tune of a song', () => {
  test('it is heard in every pass and key: changes have their own, ties hold, lifts raise it', () => {
    const read = parseChart(
      'title: T\nkey: C\nroad: A, A, up 2, A\n\nA:\n  1 | 4 | 5\n  tune: 1 2 3 . | . 5 _ . | 5\n  3rd time bar 3: 57\n  tune: 6\n',
    );
    if (!read.ok) throw new Error(read.problems[0]!.message);
    const song = { ...read.value };
    const { tune, ticks } = perform(voice(expand(song)));
    expect(tune.slice(0, 5).map(({ note, onset, ticks: long }) => [note, onset, long])).toEqual([
      [60, 0, 480],
      [62, 480, 480],
      [64, 960, 1440],
      [67, 2400, 480],
      [67, 3840, 1920],
    ]);
    expect(tune.slice(-5).map(({ note }) => note)).toEqual([62, 64, 66, 69, 71]);
    expect(ticks).toBe(9 * 1920);
  });

  test('its eighths swing with the song, its triplets stay', () => {
    const song = songOf('1\n  tune: (5 6) (5 6 5) . 3', 'key: C\nswing: eighths');
    const { tune } = perform(voice(expand(song)));
    expect(tune.map(({ onset }) => onset)).toEqual([0, 320, 480, 640, 800, 1440]);
  });

  test('a pickup begins with the tune where that comes before the first chord', () => {
    const { slots, ticks } = expand(songOf('( . . . 5 ) | 1\n  tune: _ . 5 5 | 1'));
    expect(slots.map(({ start, is }) => [is.kind, start, is.ticks])).toEqual([
      ['held', 0, 480],
      ['chord', 480, 480],
      ['chord', 960, 1920],
    ]);
    expect(ticks).toBe(2880);
    const { tune } = perform(voice(expand(songOf('( . . . 5 ) | 1\n  tune: _ . 5 5 | 1'))));
    expect(tune.map(({ onset }) => onset)).toEqual([0, 480, 960]);
  });

  test('a song without one plays as before; problems name their place', () => {
    expect(perform(voice(expand(songOf('1 | 4')))).tune).toEqual([]);
    const wrong = parseChart('title: T\n\nA:\n  1 | 4\n  tune: 1 | 2 x | 3\n  tune: 1\n');
    expect(!wrong.ok && wrong.problems.map(({ place }) => [place.line, place.column])).toEqual([
      [5, 15],
      [5, 18],
      [6, 3],
    ]);
    const nowhere = parseChart('title: T\ntune: 1 2 3\n\nA:\n  1\n');
    expect(!nowhere.ok && nowhere.problems[0]!.message).toMatch(/under a line of bars/);
  });

  test('a line that only names it is told: no section is swallowed', () => {
    for (const line of ['tune:', 'Left:', 'right :']) {
      const read = parseChart(`title: T\n\nA:\n  1\n\n${line}\n  4\n`);
      expect(!read.ok && read.problems.map(({ message, place }) => [message, place.line])).toEqual([
        [expect.stringMatching(/a section needs another name/), 6],
      ]);
    }
  });

  test('words are set to it, a syllable to a note', () => {
    expect(syllablesOf('Lan-terns on – the')).toEqual(['Lan-', 'terns', 'on', '–', 'the']);
    const [phrase] = songOf('1\n  tune: 1 2 3 .').sections[0]!.phrases;
    const [bar] = phrase!.tune;
    expect(setToTune('Lan-terns on the quay', bar!)).toEqual(['Lan-', 'terns', 'on the quay']);
    expect(setToTune('low', bar!)).toEqual(['low', '', '']);
    expect(setToTune('low', [])).toEqual([]);
  });
});

describe('words on the beats, where there is no tune', () => {
  test.each([
    ['Lan-terns on the', 4, ['Lan-', 'terns', 'on', 'the']],
    ['go of what I hold', 4, ['go of', 'what', 'I', 'hold']],
    ['low', 3, ['low', '', '']],
    ['', 2, ['', '']],
  ])('%s on %i', (words, beats, expected) => {
    expect(onBeats(words, beats)).toEqual(expected);
  });

  test('no syllable is lost and none moved before another', () => {
    const words = fc.array(fc.constantFrom('a', 'lan-tern', 'ev-ery-where'), { maxLength: 9 });
    fc.assert(
      fc.property(words, fc.integer({ min: 1, max: 6 }), (texts, beats) => {
        const shared = onBeats(texts.join(' '), beats);
        expect(shared).toHaveLength(beats);
        expect(shared.flatMap(syllablesOf)).toEqual(syllablesOf(texts.join(' ')));
      }),
    );
  });
});

describe('what the tune asks of chords and hands', () => {
  const over = (body: string) => {
    const timeline = expand(songOf(body));
    return [...melodyOver(timeline)].map(([slot, degree]) => `${slot}: ${formatDegree(degree)}`);
  };

  // Common practice, no published source.
  test.each([
    ['a long note counts, a passing one does not', '1\n  tune: 3 . (4 3) (2 1)', ['0: 3']],
    ['an accented one does', '1\n  tune: (1 2 3> 4) _ . .', ['0: 3']],
    ['of several the longest', '1\n  tune: 5 . . 6', ['0: 5']],
    [
      'a note that is held over counts for both chords',
      '1 | 4\n  tune: 1 . . . | . . 2 .',
      ['0: 1', '1: 1'],
    ],
    ['each chord has its own', '1 4\n  tune: 1 . 6 .', ['0: 1', '1: 6']],
    ['silence asks for nothing', '1 | 4\n  tune: _ | 4', ['1: 4']],
  ])('%s', (_, body, expected) => {
    expect(over(body)).toEqual(expected);
  });

  test('the right hand has it on top where the chord has it', () => {
    const song = songOf('1 | 4 | 5 | 1\n  tune: 5 . . . | 1 . . . | 7 . . . | 3 . . .');
    const timeline = expand(song);
    const melody = melodyOver(timeline);
    const tops = (options: object) =>
      voice(timeline, options).slots.map((slot) => slot!.right.at(-1)! % 12);
    expect(tops({ melody })).toEqual([7, 0, 11, 4]);
    expect(tops({})).not.toEqual([7, 0, 11, 4]);
    const marked = (options: object) => voice(timeline, options).slots.map((slot) => slot!.offTune);
    expect(marked({ melody })).toEqual([false, false, false, false]);
    expect(marked({})).toEqual([false, false, false, false]);
    // 2 is no tone of 1: it cannot be on top, and that is marked.
    const other = expand(songOf('1 | 5\n  tune: 4 . . . | 2 . . .'));
    const missed = voice(other, { melody: melodyOver(other) }).slots;
    expect(missed.map((slot) => slot!.offTune)).toEqual([true, false]);
  });
});

describe('the tune in MIDI', () => {
  const song = songOf('1 | 4 | 5 | 1\n  tune: 1 2 3 (4 5) | 6 . (6 5 4) 3 | _ 2 . . | 1');

  // Read back with the midi-file package.
  test('it goes out on a track of its own', () => {
    const { tracks } = parseMidi(toMidi(voice(expand(song))));
    expect(tracks).toHaveLength(4);
    const notes = tracks[3]!.flatMap((event) =>
      event.type === 'noteOn' ? [event.noteNumber] : [],
    );
    expect(notes).toEqual([60, 62, 64, 65, 67, 69, 69, 67, 65, 64, 62, 60]);
  });

  test('and comes back from a track that is called so', () => {
    const read = fromMidi(toMidi(voice(expand(song))), { key: key('C') });
    if (!read.ok) throw new Error(read.problems[0]!.message);
    expect(printChart(read.value.song)).toContain(
      'tune: 1 2 3 (4 5) | 6 . (6 5 4) 3 | _ 2 . . | 1\n',
    );
    expect(read.value.guessed.join(' ')).toMatch(/The tune is the track “T: tune”/);
  });
});

import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  formatKey,
  formatMeter,
  fromMidi,
  parseChart,
  printChart,
  type Song,
} from '../src/index.ts';

const require = createRequire(import.meta.url);
/**
 * The files that two packages ship for their own tests: `midifile` 2.0.0 (MIT; its pieces are by A. J. Gillespie and Gerardo
 * Marset, CC-BY-SA 3.0) and `midiconvert` 0.4.7 (MIT; preludes of the Well-Tempered Clavier).
 */
const pieces = join(dirname(require.resolve('midifile/package.json')), 'sounds');
const preludes = join(dirname(require.resolve('midiconvert/package.json')), 'test/midi');

function read(folder: string, file: string) {
  return fromMidi(new Uint8Array(readFileSync(join(folder, file))));
}

function songOf(folder: string, file: string): Song {
  const found = read(folder, file);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value.song;
}

/** The bars of a chart as it prints them, one after the other. */
function barsOf(song: Song): string[] {
  return printChart(song)
    .split('\n')
    .filter((line) => /^ {2}[^ *>t]/.test(line) && !line.includes(':'))
    .flatMap((line) => line.trim().split(/\s*\|\s*/));
}

/** The chords of a bar of slots: what is written again after the same chord says nothing new. */
const sayings = (bar: string) => bar.replaceAll(/\s+/g, ' ').trim();

interface Heard {
  readonly file: string;
  readonly key: string;
  /** The first bars as a keyboardist would keep them, written by hand from the notes. */
  readonly bars: string;
  readonly why: string;
}

const heard: readonly Heard[] = [
  {
    file: 'Avgvst/FreeRide.mid',
    key: 'C',
    bars: '1 4 | 1 4 | 1 4 | 4',
    why: 'a bass that breaks each chord: C E G, F A C',
  },
  {
    file: 'Avgvst/BarbarianKing.mid',
    key: 'Gb',
    bars: '3m | 5 | 1 | 4sus4 4',
    why: 'one bass note a bar; over B the upper part goes from E to D#',
  },
  {
    file: 'Avgvst/RawMix.mid',
    key: 'E minor',
    bars: '1 5 | 3 4 | 1 5 | 3 4 | 1 5 | 3 4',
    why: 'two chords a bar, broken, then struck: G D, B C',
  },
  {
    file: 'GerardoMarset/Backstab.mid',
    key: 'Bb minor',
    bars: '2m | 6m | 5(5) | 2m | 2m | 6m | 5(5) | 2m',
    why: 'held chords, Eb minor, Bb minor, a fifth on Ab; then the same broken',
  },
  {
    file: 'Avgvst/RebelsBe.mid',
    key: 'Db',
    bars: '6m | 3m/5 | 4maj9 | 1 3m',
    why: 'octaves in the left hand: Bb, Ab under F and C, Gb with its major seventh and ninth, Db and F',
  },
  {
    file: 'Avgvst/Mushrooms.mid',
    key: 'Bb',
    bars: '5 | b3 | 4 | 1',
    why: 'a repeated bass under broken thirds; Db is outside of the key',
  },
  {
    file: 'Avgvst/JustAnAverageDay.mid',
    key: 'D',
    bars: '1sus2 | 1maj7/3 <4 | 1 | 1maj7/7 <4maj9',
    why: 'D A D with E, the second chord an eighth before the middle of the bar',
  },
  {
    file: 'Avgvst/Fable.mid',
    key: 'D',
    bars: '6(5) | 3(5) | 5(5) | 2(5)',
    why: 'fifths and octaves, no third anywhere',
  },
  {
    file: 'Avgvst/BodyCount.mid',
    key: 'F',
    bars: '6(5) | 5(5) | 4(5) | 5(5)',
    why: 'a bass alone, root and fifth',
  },
  {
    file: 'Avgvst/Homage.mid',
    key: 'G',
    bars: '6(5) 1 | 1 3m/7 | 6(5) 1 | 1 3m/7',
    why: 'E and B; G B D; F# with B and D: B minor over its fifth',
  },
  {
    file: 'Avgvst/ALongRoadAhead.mid',
    key: 'D',
    bars: '( . . . 4 ) | 6m 1(5) | 1maj9 . . 4maj7#11 | 6m7 6m/1',
    why: 'one beat leads in; a third and a fifth over a moving bass',
  },
  {
    file: 'Avgvst/ALegacyOfLove.mid',
    key: 'G',
    bars: '1 | 6m . . 5 | 5 | 4add9',
    why: 'a tune in octaves over one bass note a bar: B over D is the tune’s',
  },
  {
    file: 'Avgvst/MountainMan.mid',
    key: 'E',
    bars: '2m7 | 4 | 1 | 5',
    why: 'fifths held for a bar; what moves over them is a tune on five notes',
  },
  {
    file: 'Avgvst/Solitude.mid',
    key: 'C minor',
    bars: '( . 6m . . ) | 6 4 | 2(5) 5/2 | 6 4',
    why: 'C E G, Ab C Eb; F and C, then Bb over it',
  },
  {
    file: 'GerardoMarset/Hellin.mid',
    key: 'C',
    bars: '2m | 2m | 1 | 6m',
    why: 'a bass line alone, from D, C and A',
  },
];

/**
 * The prelude in C, a chord to each of its 35 bars, as every handbook of analysis has it (from memory); a diminished seventh is the
 * same from each of its notes.
 */
const prelude =
  '1 | 2m7/1 | 57/7 | 1 | 6m/1 | 27/1 | 5/7 | 1maj7/7 | 6m7 | 27 | 5 | 5dim7 | 2m/4 | 4dim7 | 1/3 | 4maj7/3 | 2m7 | 57 | 1 | 17 | 4maj7 | #4dim7 | 4dim7/b6 | 57 | 1/5 | 57sus4 | 57 | #4dim7/5 | 1/5 | 57sus4 | 57 | 17 | 2m7/1 | 57/1 | 1';

describe('MIDI files that packages ship', () => {
  test('pieces played by bands: the bars that a player would keep', () => {
    const told: string[] = [];
    let same = 0;
    let all = 0;
    for (const { file, key, bars, why } of heard) {
      const song = songOf(pieces, file);
      expect([file, formatKey(song.key), formatMeter(song.meter)]).toEqual([file, key, '4/4']);
      const wanted = bars.split(' | ').map(sayings);
      const got = barsOf(song).slice(0, wanted.length).map(sayings);
      const kept = wanted.filter((bar, index) => bar === got[index]).length;
      same += kept;
      all += wanted.length;
      told.push(`  ${kept} of ${wanted.length}  ${file}: ${why}`);
      if (kept < wanted.length)
        told.push(`            ${wanted.join(' | ')}\n     heard  ${got.join(' | ')}`);
    }
    console.log(
      `${same} of ${all} bars of ${heard.length} pieces as a player would keep them\n${told.join('\n')}`,
    );
    expect(same / all).toBeGreaterThanOrEqual(0.75);
  });

  test('the prelude in C', () => {
    const song = songOf(preludes, 'bwv-846.mid');
    const wanted = prelude.split(' | ');
    const got = barsOf({ ...song, sections: song.sections.slice(0, 1) });
    expect(got).toHaveLength(35);
    const other = wanted.flatMap((bar, index) =>
      bar === got[index] ? [] : [`bar ${index + 1}: ${bar}, heard ${got[index]}`],
    );
    console.log(`${35 - other.length} of 35 bars as analysed\n${other.join('\n')}`);
    expect(other.length).toBeLessThanOrEqual(3);
  });

  test.each([
    ['bwv-847.mid', 'C minor', '4/4', ['Song']],
    ['bwv-850.mid', 'D', '4/4', ['Praeludium', 'Fuga', 'Fine']],
    ['bwv-988-v01.mid', 'G', '3/4', ['Song']],
  ])('%s: key, metre and markers as in the file', (file, key, meter, names) => {
    const song = songOf(preludes, file);
    expect([formatKey(song.key), formatMeter(song.meter)]).toEqual([key, meter]);
    expect(song.sections.map(({ name }) => name)).toEqual(names);
  });

  test.each([
    ['MIDIBadHeaderChunk', 'no MIDI file'],
    ['MIDIBadHeaderLength', 'cut off or broken'],
    ['MIDIBadHeaderSMTPE', 'counts in film frames'],
    ['MIDIBadTrackHdr', 'cut off or broken'],
    ['MIDIOkFormat2', 'separate pieces'],
  ])('%s is refused in a sentence', (file, sentence) => {
    const found = read(pieces, `${file}.mid`);
    expect(found.ok ? '' : found.problems[0]!.message).toContain(sentence);
  });

  test.each(['MIDIOkFormat0', 'MIDIOkFormat1', 'MIDIOkFormat1-lyrics', 'MIDIBadTrackLength'])(
    '%s becomes a chart that can be read',
    (file) => {
      expect(parseChart(printChart(songOf(pieces, `${file}.mid`))).ok).toBe(true);
    },
  );
});

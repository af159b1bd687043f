import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  chordTones,
  closeVoicing,
  formatChord,
  identifyVoicing,
  twelveKeys,
  type Key,
  type VoicingContext,
} from '../src/index.ts';
import { chords, keys } from './generators.ts';
import { midi } from './midi.ts';
import { chord, key } from './read.ts';

/** What notes in C are called where a chord is written, in another key: moved there, so that the degrees are the same. */
function named(left: string, right: string, context: VoicingContext, inKey: Key, by: number) {
  const moved = (names: string) => midi(names).map((note) => note + by);
  return identifyVoicing({ left: moved(left), right: moved(right) }, inKey, context)[0]!;
}

const escaped = (text: string) => text.replace(/[[\]()/.]/g, '\\$&');

// Common practice, no published source.
describe('where a chord is written, notes that are that chord are called so, in twelve keys', () => {
  test.each<[left: string, right: string, written: string, said: string, bassPlayer?: boolean]>([
    ['C3', 'E4 G4 C5', '1', '1 as written.'],
    ['C3', 'E4 C5', '1', '1 as written, without its fifth.'],
    ['F3 A3', 'C4 E4', '2m7', '2m7 as written, with 9; 2 is left to the bass.', true],
    ['F3', 'A3 C4', '2m7', '2m7 as written; 2 is left to the bass.', true],
    ['G2 D3', 'G3 B3 C4 D4', '5', '5 as written, with 11.'],
    ['G2 F3', 'B3 C#4 E4', '57', '57 as written, with #11 and 13, without its fifth.'],
    ['G2 F3', 'B3 Eb4 Bb4', '57', '57 as written, with #9 and b13, without its fifth.'],
    ['E3', 'G4 C5', '1/3', '1/3 as written.'],
    ['G3', 'C4 E4', '1/3', '1/3 as written.', true],
    ['E3', 'G4 C5', '1', '1 as written, 3 in the bass.'],
    ['F2 C3', 'A3 C4 E4', '4', '4 as written, with maj7.'],
    ['A2 E3', 'G3 B3 C4', '6m7', '6m7 as written, with 9.'],
    ['G2', 'F3 A3 C4', '4/5', '4/5 as written.'],
    ['D3 G3', 'C4', '[2-5-1]', '[2-5-1] as written.'],
    ['B2', 'D4 F4 A4', '7m7b5', '7m7b5 as written.'],
  ])('%s under %s, written %s: %s', (left, right, text, said, bassPlayer = false) => {
    for (const inKey of twelveKeys('major')) {
      const semitones = chordTones(chord('1'), inKey)[0]!.pitchClass;
      const reading = named(left, right, { written: chord(text), bassPlayer }, inKey, semitones);
      expect(reading.numbers).toBe(formatChord(chord(text)));
      expect(reading.reading).toMatch(new RegExp(`^${escaped(said)}(?: [A-Z0-9[].*)?$`));
    }
  });

  test.each<[left: string, right: string, written: string, said: string]>([
    ['C3', 'E4 G4', '57', 'without what it needs: the notes of 1'],
    ['F3', 'A3 C4', '2m7', 'its root, which nobody else has'],
    ['C3', 'Eb4 G4', '1', 'its third'],
    ['D3 G3', 'C4 F4', '[2-5-1]', 'nothing more than a stack says'],
    ['C3', 'E4 G4 Ab4', '1', 'nothing that colours it'],
  ])('but %s under %s is not %s: it lacks, or has, %s', (left, right, text) => {
    const [reading] = identifyVoicing({ left: midi(left), right: midi(right) }, key('C'), {
      written: chord(text),
    });
    expect(reading!.reading).not.toContain('as written');
  });

  test('every chord of the grammar, from its own notes, with and without its root where a bass player has it', () => {
    fc.assert(
      fc.property(chords, keys, fc.boolean(), (made, inKey, bassPlayer) => {
        const { left, right } = closeVoicing(made, inKey);
        const lowest = left[0]! % 12;
        const others = right.filter((note) => note % 12 !== lowest);
        const held =
          bassPlayer && others.length > 0 ? { left: [], right: others } : { left, right };
        const [reading] = identifyVoicing(held, inKey, { written: made, bassPlayer });
        expect(reading!.numbers).toBe(formatChord(made));
        expect(reading!.reading.startsWith(`${formatChord(made)} as written`)).toBe(true);
      }),
    );
  });

  test('what the chord is made of is said as well, or what the notes are alone', () => {
    const said = (left: string, right: string, text: string, bassPlayer = false) =>
      identifyVoicing({ left: midi(left), right: midi(right) }, key('C'), {
        written: chord(text),
        bassPlayer,
      })[0]!.reading;
    expect(said('A2', 'C4 E4 G4', '6m7')).toBe(
      '6m7 as written. Minor seventh chord on 6. The same notes: 1/6.',
    );
    expect(said('F3 A3', 'C4 E4', '2m7', true)).toBe(
      '2m7 as written, with 9; 2 is left to the bass. Alone the notes are 4maj7.',
    );
  });

  test('what is played in order to be written is called by all its colours', () => {
    const held = { left: midi('A2'), right: midi('G3 C4 D4') };
    const context = { written: chord('6m7') };
    expect(identifyVoicing(held, key('C'), context)[0]!.numbers).toBe('6m7');
    const played = identifyVoicing(held, key('C'), { ...context, namesColours: true });
    expect(played[0]!.numbers).toBe('6m11');
  });

  test('the other names follow, each once', () => {
    const written = chord('59sus4');
    const readings = identifyVoicing({ left: midi('G2'), right: midi('F3 A3 C4') }, key('C'), {
      written,
    });
    const names = readings.map(({ numbers }) => numbers);
    expect(names.slice(0, 2)).toEqual(['59sus4', '4/5']);
    expect(new Set(names).size).toBe(names.length);
    expect(readings[0]!.members.map(({ numbers }) => numbers)).toEqual(
      expect.arrayContaining(['59sus4', '4/5']),
    );
  });
});

import { describe, expect, test } from '@jest/globals';
import {
  formatKey,
  identifyVoicing,
  noteOfDegree,
  pitchClass,
  twelveKeys,
  type VoicingContext,
} from '../src/index.ts';
import fc from 'fast-check';
import { keys } from './generators.ts';
import { midi } from './midi.ts';
import { key } from './read.ts';

// What a good player would say of notes, in C, and the same a number of semitones away in every other key. Common practice, no
// published source; the table of upper structures is from memory (jazz harmony handbooks).
describe('first names, in twelve keys', () => {
  const bassPlayer: VoicingContext = { bassPlayer: true };
  test.each<[why: string, left: string, right: string, name: string, context?: VoicingContext]>([
    ['a seventh chord is itself over a bass player', 'A3', 'C4 E4 G4', '6m7', bassPlayer],
    ['a seventh chord is itself over a bass player', 'D3', 'F3 A3 C4', '2m7', bassPlayer],
    ['a fifth in the left hand', 'F2 C3', 'E4 B4', '4maj7#11'],
    ['an octave in the left hand', 'F2 F3', 'E4 A4 B4', '4maj7#11'],
    ['a low bass', 'F2', 'A3 B3 E4', '4maj7#11'],
    ['a low bass and its fifth', 'C3 G3', 'F4 A4 B4', '4add9add#11/1'],
    ['a doubled bass', 'D2 A2 D3', 'C4 Eb4 A4', '27b9'],
    ['a low bass', 'G2 F3', 'A3 C#4 E4 G4', '5(13#11)'],
    ['a doubled bass', 'A2', 'Eb4 G4 A4', '6m7b5'],
    ['in one hand, higher up, nobody hears a root', '', 'F3 A3 B3 E4', '5(13)'],
    ['a triad over a bass', 'F2', 'E3 G3 C4', '1/4'],
    ['a triad over a bass', 'C3', 'D4 G4 B4', '5/1'],
    ['a triad over a bass', 'G2', 'D4 F4 A4', '2m/5'],
    ['a triad over a bass', 'F2', 'C4 Eb4 G4', '1m/4'],
    ['II over 3 and b7', 'F3 B3', 'A4 C#5 E5', '5(13#11)'],
    ['bVI over 3 and b7', 'F3 B3', 'Eb4 G4 Bb4', '57#5#9/4'],
    ['II over root and b7', 'G2 F3', 'A4 C#5 E5', '5(13#11)'],
    ['a minor seventh over root and b7', 'D3 C4', 'E4 G4 B4 D5', '2(13sus)'],
    ['a triad with one note', 'F3 A3 C4', 'Bb4', '4add11'],
    ['a fifth that stays', 'Bb2 F3', 'D4 G4 C5', 'b7(6/9)'],
    ['a fifth that stays', 'Bb2 F3', 'C4 D4 G4', 'b7(6/9)'],
    ['a minor chord with all it can have', 'A2', 'C4 F#4 G#4 B4', '6m6(maj9)'],
  ])('%s: %s under %s is %s', (_, left, right, wanted, context = {}) => {
    for (const inKey of twelveKeys('major')) {
      const tonic = pitchClass(noteOfDegree({ step: 1, alter: 0 }, inKey));
      // What is low stays low, what is high stays high.
      const isLow = Math.min(...midi(`${left} ${right}`)) < 48;
      const by = isLow && tonic > 0 ? tonic - 12 : tonic;
      const moved = (names: string) => midi(names).map((note) => note + by);
      const [reading] = identifyVoicing({ left: moved(left), right: moved(right) }, inKey, context);
      expect([formatKey(inKey), reading!.numbers]).toEqual([formatKey(inKey), wanted]);
    }
  });
});

test('the same notes have at most three other names, which somebody would say, over one spelling of the bass', () => {
  const first = (left: string, right: string) =>
    identifyVoicing({ left: midi(left), right: midi(right) }, key('C'))[0]!.reading;
  expect(first('G2', 'D3 F3 A3 C4')).toMatch(/The same notes: 2m7\/5, 4\(6\)\/5\.$/);
  expect(first('D2 A2 D3', 'C4 Eb4 A4')).toBe(
    'Dominant seventh with b9 on 2, without its third. The same notes: 6dim/2, 1m6/9/2 without its fifth.',
  );
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 40, max: 79 }), { maxLength: 8 }),
      keys,
      (notes, inKey) => {
        const sorted = [...notes].sort((one, other) => one - other);
        const held = { left: sorted.slice(0, 2), right: sorted.slice(2) };
        for (const { reading, numbers } of identifyVoicing(held, inKey)) {
          const said = / The same notes: (.*)\.$/.exec(reading)?.[1] ?? '';
          const names = said.split(', ').filter((name) => name !== '');
          expect(names.length).toBeLessThanOrEqual(3);
          expect(said).not.toMatch(/##|bb|sus2sus4|omit|without its ninth/);
          const spelled = [numbers, ...names].flatMap(
            (name) => /\/([b#]*\d)(?: |$)/.exec(name)?.[1] ?? [],
          );
          const sounds = new Map(spelled.map((bass) => [semitones(bass), bass]));
          expect(sounds.size).toBe(new Set(spelled).size);
        }
      },
    ),
  );
});

/** The semitones of a degree as text above the tonic: its own arithmetic. */
function semitones(degree: string): number {
  const major = [0, 2, 4, 5, 7, 9, 11][Number(degree.at(-1)) - 1]!;
  const signs = [...degree.slice(0, -1)].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return (major + signs + 12) % 12;
}

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  chordTones,
  bassNote,
  fromLetters,
  gripOf,
  guitarStrings,
  pitchClass,
  type Chord,
  type Grip,
  type Key,
} from '../src/index.ts';
import { runs } from './deep.ts';
import { chords, keys } from './generators.ts';
import { chord as fromNumber, key } from './read.ts';

/** A grip as handbooks print it, from the lowest string up. */
function printed(grip: Grip | null): string {
  return (grip?.frets ?? []).map((fret) => (fret === null ? 'x' : String(fret))).join('');
}

function lettered(name: string): [Chord, Key] {
  const home = key('C');
  const read = fromLetters(name, home);
  if (!read.ok) throw new Error(name);
  return [read.value, home];
}

describe('grips on a guitar', () => {
  // From memory: the first pages of guitar handbooks, with the grips of a chord that stand there beside each other.
  test.each([
    ['C', 'x32010'],
    ['D', 'xx0232'],
    ['E', '022100'],
    ['G', '320003 320033 320001'],
    ['A', 'x02220'],
    ['F', '133211 xx3211'],
    ['Am', 'x02210'],
    ['Em', '022000'],
    ['Dm', 'xx0231'],
    ['Bm', 'x24432 xx0432'],
    ['F#m', '244222 xx4222'],
    ['Gm', '355333 xx5333'],
    ['Cm', 'x35543'],
    ['Bb', 'x13331'],
    ['A7', 'x02020'],
    ['B7', 'x21202'],
    ['C7', 'x32310'],
    ['D7', 'xx0212'],
    ['E7', '020100 022130'],
    ['G7', '320001'],
    ['Cmaj7', 'x32000'],
    ['Dmaj7', 'xx0222'],
    ['Fmaj7', 'xx3210 132210'],
    ['Gmaj7', '320002'],
    ['Amaj7', 'x02120'],
    ['Am7', 'x02010'],
    ['Dm7', 'xx0211'],
    ['Em7', '020000 022030 022033 020030'],
    ['Dsus4', 'xx0233'],
    ['Dsus2', 'xx0230'],
    ['Asus4', 'x02230 x00230'],
    ['Asus2', 'x02200'],
    ['Esus4', '022200'],
    ['Cadd9', 'x32030 x32033'],
    ['D/F#', '200232 2x0232 xx4232'],
    ['G/B', 'x20003 x20033'],
    ['C/E', '032010'],
    ['C/G', '332010'],
    ['Am/G', '302210'],
    ['E5', '022xxx 0224xx 022400'],
  ])('%s is gripped %s', (name, wished) => {
    expect(wished.split(' ')).toContain(printed(gripOf(...lettered(name))));
  });

  test('whatever is gripped is the chord, its bass lowest, and one hand can do it', () => {
    fc.assert(
      fc.property(chords, keys, (chord, home) => {
        const grip = gripOf(chord, home);
        if (!grip) return;
        const tones = chordTones(chord, home);
        const sounds = grip.frets.flatMap((fret, string) =>
          fret === null ? [] : [guitarStrings[string]! + fret],
        );
        const classes = sounds.map((note) => note % 12);
        expect(classes[0]).toBe(pitchClass(bassNote(chord, home)));
        for (const one of classes) expect(tones.map((tone) => tone.pitchClass)).toContain(one);
        for (const tone of tones)
          if (tone.weight === 'essential') expect(classes).toContain(tone.pitchClass);
        const fretted = grip.frets.filter((fret): fret is number => fret !== null && fret > 0);
        expect(Math.max(0, ...fretted) - Math.min(...fretted, 99)).toBeLessThan(4);
        const onBarre = grip.barre ? fretted.filter((fret) => fret === grip.barre!.fret).length : 0;
        expect(fretted.length - Math.max(0, onBarre - 1)).toBeLessThanOrEqual(4);
        // Nothing is left out between two strings that sound.
        expect(printed(grip)).toMatch(/^x*[0-9]+x*$/);
      }),
      { numRuns: runs(400) },
    );
  });

  test('every chord of a song in a key with open strings has a grip', () => {
    for (const home of ['C', 'D', 'E', 'G', 'A'])
      for (const name of [
        '1',
        '2m',
        '3m',
        '4',
        '5',
        '6m',
        '1maj7',
        '2m7',
        '4maj7',
        '57',
        '5sus4',
        '1add9',
        '6m7',
        '1/3',
        '5/7',
        '4/6',
        '4/5',
      ]) {
        const read = fromNumber(name);
        expect([home, name, gripOf(read, key(home)) !== null]).toEqual([home, name, true]);
      }
  });
});

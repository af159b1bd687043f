import { describe, expect, test } from '@jest/globals';
import { chordTones, parseChord, parseKey, type Chord, type Key } from '@intervallum/core';
import { degreeLabel, keyLabel, roleLabel } from '../src/music/keys/labels.ts';
import { letterStyle, type ChartView } from '../src/music/rails/view.ts';

const parsed = <Value>(read: { ok: true; value: Value } | { ok: false }): Value => {
  if (!read.ok) throw new Error('It reads.');
  return read.value;
};
const view = (key: string) =>
  ({
    key: parsed<Key>(parseKey(key)),
    style: { reading: 'as written', minor: 'relative' },
    letterStyle: letterStyle({ language: 'english', letterSigns: 'printed' } as never),
  }) as unknown as ChartView;
const chord = (text: string) => parsed<Chord>(parseChord(text));

describe('on a key stands', () => {
  // Middle C is key 60 and is called C4 (MIDI 1.0 counts keys; ISO 16 and the Acoustical Society's octaves).
  test.each([
    ['C', 60, 'C4', '1'],
    ['C', 59, 'B3', '7'],
    ['C', 21, 'A0', '6'],
    ['C', 108, 'C8', '1'],
    ['Eb', 60, 'C4', '6'],
    ['Eb', 63, 'E♭4', '1'],
    ['F#', 65, 'E♯4', '7'],
    ['A minor', 60, 'C4', '1'],
  ])('in %s on key %i: %s, degree %s', (key, note, name, degree) => {
    expect([keyLabel(note, view(key)), degreeLabel(note, view(key))]).toEqual([name, degree]);
  });

  // Chord tones over their root, as any harmony handbook has them; common practice for what is none.
  test.each([
    ['1', [60, 64, 67], ['1', '3', '5']],
    ['2m7', [62, 65, 69, 72], ['1', '♭3', '5', '♭7']],
    ['1maj7', [59, 62], ['7', '9']],
    ['57', [65, 68], ['♭7', '♭9']],
    ['4', [71], ['♯11']],
    ['7dim7', [71, 74, 77, 80], ['1', '♭3', '♭5', '♭♭7']],
    ['1/3', [52, 60], ['3', '1']],
  ])('of %s on %j: %j', (text, notes, figures) => {
    expect(notes.map((note) => roleLabel(note, chord(text), view('C')))).toEqual(figures);
  });

  test('the same figure in every octave, and one for each of the twelve', () => {
    for (const text of ['1', '2m7', '57', '4maj7', '6m9'])
      for (let above = 0; above < 12; above += 1) {
        const figures = [24, 48, 96].map((from) => roleLabel(from + above, chord(text), view('C')));
        expect(new Set(figures).size).toBe(1);
        expect(figures[0]).toMatch(/^[♭♯]*\d+$/u);
      }
  });

  test('a chord tone by its role, never by its interval as a stranger', () => {
    for (const text of ['1', '2m7', '57', '1maj9', '7m7b5'])
      for (const { pitchClass, role } of chordTones(chord(text), view('C').key)) {
        const figure = roleLabel(60 + pitchClass, chord(text), view('C'));
        if (role === 'fifth') expect(figure).toBe('5');
        if (role === 'third') expect(figure).toMatch(/^♭?3$/u);
        if (role === 'root') expect(figure).toBe('1');
      }
  });
});

import { letters, semitonesOfStep, type Note } from './note.ts';

/** The MIDI number of a note in an octave, C4 = 60; the octave is the letter's (Cb4 lies below C4). */
export function midiNumber(note: Note, octave: number): number {
  return 12 * (octave + 1) + semitonesOfStep(letters.indexOf(note.letter)) + note.alter;
}

/** Hertz of a MIDI number in equal temperament with A4 = 440 Hz (ISO 16). */
export function frequency(midi: number): number {
  return 440 * 2 ** ((midi - 69) / 12);
}

import { degreeOfSemitones } from './degree.ts';
import { noteOfDegree, relativeMajor, simplestKey, type Key } from './key.ts';
import { midiNumber } from './midi.ts';
import { easyNote, nameNote, type NameStyle } from './names.ts';
import { pitchClass, type Note } from './note.ts';

const plain = simplestKey(0, 'major');

/**
 * A pitch with its octave as it is spelled in a key (C4 = MIDI 60).
 * @example nameOfPitch(63, key('Eb')) // 'Eb4'
 */
export function nameOfPitch(
  midi: number,
  key: Key = plain,
  style: Partial<NameStyle> = {},
): string {
  const degree = degreeOfSemitones(midi - pitchClass(relativeMajor(key).tonic));
  return nameWithOctave(noteOfDegree(degree, key), midi, style);
}

/**
 * A note by its own spelling with the octave in which it sounds. The octave is the letter's: Cb4 sounds below C4, and reads
 * B3 where reading is to be easy.
 * @param midi what it sounds as
 */
export function nameWithOctave(note: Note, midi: number, style: Partial<NameStyle> = {}): string {
  const read = style.spelling === 'easy' ? easyNote(note) : note;
  const octave = Math.round((midi - midiNumber(read, 4)) / 12) + 4;
  return `${nameNote(read, style)}${octave}`;
}

/** A distance as it is said. @example inSteps(2) // 'a whole step' */
export function inSteps(semitones: number): string {
  if (semitones === 1) return 'a half step';
  if (semitones === 2) return 'a whole step';
  return semitones === 12 ? 'an octave' : `${semitones} half steps`;
}

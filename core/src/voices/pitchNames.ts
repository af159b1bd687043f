import { degreeOfSemitones } from '../pitch/degree.ts';
import { noteOfDegree, relativeMajor, simplestKey, type Key } from '../pitch/key.ts';
import { midiNumber } from '../pitch/midi.ts';
import { nameNote, type NameStyle } from '../pitch/names.ts';
import { pitchClass } from '../pitch/note.ts';

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
  const note = noteOfDegree(degreeOfSemitones(midi - pitchClass(relativeMajor(key).tonic)), key);
  // The octave is the letter's: Cb4 sounds below C4.
  const octave = Math.round((midi - midiNumber(note, 4)) / 12) + 4;
  return `${nameNote(note, style)}${octave}`;
}

/** A distance as it is said. @example inSteps(2) // 'a whole step' */
export function inSteps(semitones: number): string {
  if (semitones === 1) return 'a half step';
  if (semitones === 2) return 'a whole step';
  return semitones === 12 ? 'an octave' : `${semitones} half steps`;
}

import {
  alterOfFigure,
  rootOf,
  type Chord,
  type Figure,
  type NamedChord,
  type Triad,
} from '../chord/chord.ts';
import { bareTriad, plainStyle } from '../chord/reading.ts';
import { pitchClassesOf } from '../chord/tones.ts';
import { withEveryChord } from '../chart/everyChord.ts';
import type { Song } from '../chart/song.ts';
import { degreeSemitones, type Degree } from '../pitch/degree.ts';
import type { Key } from '../pitch/key.ts';
import { withChordsJoined, withoutHands } from './simpler.ts';

/**
 * A song for somebody who stands in and has not played for long: each chord the nearest triad, no colour. A bass that is a
 * tone of the triad is left to the root, another one stays (common practice, no published source).
 */
export function standInSong(song: Song): Song {
  return withChordsJoined(withEveryChord(withoutHands(song), plainTriad));
}

/**
 * The triad that a chord comes down to: its own third and fifth, those of the key where it has none. A fifth that is altered
 * under a seventh is a colour, that of a diminished or an augmented triad is not.
 * @example plainTriad(chord('2m9')) // 2m
 */
export function plainTriad(chord: Chord): NamedChord {
  const root = rootOf(chord);
  const figures = figuresOf(chord);
  const inKey = bareTriad(root, { ...plainStyle, reading: 'in key' });
  const usual: Triad = inKey === 'unsaid' ? { third: 0, fifth: 0 } : inKey;
  // What was put in the place of the third goes back to that of the key.
  const third = alterOfFigure(figures, 3) ?? usual.third ?? 0;
  const fifth = fifthOf(figures, third);
  const triad: NamedChord = {
    kind: 'named',
    root,
    figures: [
      { figure: 1, alter: 0 },
      { figure: 3, alter: third },
      { figure: 5, alter: fifth },
    ],
    bass: null,
  };
  const bass = foreignBass(chord, triad);
  return bass ? { ...triad, bass } : triad;
}

function figuresOf(chord: Chord): readonly Figure[] {
  if (chord.kind === 'named') return chord.figures;
  return chord.kind === 'layered' ? chord.shell.figures : [];
}

function fifthOf(figures: readonly Figure[], third: number): number {
  const alter = alterOfFigure(figures, 5) ?? 0;
  if (third === -1) return alter === -1 ? -1 : 0;
  const hasSeventh = alterOfFigure(figures, 7) !== null;
  return alter === 1 && !hasSeventh ? 1 : 0;
}

function foreignBass(chord: Chord, triad: NamedChord): Degree | null {
  const bass = chord.kind === 'named' || chord.kind === 'stack' ? chord.bass : null;
  if (!bass) return null;
  return pitchClassesOf(triad, inC).has(degreeSemitones(bass)) ? null : bass;
}

/** Whether a bass belongs to a triad is the same in every key. */
const inC: Key = { tonic: { letter: 'C', alter: 0 }, mode: 'major' };

import {
  guessChords,
  keyHeard,
  loudnessOf,
  notesHeard,
  nothingHeard,
  outlineOf,
  stretchOf,
  tempoHeard,
  type ChordGuess,
  type Key,
  type Sound,
} from '@intervallum/core';

let sound: Sound = { samples: new Float32Array(), rate: 1 };

/** Listens to one recording. */
export const listener = {
  /** Takes the recording that is listened to from now on. @returns how loud it is along its length; null where nothing sounds */
  hear(samples: Float32Array, rate: number, parts: number): number[] | null {
    sound = { samples, rate };
    return loudnessOf(sound) < nothingHeard ? null : outlineOf(sound, parts);
  },
  key: (written: Key): Key | null => keyHeard(notesHeard(sound), written),
  tempo: (near: number | null): number | null => tempoHeard(sound, near),
  /** What a stretch may be, in seconds. */
  chords: (from: number, to: number, key: Key): ChordGuess[] =>
    guessChords(notesHeard(stretchOf(sound, from, to)), key),
};

export type Listener = typeof listener;

import { formatChord } from '../chord/formatChord.ts';
import { parseChord } from '../chord/parseChord.ts';
import type { Chord } from '../chord/chord.ts';
import type { NumberStyle } from '../chord/reading.ts';
import { plainSymbols } from '../chord/reading.ts';
import type { Song } from '../chart/song.ts';
import { editSlots } from './slots.ts';
import type { ChartEdit, Cursor } from './place.ts';

/** In key a bare number is the key's own chord, so that a chord of the key moves to a chord of the key. */
const inKey: NumberStyle = {
  reading: 'in key',
  minor: 'relative',
  signs: 'typed',
  symbols: plainSymbols,
};

/**
 * Moves the chords from one slot to another by degrees of the key: 1 5/7 6m a degree up is 2m 6m/1 7dim. What a chord
 * is beyond the key's own triad (a flat seventh, a major 2) stays with it.
 */
export function transposeByDegrees(song: Song, from: Cursor, to: Cursor, by: number): ChartEdit {
  return editSlots(song, from, to, (slot) =>
    slot.kind === 'chord' ? { ...slot, chord: chordMoved(slot.chord, by) } : slot,
  );
}

/** @example chordMoved(chord('1'), 1) // the chord 2m */
export function chordMoved(chord: Chord, by: number): Chord {
  const shift = (digit: string) => String(((((Number(digit) - 1 + by) % 7) + 7) % 7) + 1);
  const text = formatChord(chord, inKey)
    .replace(/^([b#]*)([1-7])/, (_, sign: string, digit: string) => sign + shift(digit))
    .replace(/\/([b#]*)([1-7])$/, (_, sign: string, digit: string) => `/${sign}${shift(digit)}`)
    // A stack has a degree for every note, a shell one for its root.
    .replace(/\[([^\]]*)\]/, (_, inside: string) =>
      inside.includes('-')
        ? `[${inside.replace(/[1-7]/g, shift)}]`
        : `[${inside.replace(/[1-7]/, shift)}]`,
    );
  const read = parseChord(text, inKey);
  return read.ok ? read.value : chord;
}

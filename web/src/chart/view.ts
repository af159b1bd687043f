import {
  keyOfSignature,
  keySignature,
  parseKey,
  styleFor,
  type Key,
  type NumberStyle,
  type Song,
} from '@intervallum/core';
import type { Settings } from '../state/settings.ts';

/** How a chart is looked at: in which key, in which kind of numbers, with what beside them. */
export interface ChartView {
  readonly key: Key;
  readonly style: NumberStyle;
  /** What stands large on the rails. */
  readonly hero: 'numbers' | 'letters';
  /** Letters small beneath the numbers. */
  readonly letters: boolean;
  readonly words: boolean;
}

/** The numbers a reader sees, from the reader's settings and, where these say so, the chart's own. */
export function numberStyle(
  song: Pick<Song, 'key' | 'reading' | 'minor'>,
  settings: Pick<Settings, 'reading' | 'minor'>,
): NumberStyle {
  return styleFor(song.key, {
    reading: settings.reading === 'chart' ? song.reading : settings.reading,
    minor: settings.minor === 'chart' ? song.minor : settings.minor,
    signs: 'printed',
  });
}

/**
 * The key that a name asks for, in the mode of the song. A major key asked of a minor song (its mode was edited
 * since) is taken by its signature. Null where the name is no key.
 */
export function keyNamed(name: string | null, song: Pick<Song, 'key'>): Key | null {
  const read = name === null ? null : parseKey(name);
  if (!read?.ok) return null;
  if (read.value.mode === song.key.mode) return read.value;
  return keyOfSignature(keySignature(read.value), song.key.mode);
}

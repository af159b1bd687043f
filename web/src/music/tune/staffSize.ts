import { keySignature, setToTune, type Key, type TuneBar } from '@intervallum/core';

/** How far one line of words stands below another. */
export const lyricHeight = 18;

/** How high a bar with so many lines of words is, in pixels. */
export function staffHeight(lines: number): number {
  return 104 + lines * lyricHeight;
}

/** What the width of a staff depends on. */
export interface StaffSize {
  readonly tune: TuneBar;
  readonly key: Key;
  /** Clef and key stand before it. */
  readonly isFirst: boolean;
  /** The lines of words set to it. */
  readonly words: readonly string[];
}

/** The least width that a bar can be read in, in pixels. */
export function staffWidth({ tune, key, isFirst, words }: StaffSize): number {
  const head = isFirst ? 44 + 11 * Math.abs(keySignature(key)) : 6;
  const lines = words.map((line) => setToTune(line, tune));
  const notes = tune.filter(({ kind }) => kind === 'note');
  const room = notes.map((_, index) =>
    Math.max(26, ...lines.map((line) => 7 * (line[index] ?? '').length + 8)),
  );
  const others = 24 * (tune.length - notes.length);
  return head + others + room.reduce((sum, one) => sum + one, 0) + 16;
}

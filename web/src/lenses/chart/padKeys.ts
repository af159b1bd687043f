import type { NumberStyle } from '@intervallum/core';

/** A key of the pad that types a part of a chord. */
export interface TypingKey {
  /** What it puts into the chord, as it is typed. */
  readonly types: string;
  /** As it is shown, with real signs. */
  readonly shown: string;
  /** What it is, in words. */
  readonly name: string;
}

const degree = (types: string): TypingKey => ({
  types,
  shown: types.replace('b', '♭').replace('#', '♯'),
  name: `Chord ${types.replace('b', 'flat ').replace('m', ' minor')}`,
});

/** The chords that a key of this kind is mostly made of, as a bare number is read. */
export function degreeKeys({
  reading,
  minor,
}: Pick<NumberStyle, 'reading' | 'minor'>): TypingKey[] {
  const chords =
    minor === 'own tonic'
      ? ['1m', 'b3', '4m', '5', 'b6', 'b7', '5m']
      : reading === 'in key'
        ? ['1', '2', '3', '4', '5', '6', 'b7']
        : ['1', '2m', '3m', '4', '5', '6m', 'b7'];
  return chords.map(degree);
}

export const qualityKeys: readonly TypingKey[] = [
  { types: 'm', shown: 'm', name: 'minor' },
  { types: '7', shown: '7', name: 'seventh' },
  { types: 'm7', shown: 'm7', name: 'minor seventh' },
  { types: 'maj7', shown: 'maj7', name: 'major seventh' },
  { types: 'sus4', shown: 'sus4', name: 'fourth for third' },
  { types: 'sus2', shown: 'sus2', name: 'second for third' },
  { types: 'add9', shown: 'add9', name: 'with ninth' },
  { types: 'dim7', shown: 'dim7', name: 'diminished' },
];

const chordText = /^([b#]*[1-7])([^/]*)((?:\/.*)?)$/;

/**
 * A chord's text once a key of the pad was pressed: a degree after a slash is its bass, a quality takes the place of the
 * one that stood there.
 * @param text the chord as it was typed so far
 * @returns null where the key begins another chord
 */
export function withTyped(text: string, typed: string): string | null {
  if (/^[b#]*[1-7]/.test(typed)) {
    if (text === '') return typed;
    return text.endsWith('/') ? text + /^[b#]*[1-7]/.exec(typed)![0] : null;
  }
  const parts = chordText.exec(text);
  if (typed === '/') return parts && !parts[3] ? `${text}/` : text;
  return parts ? parts[1]! + typed + parts[3]! : text + typed;
}

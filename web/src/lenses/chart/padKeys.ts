import type { NumberStyle } from '@intervallum/core';
import { t } from '../../words/words.ts';

/** A key of the pad that types a part of a chord. */
export interface TypingKey {
  readonly kind: 'degree' | 'quality' | 'bass';
  /** What it puts into the chord, as it is typed. */
  readonly types: string;
  /** As it is shown, with real signs. */
  readonly shown: string;
  /** What it is, in words. */
  readonly name: string;
}

const degree = (types: string): TypingKey => ({
  kind: 'degree',
  types,
  shown: types.replace('b', '♭').replace('#', '♯'),
  name: chordName(types),
});

/** @example chordName('b7') // 'Chord flat 7' */
function chordName(types: string): string {
  const number = types.replace(/[bm]/g, '');
  if (types.startsWith('b')) return t('Chord flat {{number}}', { number });
  return types.endsWith('m')
    ? t('Chord {{number}} minor', { number })
    : t('Chord {{number}}', { number });
}

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

const quality = (types: string, name: string): TypingKey => ({
  kind: 'quality',
  types,
  shown: types,
  name,
});

export const qualityKeys: readonly TypingKey[] = [
  quality('m', t('minor')),
  quality('7', t('seventh')),
  quality('m7', t('minor seventh')),
  quality('maj7', t('major seventh')),
  quality('sus4', t('fourth for third')),
  quality('sus2', t('second for third')),
  quality('add9', t('with ninth')),
  quality('dim7', t('diminished')),
];

export const bassKey: TypingKey = {
  kind: 'bass',
  types: '/',
  shown: '/',
  name: t('Over a bass note'),
};

const chordText = /^([b#]*[1-7])([^/]*)((?:\/.*)?)$/;

/**
 * A chord's text once a key of the pad was pressed: a degree after a slash is its bass, a quality takes the place of the
 * one that stood there.
 * @param text the chord as it was typed so far
 * @returns null where the key begins another chord
 */
export function withTyped(text: string, { kind, types }: TypingKey): string | null {
  const parts = chordText.exec(text);
  switch (kind) {
    case 'degree':
      if (text === '') return types;
      return text.endsWith('/') ? text + /^[b#]*[1-7]/.exec(types)![0] : null;
    case 'quality':
      return parts ? parts[1]! + types + parts[3]! : text + types;
    case 'bass':
      return parts && !parts[3] ? `${text}/` : text;
  }
}

import { chordParts, leavesKey, letterParts, type Chord } from '@intervallum/core';
import type { ChartView } from './view.ts';

/** What a chord is drawn of. */
export interface ChordPieces {
  readonly lead: string;
  readonly root: string;
  readonly quality: string;
  readonly bass: string | null;
  readonly isBorrowed: boolean;
}

export type ChordView = Pick<ChartView, 'key' | 'style' | 'letterStyle' | 'hero'>;

/** A chord as its number or its letters, as the view asks. */
export function chordPieces(chord: Chord, view: ChordView): ChordPieces {
  const isBorrowed = leavesKey(chord);
  if (view.hero === 'letters')
    return { lead: '', ...letterParts(chord, view.key, view.letterStyle), isBorrowed };
  const { accidental, numeral, quality, bass } = chordParts(chord, view.style);
  return { lead: accidental, root: numeral, quality, bass, isBorrowed };
}

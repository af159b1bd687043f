import {
  bassOf,
  chordParts,
  leavesKey,
  letterParts,
  nameDegree,
  nameNote,
  noteOfDegree,
  ownNameOf,
  type Chord,
} from '@intervallum/core';
import type { ChartView } from './view.ts';

/** What a chord is drawn of. */
export interface ChordPieces {
  readonly lead: string;
  readonly root: string;
  readonly quality: string;
  readonly bass: string | null;
  readonly isBorrowed: boolean;
  /** The root is a word of the player's own: it is set smaller than a numeral. */
  readonly isName: boolean;
}

export type ChordView = Pick<
  ChartView,
  'key' | 'style' | 'letterStyle' | 'hero' | 'dictation' | 'notesAlone'
>;

/** A chord as its number or its letters, as the view asks. */
export function chordPieces(chord: Chord, view: ChordView): ChordPieces {
  const isBorrowed = view.notesAlone ? bassOf(chord).alter !== 0 : leavesKey(chord);
  const shape = view.dictation ? withoutBass(chord) : chord;
  if (view.hero === 'letters')
    return {
      lead: '',
      ...letterParts(shape, view.key, view.letterStyle),
      isBorrowed,
      isName: false,
    };
  const { accidental, numeral, quality, bass } = chordParts(shape, view.style);
  const own = view.style.names ? ownNameOf(shape, view.style.names) : null;
  return { lead: accidental, root: numeral, quality, bass, isBorrowed, isName: own?.on === null };
}

/** How large a name of one's own is, of a numeral. */
export const nameShare = 0.6;

/** What is dictated of a chord besides its bass: of a chord on its own root all of it. */
function withoutBass(chord: Chord): Chord {
  return chord.kind === 'layered'
    ? { kind: 'named', ...chord.upper, bass: null }
    : { ...chord, bass: null };
}

/** The lowest note of a chord as the view names notes: the bass that is said, else its root, or the lowest of a stack. */
export function bassName(chord: Chord, { hero, style, key, letterStyle }: ChordView): string {
  const bass = bassOf(chord);
  return hero === 'letters'
    ? nameNote(noteOfDegree(bass, key), letterStyle)
    : nameDegree(bass, style);
}

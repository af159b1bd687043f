import type { OtherVoicing, PaletteShape, School, WalkKind } from '@intervallum/core';

/** What a player does with the hands of the chosen chord, its section and the song. */
export interface HandsActions {
  readonly undo: () => void;
  readonly redo: () => void;
  readonly school: (school: School) => void;
  readonly take: (other: OtherVoicing) => void;
  readonly pin: () => void;
  readonly unpin: () => void;
  readonly change: (how: 'thin' | 'fatten') => void;
  readonly move: (octaves: number) => void;
  readonly walk: (kind: WalkKind) => void;
  readonly nameShape: (name: string, hands: 'right' | 'both') => void;
  readonly useShape: (shape: PaletteShape) => void;
  readonly forgetShape: (name: string) => void;
}

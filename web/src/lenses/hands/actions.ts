import type { OtherVoicing, PaletteShape, School, SectionHands, WalkKind } from '@intervallum/core';

/** What is said of one section's hands. */
export type SaidOfSection = Pick<SectionHands, 'school' | 'left'>;

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
  /** Says something of the section's hands: another school, what the left hand holds. */
  readonly sayOfSection: (said: Partial<SaidOfSection>) => void;
  readonly walk: (kind: WalkKind) => void;
  readonly nameShape: (name: string, hands: 'right' | 'both') => void;
  readonly useShape: (shape: PaletteShape) => void;
  readonly forgetShape: (name: string) => void;
}

import type {
  InnerLine,
  OtherVoicing,
  PaletteShape,
  SaidHands,
  School,
  Slide,
  ToneChange,
  WalkKind,
} from '@intervallum/core';

/** For whom something of a section is said: in the player's own part, or in the chart for all who say nothing else. */
export type ForWhom = 'me' | 'everybody';

/** What is said of one section's hands, from the nearest to the farthest: what one leaves open the next one says. */
export interface SaidOfSection {
  readonly mine: SaidHands;
  readonly chart: SaidHands;
  readonly song: SaidHands;
  /** How each hand strikes what it holds, in words; empty where nothing is said. */
  readonly rhythm: readonly string[];
}

/** What the panel is about. */
export type About = 'chord' | 'section' | 'song';

/** A section of the song by its place in the text. */
export interface NamedSection {
  readonly section: number;
  readonly name: string;
}

/** What a player does with the hands of the chosen chord, its section and the song. */
export interface HandsActions {
  readonly undo: () => void;
  readonly redo: () => void;
  readonly school: (school: School | null) => void;
  readonly take: (other: OtherVoicing) => void;
  readonly pin: () => void;
  readonly unpin: () => void;
  /** Pins what is pinned here wherever the chord stands, in the section or in the song. */
  readonly pinMore: (where: 'section' | 'song') => void;
  readonly change: (how: 'thin' | 'fatten') => void;
  /** What one note that moves makes of the chord, before and after; and taken. */
  readonly hearTone: (change: ToneChange) => void;
  readonly takeTone: (change: ToneChange) => void;
  /** The chord before and its hands slid in parallel, by half steps, into this slot. */
  readonly slide: (by: Slide) => void;
  /** A hand takes the nearest note of the other one. */
  readonly takeNote: (to: 'left' | 'right') => void;
  /** Says something of the section's hands: another school, what the left hand holds. */
  readonly sayOfSection: (said: Partial<SaidHands>, whom: ForWhom) => void;
  /** The section is played as another one. */
  readonly playLike: (other: number, whom: ForWhom) => void;
  /** What is said of the section is said of all of them. */
  readonly sayOfSong: (whom: ForWhom) => void;
  readonly walk: (kind: WalkKind) => void;
  /** The walk of this chord on all others that are long enough; gone again where they have it. */
  readonly walkMore: (where: 'section' | 'song') => void;
  /** An inner line in the right thumb, and gone again; the line that goes through this chord, whatever it is, gone. */
  readonly line: (line: InnerLine) => void;
  readonly letLineGo: () => void;
  /** @param goes whether the shape goes with the root of a chord, or stays what it is in the key */
  readonly nameShape: (
    name: string,
    hands: 'left' | 'right' | 'both',
    goes: 'root' | 'key',
    whom: ForWhom,
  ) => void;
  readonly useShape: (shape: PaletteShape) => void;
  readonly forgetShape: (name: string, whom: ForWhom) => void;
}

import type { PatternPair } from './styles.ts';
import type { TextSlot } from '../chart/places.ts';
import type { Section } from '../chart/song.ts';
import type { NamedChord } from '../chord/chord.ts';
import type { LeftWish } from '../chart/saidHands.ts';
import type { Decisions } from '../decisions/decisions.ts';
import type { PlacedRun } from '../runs/songFills.ts';
import type { Edit, Suggestion } from '../writing/edit.ts';

/** What an arrangement decides, in the order in which one hears it. */
export const choiceKinds = [
  'intro',
  'pattern',
  'left shape',
  'dynamics',
  'colour',
  'move',
  'run',
  'ending',
] as const;
export type ChoiceKind = (typeof choiceKinds)[number];

/** What a choice changes. Sections, bars, slots are those of the chart that was arranged. */
export type Change =
  | { readonly kind: 'section'; readonly where: 'intro' | 'ending'; readonly added: Section }
  | { readonly kind: 'pattern'; readonly section: number; readonly pair: PatternPair }
  | { readonly kind: 'left'; readonly section: number; readonly left: LeftWish }
  /** What the roadmap says of times through a section, by the parts of the timeline. */
  | { readonly kind: 'direction'; readonly parts: readonly number[]; readonly words: string }
  | { readonly kind: 'colour'; readonly slots: readonly TextSlot[]; readonly chord: NamedChord }
  | { readonly kind: 'move'; readonly section: number; readonly write: MoveEdit }
  | { readonly kind: 'run'; readonly placed: PlacedRun };

/** Writes a move where it stands, in a chart that has no bar more before it. */
export type MoveEdit = Suggestion['edit'];

/** One thing that an arrangement proposes. Its `edit` takes it alone, in the chart that was arranged. */
export interface Choice extends Suggestion<Decisions> {
  /** What is decided, the same whenever one asks again: `pattern 2`, `move 14:0 2`. */
  readonly id: string;
  /** What was chosen of what could be. */
  readonly value: string;
  readonly kind: ChoiceKind;
  /** The section it belongs to; null for an intro or an ending. */
  readonly section: number | null;
  /** The time through its section that it is for, from 1; null for every time. */
  readonly time: number | null;
  /** What is played, in a few words. */
  readonly what: string;
  readonly change: Change;
}

/** The value of a lock that keeps a place as it stands. */
export const leftAsItIs = '';

/** What stays when one asks again: what was chosen, or that nothing is (`leftAsItIs`), by what is decided. */
export type Locks = Readonly<Record<string, string>>;

/** A lock that could not be kept, with the reason. */
export interface Unkept {
  readonly id: string;
  readonly why: string;
}

export type TakenEdit = Edit<Decisions>;

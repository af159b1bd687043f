import type { ChartResult } from '../chart/read/parseChart.ts';
import type { TextEdit } from '../kit/edits.ts';
import type { Cursor } from '../marks/cursor.ts';
import type { TextSlot } from '../chart/places.ts';

/**
 * The one way a document changes: edits of its text, in order, and what becomes of a player's decisions. Or a sentence
 * that says why it cannot be done.
 */
export type Edit<Decisions = never> =
  | {
      readonly ok: true;
      readonly changes: readonly TextEdit[];
      /**
       * For each slot of the text after the changes, the one it comes from; null for a new one. Said by tools that
       * rewrite more than they change; where nothing is said, slots go where the changes move them.
       */
      readonly slots?: readonly (TextSlot | null)[];
      /** The decisions after the change; where nothing is said, those that stand go with their slots. */
      readonly decisions?: Decisions;
      /** A place in the chart as it is after the changes; null where one stays where one was. */
      readonly cursor: Cursor | null;
    }
  | { readonly ok: false; readonly why: string };

export function refused(why: string): { readonly ok: false; readonly why: string } {
  return { ok: false, why };
}

/** Something offered at a place: heard, compared, taken and undone through one list. */
export interface Suggestion<Decisions = never> {
  readonly place: Cursor;
  readonly edit: (read: ChartResult) => Edit<Decisions>;
  readonly why: string;
  readonly grade: string;
  /** What it asks of the hands, in the tenths of a semitone that the search counts in; null where that is not known. */
  readonly cost: number | null;
}

import type { Follow } from './follow.ts';
import type { TextSlot } from '../chart/places.ts';

/**
 * A kind of decision that a player makes about a song: what the hands hold, later which runs are placed. Each folder of
 * core that has one exports it, and `decisions/decisions.ts` lists them all; how one is stored stands in contract.
 */
export interface DecisionKind<Value> {
  readonly name: string;
  /** Raised with every change of the stored shape; contract holds the steps from one to the next. */
  readonly version: number;
  /** What holds where a player has decided nothing. */
  readonly empty: Value;
  /** The slots that the decisions hang on. */
  readonly anchors: (value: Value) => readonly TextSlot[];
  /** The decisions after an edit: each goes with its slot, and is gone where the slot is. The same value if none moved. */
  readonly carry: (value: Value, follow: Follow) => Value;
  /** What hangs on slots in either of two; where both hang on one, the first counts. The first itself if it has it all. */
  readonly join: (value: Value, more: Value) => Value;
}

/** Marks that each hang on a slot, after an edit; the same list if none of them moved. */
export function carryMarks<Mark extends { readonly slot: TextSlot }>(
  marks: readonly Mark[],
  follow: Follow,
): readonly Mark[] {
  const kept = marks.flatMap((mark) => {
    const slot = follow(mark.slot);
    return slot === null ? [] : [slot === mark.slot ? mark : { ...mark, slot }];
  });
  const same = kept.length === marks.length && kept.every((mark, index) => mark === marks[index]);
  return same ? marks : kept;
}

/** Marks of two lists, one for each slot: where both have one, that of the first. */
export function joinMarks<Mark extends { readonly slot: TextSlot }>(
  marks: readonly Mark[],
  more: readonly Mark[],
): readonly Mark[] {
  const taken = new Set(marks.map(({ slot }) => slot));
  const joined = [...marks, ...more.filter(({ slot }) => !taken.has(slot))];
  return joined.length === marks.length
    ? marks
    : joined.sort((one, other) => one.slot - other.slot);
}

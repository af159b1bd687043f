import { shareParts } from '@intervallum/core';
import { useKept } from '../../ui/useKept.ts';

/** Marks by slot; null before anything is found. */
export type Marks<Mark> = ReadonlyMap<number, Mark> | null;

/** Marks of which each is the one of before where it says the same: a bar is drawn anew only under one that does not. */
export function useKeptMarks<Mark extends object>(marks: Marks<Mark>): Marks<Mark> {
  return useKept<Marks<Mark>, Marks<Mark>>(marks, keptMarks);
}

export function keptMarks<Mark extends object>(
  marks: Marks<Mark>,
  before: Marks<Mark>,
): Marks<Mark> {
  if (!marks || !before) return marks;
  const kept = [...marks].map(([slot, mark]) => [slot, shareParts(before.get(slot), { ...mark })]);
  return new Map(kept as [number, Mark][]);
}

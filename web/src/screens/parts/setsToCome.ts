import type { SetListItem } from '@intervallum/contract';

/** A set whose day is known. */
export type DatedSet = SetListItem & { readonly date: string };

/** The sets of today and of days to come, the nearest day first; those of one day in the order of the list. */
export function setsToCome(sets: readonly SetListItem[], today: string): DatedSet[] {
  return sets
    .filter((set): set is DatedSet => set.date !== null && set.date >= today)
    .sort((one, other) => one.date.localeCompare(other.date));
}

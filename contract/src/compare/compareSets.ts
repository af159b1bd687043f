import { diffArrays } from 'diff';
import type { SetDifference } from '../wire/differences.ts';
import { isSong, type MomentItem, type SetDraft, type SetItem } from '../wire/sets.ts';

/**
 * What differs between two states of a set: what is said of it, what came and went, moved, is played otherwise.
 * @param titles of its songs by their ids
 */
export function compareSets(
  before: SetDraft,
  after: SetDraft,
  titles: ReadonlyMap<string, string>,
): SetDifference[] {
  const found: SetDifference[] = [];
  for (const what of ['name', 'date', 'leader', 'notes', 'begins', 'most', 'rehearsal'] as const) {
    const [old, now] = [saidOf(before[what]), saidOf(after[what])];
    if (old !== now) found.push({ kind: 'of the set', what, before: old, after: now });
  }
  const title = (item: SetItem) => (isSong(item) ? (titles.get(item.songId) ?? '') : item.name);
  const old = new Map(before.items.map((item) => [item.id, item]));
  const now = new Set(after.items.map(({ id }) => id));
  for (const item of before.items)
    if (!now.has(item.id)) found.push({ kind: 'song removed', title: title(item) });
  const moved = movedIds(
    before.items.map(({ id }) => id).filter((id) => now.has(id)),
    after.items.map(({ id }) => id).filter((id) => old.has(id)),
  );
  for (const item of after.items) {
    const was = old.get(item.id);
    if (!was) found.push({ kind: 'song added', title: title(item) });
    else {
      if (moved.has(item.id)) found.push({ kind: 'song moved', title: title(item) });
      found.push(...compareItems(was, item, title(item)));
    }
  }
  return found;
}

function saidOf(value: SetDraft['most' | 'name' | 'date' | 'rehearsal']): string {
  if (value === null) return '';
  return typeof value === 'object' ? `${value.date} ${value.begins}` : String(value);
}

/** What differs between two states of one item. */
function compareItems(was: SetItem, item: SetItem, title: string): SetDifference[] {
  const found: SetDifference[] = [];
  if (was.who !== item.who)
    found.push({ kind: 'who leads a song', title, before: was.who, after: item.who });
  if (was.notes !== item.notes) found.push({ kind: 'note of a song', title });
  if (isSong(was) && isSong(item)) {
    if (was.key !== item.key)
      found.push({ kind: 'key of a song', title, before: was.key, after: item.key });
    const [before, after] = [was.road ?? '', item.road ?? ''];
    if (before !== after) found.push({ kind: 'road of a song', title, before, after });
    if (was.bridge?.text !== item.bridge?.text) found.push({ kind: 'bridge of a song', title });
  } else if (!isSong(was) && !isSong(item)) {
    const said = ({ kind, name, minutes, bed }: MomentItem) =>
      JSON.stringify([kind, name, minutes, bed]);
    if (said(was) !== said(item)) found.push({ kind: 'part of a service', title });
  }
  return found;
}

/** Those that would have to be moved to make one order into the other. */
function movedIds(before: readonly string[], after: readonly string[]): ReadonlySet<string> {
  const parts = diffArrays([...before], [...after]);
  return new Set(parts.filter(({ added }) => added).flatMap(({ value }) => value));
}

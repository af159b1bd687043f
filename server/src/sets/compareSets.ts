import type { SetDifference, SetDraft } from '@intervallum/contract';
import { diffArrays } from 'diff';

/**
 * What differs between two states of a set: what is said of it, songs that came and went, moved, have another key or note.
 * @param titles of its songs by their ids
 */
export function compareSets(
  before: SetDraft,
  after: SetDraft,
  titles: ReadonlyMap<string, string>,
): SetDifference[] {
  const found: SetDifference[] = [];
  for (const what of ['name', 'date', 'leader', 'notes'] as const) {
    const [old, now] = [before[what] ?? '', after[what] ?? ''];
    if (old !== now) found.push({ kind: 'of the set', what, before: old, after: now });
  }
  const title = ({ songId }: SetDraft['items'][number]) => titles.get(songId) ?? '';
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
      if (was.key !== item.key)
        found.push({ kind: 'key of a song', title: title(item), before: was.key, after: item.key });
      if (was.notes !== item.notes) found.push({ kind: 'note of a song', title: title(item) });
    }
  }
  return found;
}

/** Those that would have to be moved to make one order into the other. */
function movedIds(before: readonly string[], after: readonly string[]): ReadonlySet<string> {
  const parts = diffArrays([...before], [...after]);
  return new Set(parts.filter(({ added }) => added).flatMap(({ value }) => value));
}

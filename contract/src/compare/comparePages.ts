import type { SetDifference } from '../wire/differences.ts';
import type { MomentItem, SetDraft } from '../wire/sets.ts';
import type { SharedPage } from '../wire/shares.ts';
import { compareSets } from './compareSets.ts';

/**
 * What differs between two states of a set that others read, its charts aside.
 * @param titles of its songs by the ids of their places
 */
export function comparePages(
  before: SharedPage,
  after: SharedPage,
  titles: ReadonlyMap<string, string>,
): SetDifference[] {
  return compareSets(setOf(before), setOf(after), titles);
}

/** A set as it is compared; songs in it are known by the ids of their places. */
function setOf({ name, date, leader, notes, begins, songs, moments }: SharedPage): SetDraft {
  const items: SetDraft['items'] = [];
  for (const [place, { id, key, notes: note, who, road, bridge: text }] of songs.entries()) {
    items.push(...momentsAt(moments, place));
    const bridge = text === null ? null : { from: id, text };
    const song = { kind: 'song', id, songId: id, key, notes: note, who, road, bridge } as const;
    items.push({ ...song, fixed: false });
  }
  items.push(...momentsAt(moments, songs.length));
  return { name, date, leader, notes, begins, most: null, rehearsal: null, items };
}

function momentsAt(moments: SharedPage['moments'], at: number): MomentItem[] {
  return moments.flatMap(({ place, ...moment }) =>
    place === at ? [{ ...moment, fixed: false }] : [],
  );
}

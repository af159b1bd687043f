import type { MomentItem, SetItem, SongItem } from '@intervallum/contract';

/** What the row of an item holds of it: of a song what a song has, of all else the rest. */
export type ItemRow = Pick<SetItem, 'id' | 'kind' | 'notes' | 'who' | 'fixed'> &
  Pick<SongItem, 'key' | 'road' | 'bridge'> &
  Pick<MomentItem, 'name' | 'bed'> & {
    readonly songId: string | null;
    readonly minutes: number | null;
  };

/** An item as its row holds it. */
export function rowOfItem(item: SetItem): ItemRow {
  const { id, notes, who, fixed } = item;
  const shared = { id, notes, who, fixed };
  if (item.kind === 'song') {
    const { kind, songId, key, road, bridge } = item;
    return { ...shared, kind, songId, key, road, bridge, name: '', minutes: null, bed: null };
  }
  const { kind, name, minutes, bed } = item;
  return { ...shared, kind, name, minutes, bed, songId: null, key: null, road: null, bridge: null };
}

/** An item from its row. */
export function itemOfRow(row: ItemRow): SetItem {
  const { id, notes, who, fixed, kind, songId, key, road, bridge, name, minutes, bed } = row;
  const shared = { id, notes, who, fixed };
  if (kind === 'song') return { ...shared, kind, songId: songId!, key, road, bridge };
  return { ...shared, kind, name, minutes: minutes ?? 0, bed };
}

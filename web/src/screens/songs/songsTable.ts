import { toCsv, type SongRow } from '@intervallum/core';
import { api, type AskedSongs } from '../../queries/resources.ts';

/** Every song of a list as a table of comma-separated values; null where they cannot be had. */
export async function songsTable(asked: AskedSongs): Promise<string | null> {
  const rows: SongRow[] = [];
  for (let after: string | null = null; ;) {
    const page = await api.songs(asked, { after });
    if (page.kind !== 'ok') return null;
    for (const { summary } of page.value.songs) {
      const { title, singer, key, meter, tempo } = summary;
      rows.push({ title, singer, key, meter, tempo: tempo === null ? '' : String(tempo) });
    }
    after = page.value.next;
    if (after === null) return toCsv(rows);
  }
}

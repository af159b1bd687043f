import { comparePages, mostTold, type ChangedSince, type SharedPage } from '@intervallum/contract';
import { compareSongs, parseChart } from '@intervallum/core';

/** In what two states of a page differ: the set itself first, then each of its charts; nothing where they are the same. */
export function changedBetween(before: SharedPage, after: SharedPage): ChangedSince {
  if (before === after) return [];
  const titles = new Map<string, string>();
  for (const { id, text } of [...before.songs, ...after.songs])
    titles.set(id, parseChart(text).song.title);
  const found: ChangedSince = [];
  const tell = (song: string | null, all: ChangedSince[number]['some']) => {
    if (all.length > 0) found.push({ song, some: all.slice(0, mostTold), count: all.length });
  };
  if (after.kind === 'set') tell(null, comparePages(before, after, titles));
  const was = new Map(before.songs.map((song) => [song.id, song.text]));
  for (const { id, text } of after.songs) {
    const old = was.get(id);
    if (old === undefined || old === text) continue;
    const { differences } = compareSongs(parseChart(old).song, parseChart(text).song);
    tell(titles.get(id) ?? '', [...differences]);
  }
  return found;
}

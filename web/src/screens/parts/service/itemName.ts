import { isSong, type SetItem } from '@intervallum/contract';
import { momentNames } from './momentNames.ts';
import type { KnownSongs } from './knownSongs.ts';
import { t } from '../../../words/words.ts';

/** What an item is called. */
export function itemName(item: SetItem, songs: KnownSongs): string {
  if (!isSong(item)) return item.name || momentNames[item.kind];
  return songs.get(item.songId)?.summary.title || t('Song without a title');
}

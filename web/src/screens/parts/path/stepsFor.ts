import { isSong, type SongItem, type SongSet, type VoiceNoted } from '@intervallum/contract';
import {
  stepsOfSong,
  type ChartResult,
  type Decisions,
  type Key,
  type SongStep,
} from '@intervallum/core';
import { isNamed } from '../../../lenses/parts/namedVoices.ts';

/** A song on its way to a service, if there is one that it is for. */
export interface OnItsWay {
  readonly read: ChartResult;
  readonly decisions: Decisions;
  /** The key it will sound in. */
  readonly key: Key;
  readonly item: Pick<SongItem, 'key' | 'who'> | null;
  readonly voices: readonly VoiceNoted[];
  /** As `stepsOfSong` takes them. */
  readonly links?: number | null;
}

/** What is done and what is left of a song. Who sings it in the service is asked before whom its chart names. */
export function stepsFor({ read, decisions, key, item, voices, ...asked }: OnItsWay): SongStep[] {
  const sungBy = item?.who || read.song.details.singer;
  return stepsOfSong({
    song: read.song,
    problems: read.ok ? 0 : read.problems.length,
    decisions,
    key,
    isKeySaid: (item?.key ?? null) !== null,
    sungBy,
    voices: voices.filter(({ name }) => isNamed(sungBy, name)),
    ...asked,
  });
}

/** Where a song stands in a set, the first time it does; null where it does not. */
export function itemOf({ items }: Pick<SongSet, 'items'>, songId: string): SongItem | null {
  return items.filter(isSong).find((item) => item.songId === songId) ?? null;
}

/** How the address of a song says for which set it is prepared. */
export const forSet = 'for';

/** What the address of a song says of a set that it is prepared for: which, and its key there. */
export function searchFor(setId: string, key: string | null): string {
  const asked = new URLSearchParams(key === null ? {} : { key });
  asked.set(forSet, setId);
  return `?${asked}`;
}

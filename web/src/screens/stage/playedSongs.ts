import type { PlayedSong } from '@intervallum/contract';
import type { PlayedItem } from '@intervallum/core';

/** What was played, as it is written down. */
export function playedSongs(played: readonly PlayedItem[]): PlayedSong[] {
  return played.map(({ item, began, seconds, parts }) => ({
    item,
    beganAt: new Date(began).toISOString(),
    seconds: Math.round(seconds),
    sections: parts.map(({ section }) => section),
    lift: parts.at(-1)?.lift ?? 0,
  }));
}

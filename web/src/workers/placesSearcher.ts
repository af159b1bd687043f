import {
  expand,
  parseChart,
  parseKey,
  placeAt,
  placesOf,
  readRun,
  type Degree,
  type PlaceAt,
  type WrittenRun,
} from '@intervallum/core';

/** A song to look through: its chart, and the key that it is played in where that is another one than the chart's. */
export interface SongToLookIn {
  readonly id: string;
  readonly title: string;
  readonly key: string | null;
  readonly text: string;
}

/** Where a run fits in a song. */
export interface FoundInSong {
  readonly id: string;
  readonly title: string;
  readonly count: number;
  /** The first of them. */
  readonly first: readonly (PlaceAt & { readonly at: number; readonly as: Degree })[];
}

/** So many places of a song are told. */
const mostFirst = 3;

/** Looks through charts for the places where a run fits. */
export const placesSearcher = {
  /** The songs that have such places, in their order. */
  places(written: WrittenRun, songs: readonly SongToLookIn[]): FoundInSong[] {
    const run = readRun(written);
    if (!run.ok) return [];
    return songs.flatMap(({ id, title, key, text }) => {
      const { song } = parseChart(text);
      const wished = key === null ? null : parseKey(key);
      const timeline = expand(song, wished?.ok ? { key: wished.value } : {});
      const places = placesOf(run.value, [timeline]);
      const first = places.slice(0, mostFirst).flatMap(({ at, as }) => {
        const place = placeAt(timeline, at);
        return place ? [{ ...place, at, as }] : [];
      });
      return places.length === 0 ? [] : [{ id, title, count: places.length, first }];
    });
  },
};

export type PlacesSearcher = typeof placesSearcher;

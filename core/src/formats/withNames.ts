import { sectionOfStep } from '../chart/road.ts';
import type { Song } from '../chart/song.ts';
import { oneLine, sectionName } from './imported.ts';

/** What a person calls a song that was read, and its sections by their places from 0. */
export interface WishedNames {
  /** Null for the one that was read. */
  readonly title: string | null;
  readonly names: Readonly<Record<number, string>>;
}

/** The song under these names; its road follows them. Names that say something else in a chart are mended. */
export function withNames(song: Song, { title, names }: WishedNames): Song {
  const nameOf = (place: number, old: string) => {
    const wished = oneLine(names[place] ?? '', 55);
    return wished === '' ? old : sectionName(wished);
  };
  const sections = song.sections.map((section, place) => ({
    ...section,
    name: nameOf(place, section.name),
  }));
  const road =
    song.road?.map((step) => {
      if (step.kind !== 'play') return step;
      const place = sectionOfStep(song.sections, step.name);
      return place < 0 ? step : { ...step, name: sections[place]!.name };
    }) ?? null;
  return { ...song, title: title === null ? song.title : oneLine(title), sections, road };
}

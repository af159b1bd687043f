import type { SharedPage } from '@intervallum/contract';
import {
  asPlayed,
  expand,
  parseChart,
  songInProgram,
  transposeKey,
  type BandRole,
  type Key,
  type Program,
  type ProgramItem,
  type Timeline,
} from '@intervallum/core';
import { nameInLink, type LinkSettings } from '../../settings/links.ts';
import { readingOf, type Reading } from '../parts/band/roles.ts';

/** What is played or spoken in a service, as somebody reads it. */
export interface StageItem {
  readonly inProgram: ProgramItem;
  readonly title: string;
  /** Who sings or speaks, and what is noted of it. */
  readonly who: string;
  readonly notes: string;
  /** Null for what is spoken. */
  readonly song: {
    readonly timeline: Timeline;
    readonly reading: Reading;
    /** The chart as it is played. */
    readonly text: string;
  } | null;
}

/** The items of a service in their order, each song in the key and by the chart of its reader. */
export function stageItems(
  page: Pick<SharedPage, 'songs' | 'moments'>,
  role: BandRole | null,
  link: LinkSettings,
): readonly StageItem[] {
  const spoken = (at: number): StageItem[] =>
    page.moments
      .filter(({ place }) => place === at)
      .map(({ id, name, who, notes }) => ({
        inProgram: { id, parts: [], meter: { beats: 4, unit: 4, groups: null }, tempo: null },
        title: name,
        ...{ who, notes },
        song: null,
      }));
  const songs = page.songs.flatMap((shared, place) => {
    const { text } = asPlayed(shared.text, shared);
    const { song } = parseChart(text);
    const id = nameInLink(shared.id, place);
    const reading = readingOf({ song, key: shared.key, id }, role, link);
    const timeline = expand(song, { key: reading.read });
    return [
      ...spoken(place),
      {
        inProgram: songInProgram(shared.id, timeline),
        title: song.title,
        ...{ who: shared.who, notes: shared.notes },
        song: { timeline, reading, text },
      },
    ];
  });
  return [...songs, ...spoken(page.songs.length)];
}

export const programOf = (items: readonly StageItem[]): Program =>
  items.map(({ inProgram }) => inProgram);

/** A song so many semitones higher, as it is read there. */
export function lifted(timeline: Timeline, semitones: number): Timeline {
  if (semitones === 0) return timeline;
  return expand(timeline.song, { key: transposeKey(timeline.key, semitones) });
}

/** The key that a part sounds in. */
export function soundingKey(
  { timeline, reading }: NonNullable<StageItem['song']>,
  part: number,
  lift: number,
): Key {
  const { lift: own = 0 } = timeline.parts[part] ?? {};
  const semitones = own + lift;
  return semitones === 0 ? reading.sounding : transposeKey(reading.sounding, semitones);
}

import type { LogCards, LogStep, SetListItem, SongSet } from '@intervallum/contract';
import {
  drillCards,
  expand,
  nextDrills,
  parseChart,
  readinessOf,
  usualTempo,
  type CleanOnce,
  type DrillSong,
  type NextDrills,
  type Readiness,
  type SectionPractised,
  type Song,
} from '@intervallum/core';
import { failedBars, memories } from '../../lenses/parts/drilled.ts';
import { keyNamed } from '../../music/rails/view.ts';
import { daysBetween } from '../../ui/dates.ts';
import { setsToCome, type DatedSet } from '../parts/setsToCome.ts';

/** A song that is practised for a day. */
export interface PractisedSong extends DrillSong {
  readonly title: string;
}

/** The set of the nearest day to come; of one day the first in the list. Null where none has a day. */
export function comingSet(sets: readonly SetListItem[], today: string): DatedSet | null {
  return setsToCome(sets, today)[0] ?? null;
}

/** The songs of a set, each once, in the key that it has there; as their texts say where no set is to come. */
export function practisedSongs(
  texts: readonly { readonly id: string; readonly text: string }[],
  set: Pick<SongSet, 'items' | 'date'> | null,
  today: string,
): PractisedSong[] {
  const days = set?.date ? daysBetween(today, set.date) : null;
  return texts.map(({ id, text }) => {
    const { song } = parseChart(text);
    const item = set?.items.find((one) => one.kind === 'song' && one.songId === id);
    const key = keyNamed((item?.kind === 'song' ? item.key : null) ?? null, song) ?? song.key;
    return { id, song, key, days, title: song.title };
  });
}

/** What is to be drilled on the day of a moment, in milliseconds since 1970. */
export function drillsOfDay(
  {
    songs,
    steps,
    cards,
  }: {
    readonly songs: readonly PractisedSong[];
    readonly steps: readonly LogStep[];
    readonly cards: LogCards['cards'];
  },
  now: number,
): NextDrills {
  const since = new Date(now).setHours(0, 0, 0, 0);
  const until = new Date(now).setHours(24, 0, 0, 0);
  const daysOf = new Map(songs.map(({ id, days }) => [id, days]));
  const failed = failedBars(steps, (id) => daysOf.get(id) ?? null);
  return nextDrills(drillCards(songs, failed, memories(cards)), now, { since, until });
}

/** How ready a song is for its day. */
export function readySong(
  { id, song, days }: PractisedSong,
  steps: readonly LogStep[],
  today: string,
): Readiness {
  const own = steps.filter(({ songId }) => songId === id);
  const ago = (clean: { tempo: number; day: string } | null): CleanOnce | null =>
    clean && { tempo: clean.tempo, daysAgo: Math.max(0, daysBetween(clean.day, today)) };
  const sections = playedSections(song).map(({ name, tempo }): SectionPractised => ({
    name,
    goal: tempo ?? song.tempo ?? usualTempo,
    steps: own
      .filter(({ section }) => section === name)
      .map(({ rung, bars, isRhythm, hand, runs, clean, memory, weak, lastDay }) => ({
        rung,
        isWhole: bars === null && !isRhythm && hand === null && runs === null,
        clean: ago(clean),
        fromMemory: ago(memory),
        weak: weak.length,
        daysAgo: Math.max(0, daysBetween(lastDay, today)),
      })),
  }));
  return readinessOf(sections, days ?? 0);
}

/** Sections that the roadmap plays and that have something to play. */
function playedSections(song: Song) {
  const { parts, slots } = expand(song);
  const played = new Set(
    parts
      .filter(({ from, to }) => slots.slice(from, to).some(({ is }) => is.kind === 'chord'))
      .map(({ section }) => section),
  );
  return song.sections.filter((_, place) => played.has(place));
}

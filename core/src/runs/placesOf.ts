import type { TimelineIndex } from '../chart/places.ts';
import type { Song } from '../chart/song.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { formatDegree, type Degree } from '../pitch/degree.ts';
import type { Ticks } from '../kit/ticks.ts';
import { rubsAt, startsIn, toneVerdict } from './fitRuns.ts';
import { cleanTempo } from './pace.ts';
import { runPlaces } from './places.ts';
import { leadsOn, type Run } from './model/run.ts';
import { oneOf } from './runTones.ts';

/** A place of a song where a run fits. */
export interface PlaceOfRun {
  readonly song: Song;
  /** Which of the timelines that were asked. */
  readonly timeline: number;
  readonly at: TimelineIndex;
  readonly start: Ticks;
  /** The degree of the key that its chord stands on. */
  readonly as: Degree;
  readonly why: string;
}

/**
 * Every place of some songs where a run fits: its kind of chord, its tones, its time between what is sung, its tempo. In which octave
 * is asked where it is placed. Takes time in proportion to the songs.
 */
export function placesOf(run: Run, timelines: readonly Timeline[]): readonly PlaceOfRun[] {
  const found: PlaceOfRun[] = [];
  for (const [index, timeline] of timelines.entries()) {
    for (const [at, one] of runPlaces(timeline).entries()) {
      if (!one.ok || one.place.at !== at) continue;
      const { place } = one;
      if (run.ticks > place.longest || toneVerdict(run, place) !== null) continue;
      if (place.tempo.beats > cleanTempo(run, place.tempo.beat)) continue;
      const home = oneOf(run, place.chord, place.next)!;
      const start = startsIn(place, run).find(
        (from) => rubsAt(place, run, home, from, undefined) === null,
      );
      if (start === undefined) continue;
      found.push({
        song: timeline.song,
        timeline: index,
        at,
        start,
        as: place.chord.root,
        why: whyThere(run, place.chord.root),
      });
    }
  }
  return found;
}

function whyThere(run: Run, root: Degree): string {
  const as = formatDegree(root);
  return leadsOn(run) ? `From the chord on ${as} into the next.` : `On the chord on ${as}.`;
}

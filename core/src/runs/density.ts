import type { Timeline } from '../chart/time/timeline.ts';
import { ticksOf } from '../kit/ticks.ts';
import { sungStretches } from './places.ts';

/** How full a bar is, as it is played. */
export interface FullBar {
  /** The part of the timeline it belongs to, and the bar of the text. */
  readonly part: number;
  readonly bar: number;
  /** How much of it is sung, from 0 to 1. */
  readonly sung: number;
  /** Keys of the player's own that go down in it, of placed runs among them. */
  readonly struck: number;
  readonly ofRuns: number;
  /** Half steps that the key has been lifted just before it: 0 but in the first bar behind a lift. */
  readonly lift: number;
}

/** A key that goes down. */
interface Down {
  readonly from: number;
  readonly source: string;
}

/** How full each bar of a song is, in the order of time: where singing and playing take turns, and where they do not. */
export function densityOf(timeline: Timeline, notes: readonly Down[]): readonly FullBar[] {
  const sung = sungStretches(timeline);
  const downs = [...notes].sort((one, other) => one.from - other.from);
  const full: FullBar[] = [];
  let start = 0;
  let next = 0;
  let sungAt = 0;
  for (const [part, { bars, lift }] of timeline.parts.entries())
    for (const [place, { bar, slots }] of bars.entries()) {
      const length = ticksOf(slots.map(({ is }) => is));
      const end = start + length;
      let struck = 0;
      let ofRuns = 0;
      for (; next < downs.length && downs[next]!.from < end; next += 1) {
        struck += 1;
        if (downs[next]!.source === 'run') ofRuns += 1;
      }
      while (sung[sungAt] && sung[sungAt]!.to <= start) sungAt += 1;
      let covered = 0;
      for (let index = sungAt; index < sung.length && sung[index]!.from < end; index += 1)
        covered += Math.min(sung[index]!.to, end) - Math.max(sung[index]!.from, start);
      full.push({
        part,
        bar,
        sung: length === 0 ? 0 : covered / length,
        struck,
        ofRuns,
        lift: place === 0 ? lift - (timeline.parts[part - 1]?.lift ?? 0) : 0,
      });
      start = end;
    }
  return full;
}

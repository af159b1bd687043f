import type { Timeline } from '../chart/time/timeline.ts';
import { leavesKey } from '../chord/tones.ts';

/** How much a bar does, as it is played. */
export interface BusyBar {
  /** The part of the timeline it belongs to, and the bar of the text. */
  readonly part: number;
  readonly bar: number;
  /** Chords that begin in it; one that is held over begins in none. */
  readonly chords: number;
  /** How many of them leave the key. */
  readonly outside: number;
  /** Half steps that the key has been lifted just before it: 0 but in the first bar behind a lift. */
  readonly lift: number;
}

/** How many chords each bar of a song has and how far they go, in the order of time: where a song is full already one adds less. */
export function busyness({ parts }: Pick<Timeline, 'parts'>): BusyBar[] {
  return parts.flatMap(({ bars, lift }, part) =>
    bars.map(({ bar, slots }, place): BusyBar => {
      const chords = slots.flatMap(({ is }) => (is.kind === 'chord' ? [is.chord] : []));
      return {
        part,
        bar,
        chords: chords.length,
        outside: chords.filter(leavesKey).length,
        lift: place === 0 ? lift - (parts[part - 1]?.lift ?? 0) : 0,
      };
    }),
  );
}

import { ticksOf } from '../../kit/ticks.ts';
import { tempoBeat } from '../../chart/meter.ts';
import type { TimelineIndex } from '../../chart/places.ts';
import type { Timeline } from '../../chart/time/timeline.ts';

/** A bar of a song as it is played, said as people say it: so it is found again though the chart be edited. */
export interface BarName {
  readonly section: string;
  /** Which time through the section, from 1. */
  readonly pass: number;
  /** Which bar of it, from 1. */
  readonly bar: number;
}

/** A bar of a song as it is played. */
export interface RoadBar extends BarName {
  /** The bar of the text, counted over the whole song. */
  readonly text: number;
  /** How long it is, in felt beats. */
  readonly beats: number;
  /** Its slots of the timeline, from the first up to the other, without it; and where each begins, of its length, 0 to 1. */
  readonly from: TimelineIndex;
  readonly to: TimelineIndex;
  readonly begins: readonly number[];
}

/** The bars of a song in the order they are played. */
export function roadBars({ parts, song }: Timeline): RoadBar[] {
  return parts.flatMap((part) => {
    let from = part.from;
    return part.bars.map(({ bar, slots }, place) => {
      const lengths = slots.map(({ is }) => is);
      const ticks = ticksOf(lengths);
      const first = from;
      from += slots.length;
      return {
        section: song.sections[part.section]?.name ?? '',
        pass: part.pass,
        bar: place + 1,
        text: bar,
        beats: ticks / tempoBeat(slots[0]?.meter ?? song.meter),
        from: first,
        to: from,
        begins: lengths.map((_, at) => ticksOf(lengths.slice(0, at)) / (ticks || 1)),
      };
    });
  });
}

import type { TimelineIndex } from '../places.ts';
import type { Timeline } from './timeline.ts';

/** Where a slot of the timeline stands, as people say it. */
export interface PlaceAt {
  readonly section: string;
  /** Which time through the section, from 1, and how many there are. */
  readonly pass: number;
  readonly times: number;
  /** Which bar of the section, from 1. */
  readonly bar: number;
}

/** Where a slot of the timeline stands in the song; null where it is none. */
export function placeAt({ parts, song }: Timeline, at: TimelineIndex): PlaceAt | null {
  const part = parts.find(({ from, to }) => from <= at && at < to);
  if (!part) return null;
  let first = part.from;
  const bar = part.bars.findIndex(({ slots }) => {
    first += slots.length;
    return at < first;
  });
  return {
    section: song.sections[part.section]!.name,
    pass: part.pass,
    times: parts.filter(({ section }) => section === part.section).length,
    bar: bar + 1,
  };
}

import { feltBeats } from '../chart/meter.ts';
import type { TimelineIndex } from '../chart/places.ts';
import type { Struck } from './struck.ts';

/**
 * A chord's time as slashes, as players write it: a slash for each beat that something is struck on, a point where it is held. Where
 * something is struck between the beats each is parted in two.
 */
export function slashesOf({ notes, chords, voiced }: Struck, at: TimelineIndex): string {
  const chord = chords.find((one) => one.at === at);
  const timed = voiced.timeline.slots[at];
  if (!chord || !timed) return '';
  const beat = feltBeats(timed.meter)[0]!;
  // What comes in early is struck where the chord is due.
  const strikes = notes
    .filter((note) => note.at === at)
    .map(({ from }) => Math.max(0, from - timed.start));
  const unit = strikes.every((from) => from % beat === 0) ? beat : beat / 2;
  const parts = Math.max(1, Math.round(timed.is.ticks / unit));
  return Array.from({ length: parts }, (_, part) =>
    strikes.some((from) => from >= part * unit && from < (part + 1) * unit) ? '/' : '·',
  ).join('');
}

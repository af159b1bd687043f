import { beatsOf } from '../chart/time/beats.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { clockOf, quartersAMinute, temposOf } from '../playing/tempo.ts';

/** How often a section is taken to be played where it goes on until the signal (common practice, no published source). */
export const assumedOpenTimes = 3;

/**
 * How long a song takes, in seconds: its road at its tempos, with slowings, holds and free time as they are played.
 * @param openTimes how often what goes on until the signal is played; where the chart says more, as often as that
 */
export function songSeconds(timeline: Timeline, openTimes = assumedOpenTimes): number {
  const { slots, parts, song, ticks } = timeline;
  if (slots.length === 0) return 0;
  const range = { from: 0, to: slots.length };
  const clock = clockOf(temposOf(timeline, range, beatsOf(timeline, range)), quartersAMinute(song));
  const startOf = (slot: number) => slots[slot]?.start ?? ticks;
  let more = 0;
  for (const [place, part] of parts.entries()) {
    if (!part.open) continue;
    // An open section is marked at its last time: so many times it was played in a row.
    let said = 1;
    while (parts[place - said]?.section === part.section) said += 1;
    const once = clock(startOf(part.to)) - clock(startOf(part.from));
    more += Math.max(0, openTimes - said) * once;
  }
  return clock(ticks) + more;
}

/** Seconds as a service is planned. @example minutesOf(245) // '4:05' */
export function minutesOf(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

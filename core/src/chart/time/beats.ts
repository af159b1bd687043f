import { feelFrom } from '../feel.ts';
import { ticksOf } from '../../kit/ticks.ts';
import { feltBeats, type Meter } from '../meter.ts';
import type { Feel } from '../song.ts';
import type { Timeline } from './timeline.ts';

/** A felt beat; the first of a bar is strong. */
export interface Beat {
  /** Ticks from where the stretch begins. */
  readonly onset: number;
  readonly ticks: number;
  readonly strong: boolean;
  /** Which of its bar, from 0. */
  readonly index: number;
  readonly feel: Feel;
  /** The metre that it is a beat of, and how many ticks of its bar lie before it. */
  readonly meter: Meter;
  readonly inBar: number;
}

/** The beats of one bar, as it is counted in. */
export function beatsOfBar(meter: Meter): Beat[] {
  let onset = 0;
  return feltBeats(meter).map((ticks, index) => {
    const place = { onset, ticks, strong: index === 0, index };
    const beat: Beat = { ...place, feel: 'in time', meter, inBar: onset };
    onset += ticks;
    return beat;
  });
}

/** The beats of a stretch of the timeline, from slot `from` up to slot `to`, bar by bar. A pickup has those it sounds in. */
export function beatsOf(
  { parts, slots, ticks }: Timeline,
  { from = 0, to = slots.length }: { readonly from?: number; readonly to?: number } = {},
): Beat[] {
  const origin = slots[from]?.start ?? 0;
  const end = slots[to]?.start ?? ticks;
  const beats: Beat[] = [];
  let at = 0;
  for (const { bars } of parts) {
    let feel: Feel = 'in time';
    for (const { is, slots: inBar } of bars) {
      feel = feelFrom(is, feel);
      const length = ticksOf(inBar.map(({ is }) => is));
      const meter = inBar[0]?.meter;
      if (meter) {
        const felt = feltBeats(meter);
        // A pickup lacks the first beats of its bar.
        const begins = at + length - felt.reduce((sum, beat) => sum + beat, 0);
        let onset = begins;
        for (const [index, beat] of felt.entries()) {
          if (onset >= at && onset >= origin && onset < end)
            beats.push({
              ...{ onset: onset - origin, ticks: beat, strong: index === 0, index },
              ...{ feel, meter, inBar: onset - begins },
            });
          onset += beat;
        }
      }
      at += length;
    }
  }
  return beats;
}

/** The beats that are counted aloud: every other one where time is felt half as fast, none where it is free. */
export function countedBeats(beats: readonly Beat[]): Beat[] {
  return beats.filter(
    ({ feel, index }) => feel !== 'free' && (feel !== 'half-time' || index % 2 === 0),
  );
}

import { countInBar } from '../chart/count.ts';
import { sameMeter, tempoBeat, type Meter } from '../chart/meter.ts';
import { pushTicks, type Feel } from '../chart/song.ts';
import type { Timeline } from '../chart/time/timeline.ts';
import { barsInTime, isPickup, type TimedBar } from './barsInTime.ts';

/** What the band does together that a drummer plays along. */
export interface DrumEvent {
  /**
   * A chord that comes early; a short one with silence after it; one struck harder; a hold until it is cut off; one that rings
   * over; silence of a beat or more.
   */
  readonly kind: 'push' | 'stop' | 'accent' | 'hold' | 'ring' | 'silence';
  /** As it is counted in its bar: `4&`. */
  readonly count: string;
}

export interface DrumBar {
  /** What changes with it; null where it goes on as before. */
  readonly meter: Meter | null;
  readonly feel: Feel | null;
  /** Felt beats a minute. */
  readonly tempo: number | null;
  readonly isPickup: boolean;
  readonly events: readonly DrumEvent[];
}

/** One or several times through a section that are drummed the same. */
export interface DrumPart {
  /** The first part of the timeline that it is. */
  readonly part: number;
  readonly section: string;
  readonly pass: number;
  /** How often in a row it is played so. */
  readonly times: number;
  /** The last time goes on until the signal. */
  readonly open: boolean;
  /** What is said of this time, then of the section. */
  readonly directions: readonly string[];
  /** Semitones that lifts have moved the key since the beginning. */
  readonly lift: number;
  readonly bars: readonly DrumBar[];
}

/** The road of a drummer: bars, counts, stops, pushes, holds, how time goes. In the order in which it is played. */
export function drumRoad(timeline: Timeline): DrumPart[] {
  const bars = barsInTime(timeline);
  const events = eventsOf(bars);
  const { song, parts } = timeline;
  let meter: Meter = song.meter;
  let tempo = song.tempo;
  const road: DrumPart[] = [];
  let next = 0;
  for (const [
    part,
    { section: place, pass, open, direction, lift, bars: own, from },
  ] of parts.entries()) {
    const section = song.sections[place]!;
    let slot = from;
    const drummed = own.map((bar): DrumBar => {
      const at = bars[next]!;
      const goes = timeline.slots[slot];
      slot += bar.slots.length;
      const now = goes?.tempo ?? song.tempo;
      const changed: DrumBar = {
        meter: at.meter && !sameMeter(at.meter, meter) ? at.meter : null,
        feel: bar.is.feel,
        tempo: now !== tempo ? now : null,
        isPickup: isPickup(bar),
        events: events[next]!,
      };
      meter = at.meter ?? meter;
      tempo = now;
      next += 1;
      return changed;
    });
    const directions = [direction, ...section.directions].filter((said) => said !== '');
    const here = {
      part,
      section: section.name,
      pass,
      times: 1,
      open,
      directions,
      lift,
      bars: drummed,
    };
    const before = road.at(-1);
    if (before && isSame(before, here, pass))
      road[road.length - 1] = { ...before, times: before.times + 1, open };
    else road.push(here);
  }
  return road;
}

/** The time through a section after another one, with nothing to do otherwise. */
function isSame(before: DrumPart, here: DrumPart, pass: number): boolean {
  if (before.section !== here.section || before.lift !== here.lift || before.open) return false;
  if (before.pass + before.times !== pass) return false;
  const facts = ({ directions, bars }: DrumPart) => JSON.stringify([directions, bars]);
  return facts(before) === facts(here);
}

/** What happens in each bar. A push belongs to the bar that it is struck in; before the first bar there is none. */
function eventsOf(bars: readonly TimedBar[]): DrumEvent[][] {
  const found: { at: number; event: DrumEvent }[][] = bars.map(() => []);
  const put = (place: number, inBar: number, kind: DrumEvent['kind']) => {
    const bar = bars[place];
    if (!bar?.meter) return;
    const count = countInBar(bar.meter, inBar + bar.lacks);
    found[place]!.push({ at: inBar, event: { kind, count } });
  };
  for (const [place, { is, meter }] of bars.entries()) {
    if (!meter) continue;
    let at = 0;
    for (const { is: slot } of is.slots) {
      if (slot.kind === 'chord') {
        const early = slot.push ? at - pushTicks(slot.push) : at;
        const before = bars[place - 1];
        if (slot.push && early >= 0) put(place, early, 'push');
        else if (slot.push && before) put(place - 1, before.ticks + early, 'push');
        if (slot.accent) put(place, at, 'accent');
        if (slot.stop) put(place, at, 'stop');
        if (slot.fermata) put(place, at, 'hold');
        else if (slot.ring) put(place, at, 'ring');
      } else if (slot.kind === 'rest') {
        if (slot.fermata) put(place, at, 'hold');
        else if (slot.ticks >= tempoBeat(meter)) put(place, at, 'silence');
      }
      at += slot.ticks;
    }
  }
  return found.map((inBar) =>
    inBar.sort((one, other) => one.at - other.at).map(({ event }) => event),
  );
}

import type { Chord, Key, Timeline } from '@intervallum/core';
import type { Running } from './room.ts';

/** A chord that is called, and where it stands. */
export interface Called {
  readonly at: number;
  readonly chord: Chord;
  /** The key that holds there. */
  readonly key: Key;
  /** The bar of the section, from 1. */
  readonly bar: number;
}

/** What is called now. */
export interface CalledNow {
  /** Null before the first chord. */
  readonly now: Called | null;
  readonly next: Called | null;
  /** How many chords are behind, of how many. */
  readonly done: number;
  readonly of: number;
}

/** A chord of the timeline, and its bar, counted from the first one of its section. */
export function calledAt(timeline: Timeline, firstBar: number, at: number): Called | null {
  const slot = timeline.slots[at];
  if (slot?.is.kind !== 'chord') return null;
  return { at, chord: slot.is.chord, key: slot.key, bar: slot.bar - firstBar + 1 };
}

/** @param playing the slot of the timeline that sounds; null while it is counted in, or where nothing runs */
export function calledNow(running: Running, playing: number | null): CalledNow {
  const { timeline, range, firstBar } = running.step;
  const named = (at: number | undefined) =>
    at === undefined ? null : calledAt(timeline, firstBar, at);
  if (running.kind === 'waiting') {
    const { chords, place } = running.waiting;
    return {
      now: named(chords[place]?.at),
      next: named(chords[place + 1]?.at),
      done: place,
      of: chords.length,
    };
  }
  const chords: number[] = [];
  for (let at = range.from; at < range.to; at += 1)
    if (timeline.slots[at]?.is.kind === 'chord') chords.push(at);
  const place = playing === null ? -1 : chords.findLastIndex((at) => at <= playing);
  // What goes round and round comes to its first chord again.
  const wraps = running.kind === 'improvising' && place === chords.length - 1;
  return {
    now: named(chords[place]),
    next: named(chords[wraps ? 0 : place + 1]),
    done: Math.max(0, place),
    of: chords.length,
  };
}

import { usualTempo, type Song } from '../chart/song.ts';
import { expand, type TimedSlot, type Timeline } from '../chart/time/timeline.ts';
import type { Key } from '../pitch/key.ts';
import { bridgesBetween, type Bridge } from './bridges.ts';
import { seamBetween, type SeamBetween, type SongEnd } from './seam.ts';

/** A song as it is played in a service. */
export interface PlayedSong {
  readonly song: Song;
  /** The key that it begins in; its own where nothing is said. */
  readonly key?: Key;
}

/** How one song goes into the next. */
export interface Flow extends SeamBetween {
  /** Ways between them, the smoothest first; sections that can be edited. */
  readonly bridges: readonly Bridge[];
}

/** How one song goes into the next: their keys with all lifts, what the chords share, tempo and metre, and ways between. */
export function planFlow(before: PlayedSong, after: PlayedSong): Flow {
  return flowBetween(endOf(before), beginOf(after));
}

/** The same for ends that are known. */
export function flowBetween(from: SongEnd, to: SongEnd): Flow {
  const ends = seamBetween(from, to);
  return { ...ends, bridges: bridgesBetween(ends) };
}

/** Where a song leaves off. */
export function endOf({ song, key = song.key }: PlayedSong): SongEnd {
  return endsOf(expand(song, { key })).end;
}

/** Where a song begins. */
export function beginOf({ song, key = song.key }: PlayedSong): SongEnd {
  return endsOf(expand(song, { key })).begin;
}

/** Both ends of a song that is unrolled. */
export function endsOf(timeline: Timeline): { readonly begin: SongEnd; readonly end: SongEnd } {
  const { slots } = timeline;
  const isChord = ({ is }: TimedSlot) => is.kind === 'chord';
  return {
    begin: sideOf(timeline, slots.find(isChord) ?? slots[0]),
    end: sideOf(timeline, slots.findLast(isChord) ?? slots.at(-1)),
  };
}

function sideOf({ song, key }: Timeline, slot: TimedSlot | undefined): SongEnd {
  return {
    key: slot?.key ?? key,
    chord: slot?.is.kind === 'chord' ? slot.is.chord : null,
    tempo: slot?.tempo ?? song.tempo ?? usualTempo,
    meter: slot?.meter ?? song.meter,
  };
}

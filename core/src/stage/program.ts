import { barsInTime } from '../band/barsInTime.ts';
import type { Meter } from '../chart/meter.ts';
import type { Timeline } from '../chart/time/timeline.ts';

/** Which part of a song is meant: by name, so that it is found in a chart that was edited meanwhile. */
export interface PartName {
  readonly section: string;
  /** Which time through the section, from 1. */
  readonly pass: number;
  /** Where it stood among the parts of the song, from 0: taken where no part has its name. */
  readonly place: number;
}

/** One time through a section. */
export interface ProgramPart {
  readonly section: string;
  readonly pass: number;
  /** The chart says that it goes on until the signal. */
  readonly open: boolean;
  /** The length of each bar, in ticks, the pickup among them. */
  readonly bars: readonly number[];
}

/** A song of a service as it is followed on stage; without parts, what is spoken. */
export interface ProgramItem {
  readonly id: string;
  readonly parts: readonly ProgramPart[];
  readonly meter: Meter;
  /** Felt beats a minute; null where the chart says none. */
  readonly tempo: number | null;
}

/** What a service is made of, in its order. */
export type Program = readonly ProgramItem[];

/** A song as it is followed. */
export function songInProgram(id: string, timeline: Timeline): ProgramItem {
  const { song, parts } = timeline;
  const bars = barsInTime(timeline);
  return {
    id,
    parts: parts.map(({ section, pass, open }, part) => ({
      section: song.sections[section]!.name,
      pass,
      open,
      bars: bars.filter((bar) => bar.part === part).map(({ ticks }) => ticks),
    })),
    meter: song.meter,
    tempo: song.tempo,
  };
}

/** What a cue calls a part. */
export function partName({ parts }: ProgramItem, place: number): PartName {
  const { section, pass } = parts[place]!;
  return { section, pass, place };
}

/** The part that a cue means, and whether it has its name: else it is what stands in its place, or nearest to it. */
export function findPart(
  { parts }: ProgramItem,
  { section, pass, place }: PartName,
): { readonly place: number; readonly isNamed: boolean } | null {
  if (parts.length === 0) return null;
  const isIt = (part: ProgramPart | undefined) => part?.section === section && part.pass === pass;
  if (isIt(parts[place])) return { place, isNamed: true };
  const found = parts.findIndex(isIt);
  if (found >= 0) return { place: found, isNamed: true };
  // Played less often by now: the last time there is.
  const last = parts.findLastIndex((part) => part.section === section);
  if (last >= 0) return { place: last, isNamed: true };
  return { place: Math.min(place, parts.length - 1), isNamed: false };
}

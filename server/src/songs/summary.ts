import type { SongSummary } from '@intervallum/contract';
import { formatKey, formatMeter, parseChart, type Chord } from '@intervallum/core';

/** How many chords of a song's beginning a list shows. */
const openingLength = 6;

/** What lists show of a chart; a chart with problems is shown as far as it can be read. */
export function summarize(text: string): SongSummary {
  const read = parseChart(text);
  const song = read.song;
  const opening: Chord[] = song.sections
    .flatMap(({ phrases }) => phrases.flatMap(({ bars }) => bars))
    .flatMap((bar) => (bar.kind === 'played' ? bar.slots : []))
    .flatMap((slot) => (slot.kind === 'chord' ? [slot.chord] : []))
    .slice(0, openingLength);
  return {
    title: song.title,
    key: formatKey(song.key),
    meter: formatMeter(song.meter),
    reading: song.reading,
    minor: song.minor,
    tempo: song.tempo,
    singer: song.details.singer,
    opening,
    problems: read.ok ? 0 : read.problems.length,
  };
}

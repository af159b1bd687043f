import {
  parseChart,
  parseChord,
  parseKey,
  type ChartResult,
  type Chord,
  type Key,
  type Song,
} from '../src/index.ts';

/** A key by its name, for tests that are not about reading keys. */
export function key(name: string): Key {
  const read = parseKey(name);
  if (!read.ok) throw new Error(name);
  return read.value;
}

/** A chord by its number, for tests that are not about reading chords. */
export function chord(text: string, options: Parameters<typeof parseChord>[1] = {}): Chord {
  const read = parseChord(text, options);
  if (!read.ok) throw new Error(`${text}: ${read.problems[0]!.message}`);
  return read.value;
}

/** A chart that has no problem. */
export function readChart(text: string): ChartResult {
  const read = parseChart(text);
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read;
}

/** A chart as a song; a chart with a problem is a fault of the test. */
export function song(text: string): Song {
  const read = parseChart(text);
  if (!read.ok) throw new Error(`${text}: ${read.problems[0]!.message}`);
  return read.song;
}

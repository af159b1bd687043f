import { parseChart, type ChartResult } from '../chart/read/parseChart.ts';
import { formatMeter, sameMeter } from '../chart/meter.ts';
import type { Section, Song } from '../chart/song.ts';
import { withEdits } from '../kit/edits.ts';
import { linesOf } from '../kit/lines.ts';
import { formatKey } from '../pitch/key.ts';
import { putSection } from '../moves/sectionMoves.ts';
import { setField } from '../writing/fields.ts';

/** How a song is played in one service only. */
export interface Arrangement {
  /** The way it goes, as a chart's `road` says it; null for that of the chart. */
  readonly road: string | null;
  /** Chart text of what leads into it, in its numbers; null for nothing. */
  readonly bridge: string | null;
}

/** A chart as it is played in a service, with what of the arrangement cannot be played, and how that is mended. */
export interface AsPlayed {
  readonly text: string;
  readonly problems: readonly string[];
}

/**
 * A chart with the way it goes in one service, and what leads into it there as sections before its first. The chart itself
 * stays as it is; what is wrong in the arrangement is said and left out, what is wrong in the chart is the chart's own.
 */
export function asPlayed(text: string, { road, bridge }: Arrangement): AsPlayed {
  const problems: string[] = [];
  let read = parseChart(text);
  if (road !== null) {
    const changed = setField(read, 'road', road);
    const arranged = changed.ok ? parseChart(withEdits(text, changed.changes)) : read;
    const why = newProblem(read, arranged);
    if (why === null) read = arranged;
    else problems.push(`The way it goes in this service cannot be played: ${why}`);
  }
  if (bridge !== null) {
    const led = readBridge(bridge, read.song);
    const [problem] = problemsOf(led);
    if (problem) problems.push(`What leads into it cannot be played: ${problem.message}`);
    else read = withBridge(read, led.song);
  }
  return { text: read.text, problems };
}

/**
 * Reads what leads into a song. What it does not say of itself, the key, the metre, the tempo, it has from the song that
 * comes.
 */
export function readBridge(text: string, { key, meter, tempo }: Song): ChartResult {
  const lines = linesOf(text);
  const first = lines.findIndex((line) => /:\s*$/.test(line));
  const head = lines.slice(0, first < 0 ? lines.length : first);
  const says = (field: RegExp) => head.some((line) => field.test(line));
  const missing = [
    ...(says(/^\s*key\s*:/i) ? [] : [`key: ${formatKey(key)}`]),
    ...(says(/^\s*met(er|re)\s*:/i) ? [] : [`meter: ${formatMeter(meter)}`]),
    ...(says(/^\s*tempo\s*:/i) || tempo === null ? [] : [`tempo: ${tempo}`]),
  ];
  return parseChart([...missing, text].join('\n'));
}

/** Why a chart has a problem that it had not before; null where it has none. */
function newProblem(before: ChartResult, after: ChartResult): string | null {
  const known = new Set(problemsOf(before).map(({ message }) => message));
  return problemsOf(after).find(({ message }) => !known.has(message))?.message ?? null;
}

function problemsOf(read: ChartResult) {
  return read.ok ? [] : read.problems;
}

function withBridge(read: ChartResult, bridge: Song): ChartResult {
  let led = read;
  // The last of its sections first, as each goes before all that stand.
  for (const section of bridge.sections.toReversed()) {
    const put = putSection(led, 'intro', inSong(section, bridge, read.song));
    if (put.ok) led = parseChart(withEdits(led.text, put.changes));
  }
  return led;
}

/** A section of a bridge, saying for itself in which metre and how fast it goes where the song goes otherwise. */
function inSong(section: Section, bridge: Song, song: Song): Section {
  const tempo = section.tempo ?? (bridge.tempo === song.tempo ? undefined : bridge.tempo);
  const timed = tempo === undefined || tempo === null ? section : { ...section, tempo };
  const [phrase] = section.phrases;
  const [bar] = phrase?.bars ?? [];
  if (!phrase || bar?.kind !== 'played' || bar.meter !== null) return timed;
  if (sameMeter(bridge.meter, song.meter)) return timed;
  const first = { ...bar, meter: bridge.meter };
  const bars = [first, ...phrase.bars.slice(1)];
  return { ...timed, phrases: [{ ...phrase, bars }, ...section.phrases.slice(1)] };
}

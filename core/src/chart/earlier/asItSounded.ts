import { parseChord } from '../../chord/parseChord.ts';
import { formatChord } from '../../chord/formatChord.ts';
import { lineEnd, linesOf } from '../../kit/lines.ts';
import { upTo } from '../../kit/range.ts';
import { lexBars } from '../lines.ts';
import { parseChart, type ChartResult } from '../read/parseChart.ts';
import { styleFor, type Phrase } from '../song.ts';
import { mostTimes, printWhen, readWhen } from '../when.ts';

/** The rules by which chart text is read today; raised whenever a text that could be read means something else from then on. */
export const chartRules = 2;

/**
 * A chart that was written by the rules before these, so that it sounds by these as it did by those; the same text where
 * it does anyway. Only what would sound otherwise is written otherwise, in its place: the numbers of slots and bars stay.
 *
 * By rules 1 a time that no ending named took the ending that stands last, and b9, #11 and b13 left a number in key its
 * minor third.
 * @param rules by which it was written
 */
export function asItSounded(text: string, rules: number): string {
  if (rules >= chartRules) return text;
  const read = parseChart(text);
  const written = withChords(withEndings(linesOf(text), read), read);
  // What ends each line stays what it was.
  const ends = [...text.matchAll(lineEnd)].map(([end]) => end);
  return written.map((line, index) => line + (ends[index] ?? '')).join('');
}

/** The lines with the endings named that each time took. */
function withEndings(lines: readonly string[], { song, sectionLines }: ChartResult): string[] {
  const written = [...lines];
  for (const [place, { phrases }] of song.sections.entries()) {
    const times = timesTaken(phrases);
    for (const [phrase, { when }] of phrases.entries()) {
      const line = (sectionLines[place]?.phrases[phrase]?.bars ?? 0) - 1;
      const typed = written[line];
      if (when?.kind !== 'ending' || typed === undefined) continue;
      const taken = times[phrase]!;
      if (taken.join() === when.times.join()) continue;
      const start = typed.length - typed.trimStart().length;
      const rest = typed.slice(readWhen(typed)!.length);
      written[line] = typed.slice(0, start) + printWhen({ ...when, times: taken }) + rest;
    }
  }
  return written;
}

/** Which times each line was the ending of; beyond the highest that is named the ending of that goes on. */
function timesTaken(phrases: readonly Phrase[]): number[][] {
  const endings = phrases.map(({ when }) => (when?.kind === 'ending' ? when.times : null));
  const last = endings.findLast((times) => times !== null)?.join();
  const highest = Math.max(0, ...endings.flatMap((times) => times ?? []));
  // Where the lines of the highest are those that stood last, and no others, the times beyond take them by these rules too.
  const goesOn = endings.every(
    (times) => times === null || times.includes(highest) === (times.join() === last),
  );
  const counted = goesOn ? highest : Math.min(mostTimes, highest + 1);
  return endings.map((times) =>
    upTo(1, counted).filter((pass) => {
      const isNamed = endings.some((others) => others?.includes(pass));
      return isNamed ? times?.includes(pass) : times?.join() === last;
    }),
  );
}

/** The lines with the chords written out that are read otherwise in key. */
function withChords(lines: readonly string[], { song, sectionLines }: ChartResult): string[] {
  if (song.reading !== 'in key') return [...lines];
  const written = [...lines];
  const style = styleFor(song.key, song);
  for (const { phrases } of sectionLines)
    for (const { bars } of phrases) {
      const typed = written[bars - 1]!;
      const from = readWhen(typed)?.length ?? 0;
      for (const token of lexBars(' '.repeat(from) + typed.slice(from)).reverse()) {
        if (token.kind !== 'chord') continue;
        const before = parseChord(token.chord, { ...style, earlier: true });
        const now = parseChord(token.chord, style);
        if (!before.ok || (now.ok && formatChord(now.value) === formatChord(before.value)))
          continue;
        const start = token.start + token.push.length;
        const chord = formatChord(before.value, style);
        const line = written[bars - 1]!;
        written[bars - 1] = line.slice(0, start) + chord + line.slice(start + token.chord.length);
      }
    }
  return written;
}

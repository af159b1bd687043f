import { isLike } from '../../kit/words.ts';
import { parseChord } from '../../chord/parseChord.ts';
import type { NumberStyle } from '../../chord/reading.ts';
import { quoted, type Place, type Problem, type Repair } from '../../kit/result.ts';

/** What must be known of a chart to keep what it cannot read. */
export interface Kept {
  readonly lines: readonly string[];
  /** The line, from 1, on which the first section begins; null where there is none. */
  readonly firstSection: number | null;
  /** The lines that hold bars. */
  readonly bars: ReadonlySet<number>;
  readonly style: NumberStyle;
}

/**
 * Problems of which the first repair loses nothing that was typed: where there is none, or it only takes away, what was typed is
 * kept as a direction, for people to read.
 */
export function withKeeping(problems: readonly Problem[], chart: Kept): Problem[] {
  return problems.map((problem) => {
    const { place, repairs } = problem;
    const typed = chart.lines[place.line - 1]?.slice(
      place.column - 1,
      place.column - 1 + place.length,
    );
    if (typed === undefined) return problem;
    const [first] = repairs;
    if (/[\p{L}\p{N}]/u.test(typed))
      return first && (first.isSame || !losesWords(typed, first.text))
        ? problem
        : { ...problem, repairs: [keeping(problem, chart), ...repairs] };
    return first ? problem : { ...problem, repairs: [without(problem, chart)] };
  });
}

/** Whether a word of what was typed is gone: there is none like it in the text that takes its place. */
function losesWords(typed: string, instead: string): boolean {
  if (instead.trim() === '') return true;
  const words = (text: string) => text.toLowerCase().match(/\p{L}{2,}/gu) ?? [];
  const there = words(instead);
  return words(typed).some((word) => !there.some((other) => isLike(word, other)));
}

/** Signs that say nothing by themselves are taken away; in a bar silence is in their place. */
function without({ place, repairs }: Problem, { lines, bars, style }: Kept): Repair {
  const line = lines[place.line - 1]!;
  const word = bars.has(place.line) ? wordAround(line, place) : null;
  if (!word) return { label: 'Take it away', text: '' };
  const instead = playedInstead(word, place, repairs, style);
  const at = { line: place.line, column: word.at + 1, length: word.text.length };
  return { label: `Write ${instead}`, text: instead, at };
}

function keeping({ place, repairs }: Problem, { lines, firstSection, bars, style }: Kept): Repair {
  const line = lines[place.line - 1]!;
  const start = line.length - line.trimStart().length;
  const indent = line.slice(0, start) || '  ';
  const said = line.trim().replace(/^[>*]\s*/, '');
  const whole = (text: string): Repair => ({
    label: 'Keep it as a direction',
    text,
    at: { line: place.line, column: 1, length: line.length },
  });
  // Directions stand in sections: what is said above the first one goes into it.
  if (firstSection === null) return whole(`Verse:\n  * ${said}`);
  if (place.line < firstSection) {
    const between = lines.slice(place.line, firstSection);
    const all = [line, ...between].join('\n');
    return {
      label: 'Keep it as a direction of the first section',
      text: [...between, `  * ${said}`].join('\n'),
      at: { line: place.line, column: 1, length: all.length },
    };
  }
  const word = bars.has(place.line) ? wordAround(line, place) : null;
  if (!word) return whole(`${indent}* ${said}`);
  const instead = playedInstead(word, place, repairs, style);
  return {
    label: `Keep ${quoted(word.text)} as a direction, and play ${instead === '_' || instead === '' ? 'nothing' : instead} here`,
    text: `${indent}* ${word.text}\n${line.slice(0, word.at)}${instead}${line.slice(word.at + word.text.length)}`,
    at: { line: place.line, column: 1, length: line.length },
  };
}

/** The word of a line of bars that a problem is about; null where it is about more than one. */
function wordAround(line: string, { column, length }: Place): { text: string; at: number } | null {
  const typed = line.slice(column - 1, column - 1 + length);
  if (/[\s|]/.test(typed.trim())) return null;
  const before = /[^\s|]*$/.exec(line.slice(0, column - 1))![0].length;
  const after = /^[^\s|]*/.exec(line.slice(column - 1))![0].length;
  const at = column - 1 - before;
  return { text: line.slice(at, column - 1 + after), at };
}

/** The chord that is left of a word without what is wrong in it; silence where none is. */
function playedInstead(
  { text, at }: { readonly text: string; readonly at: number },
  { column, length }: Place,
  repairs: readonly Repair[],
  style: NumberStyle,
): string {
  // A change before a bar is no part of it.
  if (text.startsWith('{')) return '';
  const from = column - 1 - at;
  const ways = [
    ...repairs.map((repair) => text.slice(0, from) + repair.text + text.slice(from + length)),
    text.slice(0, from) + text.slice(from + length),
    text.slice(0, from),
    text.slice(0, from).replace(/\/$/, ''),
  ];
  return ways.find((way) => way.trim() !== '' && parseChord(way, style).ok) ?? '_';
}

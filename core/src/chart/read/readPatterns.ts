import { linesOf } from '../../kit/lines.ts';
import { movedTo, quoted, type Problem } from '../../kit/result.ts';
import { readLine } from '../lines.ts';
import { lineToDelete } from './problemOfLine.ts';
import { mostPatterns, readSongPattern, type SongPattern } from '../ownPatterns.ts';

/**
 * The named patterns of a chart, and what is wrong in their lines. They are read before all else: a line of the head may use one
 * that is said under it.
 */
export function readPatterns(text: string): {
  readonly patterns: readonly SongPattern[];
  readonly problems: readonly Problem[];
} {
  const patterns: SongPattern[] = [];
  const problems: Problem[] = [];
  for (const [index, typed] of linesOf(text).entries()) {
    const line = readLine(typed, false);
    if (line.kind === 'heading' || line.kind === 'bars') break;
    if (line.kind !== 'pattern') continue;
    const { name, value, start } = line;
    const refuse = (message: string) =>
      problems.push(lineToDelete(index + 1, start + value.length, message));
    const read = readSongPattern(name, value);
    if (!read.ok) problems.push(...read.problems.map((one) => movedTo(one, index + 1, start)));
    else if (patterns.some((one) => one.name.toLowerCase() === name.toLowerCase()))
      refuse(`What ${quoted(name)} is was said above already; only one can hold.`);
    else if (patterns.length === mostPatterns)
      refuse(`A chart holds up to ${mostPatterns} named patterns.`);
    else patterns.push(read.value);
  }
  return { patterns, problems };
}

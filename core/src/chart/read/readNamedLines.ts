import { movedTo, quoted, type Problem } from '../../kit/result.ts';
import { mostLines, type NamedLine } from '../played.ts';
import type { TunePlace } from '../tune.ts';
import { lineToDelete } from './problemOfLine.ts';
import type { Line } from '../lines.ts';
import { readNamedLine } from './readPlayed.ts';

/** A line of the head that gives a line of a hand its name. */
export type NamedLineTyped = Extract<Line, { kind: 'named line' }> & { readonly number: number };

/** The lines of a chart that have names, each once, and what is wrong in them. */
export function readNamedLines(
  typed: readonly NamedLineTyped[],
  place: TunePlace,
): { readonly lines: readonly NamedLine[]; readonly problems: readonly Problem[] } {
  const lines: NamedLine[] = [];
  const problems: Problem[] = [];
  for (const { name, value, start, number } of typed) {
    const refuse = (message: string) =>
      problems.push(lineToDelete(number, start + value.length, message));
    const read = readNamedLine(name, value, place);
    if (!read.ok) problems.push(...read.problems.map((one) => movedTo(one, number, start)));
    else if (lines.some((one) => one.name.toLowerCase() === name.toLowerCase()))
      refuse(`What ${quoted(name)} is was said above already; only one can hold.`);
    else if (lines.length === mostLines) refuse(`A chart holds up to ${mostLines} named lines.`);
    else lines.push(read.value);
  }
  return { lines, problems };
}

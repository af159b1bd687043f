import type { OwnName } from '../../chord/ownNames.ts';
import { mostNames, readOwnName } from '../../chord/readOwnNames.ts';
import { movedTo, quoted, type Problem } from '../../kit/result.ts';
import type { MinorSchool } from '../../pitch/degree.ts';
import { lineToDelete } from './problemOfLine.ts';
import type { Line } from '../lines.ts';

/** A line that gives a shape a name. */
export type NameLine = Extract<Line, { kind: 'own name' }> & { readonly number: number };

/** A player's own names in a chart, and what is wrong in their lines. */
export function readNames(
  lines: readonly NameLine[],
  minor: MinorSchool,
): { readonly names: readonly OwnName[]; readonly problems: readonly Problem[] } {
  const names: OwnName[] = [];
  const problems: Problem[] = [];
  for (const { name, value, start, number } of lines) {
    const refuse = (message: string) =>
      problems.push(lineToDelete(number, start + value.length, message));
    const read = readOwnName(name, value, minor);
    if (!read.ok) problems.push(...read.problems.map((one) => movedTo(one, number, start)));
    else if (names.some((one) => one.name.toLowerCase() === name.toLowerCase()))
      refuse(`What ${quoted(name)} is was said above already; only one can hold.`);
    else if (names.length === mostNames)
      refuse(`A chart holds up to ${mostNames} names of one’s own.`);
    else names.push(read.value);
  }
  return { names, problems };
}

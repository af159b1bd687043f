import { movedTo, quoted, type Problem } from '../../kit/result.ts';
import type { MinorSchool } from '../../pitch/degree.ts';
import type { Line } from '../lines.ts';
import { lineToDelete } from './problemOfLine.ts';
import { mostShapes, readShape, type PaletteShape } from '../namedShapes.ts';

/** A line of the head that says what a named hand shape is, and which one it is. */
export type ShapeLine = Extract<Line, { kind: 'shape' }> & { readonly number: number };

/** The named shapes of a chart, once it is known how the numbers of a minor key are counted; and what is wrong in their lines. */
export function readShapes(
  lines: readonly ShapeLine[],
  minor: MinorSchool,
): { readonly shapes: readonly PaletteShape[]; readonly problems: readonly Problem[] } {
  const shapes: PaletteShape[] = [];
  const problems: Problem[] = [];
  for (const { name, value, start, number } of lines) {
    const refuse = (message: string) =>
      problems.push(lineToDelete(number, start + value.length, message));
    const read = readShape(name, value, minor);
    if (!read.ok) problems.push(...read.problems.map((one) => movedTo(one, number, start)));
    else if (shapes.some((shape) => shape.name === name))
      refuse(`What ${quoted(name)} is was said above already; only one can hold.`);
    else if (shapes.length === mostShapes)
      refuse(`A chart holds up to ${mostShapes} named hand shapes.`);
    else shapes.push(read.value);
  }
  return { shapes, problems };
}

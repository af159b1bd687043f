import { replaceWith, type Problem, type Repair } from '../../kit/result.ts';

/** What is wrong with a whole line, where it stands without the space around it. */
export function problemOfLine(
  line: number,
  text: string,
  message: string,
  repairs: readonly Repair[],
): Problem {
  const column = text.length - text.trimStart().length + 1;
  const place = { line, column, length: Math.max(text.trim().length, 1) };
  return { severity: 'problem', message, place, repairs };
}

/** A text in the place of a line; with nothing in it the line goes. */
export function insteadOfLine(text: string): Repair {
  return text === '' ? { label: 'Delete this line', text } : replaceWith(text);
}

/** What is wrong with a line that one can do without, from its beginning to the end of its value: it was said above, say. */
export function lineToDelete(line: number, length: number, message: string): Problem {
  const place = { line, column: 1, length };
  return { severity: 'problem', message, place, repairs: [insteadOfLine('')] };
}

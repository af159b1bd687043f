import type { ChartResult } from '../chart/read/parseChart.ts';
import { linesOf, type Range } from '../kit/lines.ts';
import type { TextEdit } from '../kit/edits.ts';
import type { Edit } from './edit.ts';

/** Sets a field's line, or adds it after the first line where the chart has none. */
export function setField(read: ChartResult, field: string, value: string): Edit {
  return { ok: true, changes: fieldEdits(read, field, value), cursor: null };
}

/** Takes the line of a field away; what was said in it is then as it is where a chart says nothing. */
export function dropField(read: ChartResult, field: string): Edit {
  const said = rangeOfField(read, field);
  return { ok: true, changes: said ? [{ ...said, insert: '' }] : [], cursor: null };
}

export function fieldEdits(read: ChartResult, field: string, value: string): TextEdit[] {
  const said = rangeOfField(read, field);
  if (said) return [{ ...said, insert: `${field}: ${value}` }];
  const first = linesOf(read.text)[0]!;
  // After the first field; a chart that begins with a section has it before that.
  return /^\s*\w[\w ]*:\s*\S/.test(first)
    ? [{ from: first.length, to: first.length, insert: `\n${field}: ${value}` }]
    : [{ from: 0, to: 0, insert: `${field}: ${value}\n` }];
}

function rangeOfField({ text, lines }: ChartResult, field: string): Range | null {
  const typed = linesOf(text);
  const at = typed.findIndex((line) => new RegExp(`^\\s*${field}\\s*:`, 'i').test(line));
  return at < 0 ? null : lines.rangeOf({ line: at + 1, column: 1, length: typed[at]!.length });
}

import { parseChart, setField, withEdits } from '@intervallum/core';

/** The same chart under a title of its own. */
export function copiedChart(text: string): string {
  const read = parseChart(text);
  const title = read.song.title || 'Song without a title';
  const edit = setField(read, 'title', `${title} (copy)`);
  return edit.ok ? withEdits(text, edit.changes) : text;
}

import { parseChart, setField, withEdits } from '@intervallum/core';
import { t } from '../../words/words.ts';

/** The same chart under a title of its own. */
export function copiedChart(text: string): string {
  const read = parseChart(text);
  const title = read.song.title || t('Song without a title');
  const edit = setField(read, 'title', t('{{title}} (copy)', { title }));
  return edit.ok ? withEdits(text, edit.changes) : text;
}

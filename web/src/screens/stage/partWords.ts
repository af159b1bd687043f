import type { ProgramItem, StageState } from '@intervallum/core';
import { ordinal, t } from '../../words/words.ts';
import type { StageItem } from './stageSongs.ts';

/** What a part is called: with which time through its section it is, where there are several. */
export function partTitle({ parts }: ProgramItem, part: number): string {
  const { section, pass } = parts[part]!;
  const name = section || t('Section without a name');
  const isOne = parts.filter((one) => one.section === section).length === 1;
  return isOne ? name : t('{{section}}, {{pass}} time', { section: name, pass: ordinal(pass) });
}

/** Where the band is, in one sentence: told to those who listen. */
export function whereInWords(items: readonly StageItem[], state: StageState): string {
  const { item: at, part } = state;
  if (at === null) return t('It has not begun.');
  const item = items[at];
  if (!item) return t('That was the last one.');
  if (part === null) return t('{{title}} is about to begin.', { title: item.title });
  return t('{{title}}: {{part}}', { title: item.title, part: partTitle(item.inProgram, part) });
}

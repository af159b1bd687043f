import type { Timeline } from '@intervallum/core';
import { ordinal, t } from '../../words/words.ts';

/** What a time through a section is called: `Chorus` and `2nd time`; and in one. */
export function partName({ parts, song }: Timeline, part: number) {
  const { section, pass } = parts[part]!;
  const title = song.sections[section]!.name || t('Section without a name');
  const isOnly = parts.filter((one) => one.section === section).length === 1;
  const time = isOnly ? '' : t('{{times}} time', { times: ordinal(pass) });
  return { title, time, name: isOnly ? title : `${title}, ${time}` };
}

import { minutesOf, type BarName } from '@intervallum/core';
import { t } from '../../../words/words.ts';

/** A bar of the road, as people say it. */
export function barWords({ section, pass, bar }: BarName): string {
  return pass === 1
    ? t('{{section}}, bar {{bar}}', { section, bar })
    : t('{{section}}, time {{pass}}, bar {{bar}}', { section, pass, bar });
}

/** The second that is heard, not the nearest one. @example timeWords(83.9) // '1:23' */
export function timeWords(seconds: number): string {
  return minutesOf(Math.floor(seconds));
}

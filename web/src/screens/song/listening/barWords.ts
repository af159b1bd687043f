import type { BarName } from '@intervallum/core';
import { t } from '../../../words/words.ts';

/** A bar of the road, as people say it. */
export function barWords({ section, pass, bar }: BarName): string {
  return pass === 1
    ? t('{{section}}, bar {{bar}}', { section, bar })
    : t('{{section}}, time {{pass}}, bar {{bar}}', { section, pass, bar });
}

/** @example timeWords(83) // '1:23' */
export function timeWords(seconds: number): string {
  const whole = Math.floor(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

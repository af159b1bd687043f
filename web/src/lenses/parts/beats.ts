import { t } from '../../words/words.ts';

/** Parts of a beat as they are printed. */
const parts: readonly (readonly [share: number, sign: string])[] = [
  [0, ''],
  [1 / 6, '⅙'],
  [1 / 4, '¼'],
  [1 / 3, '⅓'],
  [1 / 2, '½'],
  [2 / 3, '⅔'],
  [3 / 4, '¾'],
  [5 / 6, '⅚'],
];

/** @example beatsIn(1200, 480) // '2½' */
export function beatsIn(ticks: number, beat: number): string {
  const all = ticks / beat;
  const whole = Math.floor(all + 1 / 12);
  const rest = all - whole;
  const [, sign] = parts.reduce((best, part) =>
    Math.abs(part[0] - rest) < Math.abs(best[0] - rest) ? part : best,
  );
  return `${whole > 0 || sign === '' ? whole : ''}${sign}`;
}

/** @example freeInWords(1200, 480) // '2½ beats free' */
export function freeInWords(ticks: number, beat: number): string {
  const beats = beatsIn(ticks, beat);
  return ticks <= beat ? t('{{beats}} beat free', { beats }) : t('{{beats}} beats free', { beats });
}

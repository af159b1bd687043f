import type { chartSizes } from '../settings/reader.ts';
import { t } from '../words/words.ts';

/** The sizes of charts, in words. */
export const sizeNames: Readonly<Record<(typeof chartSizes)[number], string>> = {
  smallest: t('smallest'),
  small: t('small'),
  usual: t('usual'),
  large: t('large'),
  largest: t('largest'),
};

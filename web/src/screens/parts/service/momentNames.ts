import type { MomentKind } from '@intervallum/core';
import { t } from '../../../words/words.ts';

/** What a service has besides songs, as it is called. */
export const momentNames: Readonly<Record<MomentKind, string>> = {
  reading: t('Reading'),
  prayer: t('Prayer'),
  talk: t('Talk'),
  moment: t('Moment'),
};

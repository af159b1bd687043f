import type { TransposingInstrument } from '@intervallum/core';
import { t } from './words.ts';

/** Instruments that read other notes than sound. */
export const instrumentNames: Readonly<Record<TransposingInstrument, string>> = {
  trumpet: t('Trumpet'),
  clarinet: t('Clarinet'),
  'tenor sax': t('Tenor saxophone'),
  'alto sax': t('Alto saxophone'),
  'baritone sax': t('Baritone saxophone'),
  'F horn': t('Horn in F'),
};

import type { NoteLanguage } from '@intervallum/core';
import { t } from '../words/words.ts';

/** What a reader chooses among, each with its name of the note that differs most. */
export const languageNames: Readonly<Record<NoteLanguage, string>> = {
  english: t('English (B, B♭)'),
  german: t('German (H, B)'),
  portuguese: t('Portuguese (Si, Si♭; Dó, Lá)'),
  spanish: t('Spanish (Si, Si♭)'),
  french: t('French (Si, Si♭; Ré)'),
  italian: t('Italian (Si, Si♭)'),
};

import type { NoteLanguage } from '@intervallum/core';

/** What a reader chooses among, each with its name of the note that differs most. */
export const languageNames: Readonly<Record<NoteLanguage, string>> = {
  english: 'English (B, B♭)',
  german: 'German (H, B)',
  portuguese: 'Portuguese (Si, Si♭; Dó, Lá)',
  spanish: 'Spanish (Si, Si♭)',
  french: 'French (Si, Si♭; Ré)',
  italian: 'Italian (Si, Si♭)',
};

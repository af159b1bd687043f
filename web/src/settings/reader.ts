import { noteLanguages } from '@intervallum/core';
import { z } from 'zod';
import { createSettings } from './createSettings.ts';

export const chartSizes = ['smallest', 'small', 'usual', 'large', 'largest'] as const;

/** How this reader likes to look at charts. `chart` follows what each chart says of itself. */
export const reader = createSettings('reader', 1, {
  reading: z.enum(['chart', 'as written', 'in key']).catch('chart'),
  minor: z.enum(['chart', 'relative', 'own tonic']).catch('chart'),
  /** Words (m, maj7, dim, m7b5) or signs (-, △, °, ø) for the commonest qualities. */
  symbols: z.enum(['words', 'signs']).catch('words'),
  language: z.enum(noteLanguages).catch('english'),
  spelling: z.enum(['strict', 'easy']).catch('strict'),
  letters: z.boolean().catch(true),
  /** Under each chord its bass, and over it the shape without it: as chords are dictated. */
  dictation: z.boolean().catch(false),
  /** A player's own names as they are, or the symbols of what they say. */
  ownNames: z.enum(['names', 'symbols']).catch('names'),
  /** Words under their bars, or a syllable at a time on the beats. */
  words: z.boolean().catch(true),
  wordsOnBeats: z.boolean().catch(false),
  tune: z.enum(['degrees', 'staff', 'off']).catch('degrees'),
  /** How large charts are set. */
  size: z.enum(chartSizes).catch('usual'),
  /** Lines of the text share a row where there is room. */
  joined: z.boolean().catch(false),
  /** How many chords a bar has in texts without bar lines, as it was answered the last time. */
  chordsInBar: z.enum(['1', '2', '4']).catch('1'),
  theme: z.enum(['system', 'light', 'dark']).catch('system'),
});

/** What the look of a chart depends on. A theme changes the page's colours only, which draws no chart anew. */
export const chartSettings = [
  'reading',
  'minor',
  'symbols',
  'language',
  'spelling',
  'letters',
  'dictation',
  'ownNames',
  'words',
  'wordsOnBeats',
  'tune',
] as const satisfies readonly (keyof ReturnType<typeof reader.now>)[];

export type ReaderSettings = ReturnType<typeof reader.now>;

/** Puts the chosen theme on the page, now and whenever it changes. */
export function applyTheme(): void {
  const put = ({ theme }: ReaderSettings) => {
    if (theme === 'system') delete document.documentElement.dataset['theme'];
    else document.documentElement.dataset['theme'] = theme;
  };
  put(reader.now());
  reader.subscribe(put);
}

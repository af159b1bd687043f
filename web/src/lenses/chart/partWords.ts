import type { HyphenationFunctionSync } from 'hyphen';

/** The languages whose words can be parted, each with its patterns, which are fetched when they are asked for. */
const patterns = {
  English: () => import('hyphen/en-us'),
  Deutsch: () => import('hyphen/de-1996'),
  Español: () => import('hyphen/es'),
  Français: () => import('hyphen/fr'),
  Italiano: () => import('hyphen/it'),
  Magyar: () => import('hyphen/hu'),
  Nederlands: () => import('hyphen/nl'),
  Português: () => import('hyphen/pt'),
  Svenska: () => import('hyphen/sv'),
} as const satisfies Record<string, () => Promise<{ hyphenateSync: HyphenationFunctionSync }>>;

export type WordLanguage = keyof typeof patterns;
export const wordLanguages = Object.keys(patterns) as WordLanguage[];

/** The words with hyphens where they may be parted. They are parted as print parts them, so some stay whole. */
export async function inSyllables(words: string, language: WordLanguage): Promise<string> {
  const { hyphenateSync } = await patterns[language]();
  return hyphenateSync(words, { hyphenChar: '-', minWordLength: 3 });
}

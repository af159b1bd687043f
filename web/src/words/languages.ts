/** The languages of the interface, each by its own name. */
export const wordLanguages = {
  english: { code: 'en', name: 'English' },
  portuguese: { code: 'pt', name: 'Português' },
} as const;
export type WordLanguage = keyof typeof wordLanguages;

export function isWordLanguage(name: unknown): name is WordLanguage {
  return typeof name === 'string' && Object.hasOwn(wordLanguages, name);
}

import i18next from 'i18next';
import { english } from './english.ts';
import { isWordLanguage, wordLanguages, type WordLanguage } from './languages.ts';
import type { portuguese } from './portuguese.ts';

/**
 * The words of the interface. A phrase is its English; each other language is one file that has them all, checked by the
 * compiler: a phrase that no catalogue has, or a value that a phrase does not name, is an error.
 */
export type Phrase = WithoutCount<keyof typeof portuguese>;

/** Phrases that count have one entry for each grammatical number. */
type WithoutCount<Key extends string> = Key extends `${string}_ordinal_${string}`
  ? never
  : Key extends `${infer Bare}_one`
    ? Bare
    : Key extends `${string}_other`
      ? never
      : Key;

/** What stands in a phrase between double braces. */
type NamesIn<Text extends string> = Text extends `${string}{{${infer Name}}}${infer Rest}`
  ? Name | NamesIn<Rest>
  : never;

type ValuesOf<Text extends string> = [NamesIn<Text>] extends [never]
  ? []
  : [values: Readonly<Record<NamesIn<Text>, string | number>>];

const keptAs = 'intervallum-words';

/** The language of the page. It is the same as long as the page is; another one is read by a page that is loaded anew. */
export const wordLanguage: WordLanguage = chosenLanguage();

void i18next.init({
  lng: 'en',
  resources: { en: { translation: english } },
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
  initAsync: false,
});

/**
 * Fetches the language of the page and tells the browser, for its voices and hyphens. To be waited for before any module
 * with words is loaded. Where it cannot be had the page is in English.
 */
export async function loadWords(): Promise<void> {
  if (wordLanguage === 'english') return;
  const { code } = wordLanguages[wordLanguage];
  try {
    const { portuguese } = await import('./portuguese.ts');
    i18next.addResourceBundle(code, 'translation', portuguese);
    await i18next.changeLanguage(code);
    document.documentElement.lang = code;
  } catch (error) {
    console.error('The words could not be fetched in this language.', error);
  }
}

/**
 * A phrase in the language of the page.
 * @param values what stands between double braces in it; `count` chooses its grammatical number
 */
export function t<Text extends Phrase>(phrase: Text, ...[values]: ValuesOf<Text>): string {
  if (values !== undefined) return found(phrase, values);
  const known = plain.get(phrase) ?? found(phrase, {});
  plain.set(phrase, known);
  return known;
}

/** What readers write is put in as it stands, whatever it looks like. */
function found(phrase: string, values: Readonly<Record<string, string | number>>): string {
  return i18next.t(phrase, { ...values, nest: false });
}

/** What was found for phrases without values: a chart says the same few thousands of times. */
const plain = new Map<Phrase, string>();

/** A number that counts times through, as it is written: `1st`, `2ª`. */
export function ordinal(count: number): string {
  return i18next.t('{{count}}th', { count, ordinal: true });
}

/** What was chosen in this browser, else the first of the reader's languages that there is, else English. */
function chosenLanguage(): WordLanguage {
  if (typeof window === 'undefined') return 'english';
  const kept = readKept();
  if (isWordLanguage(kept)) return kept;
  const asked = navigator.languages.map((one) => one.slice(0, 2).toLowerCase());
  for (const code of asked) {
    const known = Object.entries(wordLanguages).find(([, language]) => language.code === code);
    if (known) return known[0] as WordLanguage;
  }
  return 'english';
}

/** Browsers that keep nothing for a page say so by an error. */
function readKept(): string | null {
  try {
    return localStorage.getItem(keptAs);
  } catch (error) {
    console.warn('The language of the interface is not remembered.', error);
    return null;
  }
}

/**
 * Remembers the language and loads the page anew in it. What is being written stays, as in any reload.
 * @returns false where this browser remembers nothing, and so the language stays
 */
export function chooseLanguage(language: WordLanguage): boolean {
  try {
    localStorage.setItem(keptAs, language);
  } catch (error) {
    console.warn('The language of the interface is not remembered.', error);
    return false;
  }
  location.reload();
  return true;
}

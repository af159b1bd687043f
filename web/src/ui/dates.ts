import { wordLanguages } from '../words/languages.ts';
import { wordLanguage } from '../words/words.ts';

/** Days and times are said in the language of the page, as the browser has it; where that is no language of the reader's, as the browser says them. */
export function readersLanguage(): string {
  const { code } = wordLanguages[wordLanguage];
  const { language = 'en-GB', languages = [language] } = globalThis.navigator ?? {};
  const same = languages.find((one) => one.toLowerCase().startsWith(code));
  return same ?? (wordLanguage === 'english' ? language : code);
}

/** @example dateInWords('2026-11-29') // in British English: 'Sunday 29 November 2026' */
export function dateInWords(date: string): string {
  return new Date(`${date}T12:00:00Z`).toLocaleDateString(readersLanguage(), {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

/** A moment by the reader's clock, in British English `26 November 2026, 09:12`. @param moment milliseconds since 1970 */
export function momentInWords(moment: number): string {
  const date = new Date(moment);
  const day = date.toLocaleDateString(readersLanguage(), {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  });
  const time = date.toLocaleTimeString(readersLanguage(), { hour: '2-digit', minute: '2-digit' });
  return `${day}, ${time}`;
}

/** The day by the reader's clock, as `2026-11-29`. */
export function today(now = new Date()): string {
  const two = (number: number) => String(number).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

/** @example shortDate('2026-11-29') // in British English: '29 Nov 2026' */
export function shortDate(date: string): string {
  return new Date(`${date.slice(0, 10)}T12:00:00Z`).toLocaleDateString(readersLanguage(), {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

/** Whole days from one day to another; negative for a day that was. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}T00:00Z`) - Date.parse(`${from}T00:00Z`)) / 86_400_000);
}

/** The day so many days before. */
export function dayBefore(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00Z`) - days * 86_400_000).toISOString().slice(0, 10);
}

import { readersLanguage } from './dates.ts';

/** How large a file is, in the reader's language. @example sizeInWords(1_240_000) // in British English: '1.2 MB' */
export function sizeInWords(bytes: number): string {
  const [unit, count] =
    bytes < 100_000
      ? (['kilobyte', Math.max(1, Math.round(bytes / 1_000))] as const)
      : (['megabyte', bytes / 1_000_000] as const);
  return new Intl.NumberFormat(readersLanguage(), {
    style: 'unit',
    unit,
    maximumFractionDigits: count < 10 ? 1 : 0,
  }).format(count);
}

import { expect, test } from '@jest/globals';
import { dateInWords, shortDate, today } from '../src/ui/dates.ts';

test.each([
  ['en-GB', 'Sunday 29 November 2026', '29 Nov 2026'],
  ['en-US', 'Sunday, November 29, 2026', 'Nov 29, 2026'],
  ['pt-PT', 'domingo, 29 de novembro de 2026', '29/11/2026'],
  ['de-DE', 'Sonntag, 29. November 2026', '29. Nov. 2026'],
])('a day is said in the language of the browser: %s', (language, inWords, short) => {
  Object.defineProperty(globalThis, 'navigator', { value: { language }, configurable: true });
  // The comma after a weekday comes and goes with the data that browsers ship.
  expect(dateInWords('2026-11-29').replace(/^(Sunday),? (?=29)/, '$1 ')).toBe(inWords);
  expect(shortDate('2026-11-29')).toBe(short);
});

test('today is the day of the reader’s clock, whatever it is elsewhere', () => {
  expect(today(new Date(2026, 0, 3, 23, 59))).toBe('2026-01-03');
  expect(today(new Date(2026, 10, 26, 0, 1))).toBe('2026-11-26');
});

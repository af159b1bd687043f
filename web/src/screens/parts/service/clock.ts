import { minutesOf } from '@intervallum/core';

/**
 * When something is: the hour of the day where the service has one, else how far into it, in minutes and seconds.
 * @param begins the hour at which it begins, as `09:30`; null for none
 * @param seconds from its beginning on
 * @example clockAt('23:50', 900) // '00:05'
 */
export function clockAt(begins: string | null, seconds: number): string {
  const said = begins === null ? null : /^(\d\d):(\d\d)$/.exec(begins);
  if (!said) return minutesOf(seconds);
  const minutes = Number(said[1]) * 60 + Number(said[2]) + Math.round(seconds / 60);
  const two = (number: number) => String(number).padStart(2, '0');
  return `${two(Math.floor(minutes / 60) % 24)}:${two(minutes % 60)}`;
}

/** @example dateInWords('2026-11-29') // 'Sunday 29 November 2026' */
export function dateInWords(date: string): string {
  return new Date(`${date}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

/** A moment by the reader's clock, as `26 November 2026, 09:12`. @param moment milliseconds since 1970 */
export function momentInWords(moment: number): string {
  const date = new Date(moment);
  const day = date.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
  const time = date.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return `${day}, ${time}`;
}

/** The day by the reader's clock, as `2026-11-29`. */
export function today(now = new Date()): string {
  const two = (number: number) => String(number).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

/** @example shortDate('2026-11-29') // '29 Nov 2026' */
export function shortDate(date: string): string {
  return new Date(`${date.slice(0, 10)}T12:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

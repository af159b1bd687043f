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

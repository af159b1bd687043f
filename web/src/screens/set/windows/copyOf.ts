import type { SetDraft, SetItem } from '@intervallum/contract';
import { uuidv7 } from 'uuidv7';

/** Four weeks on: the same day of the week in the next month, nearly always. */
const daysOn = 28;

/** Some weeks after a day; empty where the day is not said. @example later('2026-11-29') // '2026-12-27' */
export function later(date: string | null): string {
  const from = date === null ? Number.NaN : Date.parse(`${date}T00:00:00Z`);
  if (Number.isNaN(from)) return '';
  return new Date(from + daysOn * 86_400_000).toISOString().slice(0, 10);
}

/** The same service on another day, its items with ids of their own. */
export function copyOf(draft: SetDraft, name: string, date: string | null): SetDraft {
  const ids = new Map(draft.items.map(({ id }) => [id, uuidv7()]));
  const items = draft.items.map((item): SetItem => {
    const id = ids.get(item.id)!;
    if (item.kind !== 'song') return { ...item, id };
    const from = item.bridge && ids.get(item.bridge.from);
    return { ...item, id, bridge: item.bridge && from ? { ...item.bridge, from } : null };
  });
  return { ...draft, name, date, rehearsal: null, items };
}

import type { SetDraft } from '@intervallum/contract';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';
import { t } from '../../words/words.ts';
import type { OrderLine } from '../parts/service/serviceOrder.ts';

interface CalendarOf {
  readonly id: string;
  readonly revision: number;
  readonly draft: Pick<SetDraft, 'name' | 'date' | 'begins' | 'leader' | 'notes' | 'rehearsal'>;
  /** How long the service takes. */
  readonly seconds: number;
  readonly lines: readonly OrderLine[];
  /** Where the set is. */
  readonly address: string;
}

const hour = 3_600;
/** Seconds before the service, and before the rehearsal, at which one is reminded. */
const reminders = { service: [24 * hour, hour], rehearsal: [2 * hour] } as const;
/** Minutes of a rehearsal that says none, and of a service without anything in it (common practice, no published source). */
const usualMinutes = 60;

/**
 * A service and its rehearsal for a calendar (RFC 5545), with reminders; at the hour of the place, whatever zone a calendar is
 * in. Null where no day is said.
 */
export function serviceCalendar(of: CalendarOf): string | null {
  const { id, revision, draft, lines, address } = of;
  const { name, date, begins, leader, rehearsal } = draft;
  if (date === null) return null;
  const calendar = ical({
    name,
    prodId: { company: 'Intervallum', product: 'Intervallum' },
    method: ICalCalendarMethod.PUBLISH,
  });
  const order = lines.map(({ at, name: what, key, who }) =>
    [at, what, key && `(${key})`, who].filter(Boolean).join(' '),
  );
  const description = [leader && t('led by {{leader}}', { leader }), draft.notes, ...order];
  const shared = { sequence: revision, url: address, floating: true };
  const service = calendar.createEvent({
    ...shared,
    id: `service-${id}`,
    summary: name,
    description: description.filter(Boolean).join('\n'),
    ...(begins === null
      ? { start: atPlace(date, '00:00'), allDay: true }
      : spanOf(date, begins, of.seconds > 0 ? of.seconds : usualMinutes * 60)),
  });
  for (const trigger of begins === null ? reminders.service.slice(0, 1) : reminders.service)
    service.createAlarm({ type: ICalAlarmType.display, trigger });
  if (rehearsal) {
    const event = calendar.createEvent({
      ...shared,
      id: `rehearsal-${id}`,
      summary: t('Rehearsal: {{name}}', { name }),
      description: order.join('\n'),
      ...spanOf(rehearsal.date, rehearsal.begins, usualMinutes * 60),
    });
    for (const trigger of reminders.rehearsal)
      event.createAlarm({ type: ICalAlarmType.display, trigger });
  }
  return calendar.toString();
}

/** A floating time is written by its fields in UTC: so no summer time of this device leaves an hour out. */
const atPlace = (date: string, hours: string) => new Date(`${date}T${hours}:00Z`);

/** From when until when, by the clocks of the place. */
function spanOf(date: string, begins: string, seconds: number) {
  const from = atPlace(date, begins);
  return { start: from, end: new Date(from.getTime() + Math.ceil(seconds / 60) * 60_000) };
}

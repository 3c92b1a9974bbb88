import ical, { ICalAlarmType, ICalEventRepeatingFreq } from 'ical-generator';
import { serviceDates } from '../core/commission/service.ts';
import { cleanText } from '../model/clean-text.ts';
import type { Job } from '../model/job.ts';

/** Years the calendar reaches. */
const YEARS = 10;
const FEW_DAYS = 7 * 24 * 3600;

/** A text of one line, as a calendar shows it. */
const line = (text: string): string =>
  cleanText(text)
    .replace(/[\p{Cc}\u2028\u2029]+/gu, ' ')
    .trim();

/** The first day something is due: in its month, or a year after the handing over. */
function firstDue(month: number | null, months: number, handedOver: Date): Date {
  const [year, at] = [handedOver.getUTCFullYear(), handedOver.getUTCMonth()];
  if (month === null) return new Date(Date.UTC(year, at + months, handedOver.getUTCDate()));
  const due = new Date(Date.UTC(year, month - 1, 1));
  return due > handedOver ? due : new Date(Date.UTC(year + 1, month - 1, 1));
}

/**
 * The service dates of a plant as a calendar (iCalendar, RFC 5545): whole days that come again, with a reminder a week before.
 * @param handedOver day from which they are counted
 */
export function serviceCalendar(job: Job, handedOver: Date): string {
  const name = line(job.name) || 'Heating plant';
  const calendar = ical({ name: `${name}: service`, prodId: { company: 'Warm Manifold', product: 'Papers', language: 'EN' } });
  for (const { id, what, every, months, month } of serviceDates(job)) {
    calendar.createEvent({
      id: `${id}@${name.replace(/[^A-Za-z0-9]+/g, '-').toLowerCase() || 'plant'}.warm-manifold`,
      start: firstDue(month, months, handedOver),
      allDay: true,
      stamp: handedOver,
      timezone: 'UTC',
      summary: `${line(what)} (${name})`,
      description: `${line(every)}. The makers' instructions go before this.`,
      location: line(job.site.place) || null,
      repeating: { freq: ICalEventRepeatingFreq.MONTHLY, interval: months, count: Math.ceil((12 * YEARS) / months) },
      alarms: [{ type: ICalAlarmType.display, trigger: FEW_DAYS, description: line(what) }],
    });
  }
  return calendar.toString();
}

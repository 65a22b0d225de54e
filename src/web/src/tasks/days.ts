import { dateOf, firmNow, fromField, toField } from '../ui/time';
import { monthNames, short, weekdayNames } from '../ui/words';

/** Days of the firm's calendar as "2026-04-14", and moving things between them. */

const number = (date: string) => Date.parse(`${date}T00:00:00Z`) / 86_400_000;
const of = (n: number) => new Date(n * 86_400_000).toISOString().slice(0, 10);

/** A day so many days later. */
export const plusDays = (date: string, days: number) => of(number(date) + days);

/** Today on the firm's calendar. */
export const today = () => dateOf(new Date(firmNow()).toISOString());

/** The Monday of a day's week. */
export const mondayOf = (date: string) => plusDays(date, -((number(date) + 3) % 7));

/** The first day of a month so many months on. */
export function monthOn(date: string, months: number) {
  const at = new Date(`${date.slice(0, 7)}-01T00:00:00Z`);
  at.setUTCMonth(at.getUTCMonth() + months);
  return at.toISOString().slice(0, 10);
}

/** A moment on another day at the same time of day; what had none is due when work ends on it. */
export const moved = (due: string | null, date: string, ends: string) =>
  due ? fromField(`${date}T${toField(due).slice(11, 16)}`) : ends;

/** How many days lie from one day to another. */
export const daysBetween = (from: string, to: string) => number(to) - number(from);

export const monthName = (date: string) => `${monthNames[Number(date.slice(5, 7)) - 1]} ${date.slice(0, 4)}`;

/** "Tue 14". */
export const dayName = (date: string) =>
  `${short(weekdayNames[(new Date(`${date}T00:00:00Z`).getUTCDay() + 6) % 7]!)} ${Number(date.slice(8))}`;

/** "20 to 26 Apr", "27 Apr to 3 May". */
export function weekName(from: string, until: string) {
  const month = (date: string) => short(monthNames[Number(date.slice(5, 7)) - 1]!);
  const first = Number(from.slice(8));
  return `${month(from) === month(until) ? first : `${first} ${month(from)}`} to ${Number(until.slice(8))} ${month(until)}`;
}

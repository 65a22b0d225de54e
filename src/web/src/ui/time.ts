import { monthNames, short } from './words';
import * as texts from './texts';

/** The firm's time in the browser: its zone, and its present moment by the server's clock. */

let zone = 'UTC';
let offset = 0;
let standing: number | null = null;

/** Takes on the firm's zone and clock. */
export function setFirmTime(firmZone: string, now: string, standsStill: boolean) {
  zone = firmZone;
  const moment = Date.parse(now);
  offset = moment - Date.now();
  standing = standsStill ? moment : null;
}

/** The firm's present moment in milliseconds. */
export const firmNow = () => standing ?? Date.now() + offset;

type Parts = { year: number; month: number; day: number; hour: number; minute: number; weekday: string };

const formats = new Map<string, Intl.DateTimeFormat>();

function parts(moment: number): Parts {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      weekday: 'short',
    });
    formats.set(zone, format);
  }
  const found: Record<string, string> = {};
  for (const { type, value } of format.formatToParts(moment)) found[type] = value;
  return {
    year: Number(found.year),
    month: Number(found.month),
    day: Number(found.day),
    hour: Number(found.hour),
    minute: Number(found.minute),
    weekday: found.weekday ?? '',
  };
}

const months = monthNames.map(short);
const two = (n: number) => String(n).padStart(2, '0');
const dayNumber = (p: Parts) => Date.UTC(p.year, p.month - 1, p.day) / 86_400_000;

/** The day of a moment on the firm's calendar, as "2026-04-14". */
export function dateOf(iso: string) {
  const p = parts(Date.parse(iso));
  return `${p.year}-${two(p.month)}-${two(p.day)}`;
}

/** "14:30". */
export function clock(iso: string) {
  const p = parts(Date.parse(iso));
  return `${two(p.hour)}:${two(p.minute)}`;
}

/** "today", "Mon" within the week, "Thu 16 Apr", with the year when it is not this one. */
export function day(iso: string) {
  const p = parts(Date.parse(iso));
  const now = parts(firmNow());
  const away = dayNumber(p) - dayNumber(now);
  if (away === 0) return texts.today;
  if (away < 0 && away > -6) return p.weekday;
  return `${p.weekday} ${p.day} ${months[p.month - 1]}${p.year === now.year ? '' : ` ${p.year}`}`;
}

/** "today 14:30", "Thu 16 Apr 12:00". */
export const moment = (iso: string) => `${day(iso)} ${clock(iso)}`;

/** The exact moment, for hovering. */
export function exact(iso: string) {
  const p = parts(Date.parse(iso));
  return `${p.weekday} ${p.day} ${months[p.month - 1]} ${p.year}, ${two(p.hour)}:${two(p.minute)}`;
}

/** A day by itself, as "2026-04-16" gives it: "Thu 16 Apr 2026". */
export function exactDay(date: string) {
  const [year, month, of] = date.split('-').map(Number);
  const weekday = new Date(Date.UTC(year!, month! - 1, of)).toLocaleDateString('en-GB', {
    weekday: 'short',
    timeZone: 'UTC',
  });
  return `${weekday} ${of} ${months[month! - 1]} ${year}`;
}

/** A moment as wall time in the firm’s zone: "2026-04-16T15:00"; empty for none. */
export function toField(iso: string | null | undefined) {
  if (!iso) return '';
  const p = parts(Date.parse(iso));
  return `${p.year}-${two(p.month)}-${two(p.day)}T${two(p.hour)}:${two(p.minute)}`;
}

/** The moment of a wall time in the firm’s zone; null when there is none. */
export function fromField(value: string): string | null {
  if (!value) return null;
  const wall = Date.parse(`${value}:00Z`);
  if (Number.isNaN(wall)) return null;
  let guess = wall;
  for (let i = 0; i < 2; i++) {
    const p = parts(guess);
    guess += wall - Date.UTC(p.year, p.month - 1, p.day, p.hour, p.minute);
  }
  return new Date(guess).toISOString();
}

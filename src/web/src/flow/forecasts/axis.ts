import type { ForecastDayView } from '../../api/client';
import { dateOf } from '../../ui/time';

/** How wide a day on which nobody works is beside one of work. */
const rest = 0.4;

export type Axis = {
  days: { day: string; working: boolean; left: number; width: number }[];
  /** Where a moment stands, from 0 to 1; what lies outside stands at the edge. */
  at: (iso: string) => number;
};

/** Days side by side: those of work by their hours, others narrow. */
export function axisOf(days: ForecastDayView[]): Axis {
  const all = days.reduce((sum, d) => sum + (d.working ? 1 : rest), 0);
  let left = 0;
  const laid = days.map((d) => {
    const width = (d.working ? 1 : rest) / all;
    const one = { day: d.day, working: d.working, left, width };
    left += width;
    return one;
  });
  const byDay = new Map(
    days.map((d, i) => [d.day, { ...laid[i]!, from: Date.parse(d.from), until: Date.parse(d.until) }]),
  );
  const at = (iso: string) => {
    const date = dateOf(iso);
    const day = byDay.get(date);
    if (!day) return days.length > 0 && date < days[0]!.day ? 0 : 1;
    const share = (Date.parse(iso) - day.from) / (day.until - day.from);
    return day.left + day.width * Math.min(1, Math.max(0, share));
  };
  return { days: laid, at };
}

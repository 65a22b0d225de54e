import type { AlertView } from '../api/client';

/** Alerts of one place that came together, shown as one line until one looks at them. */
export type AlertLine = { alerts: AlertView[]; place: string };

const Together = 30 * 60_000;
const AtLeast = 3;

const placeOf = (a: AlertView) => a.docket ?? a.conversation ?? '';

/** Three or more of one place within half an hour, with nothing read between them, are one line. The newest stand first. */
export function linesOf(alerts: AlertView[]): AlertLine[] {
  const runs: AlertLine[] = [];
  for (const alert of alerts) {
    const run = runs.find((r) => {
      const last = r.alerts.at(-1)!;
      return (
        r.place === placeOf(alert) &&
        r.place !== '' &&
        last.read === alert.read &&
        last.forMe === alert.forMe &&
        Date.parse(last.at) - Date.parse(alert.at) <= Together
      );
    });
    if (run) run.alerts.push(alert);
    else runs.push({ alerts: [alert], place: placeOf(alert) });
  }
  return runs.flatMap((r) =>
    r.alerts.length >= AtLeast ? [r] : r.alerts.map((a) => ({ alerts: [a], place: r.place })),
  );
}

import type { AlertView } from '../api/client';

/** Where an alert leads: to the very entry, or to the task. */
export function pathOf(alert: AlertView): string {
  if (alert.entry && alert.docket) return `/dockets/${alert.docket}?entry=${alert.entry}`;
  if (alert.entry && alert.conversation) return `/conversations/${alert.conversation}?entry=${alert.entry}`;
  if (alert.task) return `/tasks?task=${alert.task}`;
  return alert.docket ? `/dockets/${alert.docket}` : '/';
}

import type { AlertView } from '../api/client';

/** Where an alert leads: to the very entry, to the task, or to the notice. */
export const pathOf = (alert: AlertView) => alert.path;

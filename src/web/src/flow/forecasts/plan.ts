import type { TaskChangeBody } from '../../api/client';

/** What one task would be changed to. */
export type Change = TaskChangeBody;

/** A task as it is. */
export const unchanged = (task: string, version: number | null): Change => ({ task, version, dropped: false });

/** Whether a change changes anything. */
export const changes = (c: Change) => Boolean(c.owner || c.day || c.minutes || c.dropped || c.help);

/** The plan with one task's change; one that changes nothing is taken out of it. */
export const withChange = (plan: Change[], change: Change): Change[] =>
  changes(change)
    ? plan.some((c) => c.task === change.task)
      ? plan.map((c) => (c.task === change.task ? change : c))
      : [...plan, change]
    : plan.filter((c) => c.task !== change.task);

/** A task's change in the plan; one that changes nothing where there is none. */
export const changeOf = (plan: Change[], task: string, version: number | null): Change =>
  plan.find((c) => c.task === task) ?? unchanged(task, version);

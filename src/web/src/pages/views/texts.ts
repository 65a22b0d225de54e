import { counted } from '../../ui/words';

export const count = (about: string, n: number, more: boolean) =>
  about === 'tasks'
    ? more
      ? `more than ${n} tasks`
      : counted(n, { one: 'task', other: 'tasks' })
    : counted(n, { one: 'docket', other: 'dockets' });
export const gone = 'This view is no longer there, or is not shared with you.';
export const show = 'Show it here';
export const hide = 'Hide it';
export const openAll = (about: string) => (about === 'tasks' ? 'Open in Tasks' : 'Open in Dockets');
export const none = 'Nothing in it just now.';
export const showing = (shown: number, of: number) => `The first ${shown} of ${of}.`;
export const closedInline = 'closed';

import { counted, listed } from '../../ui/words';

const made = (tasks: number, sheets: number) =>
  listed(
    [
      tasks > 0 ? counted(tasks, { one: 'task', other: 'tasks' }) : '',
      sheets > 0 ? counted(sheets, { one: 'sheet', other: 'sheets' }) : '',
    ].filter(Boolean),
  );

/** All that is read where a template is used. */
export const texts = {
  open: 'Template',
  choose: 'Template',
  begin: 'Begin with',
  nothing: 'nothing',
  pick: 'choose one',
  none: 'There is no template for this kind of docket yet.',
  makes: 'What it makes',
  allThere: 'Everything in this template is here already.',
  there: 'here already',
  include: (title: string) => `Make ${title}`,
  title: 'Title',
  noDate: 'no date',
  gate: (stage: string) => `before ${stage}`,
  after: (titles: string[]) => `after ${listed(titles)}`,
  counted: 'Dates count from',
  message: (name: string) => `“${name}” is written into the reply, for you to read and send.`,
  page: 'page',
  table: 'table',
  drawing: 'drawing',
  add: (tasks: number, sheets: number) => (tasks + sheets > 0 ? `Add ${made(tasks, sheets)}` : 'Add'),
  added: (tasks: number, sheets: number) =>
    tasks + sheets > 0 ? `${made(tasks, sheets)} added.` : 'Nothing new to add.',
  make: 'Make a template of this',
  recur: 'Make it recur',
  unfilled: (fields: string[]) => `${listed(fields)} is not known here. Fill it in before you send.`,
};

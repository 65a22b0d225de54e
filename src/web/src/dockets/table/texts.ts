import { counted } from '../../ui/words';

/** All that is read in the table of dockets. */
export const texts = {
  title: 'Dockets',
  which: 'Which',
  open: 'Open',
  closed: 'Closed',
  talk: 'All conversations',
  kind: 'Kind',
  allKinds: 'All kinds',
  words: 'Find in this list',
  list: 'List of dockets',
  total: (n: number) => counted(n, { one: 'docket', other: 'dockets' }),
  more: 'Show more',
  none: 'Nothing',
  noMatch: 'No docket matches',
  noMatchHint: 'Try fewer words or filters, or look in Closed.',
  empty: 'No dockets yet',
  emptyHint: 'Every docket is listed here with its last messages and next step. Press New docket to open one.',

  columns: {
    subject: 'Docket',
    stage: 'Stage',
    inside: 'Last inside',
    outside: 'Last outside',
    waits: 'Last word',
    next: 'Next',
  },
  turns: { theirs: 'their turn', nobodys: 'no reply needed', ours: 'our turn' } as Record<string, string>,

  filter: {
    title: (n: number) => (n > 0 ? `Filters (${n})` : 'Filters'),
    label: 'Filters',
    none: 'Show only dockets that fit.',
    column: 'Column',
    sense: 'How',
    value: 'Value',
    senses: {
      is: 'is',
      has: 'contains',
      least: 'is at least',
      most: 'is at most',
      filled: 'is filled in',
      empty: 'is empty',
    } as Record<string, string>,
    add: 'Add a filter',
    remove: (name: string) => `Remove the filter on ${name}`,
  },

  layout: {
    title: 'Columns and groups',
    group: 'Group by',
    noGroup: 'nothing',
    fields: 'Also show',
    noFields: 'Your kinds have no fields yet. An administrator adds them under Settings, Kinds.',
    noLabel: (column: string) => `No ${column.toLowerCase()}`,
  },

  export: 'Export',

  many: {
    chosen: (n: number) => `${counted(n, { one: 'docket', other: 'dockets' })} chosen`,
    choose: (ref: string) => `Choose ${ref}`,
    chooseAll: 'Choose all that are shown',
    field: 'Change',
    what: 'what',
    owner: 'Owner',
    site: 'Site',
    priority: 'Priority',
    value: 'to',
    apply: 'Apply',
    clear: 'Clear',
    done: (n: number) => `${counted(n, { one: 'docket', other: 'dockets' })} changed.`,
    refused: (ref: string, why: string) => `${ref} was not changed: ${why}`,
  },
};

/** All that is read where a docket is begun. */
export const texts = {
  title: 'New docket',
  kind: 'Kind',
  subject: 'Subject',
  subjectPlaceholder: 'What needs doing',
  owner: 'Owner',
  nobody: 'nobody yet',
  party: 'Customer or partner',
  queue: 'Their messages go to',
  open: (kind: string) => `Open the ${kind}`,
  docket: 'docket',
  templates: 'All templates',
};

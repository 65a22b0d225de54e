/** What is read in a docket's head. It is apart, for it is loaded with the docket itself. */
export const texts = {
  was: 'Every date it had',
  only: 'This is the first date it was given.',
  sameAs: 'Same as',
  goesOn: 'which goes on',
  partOf: 'Part of',
  parts: 'Parts:',
  details: 'Details',
  fillIn: (field: string) => `Fill in ${field}`,
  before: (refs: string) => `before: ${refs}`,
};

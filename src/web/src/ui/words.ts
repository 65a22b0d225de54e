const rules = new Intl.PluralRules('en-GB');
const lists = new Intl.ListFormat('en-GB', { style: 'long', type: 'conjunction' });

/** A count with its word: "1 stage", "3 stages". The forms are those of the language's plural rules. */
export const counted = (n: number, forms: { one: string; other: string }) =>
  `${n} ${forms[rules.select(n) === 'one' ? 'one' : 'other']}`;

/** Names in a row: "Ann, Ben and Cy". */
export const listed = (names: string[]) => lists.format(names);

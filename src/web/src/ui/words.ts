const rules = new Intl.PluralRules('en-GB');
const lists = new Intl.ListFormat('en-GB', { style: 'long', type: 'conjunction' });

/** A count with its word: "1 stage", "3 stages". The forms are those of the language's plural rules. */
export const counted = (n: number, forms: { one: string; other: string }) => `${n} ${plural(n, forms)}`;

/** The form of a word that goes with a count: "gate" for one, "gates" for any other number. */
export const plural = (n: number, forms: { one: string; other: string }) =>
  forms[rules.select(n) === 'one' ? 'one' : 'other'];

/** Names in a row: "Ann, Ben and Cy". */
export const listed = (names: string[]) => lists.format(names);

const named = (part: 'month' | 'weekday', days: number[]) => {
  const format = new Intl.DateTimeFormat('en-GB', { [part]: 'long', timeZone: 'UTC' });
  return days.map((day) => format.format(day * 86_400_000));
};

/** January to December. */
export const monthNames = named('month', [15, 45, 75, 105, 135, 165, 195, 225, 255, 285, 315, 345]);

/** Monday to Sunday: 5 January 1970 was a Monday. */
export const weekdayNames = named('weekday', [4, 5, 6, 7, 8, 9, 10]);

/** A month or a day of the week in three letters, as the server writes them. */
export const short = (name: string) => name.slice(0, 3);

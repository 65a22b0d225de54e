import type { Taggable } from '../api/client';

/** What ends a name that is typed out. */
export const endsName = /^[ ,.:;!?)]$/;

/** How many people and crews are offered at most: there may be others where it is that many. */
const mostOffered = 12;

/** Longer than any way a name is said, in words: what is written on is no name any more. */
const mostWords = 5;

/** Whether what stands behind an at sign can still be the beginning of a name. */
export const canBeName = (typed: string) => !/^\s/.test(typed) && typed.split(' ').length <= mostWords;

/** Of what was offered before another letter was typed, what still fits, until the answer is there. */
export const stillFitting = (items: Taggable[], typed: string) => {
  const begun = typed.toLowerCase();
  const begins = (way: string) => way.toLowerCase().startsWith(begun);
  return items.length < mostOffered ? items.filter(({ text, ways }) => begins(text.slice(1)) || ways.some(begins)) : [];
};

/** The one that is called what was typed; none where several are, or where one can go on: "night" of "night watch". */
export const meant = (items: Taggable[], typed: string) => {
  const name = typed.trim().toLowerCase();
  const fits = items.filter(({ ways }) => ways.some((way) => way.toLowerCase() === name));
  const [one, other] = fits;
  const goesOn = items.some(
    (item) => item !== one && item.ways.some((way) => way.toLowerCase().startsWith(`${name} `)),
  );
  return name && !other && !goesOn ? one : undefined;
};

/** Whether the words behind a tag are the rest of its name, typed on by who had not seen it come: "Lum" behind "@Ada Lum". */
export const saysRest = (label: string, behind: string) => {
  const name = label.replace(/^@/, '').toLowerCase();
  return /^ \S/.test(behind) && name.endsWith(behind.toLowerCase());
};

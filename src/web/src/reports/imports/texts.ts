import { counted, plural } from '../../ui/words';

export const title = 'Import';
export const about =
  'Bring contacts, dockets and open tasks from another program. You see what would happen before anything is changed, and can take it all back afterwards.';
export const whatKind = 'What is in the file?';
export const kinds: Record<string, string> = { contacts: 'Contacts', dockets: 'Dockets', tasks: 'Open tasks' };
export const kindHints: Record<string, string> = {
  contacts: 'People and companies, as CSV or vCard.',
  dockets: 'One row for each, as CSV. Import the contacts first, so that each finds its customer.',
  tasks: 'One row for each, as CSV. Import the dockets first, so that each finds its docket.',
};
export const choose = 'Choose a file';
export const fileToImport = 'File to import';
export const earlier = 'Imports so far';
export const noneYet = 'Nothing has been imported yet.';
export const readAs = (encoding: string, separator: string) =>
  separator
    ? `Read as ${encoding.toUpperCase()}, with ${separator === 'tab' ? 'tabs' : `“${separator}”`} between values.`
    : `Read as ${encoding.toUpperCase()}.`;
export const rowsIn = (rows: number) => counted(rows, { one: 'row', other: 'rows' });
export const columns = 'What each column holds';
export const column = 'Column';
export const holds = 'Holds';
export const examples = 'For example';
export const leaveOut = 'leave it out';
export const neededMark = (name: string) => `${name} (needed)`;
export const sameForAll = 'The same for every row';
export const nothingForAll = 'leave empty';
export const missing = (names: string[]) => `Say which column holds: ${names.join(', ')}.`;
export const unsure = (names: string[], dayFirst: boolean) =>
  `${names.join(', ')}: 4/5 can be 4 May or 5 April. It is read as ${dayFirst ? '4 May' : '5 April'}, as your firm writes dates.`;
export const wouldHappen = 'What would happen';
export const sum = (made: number, changed: number, same: number) =>
  [made > 0 ? `${made} new` : '', changed > 0 ? `${changed} changed` : '', same > 0 ? `${same} there already` : '']
    .filter(Boolean)
    .join(', ') || 'Nothing';
export const cannot = (left: number) =>
  plural(left, { one: '1 row cannot be imported', other: `${left} rows cannot be imported` });
export const cannotHint = 'They are left out and kept as a file for you to correct. Everything else is imported.';
export const line = (n: number) => `Line ${n}`;
export const does: Record<string, string> = {
  new: 'new',
  changed: 'changed',
  same: 'there already',
  left: 'left out',
};
export const firstOf = (shown: number, all: number) => `The first ${shown} of ${all} rows.`;
export const start = (rows: number) => `Import ${counted(rows, { one: 'row', other: 'rows' })}`;
export const discard = 'Discard this file';
export const states: Record<string, string> = {
  chosen: 'not imported yet',
  running: 'importing',
  stopped: 'stopped',
  done: 'finished',
  failed: 'could not go on',
  'taking-back': 'being taken back',
  'taken-back': 'taken back',
};
export const progress = (taken: number, rows: number) => `${taken} of ${counted(rows, { one: 'row', other: 'rows' })}`;
export const goesOn = 'You can leave this page: it goes on by itself.';
export const stillToTakeBack = (n: number) => `${counted(n, { one: 'thing', other: 'things' })} still to take back`;
export const stop = 'Stop';
export const goOn = 'Go on';
export const takeBack = 'Take it all back';
export const takeBackHint =
  'Everything this import added goes, and what it changed is as it was. What somebody has worked with since stays, and is named.';
export const sureTakeBack = 'Take back';
export const cancel = 'Cancel';
export const downloadLeft = 'Download the rows to correct';
export const leftHint = 'Correct them in the file, then import it again.';
export const wasTakenBack = (kept: number) =>
  kept === 0
    ? 'All of it was taken back.'
    : `Taken back, except for ${counted(kept, { one: 'thing', other: 'things' })}:`;
export const andMore = (n: number) => `and ${n} more`;
export const by = (name: string, at: string) => `${name}, ${at}`;
export const somebody = 'Somebody';
export const reading = 'Reading the file …';

export const wereLeft = (left: number) =>
  plural(left, { one: '1 row was left out', other: `${left} rows were left out` });

export const columnsOfFile = 'Columns of the file';

import { counted, plural } from '../../ui/words';

export const title = 'Write to many';
export const intro = (dockets: number) =>
  `Each gets a message of their own, in the conversation of their docket (${counted(dockets, { one: 'docket', other: 'dockets' })} chosen). Answers come back there.`;
export const words = 'What you want to say';
export const fields = 'Filled in for each:';
export const addField = (name: string) => `Add {${name}}`;
export const whoGetsIt = 'Who gets it';
export const goesTo = (party: string, docket: string) => `Send to ${party}, ${docket}`;
export const changeThis = (party: string) => `Change it for ${party}`;
export const changeShort = 'Change';
export const forParty = (party: string) => `Words for ${party}`;
export const changedByYou = 'Changed for them.';
export const asTheOthers = 'As for the others';
export const anyway = 'Send it anyway';
export const withoutAnybody = (refs: string) => `Nobody outside belongs to ${refs}.`;
export const sendTo = (count: number) => `Send to ${count}`;
export const toLookAt = (count: number) =>
  plural(count, {
    one: 'One cannot leave as it stands. Change it, or leave it out.',
    other: `${count} cannot leave as they stand. Change them, or leave them out.`,
  });
export const oneAfterTheOther = 'They leave one after the other, about one a second.';
export const nothingChosen = 'No dockets are chosen.';
export const nothingChosenHint = 'Choose some in the table of dockets, then write to their customers from there.';
export const toDockets = 'To the dockets';
export const writtenBy = (name: string, when: string) => `${name}, ${when}`;
export const states: Record<string, string> = { waiting: 'waiting to leave', sent: 'sent', stayed: 'did not leave' };
export const summary = (sent: number, all: number) => `${sent} of ${all} sent`;
export const party = 'Customer or partner';
export const docket = 'Docket';
export const state = 'How it stands';
export const ways: Record<string, string> = { mail: 'by mail', text: 'by text', page: 'on their page' };

export const owed = 'Answers owed';
export const weOwe = 'We owe them';
export const theyOwe = (name: string) => `${name} owes us`;
export const nothingFromUs = 'Nothing. Every message of theirs has been answered.';
export const nothingFromThem = 'Nothing. We are not waiting for them.';
export const since = (at: string) => `since ${at}`;
export const late = (at: string) => `was due ${at}`;
export const due = (at: string) => `due ${at}`;
export const nobodyYet = 'nobody has it yet';
export const about = 'About them';
export const edit = 'Edit';
export const save = 'Save';
export const cancel = 'Cancel';
export const address = 'Address';
export const addressHint = 'As you would write it on a letter';
export const prefers = 'Best reached';
export const nobodySaid = 'no preference known';
export const ways: Record<string, string> = {
  mail: 'by mail',
  text: 'by text message',
  call: 'by telephone',
  page: 'on their page',
};
export const prefersEffect = 'New messages to them go this way unless you choose another.';
export const speaker = 'Speaks for them';
export const nobodyInParticular = 'nobody in particular';
export const notes = 'Notes';
export const notesHint = 'Only colleagues see this.';
export const nothingKnown =
  'Nothing noted yet. Add their address, how they like to be reached and what colleagues should know.';
export const places = 'Places';
export const noPlaces = 'Add the places where you work for them, with how to get in.';
export const addPlace = 'Add a place';
export const placeName = 'Name of the place';
export const placeNotes = 'How to get in, whom to ask for';
export const name = 'Name';
export const things = 'Things of theirs';
export const noThings =
  'Add what you work on for them, such as equipment, vehicles or rooms. Dockets can then be linked to it.';
export const addThing = 'Add a thing';
export const sort = 'What sort of thing';
export const sortHint = 'In your own word';
export const number = 'Number';
export const numberHint = 'Serial, registration or room number';
export const place = 'Place';
export const none = 'none in particular';
export const line = 'Line';
export const value = 'What it says';
export const addLine = 'Add a line';
export const remove = 'Remove';
export const gone = 'They no longer have it';
export const goneShort = 'no longer theirs';
export const closedPlace = 'No longer in use';
export const notUsed = 'no longer in use';
export const gonePast = (count: number) => `${count} no longer theirs`;
export const notUsedPast = (count: number) => `${count} no longer in use`;
export const dockets = 'Dockets';
export const noDockets = 'No docket with them yet.';
export const closed = 'closed';
export const earlier = (count: number) => `${count} closed`;
export const madeOn = (at: string) => `opened ${at}`;
export const noneYet = 'no docket yet';

import { counted, plural } from '../../ui/words';

export const holidaysSavedClocksStand = 'Holidays saved. Clocks stand still on these days.';
export const daysOffEverybodyEvery = 'Days off for everybody, in every queue.';
export const date = 'Date';
export const name = 'Name';
export const remove = 'Remove';
export const holidays = 'Holidays';
export const addADay = 'Add a day';
export const save = 'Save';
export const howToWriteHours = 'Write hours like 08:00-12:30, 13:00-17:00. Leave days off empty.';
export const newWorkingHours = 'New working hours';
export const hoursOfSaved = (name: string | null | undefined) => `Hours of ${name} saved.`;
export const off = 'off';
export const changesSettingsListedHere = 'Changes to the settings are listed here, with who made them.';
export const goalsMinutesQueueS =
  'Goals are in minutes of the queue’s working time. Anyone can take a conversation that nobody ' +
  'owns; choose here who can reassign the others, beside those whose role allows it. Changes apply to every clock at once.';
export const newQueue = 'New queue';
export const site = 'Site';
export const onDuty = 'On duty';
export const hours = 'Hours';
export const firstReply = 'First reply';
export const later = 'Later';
export const whoCanReassign = 'Who can reassign';
export const whenLateAlsoTell = 'When late, also tell';
export const savedItsClocksUse = (name: string) => `${name} saved. Its clocks use the new goals now.`;
export const forMailRouterNot = 'for mail that the router is not sure about';
export const nobody = 'nobody';
export const anyone = 'anyone';
export const crewAndCoordinators = 'its crew';
export const ownerAndManagers = 'its owner';
export const tryItOut = 'Try it out';
export const messageToTry = 'Message to try';
export const pasteWhatNewCustomer = 'Paste what a new customer might write';
export const whichQueue = 'Which queue?';
export const unsortedTheNearestIs = (queue: string) => `Unsorted; the nearest is ${queue}`;
export const sure = '% sure';
export const by = (list: string) => ` by ${list}`;
export const itDoesNotKnow = 'It does not know these words, or has too little to go on: Unsorted.';
export const whenToTrustIt = 'When to trust it';
export const saved = 'Saved.';
export const certainEnoughFrom = 'Certain enough from (%)';
export const countryPhoneNumbersWithout = 'Country of phone numbers without a prefix';
export const pt = 'PT';
export const letUsEnterTest = 'Let us enter test messages by hand';
export const countryOfPhoneNumbers = 'Country of phone numbers';
export const certainEnoughFromTitle = 'Certain enough from';
export const testMessagesByHand = 'Test messages by hand';
export const howOftenRight = 'How often it is right';
export const itHasLearnedFrom = (lessons: number, placed: number, tried: number, right: number, part: string) =>
  `It has learned from ${counted(lessons, { one: 'first message', other: 'first messages' })} that people filed. Tested on each of them without ` +
  `that one, it was sure about ${placed} of ${tried} and right about ${right}${part}. It would ` +
  'leave the rest in Unsorted.';
export const rowsWhereBelongsColumns = (caption: string) =>
  `${caption}: rows are where it belongs, columns where the router puts it.`;
export const unsorted = 'unsorted';
export const aQueueSCrew = 'A queue’s crew is on duty for it. People without hours of their own work the firm’s.';
export const newColleague = 'New colleague';
export const crews = 'Crews';
export const rename = 'Rename';
export const newCrew = 'New crew';
export const savedOfName = (name: string) => `${name} saved.`;
export const nameOfTheCrew = 'Name of the crew';
export const cancel = 'Cancel';
export const role = 'Role';
export const whatTheyDo = 'What they do';
export const emailSign = 'Email to sign in with';
export const canNowSignPassword = (name: string, address: string) =>
  `${name} can now sign in with ${address} and this password.`;
export const none = 'none';
export const theFirmS = 'the firm’s';
export const addColleague = 'Add colleague';
export const firstPassword = 'First password';
export const newPassword = 'New password';
export const onlyToResetIt = 'only to reset it';
export const tryingAgainNow = 'Trying again now.';
export const whatCouldNotDone = 'What could not be done';
export const mailRemindersOtherWork =
  'Mail, reminders and other work that Wrenlet does by itself. What fails is tried again, less and ' +
  'less often; after 20 tries its owner is told. Everything behind it goes on.';
export const nothingIsStuck = 'Nothing is stuck.';
export const failed = (tries: number, last: string) =>
  `Failed ${plural(tries, { one: 'once', other: `${tries} times` })}, last ${last}.`;
export const nextTry = (moment: string) => `Next try ${moment}.`;
export const noMoreAutomaticTries = 'No more automatic tries.';
export const tryAgainNow = 'Try again now';
export const whatItLearnedFrom = 'What it learned from';
export const whatItDidSince = 'What it did since, and where it belonged';

export const retiredQueue = 'Retired: nothing new comes in; what waits here stays';
export const retiredCrew = 'Retired: not offered any more';
export const retiredAfter = ', retired';
export const sendAnInvitation = 'Send an invitation';
export const invitationSent = (address: string) =>
  `Invitation sent to ${address}. Its link works once, for three days.`;
export const emptyToInvite = 'leave empty to invite by mail';

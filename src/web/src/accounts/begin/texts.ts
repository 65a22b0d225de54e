import { counted, listed, plural } from '../../ui/words';

export const setUpYourFirm = 'Set up your firm';
export const step = (n: number, of: number) => `Step ${n} of ${of}`;
export const youCanLeave = 'You can leave at any step: what you entered stays in this browser.';
export const back = 'Back';
export const goOn = 'Continue';
export const youAndYourFirm = 'You and your firm';
export const code = 'Code';
export const codeFrom = 'The server printed it when it started. It shows that you may set it up.';
export const firmName = 'Name of the firm';
export const firmAddress = 'Mail address of the firm';
export const whereCustomersWrite = 'Where customers write.';
export const yourName = 'Your name';
export const yourAddress = 'Your email address';
export const youSignIn = 'You sign in with it.';
export const password = 'Password';
export const tenOrMore = 'Ten characters or more.';
export const whatYouDo = 'What you do';
export const everythingYours = 'Choose what is nearest. All of it is yours then: rename it, add to it, remove it.';
export const youGet = 'You begin with';
export const kindLine = (name: string, stages: string[]) => `${name}: ${stages.join(', ')}`;
export const queues = (names: string[]) =>
  `${plural(names.length, { one: 'Queue', other: 'Queues' })}: ${listed(names)}`;
export const replies = (names: string[]) =>
  `Stock ${plural(names.length, { one: 'reply', other: 'replies' })}: ${listed(names)}`;
export const template = (name: string, tasks: string[]) => `Template ${name}: ${tasks.join(', ')}`;
export const unsorted = 'One queue, Unsorted: mail waits there until you make others.';
export const whenYouWork = 'Where you are and when you work';
export const country = 'Country';
export const noCountry = 'none';
export const zone = 'Time zone';
export const dates = 'Dates such as 3/4 mean';
export const dayFirst = '3 April (day first)';
export const monthFirst = 'March 4 (month first)';
export const workingHours = 'Working hours';
export const from = (name: string) => `${name} from`;
export const to = 'to';
export const until = (name: string) => `${name} until`;
export const takeHolidays = (land: string, count: number) =>
  `Add the public holidays of ${land}: ${counted(count, { one: 'day', other: 'days' })} from today on`;
export const holidayList = 'Which days';
export const noHolidays = (land: string) =>
  `We do not know the holidays of ${land}. Add them later under Settings, Holidays.`;
export const setUpAndSignIn = 'Set up and sign in';
export const whoElse = 'Who works with you?';
export const pasteThem =
  'Paste or type them, one a line: name and email address. A table or vCards from another program work as well.';
export const colleagues = 'Colleagues';
export const fromAFile = 'From a file';
export const addAndInvite = (count: number) =>
  plural(count, { one: 'Add and invite one person', other: `Add and invite ${count} people` });
export const eachGetsAMail =
  'Each gets a mail with a link to choose a password. Change their role under Settings, People.';
export const added = (count: number) => `${counted(count, { one: 'person', other: 'people' })} added and invited.`;
export const notInvited = (name: string, why: string) => `${name} was added, but not invited: ${why}`;
export const role = (name: string) => `Role of ${name}`;
export const whichCrews = 'Which crews do you have?';
export const crewsAre =
  'A crew is a group that does one sort of work: it can be tagged, own tasks, and be on duty for a queue.';
export const crewName = 'Name of the crew';
export const whoIsInIt = 'Who is in it';
export const addCrew = 'Add crew';
export const crewAdded = (name: string) => `Crew ${name} added.`;
export const crewWith = (name: string, people: string[]) =>
  people.length > 0 ? `${name}: ${listed(people)}` : `${name}: nobody yet`;
export const whereMailWaits = 'Where does mail wait?';
export const queuesAre =
  'A queue holds what customers wrote until somebody answers. Give one an address of its own, and what is written there waits ' +
  'in it; the rest is sorted by its words as soon as there is something to learn from.';
export const queueName = 'Name';
export const queueAddress = 'Its own address (optional)';
export const firstReply = 'First reply within (minutes)';
export const onDuty = 'On duty';
export const nobody = 'nobody yet';
export const addQueue = 'Add queue';
export const saveQueue = 'Save';
export const queueSaved = (name: string) => `${name} saved.`;
export const skip = 'Skip';
export const done = 'Ready';
export const whatFirst = 'What to do first';
export const toToday = 'Go to Today';
export const firstSteps = 'First steps';
export const continueSetUp = 'Continue setting up';
export const hideSteps = 'Hide these';
export const hidden = 'First steps hidden.';
export const steps: Record<string, string> = {
  colleagues: 'Add your colleagues',
  crews: 'Make a crew',
  queues: 'Give a queue its crew',
  customer: 'Add a customer',
  docket: 'Open the first docket',
  note: 'Write the first note or message',
};

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
export const log = 'Log';
export const logBy = 'Who';
export const anybody = 'Anybody';
export const logKind = 'What kind';
export const everything = 'Everything';
export const logWords = 'With the words';
export const logSince = 'From';
export const logUntil = 'Until';
export const logKept = (days: number) => `Lines are kept for ${days} days; change that under Firm.`;
export const logAsFile = 'Save these lines as a file (JSON Lines)';
export const nothingInLog = 'Nothing in the log fits.';
export const olderLines = 'Show older lines';
export const wrenlet = 'Wrenlet';
export const somebody = 'Not signed in';
export const logKinds: Record<string, string> = {
  'signing-in': 'Signing in and out',
  refused: 'Refused',
  accounts: 'Accounts, links and rights',
  settings: 'Settings',
  dockets: 'Dockets and contacts',
  removed: 'Removed words',
  'taken-along': 'Exports and many files',
  'read-across': 'Read across people',
  'by-itself': 'Done by itself',
};
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
export const howAMessageIsRead = 'How a message is read';
export const howReadingWorks =
  'Type or paste a message to see which tasks it comes to, what was found in it, and what spoke for and against each part. Nothing is kept of it.';
export const whatItHasLearned = 'What it has learned';
export const howItLearns =
  'When you change a draft before making it, make a task where nothing was read, or say that one is not a task, it learns from that. It moves only a little each time, and nothing leaves the firm.';
export const nothingLearned = 'Nothing yet.';
export const youOftenMean = (name: string) => `You often mean ${name} by`;
export const times = (n: number) => `(${n} times)`;
export const forget = 'Forget';
export const forgetThis = (what: string) => `Forget “${what}”`;
export const forgetEverything = 'Forget everything';
export const readAs = 'Read as';
export const itIsNoTask = 'It is not a task.';
export const nothingWasRead = 'Nothing was read.';
export const madeInstead = 'Made:';
export const lessonsUnseen = (n: number) =>
  n === 1 ? 'One more is from talk that you do not see.' : `${n} more are from talk that you do not see.`;
export const messageToRead = 'Message to read';
export const somebodyOutsideWrites = 'Somebody outside writes it';
export const readIt = 'Read it';
export const whatItComesTo = 'What it comes to';
export const asksForNothing = 'It asks for nothing.';
export const foundInIt = 'Found in it';
export const nothingFound = 'No times, names or usual ways of asking.';
export const whatMightAsk = 'What might ask for work';
export const whatBelongsToIt = 'What belongs to it';
export const belongsTo = (request: string) => `belongs to “${request}”`;
export const doesNotBelongTo = (request: string) => `does not belong to “${request}”`;
export const decidedBy = (rule: string) => `Decided by itself: ${rule}.`;
export const words = 'Words';
export const isWhat = 'Are';
export const means = 'Come to';
export const aTime = 'a time';
export const aName = 'a name';
export const howUrgent = 'how urgent it is';
export const wayOfAsking = 'a way of asking or promising';
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

export const roles = 'Roles';
export const rolesAreSets =
  'A role is a set of rights with a name of your own. Everybody has one; choose it under People.';
export const newRole = 'New role';
export const nameOfTheRole = 'Name of the role';
export const whoHasItCan = 'Whoever has it can';
export const retiredRole = 'Retired: nobody is given it any more; who has it keeps it';
export const rolesTakeEffect = 'A change takes effect at once, for everybody with this role.';
export const roleSaved = (name: string) => `Role ${name} saved.`;
export const whoMayDoWhat = 'Who can do what, and why';
export const whatCanDo = (name: string) => `What ${name} can do`;
export const yes = 'Can:';
export const no = 'Cannot:';
export const firmSaved = 'Saved. It is in use now.';
export const nameDoes = 'Stands on every mail and on the customers’ pages from now on.';
export const mailAddress = 'Mail address';
export const addressDoes = 'Mail leaves with this address from now on. Have mail to the old one sent on to it.';
export const country = 'Country';
export const noCountry = 'none';
export const countryDoes = 'Telephone numbers without a prefix are read as this country’s.';
export const zone = 'Time zone';
export const zoneDoes = 'Hours and days are counted in it at once. Moments that were set stay where they are.';
export const usualHours = 'Usual hours';
export const usualHoursDo = 'For everybody and everything without hours of its own. Clocks change at once.';
export const datesAreRead = 'Dates such as 3/4 mean';
export const dayFirst = '3 April (day first)';
export const monthFirst = 'March 4 (month first)';
export const datesDo = 'For dates that people type. Dates that are set stay as they are.';
export const signature = 'Signature';
export const signatureDoes = 'Ends every mail to customers and partners from now on. Leave empty for none.';
export const linkDays = 'Links to their page work for (days)';
export const linkDaysDo = 'For new links. Those that were sent keep their own end.';
export const tellsWhen = 'Tell customers when to expect it';
export const tellsWhenDoes =
  'Their page shows a range of days for their docket, by the forecast. Nothing of how it comes about.';
export const logDays = 'Keep the log for (days)';
export const logDaysDo = 'Older lines are removed each day. At least 30.';
export const logo = 'Logo';
export const noLogo = 'none yet';
export const logoFile = 'Logo file';
export const chooseLogo = 'Choose a picture';
export const logoSaved = 'Saved. Your customers see it on their page.';
export const logoRemoved = 'Removed.';
export const logoDoes = 'Stands over the customers’ page. A PNG or JPEG picture of at most 200 KB.';
export const leavingOf = (name: string) => `${name} leaves`;
export const leavingDoes = (name: string) =>
  `From that moment ${name} cannot sign in, on any device, and no link or calendar address of theirs works. What ` +
  'they said keeps their name. What they own goes to others, or to nobody until somebody takes it.';
export const ownsNothing = (name: string) => `${name} owns nothing that would have to go to somebody else.`;
export const allOfItGoesTo = 'All of it goes to';
export const whatTheyOwn = 'What they own';
export const notYoursToSee = 'something you cannot see';
export const goesTo = (title: string) => `${title} goes to`;
export const cannotSeeIt = (name: string) => `${name} does not see it, so it will be nobody’s.`;
export const endTheAccount = (name: string) => `End the account of ${name}`;
export const onlyHandOn = (count: number) =>
  plural(count, { one: 'Only hand on the one changed', other: `Only hand on the ${count} changed` });
export const handedOn = (count: number) => `${counted(count, { one: 'thing', other: 'things' })} handed on.`;
export const hasLeft = (name: string) => `${name} has left. Nothing of theirs opens any more.`;
export const leaves = 'Leaving the firm';
export const former = 'Who has left';
export const letComeBack = 'Let come back';
export const leftOn = (role: string, day: string) => `${role} until ${day}`;
export const isBack = (name: string) => `${name} is back. Send them an invitation to choose a password.`;

export const itsOwnAddress = 'Its own address';
export const addressOfQueueDoes =
  'New mail to it waits here, whatever its words. Leave empty to let the router decide.';
export const addHolidaysOf = (land: string, count: number) =>
  `Add those of ${land} (${counted(count, { one: 'day', other: 'days' })} to come)`;

export const howDataIsKept = 'How your data is kept';
export const backupMade = 'Backup made and checked.';
export const lastBackupFailed = 'The last backup failed.';
export const newestBackup = 'Newest backup';
export const noBackupYet = 'None yet';
export const olderThanTwoDays = 'older than two days';
export const nightly = 'Schedule';
export const everyNightAt = (at: string, kept: number) =>
  `Every night at ${at}. The newest ${kept === 1 ? 'one is' : `${kept} are`} kept.`;
export const noneByItself = 'Off. Set how many are kept to turn it on.';
export const keptIn = 'Where';
export const inFolder = (folder: string, count: number) =>
  `${folder} (${count === 0 ? 'empty' : count === 1 ? '1 backup' : `${count} backups`})`;
export const database = 'Database';
export const damaged = (what: string) => `Damaged: ${what}. Put a backup in its place with wrenlet restore.`;
export const nothingWrong = (at: string) => `Nothing wrong, checked ${at}`;
export const beingChecked = 'Being checked now';
export const freeOnDisk = 'Free on its disk';
export const gigabytes = (bytes: number) => `${(bytes / 1e9).toLocaleString('en-GB', { maximumFractionDigits: 1 })} GB`;
export const whereBackupsAreSet =
  'The folder, the time and how many are kept are settings of the server. Keep a copy on another machine too: a backup on the same disk goes with the disk.';
export const removeOlderBackups = 'Remove all but the newest';
export const olderBackupsGo = 'All but the newest backup are deleted for good, with the files that only they hold.';
export const olderBackupsRemoved = 'Removed. The newest backup is still there.';
export const makeBackupNow = 'Make a backup now';
export const makingBackup = 'Making a backup…';

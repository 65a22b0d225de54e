import { counted, plural } from '../ui/words';

export const colleagues = 'Colleagues';
export const newGroup = 'New group';
export const myLeave = 'My leave';
export const groups = 'Groups';
export const writeWithoutLeavingPage = (firstName: string) => `Write to ${firstName} without leaving this page`;
export const covers = (firstName: string) => `; ${firstName} covers`;
export const open = 'Open';
export const name = 'Name';
export const whatItIsFor = 'What it is for';
export const withIt = 'With';
export const createGroup = 'Create group';
export const to = 'to';
export const coversOfFirstName = (firstName: string) => `, ${firstName} covers`;
export const cancelLeave = 'Cancel leave';
export const firstDay = 'First day';
export const lastDay = 'Last day';
export const whoCovers = 'Who covers';
export const nobody = 'Nobody';
export const saveLeave = 'Save leave';
export const writesIn = (languageName: string) => `writes in ${languageName}`;
export const noAddressNumberKnown = 'no address or number known';
export const edit = 'Edit';
export const mailAddress = 'Mail address';
export const language = 'Language';
export const en = 'en';
export const kind = 'Kind';
export const number = 'number';
export const mail = 'mail';
export const numberTitle = 'Number';
export const furtherMailAddress = 'Further mail address';
export const mobile = 'mobile';
export const remove = 'Remove';
export const numbersAndAddresses = 'Numbers and addresses';
export const none = 'none';
export const addNumberAddress = 'Add a number or address';
export const save = 'Save';
export const cancel = 'Cancel';
export const mergeUndoneEachHas = 'Merge undone. Each has its own people and conversations again.';
export const isPartOfNow = (name: string, name2: string) => `${name} is part of ${name2} now.`;
export const undo = 'Undo';
export const people = 'People';
export const addAPerson = 'Add a person';
export const conversations = 'Conversations';
export const nothingYetMessagesFrom = 'Nothing yet. Messages to and from them appear here.';
export const openInline = 'open';
export const closed = 'closed';
export const mergedIntoIt = 'Merged into this one';
export const by = (by: string, moment: string) => `by ${by}, ${moment}`;
export const undoMerge = 'Undo merge';
export const nameAndKind = 'Name and kind';
export const customer = 'customer';
export const partner = 'partner';
export const merge = 'Merge';
export const whichOtherOneToo = (name: string) => `Which other one is ${name} too?`;
export const itsPeopleConversationsCome = 'Its people and conversations come over. You can undo it at any time.';
export const theOtherOne = 'The other one';
export const contacts = 'Contacts';
export const findAContact = 'Find a contact';
export const aNameDocket = 'A name or a docket';
export const newCustomer = 'New customer';
export const newPartner = 'New partner';
export const importContacts = 'Import';
export const exportVcards = 'Export vCards';
export const nobodyOfThatName = 'No contact has that name';
export const tryFewerLettersAdd = 'Try fewer letters, or add them with New customer.';
export const nothingWithThemYet = 'nothing with them yet';

export const links = 'Links to their page';
export const noLinksYet =
  'No link has been made yet. With one, they read and answer on a page of their own, without a password.';
export const newLink = 'New link';
export const linkEnded = 'Ended. Whoever came by it is signed out.';
export const endLink = 'End it';
export const endAllOf = (name: string) => `End all of ${name}`;
export const wayOf = (way: string, by: string | null, at: string) =>
  ({
    mail: `mailed by ${by}, ${at}`,
    text: `texted by ${by}, ${at}`,
    copied: by ? `made by ${by}, ${at}` : `made ${at}`,
    'asked-for': `asked for, ${at}`,
    'in-mail': `in a message of ours, ${at}`,
  })[way] ?? at;
export const lastUsed = (at: string) => `Last used ${at}.`;
export const neverUsed = 'Not used yet.';
export const endsOn = (at: string) => `Ends ${at}.`;
export const ended = 'No longer works.';
export const forWhom = 'For';
export const howItGoes = 'How';
export const byMail = 'by mail';
export const byText = 'by text message';
export const byCopy = 'I pass it on myself';
export const words = 'Words';
export const linkStandsAt = 'The link goes where {link} stands.';
export const worksFor = (days: number) => `It works for ${counted(days, { one: 'day', other: 'days' })}.`;
export const endOlder = (count: number) =>
  plural(count, {
    one: 'End the older link, which otherwise goes on working',
    other: `End the ${count} older links, which otherwise go on working`,
  });
export const copyTheLink = 'Copy the link';
export const sendLinkTo = (name: string) => `Send it to ${name}`;
export const linkCopied = 'Copied:';
export const linkSentTo = (to: string) => `Sent to ${to}.`;
export const nameFirst = 'Name of the new one';
export const addThem = 'Add';
export const addCustomer = 'Add customer';
export const addPartner = 'Add partner';
export const noContactsYet = 'No contacts yet';
export const noContactsHow = 'Customers and partners stand here as soon as one is added, imported, or writes to you.';

export const speaksFirst = 'speaks for them';
export const speaksFor = 'What they decide or look after';
export const speaksForHint = 'Such as orders, invoices, access to the building';

export const crews = 'Crews';

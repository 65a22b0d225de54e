export const visit = 'Visit';
export const none = 'none';
export const plan = 'Plan one';
export const change = 'Change';
export const remove = 'Remove the visit';
export const place = 'Where';
export const from = 'Not before';
export const window = 'How long you may arrive after that';
export const way = 'The way there';
export const wayTo = (title: string) => `The way to ${title}`;
export const wayIs = (length: string) => `${length} to get there`;
export const save = 'Save';
export const sayFrom = 'Say when the visit is.';
export const offer = (party: string) => `Offer it to ${party}`;
export const words = 'What you write';
export const askWhether = (place: string) => `We would like to come (${place}). Which time suits you?`;
export const times = 'Times to choose from';
export const another = 'Another time to offer';
export const anotherTime = 'Another time';
export const removeTime = (words: string) => `Do not offer ${words}`;
export const send = 'Send';
export const sendAnyway = 'Send it anyway';
export const leaves = 'It leaves';
export const tellOnOurWay = (party: string) => `Tell ${party} we are on our way`;
export const weAreOnOurWay = 'We are on our way to you.';
/** What a stock reply is called, in small letters, that says just this. */
export const replyOnOurWay = 'on our way';
export const stockReply = 'Stock reply';
export const ownWords = 'in my own words';
export const seeOffer = 'See the offer';
export const states: Record<string, string> = {
  planned: 'Nobody outside knows of it yet.',
  offered: 'It is offered, and not answered yet.',
  agreed: 'They agreed to this time.',
  'another-time': 'They want another time.',
  'on-our-way': 'They know that we are on our way.',
};
export const theyWrote = (words: string) => `They wrote: “${words}”`;
export const today = 'Where you go today';
export const goes = (leave: string, arrive: string, length: string) =>
  `leave at ${leave}, there at ${arrive} (${length})`;
export const there = (at: string) => `there at ${at}`;
export const late = (length: string) => `${length} too late for it: move one of them`;

import { counted } from '../../ui/words';

export const crew = 'Crew';
export const people = (n: number) => counted(n, { one: 'person', other: 'people' });
export const looksAfter = (queues: string[]) => `looks after ${queues.join(', ')}`;
export const onDuty = 'On duty';
export const noRota = 'No rota yet. With one, what waits in the crew’s queues is told to whoever is on duty.';
export const nobodyNow = 'Nobody is on duty by the rota just now; the whole crew is told.';
export const until = (at: string) => `until ${at}`;
export const uncovered = 'nobody';
export const now = 'now';
export const addRota = 'Add a rota';
export const changeRota = (name: string) => `Change ${name}`;
export const removeRota = 'Remove this rota';
export const name = 'Name';
export const span = 'How long a turn lasts';
export const spans: Record<string, string> = {
  weeks: 'a week',
  nights: 'every night of a week',
  weekends: 'a weekend',
};
export const startDay = 'Begins on';
export const starts = 'at';
export const endDay = 'Ends on';
export const ends = 'Ends at';
export const firstWeek = 'First in the week of';
export const turns = 'Whose turn, in order';
export const addTurn = 'Add';
export const remove = 'Remove';
export const moveUp = (name: string) => `Move ${name} up`;
export const save = 'Save';
export const cancel = 'Cancel';
export const ahead = 'Coming turns';
export const swap = 'Swap';
export const swapTurn = (name: string, day: string) => `Swap ${name} from ${day}`;
export const whoTakes = 'Who should take it?';
export const inReturn = 'And you take';
export const nothingInReturn = 'nothing in return';
export const askThem = 'Ask';
export const swaps = 'Swaps waiting for an answer';
export const asks = (from: string, to: string) => `${from} asks ${to}`;
export const takes = (name: string, day: string) => `to take ${name} from ${day}`;
export const forThat = (name: string, from: string, day: string) => `; ${from} takes ${name} from ${day}`;
export const agree = 'I take it';
export const decline = 'No';
export const withdraw = 'Withdraw';
export const members = 'People';
export const away = (until: string, cover: string | null) =>
  cover ? `away until ${until}, ${cover} covers` : `away until ${until}`;
export const onDutyUntil = (at: string) => `on duty until ${at}`;
export const load = 'Load this week';
export const loadOf = (work: string, free: string) => `${work} h planned, ${free} h to work in`;
export const worklists = 'Worklists';
export const noWorklists = 'None yet. Make one for the crew under Tasks, Columns.';
export const onlyCrew = 'The crew’s conversation is for those who are in it.';
export const open = 'Open the conversation';
export const days = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

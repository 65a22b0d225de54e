import { counted } from '../../ui/words';

export const sendLater = 'Send later';
export const sendLaterTip = 'Send later: when you open, or at another moment';
export const whenWeOpen = 'When we open';
export const whenWeOpenAt = (when: string) => `When we open, ${when}`;
export const atAnotherMoment = 'At another moment';
export const sendThen = 'Send then';
export const untilThen = 'Until then you can change it, send it now, or keep it back.';
export const leavesAt = (when: string) => `Leaves ${when}.`;
export const leavesIn = 'Leaves in its turn.';
export const waitingToLeave = 'Waiting to leave';
export const byName = (name: string) => `from ${name}`;
export const goesWith = (files: number, goes: string | null) =>
  [
    files > 0 ? counted(files, { one: 'file', other: 'files' }) : '',
    goes === 'ask' ? 'an ask' : goes === 'meeting' ? 'an invitation' : '',
  ]
    .filter(Boolean)
    .join(' and ');
export const withIt = (what: string) => `With ${what}.`;
export const didNotLeave = 'It did not leave.';
export const sendNow = 'Send now';
export const change = 'Change';
export const anotherTime = 'Another time';
export const keepBack = 'Keep back';
export const keepBackTip = 'It does not leave; its words go back to where you write';
export const stop = 'Stop it';
export const stopTip = 'It does not leave; whoever wrote it is told';
export const save = 'Save';
export const cancel = 'Cancel';
export const words = 'Words';
export const keptBack = 'It does not leave. Its words are where you write.';
export const sendAnyway = 'Save anyway';
export const whenToLeave = 'When it leaves';

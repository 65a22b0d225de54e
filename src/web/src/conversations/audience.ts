import type { ConversationView } from '../api/client';
import * as texts from './texts';

/** What a conversation's lane is called, and what one does when one writes in it. */
const words: Record<string, [lane: string, writing: string]> = {
  inside: [texts.inside, texts.addANote],
  direct: [texts.direct, texts.directMessage],
  group: ['This group', texts.writeToTheGroup],
  notice: [texts.comments, texts.commentOnTheNotice],
  task: [texts.aboutTheTask, texts.noteOnTheTask],
  meeting: [texts.meeting, texts.noteOnTheMeeting],
  worklist: [texts.aboutTheWorklist, texts.noteOnTheWorklist],
};

export const laneName = (conversation: ConversationView) => words[conversation.audience]?.[0] ?? texts.outsideTitle;

export const writingName = (conversation: ConversationView) =>
  words[conversation.audience]?.[1] ?? texts.replyTo(conversation.party?.name);

/** Those who take part have said so: no lane of the firm's. */
export const isAmong = (conversation: ConversationView) =>
  ['direct', 'group', 'notice'].includes(conversation.audience);

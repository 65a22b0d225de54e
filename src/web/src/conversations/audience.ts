import type { ConversationView } from '../api/client';

/** What a conversation's lane is called, and what one does when one writes in it. */
const words: Record<string, [lane: string, writing: string]> = {
  inside: ['Inside', 'Add a note'],
  direct: ['Direct', 'Direct message'],
  group: ['This group', 'Write to the group'],
  notice: ['Comments', 'Comment on the notice'],
  task: ['About the task', 'Note on the task'],
  meeting: ['Meeting', 'Note on the meeting'],
};

export const laneName = (conversation: ConversationView) => words[conversation.audience]?.[0] ?? 'Outside';

export const writingName = (conversation: ConversationView) =>
  words[conversation.audience]?.[1] ?? `Reply to ${conversation.party?.name}`;

/** Those who take part have said so: no lane of the firm's. */
export const isAmong = (conversation: ConversationView) =>
  ['direct', 'group', 'notice'].includes(conversation.audience);

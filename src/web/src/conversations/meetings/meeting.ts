import { useQuery } from '@tanstack/react-query';
import { type MeetingView, type NewMeeting, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Kept } from '../../api/store';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

/** A meeting that is about to be set beside the words of a draft, which are its agenda. */
export type MeetingDraft = {
  title: string;
  with: string[];
  minutes: number;
  from: string | null;
  where: string;
  call: boolean;
};

/** By conversation; like the words, it outlives the page. */
export const meetingDrafts = new Kept<Record<string, MeetingDraft>>('wrenlet.meeting', {}, { personal: true });

export const blankMeeting: MeetingDraft = { title: '', with: [], minutes: 60, from: null, where: '', call: true };

export const setMeetingDraft = (conversation: string, draft: MeetingDraft | null) =>
  meetingDrafts.set((all) => {
    const rest = { ...all };
    delete rest[conversation];
    return draft ? { ...rest, [conversation]: draft } : rest;
  });

/** Changes a meeting that is being set as it is by now: what was changed since it was drawn stays. */
export const changeMeetingDraft = (conversation: string, change: (now: MeetingDraft) => Partial<MeetingDraft>) =>
  meetingDrafts.set((all) => {
    const now = all[conversation];
    return now ? { ...all, [conversation]: { ...now, ...change(now) } } : all;
  });

/** A draft as the server wants it; null while it has no time, title or company. */
export const asMeeting = (draft: MeetingDraft, id: string): NewMeeting | null =>
  draft.from && draft.title.trim() && draft.with.length > 0
    ? {
        id,
        title: draft.title.trim(),
        from: draft.from,
        minutes: draft.minutes,
        with: draft.with,
        where: draft.where.trim() || null,
        call: draft.call,
      }
    : null;

/** What is still to be said before it can be sent, in words; empty when nothing is. */
export const missing = (draft: MeetingDraft) =>
  [
    draft.title.trim() ? '' : texts.aTitle,
    draft.with.length > 0 ? '' : texts.whoTakesPart,
    draft.from ? '' : texts.aTime,
    draft.where.trim() || draft.call ? '' : texts.aPlaceCall,
  ]
    .filter(Boolean)
    .join(', ');

export const lengths: [number, string][] = [
  [15, texts.n15Min],
  [30, texts.n30Min],
  [45, texts.n45Min],
  [60, texts.n1H],
  [90, texts.n1H30],
  [120, texts.n2H],
  [180, texts.n3H],
  [240, texts.n4H],
];

/** One's meetings from today on. */
export const useMeetings = () =>
  useQuery({ queryKey: keys.meetings, queryFn: () => taken(api.GET('/api/meetings')), refetchInterval: 60_000 });

/** One's meetings of some days from one on. */
export const useMeetingsFrom = (from: string, days: number) =>
  useQuery({
    queryKey: [...keys.meetings, from, days],
    queryFn: () => taken(api.GET('/api/meetings', { params: { query: { from, days } } })),
    placeholderData: (before) => before,
  });

/** When people can meet, and their hours day by day. */
export const useMeetingTimes = (conversation: string, people: string[], minutes: number, from: string | null) =>
  useQuery({
    queryKey: ['meeting-times', conversation, people.join(), minutes, from],
    queryFn: () =>
      taken(
        api.GET('/api/conversations/{id}/meeting-times', {
          params: { path: { id: conversation }, query: { with: people.join(), minutes, ...(from ? { from } : {}) } },
        }),
      ),
    placeholderData: (before) => before,
    staleTime: 15_000,
  });

type Change =
  | { way: 'answer'; answer: string; words?: string; proposes?: string | null }
  | { way: 'time'; from: string; minutes: number }
  | { way: 'calling-off' }
  | { way: 'transcript'; text: string };

/** Does something with a meeting; what came of it arrives live at its entry, and wherever meetings stand. */
export async function change(meeting: MeetingView, what: Change): Promise<boolean> {
  const params = { path: { id: meeting.id } };
  try {
    await taken(
      what.way === 'answer'
        ? api.PUT('/api/meetings/{id}/answer', {
            params,
            body: { answer: what.answer, words: what.words ?? null, proposes: what.proposes ?? null },
          })
        : what.way === 'time'
          ? api.PUT('/api/meetings/{id}/time', { params, body: { from: what.from, minutes: what.minutes } })
          : what.way === 'transcript'
            ? api.POST('/api/meetings/{id}/transcript', { params, body: { text: what.text } })
            : api.POST('/api/meetings/{id}/calling-off', { params }),
    );
    refreshMeetings();
    return true;
  } catch (wrong) {
    sayWrong(wrong);
    return false;
  }
}

/** Reads meetings anew wherever they stand in lists; at their entries the live connection shows them. */
export function refreshMeetings() {
  for (const key of [keys.meetings, keys.today, keys.page, ['meeting-times']])
    void queries.invalidateQueries({ queryKey: key });
}

export const minutesOf = (meeting: MeetingView) => (Date.parse(meeting.until) - Date.parse(meeting.from)) / 60_000;

export const answerWords: Record<string, string> = {
  coming: texts.comes,
  perhaps: texts.mayCome,
  'not-coming': texts.cannotCome,
  unanswered: texts.hasNotAnswered,
};

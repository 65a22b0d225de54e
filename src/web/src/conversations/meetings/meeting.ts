import { useQuery } from '@tanstack/react-query';
import { type MeetingView, type NewMeeting, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Kept } from '../../api/store';
import { sayWrong } from '../../ui/toasts';

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
    draft.title.trim() ? '' : 'a title',
    draft.with.length > 0 ? '' : 'who takes part',
    draft.from ? '' : 'a time',
    draft.where.trim() || draft.call ? '' : 'a place or a call',
  ]
    .filter(Boolean)
    .join(', ');

export const lengths: [number, string][] = [
  [15, '15 min'],
  [30, '30 min'],
  [45, '45 min'],
  [60, '1 h'],
  [90, '1 h 30'],
  [120, '2 h'],
  [180, '3 h'],
  [240, '4 h'],
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
  coming: 'comes',
  perhaps: 'may come',
  'not-coming': 'cannot come',
  unanswered: 'has not answered',
};

import { useQuery } from '@tanstack/react-query';
import type { AskItem, AskView, NewAsk } from '../api/client';
import { api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { Kept } from '../api/store';
import { goesAlong } from '../conversations/beside';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

export const useAskable = (conversation: string) =>
  useQuery({
    queryKey: ['askable', conversation],
    queryFn: () => taken(api.GET('/api/conversations/{id}/askable', { params: { path: { id: conversation } } })),
    staleTime: 60_000,
  }).data ?? [];

/** What is about to be asked beside the words of a draft. */
export type AskDraft = {
  kind: string;
  of: { kind: string; id: string }[];
  rule: string;
  needed: number;
  due: string | null;
  timeUp: string;
  passTo: string | null;
  options: string;
  several: boolean;
  hidden: boolean;
  right: number | null;
};

/** By conversation; like the words, it outlives the page. */
export const askDrafts = new Kept<Record<string, AskDraft>>('wrenlet.asking', {}, { personal: true });

export const blankAsk: AskDraft = {
  kind: 'question',
  of: [],
  rule: 'anyone',
  needed: 2,
  due: null,
  timeUp: 'remind',
  passTo: null,
  options: '',
  several: false,
  hidden: false,
  right: null,
};

export const setAskDraft = (conversation: string, draft: AskDraft | null) =>
  askDrafts.set((all) => {
    const rest = { ...all };
    delete rest[conversation];
    return draft ? { ...rest, [conversation]: draft } : rest;
  });

/** Changes what is being asked as it is by now: what was changed since it was drawn stays. */
export const changeAskDraft = (conversation: string, change: (now: AskDraft) => Partial<AskDraft>) =>
  askDrafts.set((all) => {
    const now = all[conversation];
    return now ? { ...all, [conversation]: { ...now, ...change(now) } } : all;
  });

goesAlong<AskDraft>('ask', (conversation) => askDrafts.get()[conversation] ?? null, setAskDraft);

export const optionsOf = (draft: AskDraft) =>
  draft.options
    .split('\n')
    .map((o) => o.trim())
    .filter((o) => o !== '');

/** A draft as the server wants it. */
export const asAsk = (draft: AskDraft, id: string): NewAsk => ({
  id,
  kind: draft.kind,
  of: draft.of,
  rule: draft.rule,
  needed: draft.rule === 'number' ? draft.needed : null,
  due: draft.due,
  timeUp: draft.due ? draft.timeUp : 'remind',
  passTo: draft.due && draft.timeUp === 'pass-on' ? draft.passTo : null,
  options: draft.kind === 'choice' ? optionsOf(draft) : null,
  several: draft.several,
  hidden: draft.hidden,
  right: draft.kind === 'choice' ? draft.right : null,
});

export const kinds: [string, string, string][] = [
  ['question', texts.question, texts.answeredInWords],
  ['decision', texts.decision, texts.approveOrDecline],
  ['choice', texts.choice, texts.oneOfSeveral],
  ['confirmation', texts.confirmation, texts.readAndUnderstood],
];

export const kindWord = (kind: string) => kinds.find(([k]) => k === kind)?.[1] ?? kind;

type Way = 'answer' | 'passing' | 'not-mine' | 'reminders' | 'withdrawal' | 'renewal';

/** Does something with an ask; what came of it arrives live at its entry, and here. */
export async function act(ask: AskView, way: Way, body: Record<string, unknown> = {}): Promise<boolean> {
  const params = { path: { id: ask.id } };
  try {
    const now = await taken(
      way === 'answer'
        ? api.PUT('/api/asks/{id}/answer', { params, body: { version: ask.version, ...body } })
        : way === 'passing'
          ? api.POST('/api/asks/{id}/passing', { params, body: body as { to: string; reason: string } })
          : way === 'not-mine'
            ? api.POST('/api/asks/{id}/not-mine', { params, body: body as { reason: string } })
            : way === 'withdrawal'
              ? api.POST('/api/asks/{id}/withdrawal', { params, body: body as { reason: string } })
              : way === 'renewal'
                ? api.DELETE('/api/asks/{id}/withdrawal', { params })
                : api.POST('/api/asks/{id}/reminders', { params }),
    );
    showAsk(now);
    return true;
  } catch (wrong) {
    sayWrong(wrong);
    return false;
  }
}

/** Withdraws an ask; undone, it waits again for whom it had waited for. */
export async function withdrawAsk(ask: AskView) {
  if (await act(ask, 'withdrawal', { reason: '' }))
    say(texts.withdrawnNobodyAskedAny, {
      action: { label: texts.undo, run: () => void act(ask, 'renewal') },
    });
}

/** Shows how an ask stands in the lists of asks; at its entry the live connection shows it. */
export function showAsk(ask: AskView) {
  const into = (list: AskItem[] | undefined) => list?.map((i) => (i.ask.id === ask.id ? { ...i, ask } : i));
  for (const list of ['on-me', 'of-mine']) queries.setQueryData<AskItem[]>([...keys.asks, list], into);
  void queries.invalidateQueries({ queryKey: keys.asks });
  void queries.invalidateQueries({ queryKey: keys.page });
}

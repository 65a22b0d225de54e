import { type KeptDraft as ServerDraft, api, taken } from '../api/client';
import { whenDraftChanges } from '../api/live';
import { Kept } from '../app/store';

/**
 * What is being written in a conversation and not sent yet: the editor's document. It is kept in this browser at once, and
 * on the server a moment later, so that it outlives a reload, a lost connection and a change of device.
 */
export type KeptDraft = {
  docket: string | null;
  doc: unknown;
  /** Whether the server does not have it yet. */
  unsaved?: boolean;
  /** Which page wrote it last. */
  from?: string;
};

export const drafts = new Kept<Record<string, KeptDraft>>('wrenlet.drafts', {});

/** Names this page among one's own. */
export const thisPage = crypto.randomUUID();

const Rests = 700;
const waiting = new Map<string, ReturnType<typeof setTimeout>>();

function put(conversation: string, draft: KeptDraft | null) {
  const { [conversation]: before, ...others } = drafts.get();
  if (draft) drafts.set({ ...others, [conversation]: draft });
  else if (before) drafts.set(others);
  return before;
}

/** Keeps what is being written; null when it was sent or thrown away. */
export function keepDraft(conversation: string, draft: Pick<KeptDraft, 'docket' | 'doc'> | null) {
  const before = put(conversation, draft && { ...draft, unsaved: true, from: thisPage });
  if (!draft && !before) return;
  clearTimeout(waiting.get(conversation));
  waiting.set(
    conversation,
    setTimeout(() => void save(conversation), draft ? Rests : 0),
  );
}

async function save(conversation: string) {
  const draft = drafts.get()[conversation];
  try {
    await taken(
      api.PUT('/api/conversations/{id}/draft', {
        params: { path: { id: conversation } },
        body: { doc: draft?.doc ?? null, from: thisPage },
      }),
    );
    const now = drafts.get()[conversation];
    if (now && now === draft) put(conversation, { ...now, unsaved: false });
  } catch {
    // It stays in this browser, marked as unsaved, and is saved with the next change or at the next connection.
  }
}

/** Brings both sides together: what only this browser has goes to the server, the rest comes from there. */
export async function joinDrafts() {
  const stored = await taken(api.GET('/api/drafts'));
  const local = drafts.get();
  const known = new Set(stored.map((d) => d.conversation));
  for (const draft of stored) if (!local[draft.conversation]?.unsaved) take(draft);
  for (const [conversation, draft] of Object.entries(local))
    if (draft.unsaved) void save(conversation);
    else if (!known.has(conversation)) put(conversation, null);
}

function take(draft: ServerDraft) {
  put(
    draft.conversation,
    draft.doc ? { docket: draft.docket, doc: draft.doc, unsaved: false, from: draft.from ?? 'server' } : null,
  );
}

/** Takes on what is written on another of one's pages. */
export const hearDrafts = () => whenDraftChanges((draft) => draft.from !== thisPage && take(draft));

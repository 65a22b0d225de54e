import { type KeptDraft as ServerDraft, api, taken } from '../api/client';
import { whenDraftChanges } from '../api/live';
import { Kept } from '../api/store';
import { type Beside, besideOf, parted, takeBeside, whole } from './beside';

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

export const drafts = new Kept<Record<string, KeptDraft>>('wrenlet.drafts', {}, { personal: true });

/** Names this page among one's own. */
export const thisPage = crypto.randomUUID();

const Rests = 700;
const waiting = new Map<string, ReturnType<typeof setTimeout>>();

/**
 * Drafts that the server does not have as they are here: their words, or what goes along with them. What is on its way
 * from there is older, and is not taken on. It outlives the page, as the drafts do.
 */
const unsaved = new Kept<string[]>('wrenlet.unsaved', [], { personal: true });
const changes = new Map<string, number>();

const mark = (conversation: string) => {
  changes.set(conversation, (changes.get(conversation) ?? 0) + 1);
  if (!unsaved.get().includes(conversation)) unsaved.set((all) => [...all, conversation]);
};

const isUnsaved = (conversation: string) => unsaved.get().includes(conversation);

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
  saveSoon(conversation, draft ? Rests : 0);
}

/** What went along with each draft when the server last had it from here, or gave it. */
const agreed = new Map<string, string>();
const seen = new Map<string, string>();

/** Keeps what goes along with a draft, where that has changed on this page since it was first looked at. */
export function keepBeside(conversation: string) {
  const now = JSON.stringify(besideOf(conversation));
  const before = agreed.get(conversation) ?? seen.get(conversation);
  seen.set(conversation, now);
  if (before === undefined || before === now) return;
  // An ask or a meeting that changed in another window of this browser is saved by that one, with the words that stand there.
  if (document.hasFocus() || filesIn(before) !== filesIn(now)) saveSoon(conversation, Rests);
}

const filesIn = (beside: string) => JSON.stringify((JSON.parse(beside) as Beside | null)?.files ?? []);

function saveSoon(conversation: string, rests: number) {
  mark(conversation);
  clearTimeout(waiting.get(conversation));
  waiting.set(
    conversation,
    setTimeout(() => void save(conversation), rests),
  );
}

async function save(conversation: string) {
  const draft = drafts.get()[conversation];
  const beside = besideOf(conversation);
  const change = changes.get(conversation);
  try {
    await taken(
      api.PUT('/api/conversations/{id}/draft', {
        params: { path: { id: conversation } },
        body: { doc: whole(draft?.doc, beside), from: thisPage },
      }),
    );
    agreed.set(conversation, JSON.stringify(beside));
    if (changes.get(conversation) === change) unsaved.set((all) => all.filter((c) => c !== conversation));
    const now = drafts.get()[conversation];
    if (now && now === draft) put(conversation, { ...now, unsaved: false });
  } catch {
    // It stays in this browser, marked as unsaved, and is saved with the next change or at the next connection.
  }
}

/** Brings both sides together: what only this browser has goes to the server, the rest comes from there. */
export async function joinDrafts() {
  const before = new Map(changes);
  const onTheirWay = unsaved.get();
  const stored = await taken(api.GET('/api/drafts'));
  // What was written or saved here while that was read is newer than the answer, also where the server has it by now.
  const newer = [...onTheirWay, ...[...changes.keys()].filter((c) => changes.get(c) !== before.get(c))];
  const local = drafts.get();
  const known = new Set(stored.map((d) => d.conversation));
  const unsent = new Set([...unsaved.get(), ...Object.keys(local).filter((c) => local[c]!.unsaved)]);
  const own = new Set([...unsent, ...newer]);
  for (const draft of stored) if (!own.has(draft.conversation)) take(draft);
  for (const conversation of unsent) void save(conversation);
  for (const conversation of Object.keys(local))
    if (!own.has(conversation) && !known.has(conversation)) put(conversation, null);
  // What went along with a draft that was sent on another page goes with it.
  for (const [conversation, beside] of agreed)
    if (!own.has(conversation) && !known.has(conversation) && beside === JSON.stringify(besideOf(conversation)))
      takeBeside(conversation, null);
}

function take(draft: ServerDraft) {
  const { doc, beside } = parted(draft.doc);
  put(draft.conversation, doc ? { docket: draft.docket, doc, unsaved: false, from: draft.from ?? 'server' } : null);
  takeBeside(draft.conversation, beside);
  agreed.set(draft.conversation, JSON.stringify(besideOf(draft.conversation)));
}

/** Takes on what is written on another of one's pages, unless it is being changed here just now: then that is saved next. */
export const hearDrafts = () =>
  whenDraftChanges((draft) => draft.from !== thisPage && !isUnsaved(draft.conversation) && take(draft));

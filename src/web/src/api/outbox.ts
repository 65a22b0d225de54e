import type { Schemas } from './client';
import { Kept } from './store';
import {
  api,
  type AskedTask,
  type EntryView,
  type NewAsk,
  type NewMeeting,
  Refusal,
  taken,
  Unreachable,
} from './client';

/** Something said that the server has not acknowledged yet. */
export type Waiting = {
  id: string;
  conversation: string;
  docket: string | null;
  body: string;
  close: boolean;
  at: string;
  via?: string | null;
  to?: string[] | null;
  files?: { id: string; caption: string | null; marks?: Schemas['PictureMarkView'][] | null }[];
  seen?: number | null;
  knowing?: boolean;
  repliesTo?: string | null;
  tasks?: { id: string; task: AskedTask }[];
  ask?: NewAsk | null;
  meeting?: NewMeeting | null;
  refused?: string;
  /** How often it was tried in vain. */
  tries?: number;
};

/** What was sent but not yet acknowledged; it survives a reload, and is sent again with the same id. */
export const outbox = new Kept<Waiting[]>('wrenlet.outbox', [], { personal: true });

type Sent = (waiting: Waiting, entry: EntryView) => void;

/** Pauses between tries in milliseconds: each twice as long as the one before, up to a minute. */
const FirstPause = 2_000;
const LongestPause = 60_000;

let onSent: Sent = () => {};
let busy = false;
let again: ReturnType<typeof setTimeout> | undefined;

/** Says what is to happen with an entry that has been acknowledged. */
export const whenSent = (then: Sent) => {
  onSent = then;
};

/** Puts something into the outbox and tries to send all of it. A refusal is thrown, and the words are the caller's again. */
export async function send(waiting: Waiting): Promise<void> {
  outbox.set((all) => [...all, waiting]);
  await attempt(waiting);
}

/** Tries again what still waits. */
export async function flushOutbox() {
  if (busy) return;
  busy = true;
  try {
    for (const waiting of outbox.get()) {
      if (waiting.refused) continue;
      try {
        await attempt(waiting);
      } catch (wrong) {
        if (!(wrong instanceof Refusal)) throw wrong;
        outbox.set((all) => [...all, { ...waiting, refused: wrong.message }]);
      }
    }
  } finally {
    busy = false;
  }
}

/** Tries again after a pause what waits still, the later the more often it was tried. */
function tryLater() {
  const tries = outbox.get().flatMap((w) => (w.refused ? [] : [w.tries ?? 0]));
  if (tries.length === 0) return;
  clearTimeout(again);
  const pause = Math.min(LongestPause, FirstPause * 2 ** Math.max(0, Math.min(...tries) - 1));
  again = setTimeout(() => void flushOutbox(), pause);
}

/** Takes something out of the outbox for good. */
export const withdraw = (id: string) => outbox.set((all) => all.filter((w) => w.id !== id));

/** As the server takes it. */
export const asNewEntry = (said: Waiting): Schemas['NewEntry'] => ({
  id: said.id,
  body: said.body,
  close: said.close,
  via: said.via ?? null,
  to: said.to ?? null,
  files: said.files ?? null,
  seen: said.seen ?? null,
  knowing: said.knowing ?? false,
  repliesTo: said.repliesTo ?? null,
  tasks: said.tasks ?? null,
  ask: said.ask ?? null,
  meeting: said.meeting ?? null,
});

async function attempt(waiting: Waiting) {
  try {
    const entry = await taken(
      api.POST('/api/conversations/{id}/entries', {
        params: { path: { id: waiting.conversation } },
        body: asNewEntry(waiting),
      }),
    );
    onSent(waiting, entry);
    withdraw(waiting.id);
  } catch (wrong) {
    if (
      wrong instanceof Unreachable ||
      (wrong instanceof Refusal && (wrong.status === 401 || wrong.status === 429 || wrong.status >= 500))
    ) {
      outbox.set((all) => all.map((w) => (w.id === waiting.id ? { ...w, tries: (w.tries ?? 0) + 1 } : w)));
      tryLater();
      return;
    }
    withdraw(waiting.id);
    throw wrong;
  }
}

window.addEventListener('online', () => void flushOutbox());

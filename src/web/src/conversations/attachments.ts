import { v7 as newId } from 'uuid';
import { at } from '../api/at';
import { type FileView, Refusal, Unreachable, api, sendPart, taken } from '../api/client';
import { Kept, whenOwned } from '../api/store';
import type { PictureMark } from '../ui/picture/Marks';
import * as texts from './texts';

/** A file that goes with what is being written. */
export type Attachment = {
  id: string;
  name: string;
  size: number;
  type: string;
  caption: string;
  /** Its marked spots; left out for none. */
  marks?: PictureMark[];
  /** Bytes that are on the server. */
  sent: number;
  /**
   * going: on its way; resting: the server cannot be reached, it goes on by itself; ready: all of it is there;
   * failed: it needs a hand, and says why.
   */
  state: 'going' | 'resting' | 'ready' | 'failed';
  wrong?: string;
  view?: FileView;
};

const PartSize = 8 * 1024 * 1024;
const AtOnce = 3;

/** What goes with each conversation's draft; it outlives a reload, but the bytes of what had not come must then be chosen again. */
export const attachments = new Kept<Record<string, Attachment[]>>(
  'wrenlet.attachments',
  {},
  {
    place: sessionStorage,
    personal: true,
  },
);

/** The files themselves, as long as the page lives. */
const held = new Map<string, File>();
const previews = new Map<string, string>();
let running = 0;
const queue: (() => void)[] = [];

const listOf = (conversation: string) => attachments.get()[conversation] ?? [];

/** Changes the list of a conversation. */
const arrange = (conversation: string, change: (list: Attachment[]) => Attachment[]) =>
  attachments.set((all) => {
    const { [conversation]: before = [], ...others } = all;
    const after = change(before);
    return after.length > 0 ? { ...others, [conversation]: after } : others;
  });

const patch = (conversation: string, id: string, change: Partial<Attachment>) =>
  arrange(conversation, (list) => list.map((a) => (a.id === id ? { ...a, ...change } : a)));

/** Says what a file is called beside others; it keeps its place. */
export const caption = (conversation: string, id: string, words: string) => patch(conversation, id, { caption: words });

/** Marks spots of a picture; it keeps its place. */
export const mark = (conversation: string, id: string, marks: PictureMark[]) => patch(conversation, id, { marks });

/** Files as they go with what is said: each with what is said of it and of its spots. */
export const asSent = (list: Attachment[]) =>
  list.map((a) => ({ id: a.id, caption: a.caption || null, marks: a.marks?.length ? a.marks : null }));

/** Where the whole picture is, on the server or still on this device; null for what is none. */
export function wholeOf(attachment: Attachment): string | null {
  if (attachment.view) return attachment.view.shown === 'picture' ? at(`/api/files/${attachment.id}`) : null;
  return previewOf(attachment);
}

/** A picture of a file that has not come yet, from this device. */
export function previewOf(attachment: Attachment): string | null {
  if (attachment.view?.width) return at(`/api/files/${attachment.id}/thumbnail`);
  const file = held.get(attachment.id);
  if (!file || !/^image\/(png|jpeg|gif|webp|avif)$/.test(file.type)) return null;
  if (!previews.has(attachment.id)) previews.set(attachment.id, URL.createObjectURL(file));
  return previews.get(attachment.id)!;
}

/** Adds files and begins to send them. One that was on its way before a reload goes on where it was. */
export function attach(conversation: string, files: Iterable<File>): string[] {
  const ids: string[] = [];
  for (const file of files) {
    const before = listOf(conversation).find(
      (a) => a.state === 'failed' && !held.has(a.id) && a.name === file.name && a.size === file.size,
    );
    const id = before?.id ?? newId();
    held.set(id, file);
    if (!before)
      arrange(conversation, (list) => [
        ...list,
        {
          id,
          name: file.name,
          size: file.size,
          type: file.type,
          caption: '',
          sent: 0,
          state: 'going',
        },
      ]);
    begin(conversation, id);
    ids.push(id);
  }
  return ids;
}

/** Adds a file that the server has already. */
export const attachKnown = (conversation: string, view: FileView) =>
  arrange(conversation, (list) => [
    ...list,
    {
      id: view.id,
      name: view.name,
      size: view.size,
      type: view.mediaType,
      caption: view.caption ?? '',
      marks: view.marks,
      sent: view.size,
      state: 'ready',
      view,
    },
  ]);

/** The files that go along and are on the server, as they are called here. */
export const readyOf = (conversation: string): FileView[] =>
  listOf(conversation).flatMap((a) =>
    a.state === 'ready' && a.view ? [{ ...a.view, caption: a.caption || null, marks: a.marks ?? [] }] : [],
  );

/** Makes the files that are on the server these ones; those that are on their way stay. */
export function attachedKnown(conversation: string, views: FileView[]) {
  const now = readyOf(conversation);
  const known = (list: FileView[]) => JSON.stringify(list.map((f) => [f.id, f.caption, f.marks ?? []]));
  if (known(now) === known(views)) return;
  arrange(conversation, (list) => list.filter((a) => a.state !== 'ready'));
  for (const view of views) attachKnown(conversation, view);
}

/** Takes a file out, wherever it is on its way. */
export function takeOut(conversation: string, attachment: Attachment) {
  arrange(conversation, (list) => list.filter((a) => a.id !== attachment.id));
  drop(attachment.id);
  if (attachment.state !== 'ready')
    void api.DELETE('/api/uploads/{id}', { params: { path: { id: attachment.id } } }).catch(() => undefined);
}

/** Forgets what has been sent with an entry. */
export function attachmentsSent(conversation: string, sent: Attachment[]) {
  arrange(conversation, (list) => list.filter((a) => !sent.some((s) => s.id === a.id)));
  for (const { id } of sent) drop(id);
}

/** Moves a file before or behind its neighbour. */
export const move = (conversation: string, id: string, to: number) =>
  arrange(conversation, (list) => {
    const one = list.find((a) => a.id === id)!;
    const others = list.filter((a) => a.id !== id);
    return [...others.slice(0, to), one, ...others.slice(to)];
  });

/** Tries a file again that did not come. */
export function retry(conversation: string, id: string) {
  if (held.has(id)) begin(conversation, id);
}

/** Whether the bytes of a file are at hand, so that it can be tried again without being chosen again. */
export const atHand = (id: string) => held.has(id);

function drop(id: string) {
  held.delete(id);
  const url = previews.get(id);
  if (url) URL.revokeObjectURL(url);
  previews.delete(id);
}

function begin(conversation: string, id: string) {
  patch(conversation, id, { state: 'going', wrong: undefined });
  const start = () => {
    running++;
    void run(conversation, id).finally(() => {
      running--;
      queue.shift()?.();
    });
  };
  if (running < AtOnce) start();
  else queue.push(start);
}

const rest = (time: number) =>
  new Promise<void>((resolve) => {
    const done = () => {
      window.removeEventListener('online', done);
      clearTimeout(timer);
      resolve();
    };
    const timer = setTimeout(done, time);
    window.addEventListener('online', done);
  });

/** Sends a file part by part, from where the server says that it stopped, until all of it is there. */
async function run(conversation: string, id: string) {
  const wanted = () => held.has(id) && listOf(conversation).some((a) => a.id === id);
  for (let wait = 1000; wanted(); wait = Math.min(wait * 2, 20_000)) {
    const file = held.get(id)!;
    try {
      let there = await taken(
        api.POST('/api/uploads', { body: { id, name: file.name, mediaType: file.type || null, size: file.size } }),
      );
      while (!there.file && wanted()) {
        const from = there.received;
        patch(conversation, id, { state: 'going', sent: from });
        there = await sendPart(id, from, file.slice(from, from + PartSize), (n) =>
          patch(conversation, id, { sent: from + n }),
        );
        wait = 1000;
      }
      if (there.file) patch(conversation, id, { state: 'ready', sent: file.size, view: there.file });
      return;
    } catch (wrong) {
      if (!(wrong instanceof Unreachable) && !(wrong instanceof Refusal && wrong.status === 429)) {
        patch(conversation, id, { state: 'failed', wrong: (wrong as Error).message });
        return;
      }
      patch(conversation, id, { state: 'resting' });
      await rest(wait);
    }
  }
}

// What had not come when the page was left cannot go on by itself: the browser gives no file back.
whenOwned(() => {
  for (const [conversation, list] of Object.entries(attachments.get()))
    for (const a of list)
      if (a.state !== 'ready' && !held.has(a.id))
        patch(conversation, a.id, {
          state: 'failed',
          wrong: texts.youLeftPageBefore,
        });
});

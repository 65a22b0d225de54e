import type { HubConnection } from '@microsoft/signalr';
import { useEffect, useSyncExternalStore } from 'react';
import type {
  Change,
  ConversationView,
  DocketView,
  EntryView,
  KeptDraft,
  MarksView,
  OpenedConversation,
  PartyPage,
  PersonView,
  Talk,
  TaskView,
} from './client';
import { at } from './at';
import { Refusal, api, taken } from './client';
import { flushOutbox } from './outbox';
import { keys, patch, queries, readAnew } from './queries';

/** Whether changes by others arrive by themselves just now. */
type State = 'connecting' | 'live' | 'away';

export type Present = { person: PersonView; writing: boolean };

let state: State = 'connecting';
let connection: HubConnection | null = null;
let last = 0;
/** Until what was missed has been asked for, what is heard live must not hide what came before it. */
let caughtUp = false;
let onAlert: (change: Change) => void = () => {};
let onConversation: (id: string) => void = () => {};

/** Says what is to happen when a conversation has changed. */
export const whenConversationChanges = (then: (id: string) => void) => {
  onConversation = then;
};

let onArrived: () => Promise<unknown> = () => Promise.resolve();

/** Says what is to happen each time the connection stands. */
export const whenArrived = (then: () => Promise<unknown>) => {
  onArrived = then;
};

let onDraft: (draft: KeptDraft) => void = () => {};

/** Says what is to happen when something is being written on another of one's pages. */
export const whenDraftChanges = (then: (draft: KeptDraft) => void) => {
  onDraft = then;
};

/** Reads anew how far one has read a conversation and what it keeps at hand, wherever that is shown. */
function onMarks(id: string) {
  void taken(api.GET('/api/conversations/{id}/marks', { params: { path: { id } } }))
    .then(showMarks)
    .catch(() => undefined);
}

/** Shows how far one has read a conversation and what it keeps at hand. */
export function showMarks(marks: MarksView) {
  queries.setQueriesData<DocketView>({ queryKey: ['docket'] }, (d) =>
    d?.marks.some((m) => m.conversation === marks.conversation)
      ? { ...d, marks: d.marks.map((m) => (m.conversation === marks.conversation ? marks : m)) }
      : d,
  );
  patch<OpenedConversation>(keys.conversation(marks.conversation), (c) => ({ ...c, marks }));
}

const present = new Map<string, Present[]>();
const listeners = new Set<() => void>();
const subscribe = (l: () => void) => {
  listeners.add(l);
  return () => listeners.delete(l);
};
const tell = () => listeners.forEach((l) => l());

const become = (next: State) => {
  state = next;
  tell();
};

export const useLiveState = () => useSyncExternalStore(subscribe, () => state);

const nobody: Present[] = [];

/** Who is in a conversation just now. */
export const usePresent = (conversation: string | undefined) =>
  useSyncExternalStore(subscribe, () => (conversation && present.get(conversation)) || nobody);

/** Counts the times that this page began or ended its connection: what was begun before that is not gone on with. */
let turn = 0;

/**
 * Connects after sign-in, and catches up by the number of the last change heard. A page has one connection: the one from
 * before ends.
 */
export async function connect(sequence: number, alerted: (change: Change) => void) {
  void disconnect();
  const mine = turn;
  last = sequence;
  caughtUp = false;
  onAlert = alerted;
  const { HubConnectionBuilder, HttpTransportType, LogLevel } = await import('@microsoft/signalr');
  if (mine !== turn) return;
  const made = new HubConnectionBuilder()
    .withUrl(at('/live'), { transport: HttpTransportType.WebSockets, skipNegotiation: true })
    .withAutomaticReconnect({ nextRetryDelayInMilliseconds: (c) => Math.min(15_000, 500 * 2 ** c.previousRetryCount) })
    .configureLogging(LogLevel.None)
    .build();
  connection = made;
  made.on('change', (change: Change) => {
    if (caughtUp) last = Math.max(last, change.seq);
    apply(change);
  });
  made.on('present', (view: { conversation: string; people: Present[] }) => {
    present.set(view.conversation, view.people);
    tell();
  });
  made.on('draft', (draft: KeptDraft) => onDraft(draft));
  made.onreconnecting(() => {
    caughtUp = false;
    become('away');
  });
  made.onreconnected(() => begin(made));
  made.onclose(() => void again(made));
  await begin(made);
}

async function begin(one: HubConnection) {
  try {
    if (one.state === 'Disconnected') await one.start();
    await arrived(one);
  } catch {
    if (one !== connection) return;
    become('away');
    setTimeout(() => void again(one), 3000);
  }
}

/**
 * Connects anew where it could not, or where the server has closed it; mostly as one was signed out elsewhere. Then the
 * first page is shown, and what was being written is kept for the next time.
 */
async function again(one: HubConnection) {
  if (one !== connection) return;
  become('away');
  try {
    await taken(api.GET('/api/me'));
  } catch (wrong) {
    if (wrong instanceof Refusal && wrong.status === 401) {
      queries.setQueryData(keys.me, null);
      return;
    }
  }
  if (one === connection) await begin(one);
}

/** Leaves for good: at sign-out, and where somebody else has signed in. */
export function disconnect() {
  turn++;
  const before = connection;
  connection = null;
  return before?.stop();
}

async function arrived(one: HubConnection) {
  become('live');
  await one.invoke('Reading', reading);
  await catchUp();
  await flushOutbox();
  await onArrived();
}

/** Asks for what came while away: all of it, once. */
async function catchUp() {
  const since = await taken(api.GET('/api/changes', { params: { query: { after: last } } }));
  last = Math.max(last, since.last);
  caughtUp = true;
  if (since.more) readAnew();
  else for (const change of since.list as Change[]) apply(change);
}

let reading: string[] = [];

/** Says what others see of this page. Where the connection goes at this moment nothing is lost: it is said anew when it
 * is back. */
function announce(what: 'Reading' | 'Writing', about: string[] | string | null) {
  if (state === 'live') connection?.invoke(what, about).catch(() => undefined);
}

/** Says which conversations this page shows, for as long as it shows them. */
export function useReading(conversations: string[]) {
  const key = conversations.join(' ');
  useEffect(() => {
    reading = key ? key.split(' ') : [];
    announce('Reading', reading);
    return () => {
      reading = [];
      announce('Reading', reading);
    };
  }, [key]);
}

let lastWriting = 0;

/** Says that something is being written here; it lapses by itself. */
export function writing(conversation: string | null) {
  const now = Date.now();
  if (state !== 'live' || (conversation !== null && now - lastWriting < 3000)) return;
  lastWriting = conversation === null ? 0 : now;
  announce('Writing', conversation);
}

/** Puts a change where it belongs in what is shown; what cannot be patched is read anew. */
function apply(change: Change) {
  repoint(change);
  // What needs somebody, and in which order, is the server's to say; it is asked only while that is shown.
  readAnew({ queryKey: keys.needs });
  switch (change.kind) {
    case 'entry.posted':
      if (change.entry) showEntry(change.docket, change.entry);
      else refresh(change);
      hung(change.entry);
      readAnew({ queryKey: ['dockets'] });
      readAnew({ queryKey: ['talk'] });
      readAnew({ queryKey: keys.discussions });
      // A note of a task's talk may say how long it took.
      readAnew({ queryKey: keys.taskDetail });
      // What belongs to no docket may be a comment on a notice.
      if (!change.docket) readAnew({ queryKey: ['notices'] });
      break;
    case 'entry.taken-back':
      dropEntry(change.docket, change.conversation, change.subject);
      break;
    case 'entry.changed':
      // It may be the answer to the offer of a visit.
      readAnew({ queryKey: keys.taskDetail });
      readAnew({ queryKey: keys.visits });
      if (change.entry) showEntry(change.docket, change.entry);
      hung(change.entry);
      // What quotes it says something else now.
      if (!change.entry || change.entry.removed || change.entry.edited) refresh(change);
      break;
    case 'pins.changed':
    case 'conversation.read':
      onMarks(change.conversation!);
      readAnew({ queryKey: ['talk'] });
      break;
    case 'conversation.changed':
    case 'conversation.made':
      refresh(change);
      onConversation(change.subject);
      readAnew({ queryKey: keys.sent });
      readAnew({ queryKey: keys.texts });
      break;
    case 'task.made':
    case 'task.changed':
      if (change.task) showTask(change.task, change.kind === 'task.made');
      else refresh(change);
      readAnew({ queryKey: keys.tasks });
      readAnew({ queryKey: keys.clock });
      readAnew({ queryKey: keys.visits });
      if (change.docket) readAnew({ queryKey: [...keys.forecast, change.docket] });
      break;
    case 'sheet.made':
    case 'sheet.revised':
    case 'sheet.changed':
      readAnew({ queryKey: keys.sheets });
      readAnew({ queryKey: keys.discussions });
      break;
    case 'discussion.changed':
      readAnew({ queryKey: keys.discussions });
      break;
    case 'alert.given':
      // Which line it stands in, among those that came with it, is the server's to say.
      readAnew({ queryKey: keys.alerts });
      if (change.alert) onAlert(change);
      break;
    case 'board.changed':
      readAnew({ queryKey: ['notices'] });
      readAnew({ queryKey: ['thanks'] });
      break;
    case 'leave.changed':
      readAnew({ queryKey: ['standing'] });
      readAnew({ queryKey: keys.crews });
      readAnew({ queryKey: keys.queues });
      break;
    case 'reading.taught':
      readAnew({ queryKey: keys.readerLessons });
      break;
    case 'rules.changed':
    case 'rule.ran':
      readAnew({ queryKey: keys.rules });
      break;
    case 'alert.read':
      readAnew({ queryKey: keys.alerts });
      break;
    default:
      readAnew();
  }
}

/** Lists of asks and meetings are read anew when one of them changed at its entry. */
function hung(entry: EntryView | null) {
  if (entry?.ask) {
    readAnew({ queryKey: keys.asks });
    // What was asked about the values of a table is explained once it is answered.
    readAnew({
      predicate: ({ queryKey: [what, , part] }) => what === 'sheets' && part === 'checks',
    });
  }
  if (!entry?.meeting) return;
  for (const key of [keys.meetings, keys.today, ['meeting-times']]) readAnew({ queryKey: key });
}

/** Tags that point at what has changed show how it stands now. */
const repoint = (change: Change) =>
  readAnew({
    predicate: ({ queryKey: [what, , target] }) =>
      what === 'thing' && (target === change.subject || target === change.docket),
  });

function refresh(change: Change) {
  if (change.docket) readAnew({ queryKey: keys.docket(change.docket) });
  if (change.kind.startsWith('task.') || change.kind === 'docket.changed') readAnew({ queryKey: keys.forecast });
  if (change.conversation) readAnew({ queryKey: keys.conversation(change.conversation) });
  readAnew({ queryKey: keys.page });
}

/** The newest talk with an entry as it is now; one older than all of it is not a part of it. */
const withEntry = (talk: Talk, entry: EntryView): Talk =>
  talk.entries.some((e) => e.id === entry.id)
    ? {
        ...talk,
        entries: talk.entries.map((e) =>
          e.id === entry.id ? { ...entry, tasks: entry.tasks.length > 0 ? entry.tasks : e.tasks } : e,
        ),
      }
    : talk.before !== null && entry.order < (talk.entries[0]?.order ?? 0)
      ? talk
      : { ...talk, entries: [...talk.entries, entry].sort((a, b) => a.order - b.order) };

type EntryListener = (id: string, entry: EntryView | null) => void;
const entryListeners = new Set<EntryListener>();

/** Says what is to happen when an entry has changed, wherever it stands; null when it is gone. */
export const whenEntryChanges = (then: EntryListener) => {
  entryListeners.add(then);
  return () => void entryListeners.delete(then);
};

/** Changes the talk that an entry belongs to, wherever it is shown. */
function patchTalk(docket: string | null | undefined, conversation: string, change: (talk: Talk) => Talk) {
  if (docket)
    patch<DocketView>(keys.docket(docket), (d) =>
      // What is said on a sheet of the docket stands there.
      d.conversations.some((c) => c.id === conversation) ? { ...d, talk: change(d.talk) } : d,
    );
  patch<OpenedConversation>(keys.conversation(conversation), (c) => ({ ...c, talk: change(c.talk) }));
  patch<PartyPage>(keys.page, (p) => ({
    ...p,
    conversations: p.conversations.map((c) => (c.id === conversation ? { ...c, talk: change(c.talk) } : c)),
  }));
}

/** Shows an entry wherever its conversation is shown. */
export function showEntry(docket: string | null | undefined, entry: EntryView) {
  entryListeners.forEach((l) => l(entry.id, entry));
  patchTalk(docket, entry.conversation, (talk) => withEntry(talk, entry));
}

/** Shows what one has sent, as the answer to it says; where it was heard of live before, it may have changed since. */
export const showSent = (docket: string | null, entry: EntryView) =>
  patchTalk(docket, entry.conversation, (talk) =>
    withEntry(talk, { ...entry, ...talk.entries.find((e) => e.id === entry.id), tasks: entry.tasks }),
  );

/** Takes an entry out wherever it is shown: it was taken back. */
export function dropEntry(docket: string | null, conversation: string | null, id: string) {
  entryListeners.forEach((l) => l(id, null));
  if (conversation)
    patchTalk(docket, conversation, (talk) => ({ ...talk, entries: talk.entries.filter((e) => e.id !== id) }));
}

/** Takes on who is where, as the server says it at the beginning. */
export function takePresent(views: { conversation: string; people: Present[] }[]) {
  for (const view of views) present.set(view.conversation, view.people);
  tell();
}

const withTask = (tasks: TaskView[], task: TaskView) =>
  tasks.some((t) => t.id === task.id)
    ? tasks.map((t) => (t.id === task.id && t.version <= task.version ? task : t))
    : [task, ...tasks];

let onTask: (task: TaskView, made: boolean) => void = () => {};

/** Says what is to happen when a task has changed, or was made. */
export const whenTaskChanges = (then: (task: TaskView, made: boolean) => void) => {
  onTask = then;
};

/** Shows a task wherever it stands: among its docket's, on its entry, in one's own list and in tables. */
export function showTask(task: TaskView, made = false) {
  onTask(task, made);
  const onEntry = (talk: Talk): Talk => ({
    ...talk,
    entries: talk.entries.map((e) =>
      e.id === task.sourceEntry ? { ...e, tasks: [...withTask([...e.tasks].reverse(), task)].reverse() } : e,
    ),
  });
  if (task.docket) {
    const key = keys.docket(task.docket);
    const before = queries.getQueryData<DocketView>(key)?.tasks.find((t) => t.id === task.id);
    patch<DocketView>(key, (d) => ({ ...d, tasks: withTask(d.tasks, task), talk: onEntry(d.talk) }));
    // Which stages it holds up, or opens, is the server's to say.
    if (!before || before.state !== task.state || before.gateStage !== task.gateStage) readAnew({ queryKey: key });
  }
  if (task.sourceConversation)
    patch<OpenedConversation>(keys.conversation(task.sourceConversation), (c) => ({ ...c, talk: onEntry(c.talk) }));
  patch<TaskView[]>(keys.tasks, (list) => list.map((t) => (t.id === task.id && t.version <= task.version ? task : t)));
}

/** Shows a conversation's new state wherever it is shown. */
export function showConversation(conversation: ConversationView) {
  if (conversation.docket)
    patch<DocketView>(keys.docket(conversation.docket), (d) => ({
      ...d,
      conversations: d.conversations.map((c) => (c.id === conversation.id ? conversation : c)),
    }));
  patch<OpenedConversation>(keys.conversation(conversation.id), (c) => ({ ...c, conversation }));
  onConversation(conversation.id);
}

import type { FileView } from '../api/client';
import { attachedKnown, readyOf } from './attachments';
import { type MeetingDraft, meetingDrafts, setMeetingDraft } from './meetings/meeting';

/**
 * What goes along with a draft beside its words: the files that are on the server, the meeting, and what other parts
 * let go along, each under its own name.
 */
export type Beside = { files: FileView[]; meeting: MeetingDraft | null; [part: string]: unknown };

/** What a part lets go along with a draft: how it reads it and how it takes it on, null for nothing. */
type Along = { of: (conversation: string) => unknown; take: (conversation: string, value: unknown) => void };

const alongs = new Map<string, Along>();

/** Lets something of a part go along with drafts, kept under this name. */
export function goesAlong<T>(
  name: string,
  of: (conversation: string) => T | null,
  take: (conversation: string, value: T | null) => void,
) {
  alongs.set(name, { of, take: (conversation, value) => take(conversation, (value ?? null) as T | null) });
}

goesAlong<MeetingDraft>('meeting', (conversation) => meetingDrafts.get()[conversation] ?? null, setMeetingDraft);

/** A draft as the server keeps it: the editor's document with what goes along. Older ones are the document alone. */
type Whole = Beside & { type: 'draft'; doc: unknown };

/** What goes along in a conversation now; null for nothing. */
export function besideOf(conversation: string): Beside | null {
  const now: Beside = { files: readyOf(conversation), meeting: null };
  for (const [name, along] of alongs) now[name] = along.of(conversation);
  return now.files.length > 0 || [...alongs.keys()].some((name) => now[name]) ? now : null;
}

/** A draft as the server is to keep it; null where there is nothing in it. */
export const whole = (doc: unknown, beside: Beside | null): Whole | null =>
  doc || beside ? { type: 'draft', doc: doc ?? null, files: [], meeting: null, ...beside } : null;

/** The parts of a draft that the server kept. */
export function parted(kept: unknown): { doc: unknown; beside: Beside | null } {
  if (!kept || (kept as Whole).type !== 'draft') return { doc: kept ?? null, beside: null };
  const { type: _, doc, ...beside } = kept as Whole;
  return { doc, beside };
}

/** Takes on what goes along on another of one's pages. Files that are still on their way here stay. */
export function takeBeside(conversation: string, beside: Beside | null) {
  attachedKnown(conversation, beside?.files ?? []);
  for (const [name, along] of alongs) {
    const theirs = beside?.[name] ?? null;
    if (JSON.stringify(along.of(conversation)) !== JSON.stringify(theirs)) along.take(conversation, theirs);
  }
}

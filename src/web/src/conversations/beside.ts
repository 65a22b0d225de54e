import type { FileView } from '../api/client';
import { type AskDraft, askDrafts, setAskDraft } from '../asks/asking';
import { attachedKnown, readyOf } from './attachments';
import { type MeetingDraft, meetingDrafts, setMeetingDraft } from './meetings/meeting';

/** What goes along with a draft beside its words: the files that are on the server, what is asked, the meeting. */
export type Beside = { files: FileView[]; ask: AskDraft | null; meeting: MeetingDraft | null };

/** A draft as the server keeps it: the editor's document with what goes along. Older ones are the document alone. */
type Whole = Beside & { type: 'draft'; doc: unknown };

/** What goes along in a conversation now; null for nothing. */
export function besideOf(conversation: string): Beside | null {
  const now: Beside = {
    files: readyOf(conversation),
    ask: askDrafts.get()[conversation] ?? null,
    meeting: meetingDrafts.get()[conversation] ?? null,
  };
  return now.files.length > 0 || now.ask || now.meeting ? now : null;
}

/** A draft as the server is to keep it; null where there is nothing in it. */
export const whole = (doc: unknown, beside: Beside | null): Whole | null =>
  doc || beside ? { type: 'draft', doc: doc ?? null, files: [], ask: null, meeting: null, ...beside } : null;

/** The parts of a draft that the server kept. */
export function parted(kept: unknown): { doc: unknown; beside: Beside | null } {
  if (!kept || (kept as Whole).type !== 'draft') return { doc: kept ?? null, beside: null };
  const { doc, files, ask, meeting } = kept as Whole;
  return { doc, beside: { files, ask, meeting } };
}

/** Takes on what goes along on another of one's pages. Files that are still on their way here stay. */
export function takeBeside(conversation: string, beside: Beside | null) {
  attachedKnown(conversation, beside?.files ?? []);
  const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
  if (!same(askDrafts.get()[conversation], beside?.ask)) setAskDraft(conversation, beside?.ask ?? null);
  if (!same(meetingDrafts.get()[conversation], beside?.meeting)) setMeetingDraft(conversation, beside?.meeting ?? null);
}

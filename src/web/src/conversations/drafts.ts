import { Kept } from '../app/store';

/** What is being written in a conversation and not sent yet: the editor's document, kept through reloads. */
export type KeptDraft = { docket: string | null; doc: unknown };

export const drafts = new Kept<Record<string, KeptDraft>>('wrenlet.drafts', {});

export function keepDraft(conversation: string, draft: KeptDraft | null) {
  const { [conversation]: before, ...others } = drafts.get();
  if (draft) drafts.set({ ...others, [conversation]: draft });
  else if (before) drafts.set(others);
}

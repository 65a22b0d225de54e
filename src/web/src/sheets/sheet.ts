import { useQuery } from '@tanstack/react-query';
import { Refusal, type SheetBody, type SheetView, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { Kept } from '../api/store';
import type { DocNode } from '../conversations/markdown';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

export type SheetKind = 'page' | 'table' | 'drawing';

/** What a kind is called, and what it is for. */
export const kinds: Record<SheetKind, { name: string; hint: string }> = {
  page: { name: texts.page, hint: texts.textHeadingsListsTables },
  table: { name: texts.table, hint: texts.rowsValuesMayBegin },
  drawing: { name: texts.drawing, hint: texts.anSvgPicturePdf },
};

/** What is being written on a sheet and not saved yet; it stays in this browser until it is. */
export type SheetDraft = { from: number; doc?: DocNode | string; rows?: string[][]; note: string };

export const sheetDrafts = new Kept<Record<string, SheetDraft>>('wrenlet.sheets', {}, { personal: true });

export const keepDraft = (id: string, draft: SheetDraft | null) =>
  sheetDrafts.set((all) => {
    const { [id]: _, ...others } = all;
    return draft ? { ...others, [id]: draft } : others;
  });

export const useSheets = (docket: string, enabled = true) =>
  useQuery({
    queryKey: [...keys.sheets, 'docket', docket],
    queryFn: () => taken(api.GET('/api/dockets/{reference}/sheets', { params: { path: { reference: docket } } })),
    enabled,
  });

/** What is said on a sheet, at its places in a revision. */
export const saidOn = (sheet: string, revision: number) => ({
  queryKey: [...keys.discussions, 'sheet', sheet, revision],
  queryFn: () =>
    taken(api.GET('/api/sheets/{id}/discussions', { params: { path: { id: sheet }, query: { revision } } })),
});

/** A sheet with one of its revisions; null for the newest. */
export const sheetAt = (id: string, revision: number | null) => ({
  queryKey: [...keys.sheets, id, revision],
  queryFn: async () => {
    const of = { params: { path: { id }, query: revision ? { revision } : {} } };
    // What is said on it comes at the same time, not only when the sheet is there.
    const said = taken(api.GET('/api/sheets/{id}/discussions', of));
    said.catch(() => undefined);
    const sheet = await taken(api.GET('/api/sheets/{id}', of));
    const { queryKey } = saidOn(id, sheet.shown.number);
    void queries.prefetchQuery({ queryKey, queryFn: () => said, staleTime: 1000 });
    return sheet;
  },
  retry: false,
});

export const useSheet = (id: string, revision: number | null, enabled = true) =>
  useQuery({
    ...sheetAt(id, revision),
    // While another revision comes the one before stays; never another sheet.
    placeholderData: (before) => (before?.id === id ? before : undefined),
    enabled,
  });

/** Asks for a sheet as soon as one goes there, before its page is drawn; not for one that is only begun. */
export function askAhead(id: string, params: URLSearchParams) {
  if (!params.has('new')) void queries.prefetchQuery({ ...sheetAt(id, Number(params.get('revision')) || null) });
}

export const useChanges = (id: string, from: number, to: number) =>
  useQuery({
    queryKey: [...keys.sheets, id, 'changes', from, to],
    queryFn: () => taken(api.GET('/api/sheets/{id}/changes', { params: { path: { id }, query: { from, to } } })),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });

const show = (sheet: SheetView) => {
  queries.setQueryData([...keys.sheets, sheet.id, null], sheet);
  void queries.invalidateQueries({ queryKey: keys.sheets });
  return sheet;
};

/** Makes a sheet. */
export const makeSheet = async (
  id: string,
  docket: string,
  kind: SheetKind,
  name: string,
  body: SheetBody,
  sources: string[] = [],
) =>
  show(
    await taken(api.PUT('/api/sheets/{id}', { params: { path: { id } }, body: { docket, kind, name, body, sources } })),
  );

/** Writes the next revision; what another has written meanwhile comes back as a refusal that carries it. */
export const revise = async (id: string, number: number, body: SheetBody, note: string) =>
  show(
    await taken(
      api.PUT('/api/sheets/{id}/revisions/{number}', {
        params: { path: { id, number } },
        body: { body, note: note.trim() || null },
      }),
    ),
  );

/** Calls a sheet otherwise, removes it or brings it back. */
export async function nameSheet(sheet: SheetView, name: string, removed = sheet.removed) {
  try {
    const now = show(
      await taken(
        api.PUT('/api/sheets/{id}/name', {
          params: { path: { id: sheet.id }, header: { 'If-Match': `"${sheet.version}"` } },
          body: { name, removed },
        }),
      ),
    );
    if (removed && !sheet.removed)
      say(texts.removedNoLongerAppears, {
        action: { label: texts.restore, run: () => void nameSheet(now, name, false) },
      });
  } catch (wrong) {
    if (wrong instanceof Refusal && wrong.current) show(wrong.current as SheetView);
    sayWrong(wrong);
  }
}

/** Lets a party see a revision, or none any more. What it names and they cannot see is asked about first. */
export async function share(sheet: SheetView, party: string, revision: number | null, knowing = false): Promise<void> {
  try {
    const params = { path: { id: sheet.id, party } };
    show(
      revision === null
        ? await taken(api.DELETE('/api/sheets/{id}/shares/{party}', { params }))
        : await taken(api.PUT('/api/sheets/{id}/shares/{party}', { params, body: { revision, knowing } })),
    );
  } catch (wrong) {
    if (wrong instanceof Refusal && wrong.message.includes('share it anyway'))
      say(wrong.message, {
        stays: true,
        action: { label: texts.shareAnyway, run: () => void share(sheet, party, revision, true) },
      });
    else sayWrong(wrong);
  }
}

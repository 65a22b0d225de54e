import { useQuery } from '@tanstack/react-query';
import { v7 as newId } from 'uuid';
import { type AnchorView, type DiscussionView, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { say, sayWrong } from '../../ui/toasts';
import { saidOn } from '../sheet';
import * as texts from '../texts';

/** What is said on a sheet, at its places in a revision. */
export const useDiscussions = (sheet: string, revision: number, enabled = true) =>
  useQuery({
    ...saidOn(sheet, revision),
    placeholderData: (before, query) => (query?.queryKey[2] === sheet ? before : undefined),
    enabled,
  });

/** Who wrote which words of a page. */
export const useAuthors = (sheet: string, revision: number, enabled: boolean) =>
  useQuery({
    queryKey: [...keys.sheets, sheet, 'authors', revision],
    queryFn: () => taken(api.GET('/api/sheets/{id}/authors', { params: { path: { id: sheet }, query: { revision } } })),
    enabled,
  });

const again = () => queries.invalidateQueries({ queryKey: keys.discussions });

const fileKey = (entry: string, file: string) => [...keys.discussions, 'file', entry, file];

/** What is said about a picture or PDF that an entry carries. */
export const useFileDiscussions = (entry: string, file: string) =>
  useQuery({
    queryKey: fileKey(entry, file),
    queryFn: () =>
      taken(api.GET('/api/entries/{entry}/files/{file}/discussions', { params: { path: { entry, file } } })),
  });

/** Shows a discussion that was begun. Nobody else sees it before something is said. */
async function begun(key: readonly unknown[], work: Promise<DiscussionView>) {
  try {
    const one = await work;
    queries.setQueryData<DiscussionView[]>(key, (all) => [...(all ?? []), one]);
    return one;
  } catch (wrong) {
    sayWrong(wrong);
    return null;
  }
}

/** Begins a discussion at a place of a sheet: inside, or with a party. */
export const beginOnSheet = (sheet: string, revision: number, anchor: AnchorView, party: string | null) =>
  begun(
    saidOn(sheet, revision).queryKey,
    taken(
      api.PUT('/api/sheets/{id}/discussions/{discussion}', {
        params: { path: { id: sheet, discussion: newId() } },
        body: { revision, anchor, party },
      }),
    ),
  );

/** Begins a discussion at a place of a file of the talk. */
export const beginOnFile = (entry: string, file: string, anchor: AnchorView, party: string | null) =>
  begun(
    fileKey(entry, file),
    taken(
      api.PUT('/api/entries/{entry}/files/{file}/discussions/{discussion}', {
        params: { path: { entry, file, discussion: newId() } },
        body: { revision: 1, anchor, party },
      }),
    ),
  );

type Standing = { settled?: boolean; assigned?: string | null; due?: string | null };

const ifMatch = (discussion: DiscussionView) => ({
  path: { id: discussion.id },
  header: { 'If-Match': `"${discussion.version}"` },
});

async function change(work: Promise<unknown>) {
  try {
    await work;
    return true;
  } catch (wrong) {
    sayWrong(wrong);
    return false;
  } finally {
    // What somebody else did meanwhile is shown, and one decides again.
    await again();
  }
}

/** Settles it, reopens it, or says who is to see to it and by when. */
export const setStanding = (discussion: DiscussionView, { settled, assigned, due }: Standing) =>
  change(
    taken(
      api.PUT('/api/discussions/{id}/standing', {
        params: ifMatch(discussion),
        body: {
          settled: settled ?? discussion.state === 'settled',
          assigned: assigned === undefined ? (discussion.assigned?.id ?? null) : assigned,
          due: due === undefined ? discussion.due : due,
        },
      }),
    ),
  );

/** Puts it elsewhere in a revision. */
export const put = (discussion: DiscussionView, revision: number, anchor: AnchorView) =>
  change(taken(api.PUT('/api/discussions/{id}/place', { params: ifMatch(discussion), body: { revision, anchor } })));

/** Reads in what was said about a sheet elsewhere, and says what came of it. */
export async function readAnnotations(sheet: string, file: File) {
  try {
    const read = await taken(
      api.POST('/api/sheets/{id}/annotations', { params: { path: { id: sheet } }, body: { text: await file.text() } }),
    );
    say(texts.annotationsRead(read.added, read.known, read.unplaced.length));
    await again();
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** Takes it away again while nothing was said. */
export async function drop(discussion: DiscussionView) {
  if (discussion.count > 0) return;
  await api.DELETE('/api/discussions/{id}', { params: { path: { id: discussion.id } } });
  await again();
}

/** Whether it has a place in what is shown. */
export const isThere = (d: DiscussionView) => d.place !== null && d.place.fate !== 'gone';

/** Whether it is about the sheet as a whole. */
export const isWhole = (d: DiscussionView) => d.place?.at.kind === 'whole';

/** In the order of their places: of the sheet as a whole first, what is gone last. */
export function inOrder(all: DiscussionView[]) {
  const place = (d: DiscussionView) => {
    const at = d.place?.at;
    if (!at || d.place!.fate === 'gone') return Number.MAX_SAFE_INTEGER;
    return at.kind === 'words'
      ? at.start!
      : at.kind === 'cells'
        ? at.row! * 1000 + at.column!
        : at.kind === 'spot'
          ? at.page! * 1e9 + at.y!
          : -1;
  };
  return [...all].sort((a, b) => place(a) - place(b) || a.order - b.order);
}

import type { AnchorView, DiscussionView, EntryView, FileView, Schemas, SheetView } from '../../api/client';
import * as texts from '../texts';
import { beginOnFile, beginOnSheet } from './discussions';

/** What is talked about: a revision of a sheet, or a picture or PDF of the talk. */
export type Subject = {
  /** How it is shown: what one selects on it. */
  kind: string;
  revision: number;
  /** Whether one writes internally here; a customer or partner does not. */
  inside: boolean;
  /** With whom else something can be said about it. */
  with: { party: string; name: string }[];
  /** Who sees another revision: their names, and which. */
  behind: [string, number][];
  /** A place in words. */
  words: (anchor: AnchorView) => string;
  /** Begins a discussion there: inside, or with a party. */
  begin: (anchor: AnchorView, party: string | null) => Promise<DiscussionView | null>;
};

const spotWords = (anchor: AnchorView) =>
  anchor.element || anchor.exact
    ? `“${anchor.exact ?? anchor.element}”`
    : anchor.width! > 0
      ? texts.thisArea
      : texts.thisSpot;

function sheetWords(anchor: AnchorView, sheet: SheetView) {
  if (anchor.kind === 'words') return `“${anchor.exact ?? ''}”`;
  if (anchor.kind === 'spot') return spotWords(anchor);
  if (anchor.kind !== 'cells') return sheet.name;
  const row = sheet.rows?.[anchor.row! + 1] ?? [];
  const cell = texts.cellOf(sheet.rows?.[0]?.[anchor.column!] ?? '', row[anchor.column!] ?? '', anchor.row! + 1);
  const n = anchor.rows! * anchor.columns!;
  return n > 1 ? texts.cellsFrom(n, cell) : cell;
}

/** The revision of a sheet that is shown. */
export const subjectOfSheet = (sheet: SheetView): Subject => ({
  kind: sheet.file?.shown === 'pdf' ? 'pdf' : sheet.kind,
  revision: sheet.shown.number,
  inside: sheet.inside !== null,
  with: sheet.shares.filter((s) => s.revision === sheet.shown.number),
  behind: sheet.shares
    .filter((s) => s.revision !== null && s.revision !== sheet.shown.number)
    .map((s) => [s.name, s.revision!]),
  words: (anchor) => sheetWords(anchor, sheet),
  begin: (anchor, party) => beginOnSheet(sheet.id, sheet.shown.number, anchor, party),
});

/** A picture or PDF that an entry carries. */
export const subjectOfFile = (
  entry: EntryView,
  file: FileView,
  staff: boolean,
  party: Schemas['PartyView'] | null,
): Subject => ({
  kind: file.shown === 'pdf' ? 'pdf' : 'drawing',
  revision: 1,
  inside: staff,
  with: staff && party?.id ? [{ party: party.id, name: party.name }] : [],
  behind: [],
  words: (anchor) => (anchor.kind === 'spot' ? spotWords(anchor) : file.name),
  begin: (anchor, to) => beginOnFile(entry.id, file.id, anchor, to),
});

import { at } from '../../api/at';
import type { FileView, Schemas, SheetView } from '../../api/client';

export type Drawing = Schemas['DrawingView'];

/** What is looked at: a drawing, a picture or a PDF, of a sheet or of the talk. */
export type Depicted = {
  name: string;
  file: FileView;
  /** In its own units; null where they are not known, as of a PDF. */
  drawing: Drawing | null;
  /** Where its picture is, without the layers that are hidden. */
  pictureOf: (hidden: string[]) => string;
};

/** Where a drawing's picture is: without the layers that are hidden, where they are known. */
export const pictureOf = (
  sheet: { id: string; revision: number; file: string; drawing: Drawing | null },
  hidden: string[],
) =>
  sheet.drawing && sheet.drawing.layers.length > 0
    ? at(
        `/api/sheets/${sheet.id}/drawing?revision=${sheet.revision}` +
          (hidden.length > 0 ? `&hide=${encodeURIComponent(hidden.join('\n'))}` : ''),
      )
    : at(`/api/files/${sheet.file}`);

/** A file on its own, as it was brought. */
export const depictedAlone = (file: FileView, name = file.name): Depicted => ({
  name,
  file,
  drawing: file.width ? { x: 0, y: 0, width: file.width, height: file.height!, layers: [] } : null,
  pictureOf: () => at(`/api/files/${file.id}`),
});

/** What the file of a sheet shows; null for a page or table. */
export const depictedBy = (sheet: SheetView): Depicted | null =>
  sheet.file && {
    name: sheet.name,
    file: sheet.file,
    drawing: sheet.drawing,
    pictureOf: (hidden) =>
      pictureOf({ id: sheet.id, revision: sheet.shown.number, file: sheet.file!.id, drawing: sheet.drawing }, hidden),
  };

import type { SheetView } from '../../api/client';
import { pictureOf } from '../drawing/depicted';
import * as texts from '../texts';
import type { Side } from './CompareView';

/** A revision that is a picture. */
export const pictured = (sheet: SheetView): Side => ({
  revision: sheet.shown.number,
  ground: sheet.drawing ?? { x: 0, y: 0, width: 1000, height: 700 },
  picture: (_, hidden) => (
    <img
      src={pictureOf(
        { id: sheet.id, revision: sheet.shown.number, file: sheet.file!.id, drawing: sheet.drawing },
        hidden,
      )}
      alt={`${sheet.name}, ${texts.revisionInline} ${sheet.shown.number}`}
      draggable={false}
      className="block h-full w-full bg-white"
    />
  ),
});

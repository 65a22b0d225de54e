import { Suspense } from 'react';
import { lazy } from '../../ui/lazy';
import type { SheetView } from '../../api/client';
import { useSheet } from '../sheet';
import * as texts from '../texts';
import { CompareView } from './CompareView';
import { pictured } from './pictured';

const PdfCompare = lazy(() => import('./PdfCompare').then((m) => ({ default: m.PdfCompare })));

/** Two revisions of a drawing, picture or PDF: laid over each other, or side by side and moving together. */
export function DrawingCompare({ sheet, from }: { sheet: SheetView; from: number }) {
  const { data: before } = useSheet(sheet.id, from);
  if (!before || before.shown.number !== from) return <p className="m-auto text-soft">{texts.loading}</p>;
  const both = [before, sheet];
  if (both.every((s) => s.file?.shown === 'picture'))
    return <CompareView before={pictured(before)} after={pictured(sheet)} layers={sheet.drawing?.layers ?? []} />;
  if (both.every((s) => s.file?.shown === 'picture' || s.file?.shown === 'pdf'))
    return (
      <Suspense fallback={<p className="m-auto text-soft">{texts.loading}</p>}>
        <PdfCompare before={before} after={sheet} />
      </Suspense>
    );
  return <p className="m-auto max-w-96 p-6">{texts.cannotBeCompared(from, sheet.shown.number)}</p>;
}

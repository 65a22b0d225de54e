import { useState } from 'react';
import { at } from '../../api/at';
import type { Drawing } from '../drawing/depicted';
import { whenLoaded } from '../../ui/whenLoaded';
import * as texts from '../texts';
import { type DepictedProps, Depiction } from './Depiction';

const PdfView = whenLoaded(
  () => import('./PdfView').then((m) => m.PdfView),
  () => <p className="m-auto text-soft">{texts.loading}</p>,
);

/** A drawing, picture or PDF with what is said about its spots and areas. */
export function DrawingView(props: DepictedProps) {
  const { of } = props;
  // What cannot be read is measured as a browser shows it.
  const [measured, setMeasured] = useState<Drawing | null>(null);
  if (of.file.shown === 'pdf') return <PdfView {...props} />;
  const drawing = of.drawing ?? measured;
  if (drawing)
    return (
      <Depiction {...props} drawing={drawing}>
        {(now) => (
          <img
            src={of.pictureOf(now.hidden)}
            alt={of.name}
            draggable={false}
            className="block h-full w-full select-none bg-white"
          />
        )}
      </Depiction>
    );
  return (
    <div className="grid min-h-0 flex-1 place-items-center overflow-auto bg-paper p-4">
      <img
        src={at(`/api/files/${of.file.id}`)}
        alt={of.name}
        className="max-h-full max-w-full"
        onLoad={(e) =>
          setMeasured({
            x: 0,
            y: 0,
            width: e.currentTarget.naturalWidth || 300,
            height: e.currentTarget.naturalHeight || 150,
            layers: [],
          })
        }
      />
    </div>
  );
}

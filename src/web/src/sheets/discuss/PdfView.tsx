import { useCallback, useEffect, useRef, useState } from 'react';
import { at } from '../../api/at';
import { usePdf } from '../../conversations/pdfs';
import type { Drawing } from '../drawing/depicted';
import PdfPage from '../drawing/PdfPage';
import * as texts from '../texts';
import { type DepictedProps, Depiction } from './Depiction';
import { anchorOf } from './view';

/** The pages of a PDF, one at a time, with what is said about their words, spots and areas. */
export function PdfView(props: DepictedProps) {
  const { of, onChoose } = props;
  const { document, wrong } = usePdf(at(`/api/files/${of.file.id}`));
  const [shown, setShown] = useState<{ number: number; page: Drawing } | null>(null);
  const wished = useRef(0);
  const box = useRef<HTMLDivElement>(null);
  const show = useCallback(
    (number: number) => {
      if (!document) return;
      const real = Math.min(document.numPages, Math.max(1, number));
      wished.current = real;
      document
        .getPage(real)
        .then((page) => {
          const { width, height } = page.getViewport({ scale: 1 });
          // Of pages that are turned quickly the last one counts.
          if (wished.current === real) setShown({ number: real, page: { x: 0, y: 0, width, height, layers: [] } });
        })
        .catch((wrong: unknown) => {
          if (wished.current !== 0) throw wrong;
        });
    },
    [document],
  );
  useEffect(() => {
    show(wished.current || 1);
    // Put away, it shows nothing any more.
    return () => void (wished.current = 0);
  }, [show]);
  if (wrong)
    return (
      <p role="alert" className="m-auto max-w-96 p-6 text-late">
        {texts.pdfCannotBeShown(of.name, wrong)}
      </p>
    );
  if (!document || !shown) return <p className="m-auto text-soft">{texts.loading}</p>;
  const words = (exact: string, around: DOMRect[], zoom: number) => {
    const layer = box.current?.querySelector('[data-words]')?.getBoundingClientRect();
    const rects = around.filter((r) => r.width > 0 && r.height > 0);
    if (!layer || rects.length === 0 || !exact) return;
    const x = Math.min(...rects.map((r) => r.left));
    const y = Math.min(...rects.map((r) => r.top));
    onChoose(
      anchorOf({
        kind: 'spot',
        page: shown.number,
        x: (x - layer.left) / zoom,
        y: (y - layer.top) / zoom,
        width: (Math.max(...rects.map((r) => r.right)) - x) / zoom,
        height: (Math.max(...rects.map((r) => r.bottom)) - y) / zoom,
        exact: exact.slice(0, 4000),
      }),
    );
  };
  return (
    <div ref={box} className="flex min-h-0 flex-1 flex-col">
      <Depiction {...props} drawing={shown.page} pages={document.numPages} onPage={show}>
        {(now) => (
          <PdfPage
            document={document}
            number={shown.number}
            zoom={now.zoom}
            onWords={(exact, around) => words(exact, around, now.zoom)}
          />
        )}
      </Depiction>
    </div>
  );
}

import * as pdf from 'pdfjs-dist';
import { useEffect, useRef, useState } from 'react';
import type { PdfDocument } from '../../conversations/pdfs';
import * as texts from '../texts';
import { laidOut } from '../../ui/picture/Pane';

type Props = {
  document: PdfDocument;
  number: number;
  /** Pixels that a point takes in the window. */
  zoom: number;
  /** Tells what words were selected, and where in the window; left out, there are none to select. */
  onWords?: (words: string, around: DOMRect[]) => void;
};

/** A page is drawn with no more pixels than this. */
const MostPixels = 16_000_000;

/** A page of a PDF, drawn as sharply as it is looked at, with its words to be selected over it. */
export default function PdfPage({ document, number, zoom, onWords }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const words = useRef<HTMLDivElement>(null);
  const [sharp, setSharp] = useState(0);
  // Steps of half as much again: not each turn of the wheel draws the page anew.
  const wanted = 1.5 ** Math.ceil(Math.log(Math.max(0.2, zoom * window.devicePixelRatio)) / Math.log(1.5));
  useEffect(() => {
    const later = setTimeout(() => setSharp(wanted), sharp === 0 ? 0 : 200);
    return () => clearTimeout(later);
  }, [wanted, sharp]);
  useEffect(() => {
    if (sharp === 0) return;
    let drawing: pdf.RenderTask | null = null;
    let gone = false;
    const draw = async () => {
      const page = await document.getPage(number);
      const one = page.getViewport({ scale: 1 });
      const viewport = page.getViewport({ scale: Math.min(sharp, Math.sqrt(MostPixels / (one.width * one.height))) });
      if (gone || !canvas.current) return;
      // It is drawn aside, so that the page does not turn white meanwhile.
      const aside = window.document.createElement('canvas');
      aside.width = viewport.width;
      aside.height = viewport.height;
      drawing = page.render({ canvas: aside, viewport });
      try {
        await drawing.promise;
      } catch (wrong) {
        if (wrong instanceof pdf.RenderingCancelledException) return;
        throw wrong;
      }
      if (gone || !canvas.current) return;
      canvas.current.width = aside.width;
      canvas.current.height = aside.height;
      canvas.current.getContext('2d')!.drawImage(aside, 0, 0);
      canvas.current.dataset.page = String(number);
    };
    // What is put away while it is read needs no page any more.
    draw().catch((wrong: unknown) => {
      if (!gone) throw wrong;
    });
    return () => {
      gone = true;
      drawing?.cancel();
    };
  }, [document, number, sharp]);
  const selectable = onWords !== undefined;
  useEffect(() => {
    const layer = words.current;
    if (!layer) return;
    let gone = false;
    let text: pdf.TextLayer | null = null;
    const lay = async () => {
      const page = await document.getPage(number);
      const one = page.getViewport({ scale: 1 });
      const content = await page.getTextContent();
      if (gone) return;
      layer.replaceChildren();
      const scale = laidOut / Math.max(one.width, one.height);
      layer.style.setProperty('--total-scale-factor', String(scale));
      text = new pdf.TextLayer({ textContentSource: content, container: layer, viewport: page.getViewport({ scale }) });
      await text.render();
    };
    lay().catch((wrong: unknown) => {
      if (!gone) throw wrong;
    });
    return () => {
      gone = true;
      text?.cancel();
      layer.replaceChildren();
    };
  }, [document, number, selectable]);
  const selected = () => {
    const selection = window.getSelection();
    if (!selection || selection.isCollapsed || !words.current?.contains(selection.anchorNode)) return;
    onWords?.(selection.toString().replace(/\s+/g, ' ').trim(), [...selection.getRangeAt(0).getClientRects()]);
  };
  return (
    <div className="relative h-full w-full bg-white" role="img" aria-label={texts.pageOf(number, document.numPages)}>
      <canvas ref={canvas} aria-hidden className="absolute inset-0 h-full w-full" />
      {selectable ? (
        <div ref={words} data-words="" className="pdf-words absolute inset-0" onMouseUp={selected} />
      ) : null}
    </div>
  );
}

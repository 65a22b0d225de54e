import type * as pdf from 'pdfjs-dist';
import { useEffect, useRef, useState } from 'react';
import { type PdfDocument, usePdf } from './pdfs';
import * as texts from './texts';

/** The pages of a PDF, each drawn when it comes into sight. */
export function Pdf({ address, name }: { address: string; name: string }) {
  const { document, wrong } = usePdf(address);
  if (wrong)
    return (
      <p role="alert" className="m-auto max-w-96 p-6 text-late">
        {texts.cannotShownDownloadAsk(name, wrong)}
      </p>
    );
  if (!document) return <p className="m-auto text-soft">{texts.loading}</p>;
  return (
    <div className="mx-auto grid w-full max-w-[920px] gap-3 p-3">
      {Array.from({ length: document.numPages }, (_, i) => (
        <Page key={i} document={document} number={i + 1} />
      ))}
    </div>
  );
}

function Page({ document, number }: { document: PdfDocument; number: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [near, setNear] = useState(number <= 2);
  const [words, setWords] = useState('');
  useEffect(() => {
    const watch = new IntersectionObserver(([seen]) => seen?.isIntersecting && setNear(true), { rootMargin: '600px' });
    watch.observe(canvas.current!);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (!near) return;
    let drawing: pdf.RenderTask | null = null;
    let gone = false;
    const show = async () => {
      const page = await document.getPage(number);
      if (gone || !canvas.current) return;
      const width = canvas.current.parentElement!.clientWidth;
      const viewport = page.getViewport({
        scale: (width / page.getViewport({ scale: 1 }).width) * Math.min(2, window.devicePixelRatio),
      });
      canvas.current.width = viewport.width;
      canvas.current.height = viewport.height;
      drawing = page.render({ canvas: canvas.current, viewport });
      await drawing.promise.catch(() => undefined);
      const text = await page.getTextContent();
      if (!gone) setWords(text.items.map((item) => ('str' in item ? item.str : '')).join(' '));
    };
    // What is put away while it is read needs no page any more.
    show().catch((wrong: unknown) => {
      if (!gone) throw wrong;
    });
    return () => {
      gone = true;
      drawing?.cancel();
    };
  }, [near, document, number]);
  return (
    <figure className="border bg-white">
      <canvas ref={canvas} aria-hidden className="block w-full" style={{ minHeight: near ? undefined : 600 }} />
      <figcaption className="sr-only">{texts.page(number, words)}</figcaption>
    </figure>
  );
}

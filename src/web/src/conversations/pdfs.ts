import * as pdf from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useState } from 'react';

pdf.GlobalWorkerOptions.workerSrc = worker;

export type PdfDocument = pdf.PDFDocumentProxy;

/** A PDF, read as far as it is looked at; nothing in it is run. */
export function usePdf(address: string) {
  const [document, setDocument] = useState<PdfDocument | null>(null);
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    const task = pdf.getDocument({ url: address, isEvalSupported: false, enableXfa: false });
    task.promise.then(setDocument).catch((e: Error) => {
      if (!task.destroyed) setWrong(e.message);
    });
    return () => void task.destroy();
  }, [address]);
  return { document, wrong };
}

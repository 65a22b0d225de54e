import * as pdf from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useState } from 'react';

pdf.GlobalWorkerOptions.workerSrc = worker;

export type PdfDocument = pdf.PDFDocumentProxy;

/** A PDF, read as far as it is looked at; nothing in it is run. Without an address there is none. */
export function usePdf(address: string | null) {
  const [document, setDocument] = useState<PdfDocument | null>(null);
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    if (!address) return;
    let gone = false;
    const task = pdf.getDocument({ url: address, isEvalSupported: false, enableXfa: false });
    const read = task.promise.then(
      (document) => gone || setDocument(document),
      (e: Error) => gone || setWrong(e.message),
    );
    return () => {
      gone = true;
      // Ended only once it has been read: ended in the middle, its reader complains to nobody.
      void read.then(() => task.destroy());
    };
  }, [address]);
  return { document, wrong };
}

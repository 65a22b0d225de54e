import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { at } from '../../api/at';
import { type SheetView, api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { type PdfDocument, usePdf } from '../../conversations/pdfs';
import type { Ground } from '../../ui/picture/viewpoint';
import PdfPage from '../drawing/PdfPage';
import { PageTurn } from '../drawing/PageTurn';
import * as texts from '../texts';
import { CompareView, type Side } from './CompareView';
import { pictured } from './pictured';
import { type PagePair, pairsOf } from './pagePairs';

/** Two revisions of which one or both are PDFs: page beside page, as the words of the pages belong together. */
export function PdfCompare({ before, after }: { before: SheetView; after: SheetView }) {
  const old = useRevision(before);
  const now = useRevision(after);
  const { data: known } = useQuery({
    queryKey: [...keys.sheets, after.id, 'pages', before.shown.number, after.shown.number],
    queryFn: () =>
      taken(
        api.GET('/api/sheets/{id}/pages', {
          params: { path: { id: after.id }, query: { from: before.shown.number, to: after.shown.number } },
        }),
      ),
    staleTime: Infinity,
  });
  const [at, setAt] = useState(1);
  const wrong = [old, now].find((r) => r.wrong);
  if (wrong)
    return (
      <p role="alert" className="m-auto max-w-96 p-6 text-late">
        {texts.pdfCannotBeShown(after.name, wrong.wrong)}
      </p>
    );
  if (!known || !old.pages || !now.pages) return <p className="m-auto text-soft">{texts.loading}</p>;
  const pairs = pairsOf(known, old.pages, now.pages);
  const turn = (to: number) => setAt(Math.min(pairs.length, Math.max(1, to)));
  return <Pair key={`${before.id}`} pair={pairs[at - 1]!} {...{ old, now, at, pairs: pairs.length, turn }} />;
}

type Revision = { sheet: SheetView; document: PdfDocument | null; wrong: string; pages: number | null };

/** A revision and how many pages it has; a picture has one. */
function useRevision(sheet: SheetView): Revision {
  const isPdf = sheet.file!.shown === 'pdf';
  const { document, wrong } = usePdf(isPdf ? at(`/api/files/${sheet.file!.id}`) : null);
  return { sheet, document, wrong, pages: isPdf ? (document?.numPages ?? null) : 1 };
}

type PairProps = {
  pair: PagePair;
  old: Revision;
  now: Revision;
  at: number;
  pairs: number;
  turn: (to: number) => void;
};

function Pair({ pair, old, now, at, pairs, turn }: PairProps) {
  const before = useSide(old, pair.before);
  const after = useSide(now, pair.after);
  if (!before || !after) return <p className="m-auto text-soft">{texts.loading}</p>;
  return (
    <CompareView
      before={before}
      after={after}
      layers={[]}
      onPage={(step) => turn(at + step)}
      tools={pairs > 1 ? <PageTurn page={at} pages={pairs} onTurn={turn} /> : null}
    />
  );
}

/** A page of a revision, as soon as its size is known; the page before stays until then. */
function useSide({ sheet, document }: Revision, page: number | null): Side | null {
  const [size, setSize] = useState<{ page: number; ground: Ground } | null>(null);
  useEffect(() => {
    let gone = false;
    if (document && page !== null)
      document
        .getPage(page)
        .then((p) => {
          const { width, height } = p.getViewport({ scale: 1 });
          if (!gone) setSize({ page, ground: { x: 0, y: 0, width, height } });
        })
        .catch((wrong: unknown) => {
          if (!gone) throw wrong;
        });
    return () => void (gone = true);
  }, [document, page]);
  const nothing = { revision: sheet.shown.number, ground: null, picture: () => null };
  if (page === null) return nothing;
  if (!document) return pictured(sheet);
  return (
    size && {
      revision: sheet.shown.number,
      ground: size.ground,
      picture: (zoom) => <PdfPage document={document} number={size.page} zoom={zoom} />,
    }
  );
}

import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import type { AnchorView, DiscussionView } from '../../api/client';
import { cx } from '../../ui/controls';
import { Marks, type PictureMark } from '../../ui/picture/Marks';
import { snapshot } from '../../ui/picture/snapshot';
import { type Area, Pane, type Point } from '../../ui/picture/Pane';
import { PageTurn } from '../drawing/PageTurn';
import { DrawingTools } from '../drawing/Tools';
import { type Viewpoint, acrossWindow, fitted, read, within, written, zoomed } from '../../ui/picture/viewpoint';
import type { Depicted, Drawing } from '../drawing/depicted';
import * as texts from '../texts';
import { inOrder, isThere } from './discussions';
import { type TalkedAbout, anchorOf, fresh, hueOf } from './view';

export type DepictedProps = TalkedAbout & {
  of: Depicted;
  /** The viewpoint in the address; null for all of it. */
  view: string | null;
  onView: (view: string | null) => void;
  /** Marks that came with it. */
  marks?: PictureMark[];
  /** What else can be done with what one looks at, as the address has it, and with a picture of it. */
  tools?: (view: string, picture: () => Promise<Blob>) => ReactNode;
};

type Props = DepictedProps & {
  /** The page or drawing that is shown, in its own units. */
  drawing: Drawing;
  /** Of how many pages; left out where there are none. */
  pages?: number;
  /** Which page is wished for; it is shown when its size is known. */
  onPage?: (page: number) => void;
  children: (now: Viewpoint) => ReactNode;
};

/** One page or drawing in its window, with its marks, and the tools to look at it by. */
export function Depiction(props: Props) {
  const { of, view, onView, discussions, open, onOpen, chosen, onChoose, onPlaces, marks, tools } = props;
  const { drawing, pages, onPage, children } = props;
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [now, setNow] = useState<Viewpoint | null>(() => read(view));
  const [marking, setMarking] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  // The address follows what one looks at, a moment after one has stopped moving; and one goes where it leads. What it was told
  // itself comes back a little later, when one may look at something else already: that leads nowhere.
  const told = useRef<string | null>(null);
  useEffect(() => {
    if (view === told.current) return;
    told.current = null;
    if (view && (!now || written(now) !== view)) setNow(read(view));
  }, [view]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    if (!now || written(now) === view) return;
    const later = setTimeout(() => {
      told.current = written(now);
      onView(told.current);
    }, 250);
    return () => clearTimeout(later);
  }, [now, view, onView]);
  const page = now?.page ?? 1;
  useEffect(() => onPage?.(page), [page, onPage]);
  const numbered = useMemo(
    () => inOrder(discussions).filter((d) => isThere(d) && d.place!.at.kind === 'spot'),
    [discussions],
  );
  const spots = numbered.filter((d) => d.place!.at.page === page);
  const usual =
    size.width > 0
      ? pages
        ? acrossWindow(drawing, size.width, size.height)
        : fitted(drawing, size.width, size.height)
      : null;
  const at = now ?? usual;
  useEffect(() => {
    if (!at) return;
    const top = (y: number) => Math.min(size.height - 40, Math.max(0, size.height / 2 + (y - at.y) * at.zoom));
    const tops = new Map(spots.map((d) => [d.id, top(d.place!.at.y!)]));
    if (chosen?.kind === 'spot') tops.set(fresh, top(chosen.y!));
    onPlaces({ tops, height: size.height });
  }, [numbered, chosen, size, onPlaces, page, at?.x, at?.y, at?.zoom]); // eslint-disable-line react-hooks/exhaustive-deps
  // What is opened in the margin comes into sight, once it is known where it stands and how large the window is. A view in the
  // address that opened the page is what one wants to see.
  const seen = useRef(view ? open : null);
  const known = size.width > 0 && numbered.some((d) => d.id === open);
  useEffect(() => {
    const place = numbered.find((d) => d.id === open)?.place?.at;
    if (seen.current === open) return;
    if (!place || !at || !known) {
      seen.current = null;
      return;
    }
    seen.current = open;
    const middle = { x: place.x! + place.width! / 2, y: place.y! + place.height! / 2 };
    if (
      place.page !== page ||
      Math.abs(middle.x - at.x) * at.zoom > size.width / 2 - 20 ||
      Math.abs(middle.y - at.y) * at.zoom > size.height / 2 - 20
    )
      setNow({ ...at, ...middle, page: place.page! });
  }, [open, known]); // eslint-disable-line react-hooks/exhaustive-deps
  const hidden = at?.hidden ?? [];
  const choose = (place: Partial<AnchorView>) =>
    onChoose(anchorOf({ kind: 'spot', page, width: 0, height: 0, ...place }));
  const turn = (to: number, foot = false) => {
    if (!pages || !usual || to < 1 || to > pages) return;
    const zoom = at?.zoom ?? usual.zoom;
    const reach = Math.min(drawing.height / 2, size.height / 2 / zoom);
    setNow({ ...usual, ...at, y: foot ? drawing.y + drawing.height - reach : drawing.y + reach, zoom, page: to });
  };
  return (
    <div ref={box} className="flex min-h-0 flex-1 flex-col">
      <Pane
        drawing={drawing}
        view={at}
        onView={setNow}
        onSize={setSize}
        label={texts.drawingHint(of.name)}
        marking={marking}
        onSpot={(p) => within(drawing, p) && choose(p)}
        onArea={(a) => {
          setMarking(false);
          choose(a);
        }}
        onPage={pages ? (step) => turn(page + step, step < 0) : undefined}
        over={(to, v) => (
          <>
            {marks ? <Marks marks={marks} page={page} to={to} zoom={v.zoom} /> : null}
            {spots.map((d) => (
              <Mark
                key={d.id}
                discussion={d}
                number={numbered.indexOf(d) + 1}
                open={d.id === open}
                to={to}
                zoom={v.zoom}
                onOpen={onOpen}
              />
            ))}
            {chosen?.kind === 'spot' && chosen.page === page ? (
              <Outline
                at={{ x: chosen.x!, y: chosen.y!, width: chosen.width ?? 0, height: chosen.height ?? 0 }}
                to={to}
                zoom={v.zoom}
                hue="new"
              />
            ) : null}
          </>
        )}
      >
        {at ? children(at) : null}
      </Pane>
      <DrawingTools
        drawing={drawing}
        percent={at && usual ? Math.round((at.zoom / usual.zoom) * 100) : 100}
        onZoom={(by) => at && usual && setNow(zoomed(at, by, usual.zoom, { x: 0, y: 0 }))}
        onFit={() => {
          setNow(pages && usual ? { ...usual, page } : null);
          if (!pages) onView(null);
        }}
        hidden={hidden}
        onHidden={(next) => at && setNow({ ...at, hidden: next })}
        marking={marking}
        onMarking={props.untouched ? undefined : () => setMarking(!marking)}
      >
        {at && tools ? tools(written(at), () => snapshot(box.current!, drawing, at, size)) : null}
        {pages && pages > 1 ? <PageTurn page={page} pages={pages} onTurn={turn} /> : null}
      </DrawingTools>
    </div>
  );
}

type MarkProps = {
  discussion: DiscussionView;
  number: number;
  open: boolean;
  to: (at: Point) => Point;
  zoom: number;
  onOpen: (id: string) => void;
};

/** A small tag with one cut corner and a number; an area has its outline with that tag. */
function Mark({ discussion: d, number, open, to, zoom, onOpen }: MarkProps) {
  const at = d.place!.at;
  const hue = hueOf(d);
  const corner = to({ x: at.x!, y: at.y! });
  return (
    <>
      {at.width! > 0 ? (
        <Outline at={{ x: at.x!, y: at.y!, width: at.width!, height: at.height! }} to={to} zoom={zoom} hue={hue} />
      ) : null}
      <button
        type="button"
        aria-label={`${hue === 'settled' ? '✓' : number} ${texts.discussionOf(d.about)}`}
        title={d.first?.words ?? d.about}
        onClick={() => onOpen(d.id)}
        style={{ left: corner.x, top: corner.y }}
        className={cx(
          'cut-corner absolute grid h-6 min-w-6 place-items-center px-1 text-[12px] font-bold',
          // A spot is at the lower left corner of its tag.
          at.width! > 0 ? '-translate-y-full' : '-translate-y-full',
          hue === 'settled'
            ? 'bg-surface text-soft'
            : hue === 'outside'
              ? 'bg-outside-ink text-surface'
              : 'bg-inside-ink text-surface',
          open && 'outline outline-2 outline-offset-1 outline-wren',
        )}
      >
        {hue === 'settled' ? '✓' : number}
      </button>
      {at.width! > 0 ? null : (
        <i
          aria-hidden
          style={{ left: corner.x - 3, top: corner.y - 3 }}
          className={cx(
            'pointer-events-none absolute size-1.5 rounded-full border border-surface',
            hue === 'outside' ? 'bg-outside-ink' : hue === 'settled' ? 'bg-soft' : 'bg-inside-ink',
          )}
        />
      )}
    </>
  );
}

const edges: Record<string, string> = {
  inside: 'border-inside-ink border-dashed',
  outside: 'border-outside-ink',
  settled: 'border-soft border-dotted',
  new: 'border-wren border-dashed bg-wren-wash/30',
};

function Outline({ at, to, zoom, hue }: { at: Area; to: (p: Point) => Point; zoom: number; hue: string }) {
  const corner = to(at);
  const spot = at.width === 0 && at.height === 0;
  return (
    <div
      aria-hidden
      className={cx(
        'pointer-events-none absolute border-2',
        edges[hue],
        spot && 'size-4 -translate-x-1/2 -translate-y-1/2 rounded-full',
      )}
      style={{ left: corner.x, top: corner.y, ...(spot ? {} : { width: at.width * zoom, height: at.height * zoom }) }}
    />
  );
}

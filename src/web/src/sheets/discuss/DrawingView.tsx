import { useEffect, useMemo, useState } from 'react';
import type { DiscussionView, SheetView } from '../../api/client';
import { cx } from '../../ui/controls';
import { type Area, Pane, type Point } from '../drawing/Pane';
import { DrawingTools, pictureOf } from '../drawing/Tools';
import { type Drawing, type Viewpoint, fitted, read, written, zoomed } from '../drawing/viewpoint';
import * as texts from '../texts';
import { inOrder, isThere } from './discussions';
import { type TalkedAbout, anchorOf, fresh, hueOf } from './view';

type Props = TalkedAbout & {
  sheet: SheetView;
  /** The viewpoint in the address; null for all of it. */
  view: string | null;
  onView: (view: string | null) => void;
};

/** A drawing or picture with what is said about its spots and areas. */
export function DrawingView({ sheet, view, onView, discussions, open, onOpen, chosen, onChoose, onPlaces }: Props) {
  const file = sheet.file!;
  // What cannot be read is measured as a browser shows it.
  const [measured, setMeasured] = useState<Drawing | null>(null);
  const drawing = sheet.drawing ?? measured;
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [now, setNow] = useState<Viewpoint | null>(() => read(view));
  const [marking, setMarking] = useState(false);
  // The address follows what one looks at, a moment after one has stopped moving; and one goes where it leads.
  useEffect(() => {
    if (view && (!now || written(now) !== view)) setNow(read(view));
  }, [view]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    if (!now || written(now) === view) return;
    const later = setTimeout(() => onView(written(now)), 250);
    return () => clearTimeout(later);
  }, [now, view, onView]);
  const spots = useMemo(
    () => inOrder(discussions).filter((d) => isThere(d) && d.place!.at.kind === 'spot'),
    [discussions],
  );
  const fit = drawing && size.width > 0 ? fitted(drawing, size.width, size.height) : null;
  const at = now ?? fit;
  useEffect(() => {
    if (!at) return;
    const top = (y: number) => Math.min(size.height - 40, Math.max(0, size.height / 2 + (y - at.y) * at.zoom));
    const tops = new Map(spots.map((d) => [d.id, top(d.place!.at.y!)]));
    if (chosen?.kind === 'spot') tops.set(fresh, top(chosen.y!));
    onPlaces({ tops, height: size.height });
  }, [spots, chosen, size, onPlaces, at?.x, at?.y, at?.zoom]); // eslint-disable-line react-hooks/exhaustive-deps
  // What is opened in the margin comes into sight.
  useEffect(() => {
    const place = spots.find((d) => d.id === open)?.place?.at;
    if (!place || !at || !drawing) return;
    const away = {
      x: Math.abs(place.x! + place.width! / 2 - at.x) * at.zoom,
      y: Math.abs(place.y! + place.height! / 2 - at.y) * at.zoom,
    };
    if (away.x > size.width / 2 - 20 || away.y > size.height / 2 - 20)
      setNow({ ...at, x: place.x! + place.width! / 2, y: place.y! + place.height! / 2 });
  }, [open]); // eslint-disable-line react-hooks/exhaustive-deps
  if (!drawing)
    return (
      <div className="grid min-h-0 flex-1 place-items-center overflow-auto bg-paper p-4">
        <img
          src={`/api/files/${file.id}`}
          alt={sheet.name}
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
  const hidden = at?.hidden ?? [];
  const change = (next: Partial<Viewpoint>) => at && setNow({ ...at, ...next });
  const spot = (p: Point) => onChoose(anchorOf({ kind: 'spot', page: 1, ...p, width: 0, height: 0 }));
  const area = (a: Area) => {
    setMarking(false);
    onChoose(anchorOf({ kind: 'spot', page: 1, ...a }));
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <Pane
        drawing={drawing}
        view={now}
        onView={setNow}
        onSize={setSize}
        label={texts.drawingHint(sheet.name)}
        marking={marking}
        onSpot={spot}
        onArea={area}
        over={(to, v) => (
          <>
            {spots.map((d, i) => (
              <Mark
                key={d.id}
                discussion={d}
                number={i + 1}
                open={d.id === open}
                to={to}
                zoom={v.zoom}
                onOpen={onOpen}
              />
            ))}
            {chosen?.kind === 'spot' ? (
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
        <img
          src={pictureOf({ id: sheet.id, revision: sheet.shown.number, file: file.id, drawing: sheet.drawing }, hidden)}
          alt={sheet.name}
          draggable={false}
          className="block h-full w-full select-none bg-white"
        />
      </Pane>
      <DrawingTools
        drawing={drawing}
        percent={at && fit ? Math.round((at.zoom / fit.zoom) * 100) : 100}
        onZoom={(by) => at && fit && setNow(zoomed(at, by, fit.zoom, { x: 0, y: 0 }))}
        onFit={() => {
          setNow(null);
          onView(null);
        }}
        hidden={hidden}
        onHidden={(next) => change({ hidden: next })}
        marking={marking}
        onMarking={() => setMarking(!marking)}
      />
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

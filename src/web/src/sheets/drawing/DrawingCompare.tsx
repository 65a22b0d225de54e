import { useState } from 'react';
import type { SheetView } from '../../api/client';
import { Button } from '../../ui/controls';
import { useSheet } from '../sheet';
import * as texts from '../texts';
import { Pane } from '../../ui/picture/Pane';
import { DrawingTools } from './Tools';
import { pictureOf } from './depicted';
import { type Viewpoint, fitted, zoomed } from '../../ui/picture/viewpoint';

/** Two revisions of a drawing laid over each other, or side by side and moving together. */
export function DrawingCompare({ sheet, from }: { sheet: SheetView; from: number }) {
  const { data: before } = useSheet(sheet.id, from);
  const [view, setView] = useState<Viewpoint | null>(null);
  const [beside, setBeside] = useState(false);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [hidden, setHidden] = useState<string[]>([]);
  if (!before?.file || !sheet.file) return null;
  const drawing = sheet.drawing ?? before.drawing ?? { x: 0, y: 0, width: 1000, height: 700, layers: [] };
  const fit = fitted(drawing, Math.max(1, size.width), Math.max(1, size.height));
  const at = view ?? fit;
  const picture = (of: SheetView, tint?: string) => (
    <span className="relative block h-full w-full" style={{ isolation: 'isolate' }}>
      <img
        src={pictureOf({ id: of.id, revision: of.shown.number, file: of.file!.id, drawing: of.drawing }, hidden)}
        alt={`${of.name}, ${texts.revisionInline} ${of.shown.number}`}
        draggable={false}
        className="block h-full w-full bg-white"
        style={tint ? { filter: 'grayscale(1)' } : undefined}
      />
      {/* Black lines on white take the hue; what both have is dark where they are laid over each other. */}
      {tint ? (
        <i aria-hidden className="absolute inset-0" style={{ background: tint, mixBlendMode: 'screen' }} />
      ) : null}
    </span>
  );
  const went = '#c0322a';
  const came = '#1d7a45';
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b bg-surface px-3 py-1 text-[13px]">
        <span role="group" aria-label={texts.howToCompare} className="flex gap-1">
          <Button aria-pressed={!beside} look={beside ? 'quiet' : 'plain'} onClick={() => setBeside(false)}>
            {texts.laidOver}
          </Button>
          <Button aria-pressed={beside} look={beside ? 'plain' : 'quiet'} onClick={() => setBeside(true)}>
            {texts.sideBySide}
          </Button>
        </span>
        {beside ? null : (
          <>
            <span className="inline-flex items-center gap-1">
              <i aria-hidden className="h-1 w-5" style={{ background: went }} /> {texts.onlyIn(from)}
            </span>
            <span className="inline-flex items-center gap-1">
              <i aria-hidden className="h-1 w-5" style={{ background: came }} /> {texts.onlyIn(sheet.shown.number)}
            </span>
          </>
        )}
      </p>
      {beside ? (
        <div className="flex min-h-0 flex-1 gap-px bg-line max-md:flex-col">
          {[before, sheet].map((s) => (
            <figure key={s.shown.number} className="flex min-h-0 min-w-0 flex-1 flex-col bg-surface">
              <figcaption className="flex-none px-2 py-0.5 text-[12.5px] text-soft">
                {texts.revisionOfNumber(s.shown.number)}
              </figcaption>
              <Pane
                drawing={drawing}
                view={view}
                onView={setView}
                onSize={setSize}
                label={`${s.name}, ${texts.revisionInline} ${s.shown.number}`}
              >
                {picture(s)}
              </Pane>
            </figure>
          ))}
        </div>
      ) : (
        <Pane
          drawing={drawing}
          view={view}
          onView={setView}
          onSize={setSize}
          label={texts.comparedOver(from, sheet.shown.number)}
        >
          <span className="absolute inset-0">{picture(before, went)}</span>
          <span className="absolute inset-0" style={{ mixBlendMode: 'multiply' }}>
            {picture(sheet, came)}
          </span>
        </Pane>
      )}
      <DrawingTools
        drawing={drawing}
        percent={Math.round((at.zoom / fit.zoom) * 100)}
        onZoom={(by) => setView(zoomed(at, by, fit.zoom, { x: 0, y: 0 }))}
        onFit={() => setView(null)}
        hidden={hidden}
        onHidden={setHidden}
      />
    </div>
  );
}

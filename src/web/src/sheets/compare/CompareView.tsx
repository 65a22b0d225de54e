import { type ReactNode, useState } from 'react';
import { Button } from '../../ui/controls';
import { Pane } from '../../ui/picture/Pane';
import { type Ground, type Viewpoint, fitted, zoomed } from '../../ui/picture/viewpoint';
import type { Drawing } from '../drawing/depicted';
import { DrawingTools } from '../drawing/Tools';
import * as texts from '../texts';
import { groundOfBoth } from './grounds';

/** What one of two revisions shows. */
export type Side = {
  revision: number;
  /** Where it lies, in its own units; null where it has nothing to show beside the other. */
  ground: Ground | null;
  picture: (zoom: number, hidden: string[]) => ReactNode;
};

type Props = {
  before: Side;
  after: Side;
  layers: Drawing['layers'];
  /** Turns to the next page, or the one before. */
  onPage?: (step: 1 | -1) => void;
  tools?: ReactNode;
};

const went = '#c0322a';
const came = '#1d7a45';

/** Two revisions in one window, or in two that move together. */
export function CompareView({ before, after, layers, onPage, tools }: Props) {
  const [view, setView] = useState<Viewpoint | null>(null);
  const [beside, setBeside] = useState(false);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [hidden, setHidden] = useState<string[]>([]);
  const { all, of } = groundOfBoth(before.ground, after.ground);
  const fit = fitted(all, Math.max(1, size.width), Math.max(1, size.height));
  const at = view ?? fit;
  const drawn = (side: Side, zoom: number, tint?: string) => {
    const own = of(side.ground);
    return own ? (
      <span
        className="absolute block"
        style={{
          isolation: 'isolate',
          left: `${((own.x - all.x) / all.width) * 100}%`,
          top: `${((own.y - all.y) / all.height) * 100}%`,
          width: `${(own.width / all.width) * 100}%`,
          height: `${(own.height / all.height) * 100}%`,
        }}
      >
        <span className="block h-full w-full" style={tint ? { filter: 'grayscale(1)' } : undefined}>
          {side.picture(zoom, hidden)}
        </span>
        {/* Black lines on white take the hue; what both have is dark where they are laid over each other. */}
        {tint ? (
          <i aria-hidden className="absolute inset-0" style={{ background: tint, mixBlendMode: 'screen' }} />
        ) : null}
      </span>
    ) : null;
  };
  const missing = [before, after].filter((s) => !s.ground);
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
        {beside
          ? null
          : [before, after].map((s) => (
              <span key={s.revision} className="inline-flex items-center gap-1">
                <i aria-hidden className="h-1 w-5" style={{ background: s === before ? went : came }} />{' '}
                {texts.onlyIn(s.revision)}
              </span>
            ))}
        {beside ? null : missing.map((s) => <b key={s.revision}>{texts.pageIsNotThere(s.revision)}</b>)}
      </p>
      {beside ? (
        <div className="flex min-h-0 flex-1 gap-px bg-line max-md:flex-col">
          {[before, after].map((s) => (
            <figure key={s.revision} className="flex min-h-0 min-w-0 flex-1 flex-col bg-surface">
              <figcaption className="flex-none px-2 py-0.5 text-[12.5px] text-soft">
                {texts.revisionOfNumber(s.revision)}
              </figcaption>
              {s.ground ? (
                <Pane
                  drawing={all}
                  view={view}
                  onView={setView}
                  onSize={setSize}
                  onPage={onPage}
                  label={texts.revisionOfNumber(s.revision)}
                >
                  {drawn(s, at.zoom)}
                </Pane>
              ) : (
                <p className="m-auto p-4 text-center text-soft">{texts.pageIsNotThere(s.revision)}</p>
              )}
            </figure>
          ))}
        </div>
      ) : (
        <Pane
          drawing={all}
          view={view}
          onView={setView}
          onSize={setSize}
          onPage={onPage}
          label={texts.comparedOver(before.revision, after.revision)}
        >
          <span className="absolute inset-0">{drawn(before, at.zoom, went)}</span>
          <span className="absolute inset-0" style={{ mixBlendMode: 'multiply' }}>
            {drawn(after, at.zoom, came)}
          </span>
        </Pane>
      )}
      <DrawingTools
        drawing={{ ...all, layers }}
        percent={Math.round((at.zoom / fit.zoom) * 100)}
        onZoom={(by) => setView(zoomed(at, by, fit.zoom, { x: 0, y: 0 }))}
        onFit={() => setView(null)}
        hidden={hidden}
        onHidden={setHidden}
      >
        {tools}
      </DrawingTools>
    </div>
  );
}

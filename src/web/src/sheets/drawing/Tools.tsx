import { Maximize, SquareDashed, ZoomIn, ZoomOut } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, IconButton, Panel, cx } from '../../ui/controls';
import * as texts from '../texts';
import type { Drawing } from './depicted';

type Props = {
  drawing: Drawing;
  percent: number;
  onZoom: (by: number) => void;
  onFit: () => void;
  hidden: string[];
  onHidden: (hidden: string[]) => void;
  marking?: boolean;
  onMarking?: () => void;
  children?: ReactNode;
};

/** How near one is, what is hidden, and whether a drag marks an area. */
export function DrawingTools(props: Props) {
  const { drawing, percent, onZoom, onFit, hidden, onHidden, marking, onMarking, children } = props;
  return (
    <div className="flex flex-none flex-wrap items-center gap-1 border-t bg-surface px-2 py-1 text-[12.5px] tabular-nums">
      <IconButton label={texts.smaller} onClick={() => onZoom(0.8)}>
        <ZoomOut size={15} />
      </IconButton>
      <span className="w-12 text-center">{percent} %</span>
      <IconButton label={texts.larger} onClick={() => onZoom(1.25)}>
        <ZoomIn size={15} />
      </IconButton>
      <IconButton label={texts.fitToWindow} onClick={onFit}>
        <Maximize size={14} />
      </IconButton>
      {onMarking ? (
        <Button
          look="quiet"
          aria-pressed={marking}
          onClick={onMarking}
          className={cx(marking && '!border-wren !text-wren')}
        >
          <SquareDashed size={14} aria-hidden /> {texts.markAnArea}
        </Button>
      ) : null}
      {drawing.layers.length > 0 ? (
        <Panel
          label={texts.layers}
          trigger={<Button look="quiet">{hidden.length > 0 ? texts.layersHidden(hidden.length) : texts.layers}</Button>}
        >
          <ul className="grid gap-0.5">
            {drawing.layers.map((l) => (
              <li key={l.key}>
                <label className="flex min-h-[26px] items-center gap-2 max-md:min-h-[44px]">
                  <input
                    type="checkbox"
                    checked={!hidden.includes(l.key)}
                    onChange={(e) =>
                      onHidden(e.target.checked ? hidden.filter((h) => h !== l.key) : [...hidden, l.key])
                    }
                  />
                  {l.name}
                </label>
              </li>
            ))}
          </ul>
          {hidden.length > 0 ? (
            <Button look="quiet" onClick={() => onHidden([])}>
              {texts.showAllLayers}
            </Button>
          ) : null}
        </Panel>
      ) : null}
      <span className="ml-auto flex flex-wrap items-center gap-1">{children}</span>
    </div>
  );
}

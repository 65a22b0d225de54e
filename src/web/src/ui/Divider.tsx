import type { KeyboardEvent, PointerEvent } from 'react';

type Props = {
  label: string;
  value: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
  /** The value under a pointer at this place of the window. */
  at: (clientX: number) => number;
};

/** A line between two panels, to be dragged, or moved with the arrow keys (WAI-ARIA window splitter). */
export function Divider({ label, value, least, most, onChange, at }: Props) {
  const set = (next: number) => onChange(Math.min(most, Math.max(least, next)));
  const drag = (event: PointerEvent<HTMLDivElement>) => {
    if (event.currentTarget.hasPointerCapture(event.pointerId)) set(at(event.clientX));
  };
  const press = (event: KeyboardEvent) => {
    const step = (most - least) / 20;
    const next = { ArrowLeft: value - step, ArrowRight: value + step, Home: least, End: most }[event.key];
    if (next === undefined) return;
    event.preventDefault();
    set(next);
  };
  return (
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label={label}
      aria-valuenow={Math.round(value)}
      aria-valuemin={Math.round(least)}
      aria-valuemax={Math.round(most)}
      tabIndex={0}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={drag}
      onKeyDown={press}
      className="absolute inset-y-0 -left-[3px] z-10 w-[7px] cursor-col-resize touch-none hover:bg-wren/30 max-md:hidden"
    />
  );
}

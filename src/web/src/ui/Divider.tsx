import type { KeyboardEvent, PointerEvent } from 'react';
import { cx } from './controls';

type Props = {
  label: string;
  value: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
  /** The value under a pointer at this place of the window, from its left; from its top for one that lies across. */
  at: (place: number) => number;
  /** Whether it lies across, between a panel above and one below. */
  across?: boolean;
};

/** A line between two panels, to be dragged, or moved with the arrow keys (WAI-ARIA window splitter). */
export function Divider({ label, value, least, most, onChange, at, across }: Props) {
  const set = (next: number) => onChange(Math.min(most, Math.max(least, next)));
  const drag = (event: PointerEvent<HTMLDivElement>) => {
    if (event.currentTarget.hasPointerCapture(event.pointerId)) set(at(across ? event.clientY : event.clientX));
  };
  const press = (event: KeyboardEvent) => {
    const step = (most - least) / 20;
    const back = across ? 'ArrowUp' : 'ArrowLeft';
    const on = across ? 'ArrowDown' : 'ArrowRight';
    const next = { [back]: value - step, [on]: value + step, Home: least, End: most }[event.key];
    if (next === undefined) return;
    event.preventDefault();
    set(next);
  };
  return (
    <div
      role="separator"
      aria-orientation={across ? 'horizontal' : 'vertical'}
      aria-label={label}
      aria-valuenow={Math.round(value)}
      aria-valuemin={Math.round(least)}
      aria-valuemax={Math.round(most)}
      tabIndex={0}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={drag}
      onKeyDown={press}
      className={cx(
        'absolute z-30 touch-none hover:bg-wren/30 max-md:hidden',
        across ? 'inset-x-0 -top-[4px] h-[7px] cursor-row-resize' : 'inset-y-0 -left-[3px] w-[7px] cursor-col-resize',
      )}
    />
  );
}

import { type InputHTMLAttributes, type ReactNode, useState } from 'react';
import { cx } from '../ui/controls';

/** A field of a task with its name. */
export function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[88px_minmax(0,1fr)] items-center gap-x-2 py-px text-[13px]">
      <span className="text-soft">{name}</span>
      <div className="flex min-w-0 flex-wrap items-center gap-1.5">{children}</div>
    </div>
  );
}

/** The head of a part of the panel. */
export function Head({ name, note, children }: { name: string; note?: string; children?: ReactNode }) {
  return (
    <div className="mb-1 mt-3 flex items-baseline gap-2 border-b pb-[3px] text-[13px]">
      <h2 className="font-bold">{name}</h2>
      <span className="flex-1 text-soft">{note}</span>
      {children}
    </div>
  );
}

/** A field that is taken over when one leaves it. */
export function Words({
  label,
  value,
  onSave,
  ...rest
}: { label: string; value: string; onSave: (value: string) => void } & Omit<
  InputHTMLAttributes<HTMLInputElement>,
  'onChange' | 'value'
>) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed !== value) onSave(typed);
    setTyped(null);
  };
  return (
    <input
      {...rest}
      aria-label={label}
      className={cx(
        'min-h-7 rounded-[3px] border border-transparent bg-transparent px-1 hover:border-line ' +
          'focus:border-line focus:bg-paper max-md:min-h-[44px]',
        rest.className,
      )}
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') {
          setTyped(null);
          e.stopPropagation();
        }
      }}
    />
  );
}

/** How the panel's lists of choices look. */
export const choice = 'min-h-[26px] max-w-full rounded-[3px] border bg-surface px-1 text-[13px] max-md:min-h-[44px]';

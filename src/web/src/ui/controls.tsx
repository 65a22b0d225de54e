import { Popover as RadixPopover, Tooltip as RadixTooltip } from 'radix-ui';
import { type ButtonHTMLAttributes, type InputHTMLAttributes, type ReactNode, forwardRef, useRef } from 'react';
import * as texts from './texts';

/** Joins class names. */
export const cx = (...names: (string | false | null | undefined)[]) => names.filter(Boolean).join(' ');

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement> & { look?: 'main' | 'plain' | 'quiet' };

const looks = {
  main: 'border-wren bg-wren text-wren-ink font-semibold hover:brightness-110',
  plain: 'border-line bg-surface hover:border-soft',
  quiet: 'border-transparent text-soft hover:text-ink hover:border-line',
};

/** A button that says what it does. */
export const Button = forwardRef<HTMLButtonElement, ButtonProps>(({ look = 'plain', className, ...rest }, ref) => (
  <button
    ref={ref}
    type="button"
    className={cx(
      'inline-flex min-h-[28px] items-center justify-center gap-1.5 whitespace-nowrap rounded-card ' +
        'border px-2.5 py-0.5 disabled:cursor-default disabled:opacity-55 max-md:min-h-[44px]',
      looks[look],
      className,
    )}
    {...rest}
  />
));
Button.displayName = 'Button';

type IconProps = ButtonHTMLAttributes<HTMLButtonElement> & { label: string; hint?: string };

/** A small button that is an icon, with its name for those who do not see it. A press on it is no press on what it stands on. */
export const IconButton = forwardRef<HTMLButtonElement, IconProps>(
  ({ label, hint, className, onClick, ...rest }, ref) => (
    <button
      ref={ref}
      type="button"
      title={hint ?? label}
      aria-label={label}
      onClick={(e) => {
        e.stopPropagation();
        onClick?.(e);
      }}
      className={cx(
        'grid size-6 flex-none place-items-center rounded-[3px] text-soft hover:text-ink disabled:opacity-40 max-md:size-11',
        className,
      )}
      {...rest}
    />
  ),
);
IconButton.displayName = 'IconButton';

export const inputClass =
  'w-full rounded-card border border-line bg-surface px-2.5 py-1 min-h-[30px] text-ink placeholder:text-soft max-md:min-h-[44px]';

type FieldProps = InputHTMLAttributes<HTMLInputElement> & { label: string; hint?: string; wrong?: string };

/** A labelled field; what is wrong with it stands below it. */
export function Field({ label, hint, wrong, className, ...rest }: FieldProps) {
  return (
    <label className={cx('block', className)}>
      <span className="mb-0.5 block text-[13px] font-semibold">{label}</span>
      <input className={inputClass} aria-invalid={wrong ? true : undefined} {...rest} />
      {wrong ? <span className="mt-0.5 block text-[13px] text-late">{wrong}</span> : null}
      {hint && !wrong ? <span className="mt-0.5 block text-[12.5px] text-soft">{hint}</span> : null}
    </label>
  );
}

/** What hovering or focusing explains. */
export function Tip({ text, children, open }: { text: string; children: ReactNode; open?: boolean }) {
  return (
    <RadixTooltip.Root delayDuration={400} open={open}>
      <RadixTooltip.Trigger asChild>{children}</RadixTooltip.Trigger>
      <RadixTooltip.Portal>
        <RadixTooltip.Content
          sideOffset={5}
          collisionPadding={8}
          className="z-50 max-w-80 rounded-card bg-ink px-2 py-1 text-[12.5px] text-paper"
        >
          {text}
        </RadixTooltip.Content>
      </RadixTooltip.Portal>
    </RadixTooltip.Root>
  );
}

type PanelProps = {
  trigger: ReactNode;
  children: ReactNode;
  label: string;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  align?: 'start' | 'end' | 'center';
  className?: string;
};

/** Where something is; once it is out of the window, where it was last in it. */
function lastInWindow(element: () => HTMLElement | null) {
  let last: DOMRect | null = null;
  return {
    get contextElement() {
      return element() ?? undefined;
    },
    getBoundingClientRect() {
      const now = element()?.getBoundingClientRect() ?? last!;
      if (!last || (now.bottom > 0 && now.top < window.innerHeight)) last = now;
      return last;
    },
  };
}

/**
 * A small panel in place, beside what opened it. Should what opened it leave the window, because what stands above it grows or
 * is scrolled, the panel stays within reach.
 */
export function Panel({ trigger, children, label, open, onOpenChange, align = 'start', className }: PanelProps) {
  const opener = useRef<HTMLButtonElement>(null);
  const place = useRef(lastInWindow(() => opener.current));
  return (
    <RadixPopover.Root open={open} onOpenChange={onOpenChange}>
      <RadixPopover.Anchor virtualRef={place} />
      <RadixPopover.Trigger asChild ref={opener}>
        {trigger}
      </RadixPopover.Trigger>
      <RadixPopover.Portal>
        <RadixPopover.Content
          aria-label={label}
          data-over=""
          align={align}
          sideOffset={5}
          collisionPadding={10}
          className={cx(
            'z-40 rounded-card border border-soft/40 bg-surface p-2.5 shadow-md',
            // In a low window what does not fit is scrolled.
            'short:max-h-(--radix-popover-content-available-height) short:overflow-y-auto',
            className ?? 'w-72',
          )}
        >
          {children}
        </RadixPopover.Content>
      </RadixPopover.Portal>
    </RadixPopover.Root>
  );
}

/** What will be in an empty place, and the first step. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="m-auto max-w-96 p-8 text-center">
      <p className="font-semibold">{title}</p>
      {children ? <div className="mt-1 text-soft">{children}</div> : null}
    </div>
  );
}

/** What went wrong, what was kept and what to do. */
export function Wrong({ error, again }: { error: Error; again?: () => void }) {
  return (
    <div role="alert" className="m-auto max-w-96 rounded-card border border-late-line bg-late-wash p-3 text-late">
      <p>{error.message}</p>
      {again ? (
        <Button className="mt-2" onClick={again}>
          {texts.tryAgain}
        </Button>
      ) : null}
    </div>
  );
}

/** A button's words with the letter underlined that is its key. */
export function Letter({ of, children }: { of: string; children: string }) {
  const at = children.toLowerCase().indexOf(of);
  if (at < 0) return <>{children}</>;
  return (
    <span>
      {children.slice(0, at)}
      <u className="underline-offset-2">{children[at]}</u>
      {children.slice(at + 1)}
    </span>
  );
}

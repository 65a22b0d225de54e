import { X } from 'lucide-react';
import { type ReactNode, useEffect, useSyncExternalStore } from 'react';
import { Button } from './controls';

type Toast = {
  id: number;
  body: ReactNode;
  action?: { label: string; run: () => void };
  stays: boolean;
  lasts?: number;
};

let toasts: Toast[] = [];
let next = 1;
const listeners = new Set<() => void>();
const tell = () => listeners.forEach((l) => l());

/** Says something at the foot of the window; it goes by itself unless it stays. */
export function say(body: ReactNode, options: { action?: Toast['action']; stays?: boolean; lasts?: number } = {}) {
  toasts = [
    ...toasts,
    { id: next++, body, action: options.action, stays: options.stays ?? false, lasts: options.lasts },
  ].slice(-4);
  tell();
}

const dismiss = (id: number) => {
  toasts = toasts.filter((t) => t.id !== id);
  tell();
};

function One({ toast }: { toast: Toast }) {
  useEffect(() => {
    if (toast.stays) return;
    const timer = setTimeout(() => dismiss(toast.id), toast.lasts ?? 8000);
    return () => clearTimeout(timer);
  }, [toast]);
  return (
    <li className="flex items-start gap-3 rounded-card border border-soft/50 bg-surface px-3 py-2 shadow-lg">
      <div className="min-w-0 flex-1">{toast.body}</div>
      {toast.action ? (
        <Button
          onClick={() => {
            toast.action!.run();
            dismiss(toast.id);
          }}
        >
          {toast.action.label}
        </Button>
      ) : null}
      <button
        type="button"
        aria-label="Dismiss"
        title="Dismiss"
        className="grid size-6 place-items-center text-soft hover:text-ink"
        onClick={() => dismiss(toast.id)}
      >
        <X size={15} />
      </button>
    </li>
  );
}

/** Where toasts stand; what arrives is read out. */
export function Toasts() {
  const shown = useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => toasts,
  );
  return (
    <section
      aria-label="Messages"
      aria-live="polite"
      className="fixed bottom-3 right-3 z-50 w-[min(26rem,calc(100vw-24px))] max-md:bottom-16"
    >
      <ul className="grid gap-2">
        {shown.map((t) => (
          <One key={t.id} toast={t} />
        ))}
      </ul>
    </section>
  );
}

/** Says at the foot of the window what went wrong, in the server's words where it has some. */
export const sayWrong = (wrong: unknown) => say(wrong instanceof Error ? wrong.message : String(wrong));

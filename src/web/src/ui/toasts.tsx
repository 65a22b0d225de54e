import { X } from 'lucide-react';
import type { CSSProperties, ReactNode } from 'react';
import { Toaster, toast } from 'sonner';
import { Button } from './controls';
import { useReach } from './foot';
import * as texts from './texts';

type Action = { label: string; run: () => void };

/** So many stand there at once; the eldest makes room. */
const Most = 4;
let standing: (string | number)[] = [];
const gone = (id: string | number) => (standing = standing.filter((s) => s !== id));

/** Says something at the foot of the window; it goes by itself unless it stays. */
export function say(
  body: ReactNode | ((dismiss: () => void) => ReactNode),
  options: { action?: Action; stays?: boolean; lasts?: number } = {},
) {
  const shown = (own: string | number) => (typeof body === 'function' ? body(() => toast.dismiss(own)) : body);
  const id = toast.custom(
    (own) => <One body={shown(own)} action={options.action} onDismiss={() => toast.dismiss(own)} />,
    {
      duration: options.stays ? Infinity : (options.lasts ?? 8000),
      onDismiss: (t) => gone(t.id),
      onAutoClose: (t) => gone(t.id),
    },
  );
  standing.push(id);
  while (standing.length > Most) toast.dismiss(standing.shift());
}

function One({ body, action, onDismiss }: { body: ReactNode; action?: Action; onDismiss: () => void }) {
  return (
    <div className="flex w-full items-start gap-3 rounded-card border border-soft/50 bg-surface px-3 py-2 shadow-lg">
      <div className="min-w-0 flex-1">{body}</div>
      {action ? (
        <Button
          onClick={() => {
            action.run();
            onDismiss();
          }}
        >
          {action.label}
        </Button>
      ) : null}
      <button
        type="button"
        aria-label={texts.dismiss}
        title={texts.dismiss}
        className="grid size-6 place-items-center text-soft hover:text-ink"
        onClick={onDismiss}
      >
        <X size={15} />
      </button>
    </div>
  );
}

/** Where toasts stand; what arrives is read out. Never over what one writes, sends or presses at the foot of a page. */
export function Toasts() {
  const reach = useReach();
  return (
    <Toaster
      containerAriaLabel={texts.messages}
      customAriaLabel="Messages"
      position="bottom-center"
      visibleToasts={Most}
      expand
      gap={8}
      offset={{ bottom: reach + 12 }}
      mobileOffset={{ bottom: Math.max(52, reach) + 12, left: 12, right: 12 }}
      className="toasts"
      style={{ '--width': 'min(26rem, calc(100vw - 24px))' } as CSSProperties}
      // A press goes through to what is under it, but on its own buttons, links and fields.
      toastOptions={{
        unstyled: true,
        className:
          'w-(--width) !pointer-events-none [&_a]:pointer-events-auto [&_button]:pointer-events-auto [&_input]:pointer-events-auto',
      }}
    />
  );
}

/** Says at the foot of the window what went wrong, in the server's words where it has some. */
export const sayWrong = (wrong: unknown) => say(wrong instanceof Error ? wrong.message : String(wrong));

import { X } from 'lucide-react';
import { useSyncExternalStore } from 'react';
import { Over } from './PopUp';
import { popUps } from './popUps';
import * as texts from './texts';

/** So many stand there at once. */
const Most = 3;

/** What pops up: a column of its own at the top right, under the bar. Nothing that one writes or sends is there. */
export function PopUps({ onAll }: { onAll: () => void }) {
  const all = useSyncExternalStore(popUps.subscribe, popUps.all);
  return (
    <section
      aria-label={texts.newAlerts}
      aria-live="polite"
      className="relative z-40 h-0 flex-none max-md:fixed max-md:inset-x-2 max-md:top-2"
    >
      <ul className="absolute right-3 top-2 grid w-[290px] gap-1.5 max-md:static max-md:w-full">
        {all.slice(0, Most).map(({ alert, more }) => (
          <li
            key={alert.id}
            className="flex items-start gap-2 rounded-card border border-soft/50 bg-surface px-2.5 py-2 text-[13px] shadow-md"
          >
            <div className="min-w-0 flex-1">
              <Over alert={alert} more={more} />
            </div>
            <button
              type="button"
              aria-label={texts.dismiss}
              title={texts.dismiss}
              className="grid size-6 flex-none place-items-center text-soft hover:text-ink max-md:size-11"
              onClick={() => popUps.dismiss(alert.id)}
            >
              <X size={14} />
            </button>
          </li>
        ))}
        {all.length > Most ? (
          <li className="flex items-center justify-between rounded-card border bg-surface px-2.5 py-1 text-[12.5px]">
            <button type="button" className="min-h-6 underline" onClick={() => (popUps.dismissAll(), onAll())}>
              {texts.more(all.length - Most)}
            </button>
            <button type="button" className="min-h-6 text-soft hover:text-ink" onClick={popUps.dismissAll}>
              {texts.dismissAll}
            </button>
          </li>
        ) : null}
      </ul>
    </section>
  );
}

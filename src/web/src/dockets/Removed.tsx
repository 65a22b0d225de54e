import { useQuery } from '@tanstack/react-query';
import { api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { Button } from '../ui/controls';
import { say, sayWrong } from '../ui/toasts';
import { day } from '../ui/time';
import { refreshDocket } from './setting';
import { texts } from './texts';

const words = texts.ties;

/** Brings a docket back that was deleted. */
export async function restore(id: string, ref: string) {
  try {
    await taken(api.PUT('/api/removed-dockets/{id}/restored', { params: { path: { id } } }));
    void queries.invalidateQueries({ queryKey: keys.removed });
    refreshDocket(ref);
    say(words.restored(ref));
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** Dockets that one has deleted and can still restore; nothing where there are none. */
export function Removed() {
  const { data: removed = [] } = useQuery({
    queryKey: keys.removed,
    queryFn: () => taken(api.GET('/api/removed-dockets')),
  });
  if (removed.length === 0) return null;
  return (
    <details className="border-t px-4 py-2 text-[13px] text-soft">
      <summary className="cursor-pointer">
        {words.removed} ({removed.length})
      </summary>
      <ul className="mt-1">
        {removed.map((r) => (
          <li key={r.id} className="flex flex-wrap items-center gap-2 py-0.5">
            <span dir="auto">
              {r.ref} {r.subject}
            </span>
            <span>{words.until(day(r.until))}</span>
            <Button className="!min-h-6" onClick={() => void restore(r.id, r.ref)}>
              {words.restore}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

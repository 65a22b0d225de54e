import { useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { picked, putBack } from '../conversations/picked';
import { Button } from '../ui/controls';
import * as texts from './texts';

/** What is picked in a docket's talk, and the sheets that can begin from it. */
export function PickedBar({ docket }: { docket: string }) {
  const entries = picked.use().filter((p) => p.docket === docket);
  const navigate = useNavigate();
  if (entries.length === 0) return null;
  const begin = (kind: 'page' | 'table') => {
    const words = new DOMParser().parseFromString(entries[0]!.html, 'text/html').body.textContent ?? '';
    const name =
      words
        .replace(/\s+/g, ' ')
        .trim()
        .replace(/^(.{0,60})(\s.*)?$/, '$1') || texts.untitled;
    const params = new URLSearchParams({ new: kind, docket, name, sources: entries.map((e) => e.id).join(',') });
    void navigate(`/sheets/${newId()}?${params.toString()}`);
  };
  return (
    <p
      role="status"
      className="flex flex-none flex-wrap items-center gap-2 border-b bg-wren-wash px-3 py-1.5 text-[13px]"
    >
      <span className="mr-auto">{texts.pickedCount(entries.length)}</span>
      <Button look="main" onClick={() => begin('page')}>
        {texts.startAPage}
      </Button>
      <Button onClick={() => begin('table')}>{texts.startATable}</Button>
      <Button look="quiet" onClick={() => putBack(docket)}>
        {texts.clear}
      </Button>
    </p>
  );
}

import { useQuery } from '@tanstack/react-query';
import { ArrowLeft, FileText } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { api, taken } from '../api/client';
import { keys } from '../api/queries';
import { moment } from '../ui/time';
import { Button, Panel, Wrong } from '../ui/controls';
import { useSheet } from './sheet';
import * as texts from './texts';

const SheetBody = lazy(() => import('./SheetBody').then((m) => ({ default: m.SheetBody })));
const SheetTools = lazy(() => import('./SheetTools').then((m) => ({ default: m.SheetTools })));

/** The sheets that a party was given to see, behind a button. */
export function PartySheets({ onOpen }: { onOpen: (id: string) => void }) {
  const { data = [] } = useQuery({
    queryKey: [...keys.sheets, 'shared'],
    queryFn: () => taken(api.GET('/api/sheets')),
  });
  const [shown, setShown] = useState(false);
  if (data.length === 0) return null;
  return (
    <Panel
      label={texts.sharedWithYou}
      align="end"
      open={shown}
      onOpenChange={setShown}
      trigger={
        <Button>
          <FileText size={14} aria-hidden /> {texts.sharedWithYou} <b>{data.length}</b>
        </Button>
      }
    >
      <ul className="grid gap-1">
        {data.map((s) => (
          <li key={s.id}>
            <button
              type="button"
              onClick={() => {
                setShown(false);
                onOpen(s.id);
              }}
              className="min-h-[34px] w-full rounded-[3px] px-1.5 py-1 text-left hover:bg-wren-wash max-md:min-h-[44px]"
            >
              <b className="block">{s.name}</b>
              <span className="text-[12.5px] text-soft">
                {s.docket}, {moment(s.at)}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** One of them, as it was shared. */
export function PartySheet({ id, onBack }: { id: string; onBack: () => void }) {
  const { data: sheet, error, refetch } = useSheet(id, null);
  if (error && !sheet) return <Wrong error={error} again={() => void refetch()} />;
  if (!sheet) return null;
  return (
    <Suspense fallback={null}>
      <header className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b bg-surface px-4 py-1.5">
        <Button look="quiet" onClick={onBack}>
          <ArrowLeft size={14} aria-hidden /> {texts.backToTheConversation}
        </Button>
        <h2 className="mr-auto text-[15px] font-bold">
          {sheet.name} <span className="text-[13px] font-normal text-soft">{moment(sheet.shown.at)}</span>
        </h2>
        <SheetTools sheet={sheet} />
      </header>
      <SheetBody sheet={sheet} />
    </Suspense>
  );
}

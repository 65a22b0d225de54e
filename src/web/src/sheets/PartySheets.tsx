import { useQuery } from '@tanstack/react-query';
import { FileText } from 'lucide-react';
import { useState } from 'react';
import { api, taken } from '../api/client';
import { keys } from '../api/queries';
import { moment } from '../ui/time';
import { Button, Panel } from '../ui/controls';
import * as texts from './texts';

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

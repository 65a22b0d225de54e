import { Columns3 } from 'lucide-react';
import type { TableColumn } from '../../api/client';
import { Choose } from '../../ui/Choose';
import { Button, Panel } from '../../ui/controls';
import type { Look } from './look';
import { texts } from './texts';

type Props = { columns: TableColumn[]; now: Look; onChange: (part: Partial<Look>) => void };

const grouping = ['kind', 'stage', 'site', 'owner', 'priority', 'party'];

/** Which of the firm's fields stand in the table, and by what it is grouped. */
export function LayoutPanel({ columns, now, onChange }: Props) {
  const own = columns.filter((c) => c.ofFirm);
  return (
    <Panel
      label={texts.layout.title}
      className="w-[min(320px,92vw)]"
      trigger={
        <Button look="quiet">
          <Columns3 size={14} aria-hidden /> {texts.layout.title}
        </Button>
      }
    >
      <Choose label={texts.layout.group} value={now.groupBy ?? ''} onChange={(v) => onChange({ groupBy: v || null })}>
        <option value="">{texts.layout.noGroup}</option>
        {columns
          .filter((c) => c.ofFirm || grouping.includes(c.id))
          .map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
      </Choose>
      <fieldset className="mt-2">
        <legend className="text-[13px] font-semibold">{texts.layout.fields}</legend>
        {own.length === 0 ? <p className="text-[13px] text-soft">{texts.layout.noFields}</p> : null}
        <div className="max-h-60 overflow-auto">
          {own.map((c) => (
            <label key={c.id} className="flex min-h-6 items-center gap-1.5 max-md:min-h-[44px]">
              <input
                type="checkbox"
                checked={now.columns.includes(c.id)}
                disabled={!now.columns.includes(c.id) && now.columns.length >= 20}
                onChange={(e) =>
                  onChange({
                    columns: e.target.checked ? [...now.columns, c.id] : now.columns.filter((x) => x !== c.id),
                  })
                }
              />
              {c.name}
            </label>
          ))}
        </div>
      </fieldset>
    </Panel>
  );
}

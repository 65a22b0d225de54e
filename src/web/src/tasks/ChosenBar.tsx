import type { TaskRow } from '../api/client';
import { useDockets } from '../api/queries';
import { Button, cx } from '../ui/controls';
import { LengthField } from '../ui/LengthField';
import { moment } from '../ui/time';
import { ownerRef, states } from './change';
import { DueField, OwnersField } from './fields';
import type { RowChange } from './table';
import { useWorklists } from './worklists';

type Props = {
  rows: TaskRow[];
  onChange: (to: RowChange, what: string) => void;
  onClear: () => void;
};

/** What can be done with all that are chosen. */
export function ChosenBar({ rows, onChange, onClear }: Props) {
  const dockets = useDockets(true).data ?? [];
  const lists = useWorklists().data ?? [];
  const select = 'min-h-[28px] rounded-card border bg-surface px-1.5';
  return (
    <div
      role="toolbar"
      aria-label="Change all that are chosen"
      className="flex flex-none flex-wrap items-center gap-2 border-b bg-wren-wash px-3 py-1.5 text-[13px]"
    >
      <b>{rows.length} chosen:</b>
      <select
        aria-label="State of all"
        className={select}
        value=""
        onChange={(e) => onChange({ state: e.target.value }, `Now ${e.target.selectedOptions[0]!.text}`)}
      >
        <option value="">state …</option>
        {states.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      <select
        aria-label="Priority of all"
        className={select}
        value=""
        onChange={(e) => onChange({ priority: e.target.value }, `Priority ${e.target.value}`)}
      >
        <option value="">priority …</option>
        {['critical', 'high', 'normal', 'low'].map((p) => (
          <option key={p} value={p}>
            {p}
          </option>
        ))}
      </select>
      <DueField
        due={null}
        label="due …"
        onChange={(due) => onChange({ due }, due ? `Due ${moment(due)}` : 'Not dated')}
      />
      <OwnersField
        owners={[]}
        label="add owners …"
        onChange={(owners) => onChange({ addOwners: owners.map(ownerRef) }, 'Owners added')}
      />
      <OwnersField
        owners={[]}
        label="only these owners …"
        onChange={(owners) => onChange({ owners: owners.map(ownerRef) }, 'Owners set')}
      />
      <LengthField
        label="Estimate of all"
        placeholder="estimate …"
        className="!min-h-[28px] !w-24 !py-0"
        minutes={null}
        onChange={(estimateMinutes) => onChange({ estimateMinutes }, 'Estimates set')}
      />
      <select
        aria-label="Docket of all"
        className={cx(select, 'max-w-36')}
        value=""
        onChange={(e) => onChange({ docket: e.target.value === 'none' ? null : e.target.value }, 'Docket set')}
      >
        <option value="">docket …</option>
        <option value="none">no docket</option>
        {dockets.map((d) => (
          <option key={d.ref} value={d.ref}>
            {d.ref} {d.subject}
          </option>
        ))}
      </select>
      <select
        aria-label="Worklist of all"
        className={cx(select, 'max-w-36')}
        value=""
        onChange={(e) =>
          onChange({ worklist: e.target.value === 'none' ? null : e.target.value, column: null }, 'Worklist set')
        }
      >
        <option value="">worklist …</option>
        <option value="none">no worklist</option>
        {lists.map((l) => (
          <option key={l.id} value={l.id}>
            {l.name}
          </option>
        ))}
      </select>
      <Button look="quiet" onClick={onClear}>
        Clear selection
      </Button>
    </div>
  );
}

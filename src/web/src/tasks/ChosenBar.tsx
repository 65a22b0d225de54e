import type { TaskRow } from '../api/client';
import { Button } from '../ui/controls';
import { moment } from '../ui/time';
import { ownerRef, states } from './change';
import { DueField, OwnersField } from './fields';
import type { RowChange } from './table';

type Props = {
  rows: TaskRow[];
  onChange: (to: RowChange, what: string) => void;
  onClear: () => void;
};

/** What can be done with all that are chosen. */
export function ChosenBar({ rows, onChange, onClear }: Props) {
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
        label="owners …"
        onChange={(owners) => onChange({ owners: owners.map(ownerRef) }, 'Owners chosen')}
      />
      <Button look="quiet" onClick={onClear}>
        Choose none
      </Button>
    </div>
  );
}

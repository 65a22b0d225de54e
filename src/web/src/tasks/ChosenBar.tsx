import type { TaskRow } from '../api/client';
import { useDockets } from '../api/queries';
import { Button, cx } from '../ui/controls';
import { LengthField } from '../ui/LengthField';
import { moment } from '../ui/time';
import { ownerRef, states } from './change';
import { DueField, OwnersField } from './fields';
import type { RowChange } from './table';
import { useWorklists } from './worklists';
import * as texts from './texts';

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
      aria-label={texts.changeAllChosen}
      className="flex flex-none flex-wrap items-center gap-2 border-b bg-wren-wash px-3 py-1.5 text-[13px]"
    >
      <b>{texts.chosen(rows.length)}</b>
      <select
        aria-label={texts.stateOfAll}
        className={select}
        value=""
        onChange={(e) => onChange({ state: e.target.value }, texts.now(e.target.selectedOptions[0]!.text))}
      >
        <option value="">{texts.chooseState}</option>
        {states.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      <select
        aria-label={texts.priorityOfAll}
        className={select}
        value=""
        onChange={(e) => onChange({ priority: e.target.value }, texts.priorityWithValue(e.target.value))}
      >
        <option value="">{texts.choosePriority}</option>
        {['critical', 'high', 'normal', 'low'].map((p) => (
          <option key={p} value={p}>
            {p}
          </option>
        ))}
      </select>
      <DueField
        due={null}
        label={texts.chooseDue}
        onChange={(due) => onChange({ due }, due ? texts.dueOfMoment(moment(due)) : texts.notDatedTitle)}
      />
      <OwnersField
        owners={[]}
        label={texts.addOwners}
        onChange={(owners) => onChange({ addOwners: owners.map(ownerRef) }, texts.ownersAdded)}
      />
      <OwnersField
        owners={[]}
        label={texts.onlyTheseOwners}
        onChange={(owners) => onChange({ owners: owners.map(ownerRef) }, texts.ownersSet)}
      />
      <LengthField
        label={texts.estimateOfAll}
        placeholder={texts.chooseEstimate}
        className="!min-h-[28px] !w-24 !py-0"
        minutes={null}
        onChange={(estimateMinutes) => onChange({ estimateMinutes }, texts.estimatesSet)}
      />
      <select
        aria-label={texts.docketOfAll}
        className={cx(select, 'max-w-36')}
        value=""
        onChange={(e) => onChange({ docket: e.target.value === 'none' ? null : e.target.value }, texts.docketSet)}
      >
        <option value="">{texts.chooseDocket}</option>
        <option value="none">{texts.noDocket}</option>
        {dockets.map((d) => (
          <option key={d.ref} value={d.ref}>
            {d.ref} {d.subject}
          </option>
        ))}
      </select>
      <select
        aria-label={texts.worklistOfAll}
        className={cx(select, 'max-w-36')}
        value=""
        onChange={(e) =>
          onChange({ worklist: e.target.value === 'none' ? null : e.target.value, column: null }, texts.worklistSet)
        }
      >
        <option value="">{texts.chooseWorklist}</option>
        <option value="none">{texts.noWorklist}</option>
        {lists.map((l) => (
          <option key={l.id} value={l.id}>
            {l.name}
          </option>
        ))}
      </select>
      <Button look="quiet" onClick={onClear}>
        {texts.clearSelection}
      </Button>
    </div>
  );
}

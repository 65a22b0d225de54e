import { Lock, Repeat, Split, TriangleAlert } from 'lucide-react';
import { memo, useEffect, useState } from 'react';
import type { OwnerView, TaskRow } from '../api/client';
import { cx } from '../ui/controls';
import { NameTag, Owners, Priority } from '../ui/tags';
import { moment } from '../ui/time';
import type { columns } from './arrange';
import { ownerRef, states } from './change';
import { DueField, OwnersField, PriorityField } from './fields';
import type { RowChange } from './table';
import * as texts from './texts';

const hours = (minutes: number | null) => (minutes ? `${Math.round(minutes / 6) / 10} h` : '');

export type RowActs = {
  choose: (line: number, id: string, range: boolean) => void;
  open: (line: number, id: string) => void;
  change: (row: TaskRow, to: RowChange, what: string) => void;
  /** Whether rows come by leaps just now. */
  leaping: () => boolean;
  /** Does something once it stands still; the answer takes that back. */
  whenStill: (fill: () => void) => () => void;
};

type RowProps = {
  line: number;
  row: TaskRow;
  people: OwnerView[];
  columns: typeof columns;
  narrow: boolean;
  grid: string;
  start: number;
  height: number;
  here: boolean;
  open: boolean;
  chosen: boolean;
  acts: RowActs;
};

/** A task as a row of the table: its fields are changed in their place. */
export const TaskTableRow = memo((props: RowProps) => {
  const { line, row, people, columns: shown, narrow, grid, start, height, here, open, chosen, acts } = props;
  // The fields that change it are made when one comes near: many rows pass while scrolling.
  const [near, setNear] = useState(false);
  const [full, setFull] = useState(() => !acts.leaping());
  useEffect(() => (full ? undefined : acts.whenStill(() => setFull(true))), [full, acts]);
  const edits = near || open;
  const over = row.state === 'done' || row.state === 'dropped';
  const owners = row.owners.map((o) => people[o]!);
  const onChange = (to: RowChange, what: string) => acts.change(row, to, what);
  const dueLook = cx(
    'truncate',
    row.dueState === 'late' && 'font-semibold text-late',
    row.dueState === 'soon' && 'font-semibold text-soon',
    row.dueState === 'well' && 'text-soft',
  );
  const due = edits ? (
    <DueField
      bare
      due={row.due}
      label={row.dueLabel}
      className={dueLook}
      onChange={(next) => onChange({ due: next }, next ? texts.dueOfMoment(moment(next)) : texts.notDatedTitle)}
    />
  ) : (
    <span className={dueLook}>{row.dueLabel}</span>
  );
  const cell = (key: string) => {
    switch (key) {
      case 'docket':
        return (
          <span className="truncate text-soft" title={row.docketName ?? ''}>
            {row.docket ? `${row.docket} ${row.docketName}` : ''}
          </span>
        );
      case 'owners':
        return !edits ? (
          <Owners owners={owners} />
        ) : (
          <OwnersField
            bare
            owners={owners}
            onChange={(next) => onChange({ owners: next.map(ownerRef) }, texts.ownersChosen)}
          />
        );
      case 'due':
        return due;
      case 'priority':
        return !edits ? (
          <Priority value={row.priority} />
        ) : (
          <PriorityField
            bare
            value={row.priority}
            onChange={(priority) => onChange({ priority }, texts.priorityOfPriority(priority))}
          />
        );
      case 'state':
        return !edits ? (
          <span className="pl-1">{row.state.replace('-', ' ')}</span>
        ) : (
          <select
            aria-label={texts.stateOf(row.title)}
            value={row.state}
            onChange={(e) => onChange({ state: e.target.value }, texts.now(e.target.selectedOptions[0]!.text))}
            className="min-h-6 w-full rounded-[3px] border border-transparent bg-transparent hover:border-line"
          >
            {states.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        );
      case 'estimate':
        return <span className="tabular-nums">{hours(row.estimateMinutes)}</span>;
      case 'spent':
        return <span className="tabular-nums">{hours(row.spentMinutes)}</span>;
      case 'done':
        return <span className="tabular-nums text-soft">{row.percent > 0 ? `${row.percent} %` : ''}</span>;
      case 'start':
        return <span className="truncate text-soft">{row.start ? moment(row.start) : ''}</span>;
      case 'parent':
        return <span className="truncate text-soft">{row.parentTitle}</span>;
      case 'asked':
        return people[row.madeBy] ? <NameTag who={people[row.madeBy]!} /> : null;
      case 'gate':
        return <span className="truncate text-soft">{row.gate}</span>;
      default:
        return <span className="truncate text-soft">{moment(row.made)}</span>;
    }
  };
  if (!full)
    return (
      <div
        role="row"
        aria-selected={chosen}
        style={{ transform: `translateY(${start}px)`, height, gridTemplateColumns: grid }}
        className="absolute inset-x-0 top-0 grid items-center gap-x-2 border-b px-3 text-[13px] [contain:strict]"
      >
        <span role="gridcell" className="col-start-2 truncate">
          {row.title}
        </span>
      </div>
    );
  return (
    <div
      role="row"
      aria-selected={chosen}
      onMouseEnter={() => setNear(true)}
      onFocus={() => setNear(true)}
      style={{ transform: `translateY(${start}px)`, height, gridTemplateColumns: grid }}
      className={cx(
        'absolute inset-x-0 top-0 grid items-center gap-x-2 border-b px-3 text-[13px] [contain:strict]',
        chosen ? 'bg-wren-wash' : open ? 'bg-surface' : 'hover:bg-surface',
        (here || open) && 'outline-1 -outline-offset-1 outline-wren',
      )}
    >
      <span role="gridcell" className="grid place-items-center">
        <input
          type="checkbox"
          aria-label={texts.choose(row.title)}
          className="size-4 accent-wren"
          checked={chosen}
          onChange={() => undefined}
          onClick={(e) => acts.choose(line, row.id, e.shiftKey)}
        />
      </span>
      <span role="gridcell" className="min-w-0">
        <button
          type="button"
          onClick={() => acts.open(line, row.id)}
          title={row.title}
          className={cx(
            'flex min-h-6 w-full items-center gap-1.5 text-left hover:underline',
            over && 'text-soft line-through',
          )}
        >
          <span className="truncate">{row.title}</span>
          {row.private ? <Lock size={12} className="flex-none text-soft" aria-label={texts.privateIt} /> : null}
          {row.repeats ? <Repeat size={12} className="flex-none text-soft" aria-label={texts.repeatsInline} /> : null}
          {row.parts > 0 ? (
            <span
              className="flex flex-none items-center gap-0.5 text-[12px] text-soft"
              title={texts.partsDone(row.parts, row.percent)}
            >
              <Split size={12} aria-hidden /> {row.percent} %
            </span>
          ) : null}
          {row.blocked ? (
            <span className="flex flex-none items-center gap-0.5 text-[12px] text-soon">
              <TriangleAlert size={12} aria-hidden /> {texts.waits}
            </span>
          ) : null}
        </button>
        {narrow ? (
          <span className="flex items-center gap-2 text-[12.5px]">
            {due} <Owners owners={owners} />
          </span>
        ) : null}
      </span>
      {narrow
        ? null
        : shown.map((c) => (
            <span key={c.key} role="gridcell" className="flex min-w-0 items-center overflow-hidden">
              {cell(c.key)}
            </span>
          ))}
    </div>
  );
});
TaskTableRow.displayName = 'TaskTableRow';

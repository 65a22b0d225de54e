import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type OwnerView, api, taken } from '../api/client';
import { useColleagues } from '../api/queries';
import { MomentField } from '../ui/MomentField';
import { exact, moment } from '../ui/time';
import { Button, Panel, cx, inputClass } from '../ui/controls';
import { NameTag, Owners, Priority } from '../ui/tags';
import * as texts from './texts';

const chip =
  'inline-flex min-h-[26px] max-w-full items-center gap-1.5 rounded-[3px] border ' +
  'bg-surface px-2 text-[13px] hover:border-soft max-md:min-h-[44px]';

type OwnersProps = {
  owners: OwnerView[];
  onChange: (owners: OwnerView[]) => void;
  bare?: boolean;
  /** What stands there instead of the owners. */
  label?: string;
};

/** Who owns it: people and crews, chosen by typing part of a name. */
export function OwnersField({ owners, onChange, bare, label }: OwnersProps) {
  const [typed, setTyped] = useState('');
  const [open, setOpen] = useState(false);
  const { data: standing = [] } = useQuery({
    queryKey: ['standing'],
    queryFn: () => taken(api.GET('/api/colleagues/standing')),
    enabled: open,
    staleTime: 60_000,
  });
  const leaveOf = (id: string) => standing.find((s) => s.person.id === id && s.availability === 'on-leave');
  const colleagues = useColleagues().data;
  const all = [...(colleagues?.people ?? []), ...(colleagues?.crews ?? [])].filter((o) =>
    o.name.toLowerCase().includes(typed.toLowerCase()),
  );
  const has = (o: OwnerView) => owners.some((x) => x.id === o.id);
  return (
    <Panel
      label={texts.owners}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          aria-label={texts.ownersOfList(owners.map((o) => o.name).join(', ') || texts.nobody)}
          className={bare ? 'inline-flex min-h-6 items-center rounded-[3px] max-md:min-h-[44px]' : chip}
        >
          {label ? (
            label
          ) : bare || owners.length !== 1 ? (
            <Owners owners={owners} />
          ) : (
            <span>{owners[0]!.kind === 'crew' ? `@${owners[0]!.name}` : owners[0]!.name}</span>
          )}
        </button>
      }
    >
      <input
        autoFocus
        className={inputClass}
        placeholder={texts.partOfAName}
        aria-label={texts.partOfAName}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <ul className="mt-1.5 max-h-60 overflow-auto">
        {all.map((o) => (
          <li key={o.id}>
            <label
              className={cx(
                'flex min-h-[30px] cursor-pointer items-center gap-2 rounded-[3px]',
                'px-1.5 hover:bg-wren-wash max-md:min-h-[44px]',
              )}
            >
              <input
                type="checkbox"
                className="size-4 accent-wren"
                checked={has(o)}
                onChange={() => onChange(has(o) ? owners.filter((x) => x.id !== o.id) : [...owners, o])}
              />
              <NameTag who={o} /> {o.kind === 'crew' ? texts.crew(o.name) : o.name}
              {leaveOf(o.id) ? <span className="ml-auto text-[12px] text-soon">{texts.onLeave}</span> : null}
            </label>
          </li>
        ))}
      </ul>
      {owners
        .map((o) => leaveOf(o.id))
        .filter((s) => s !== undefined)
        .map((s) => (
          <p key={s.person.id} className="mt-1.5 flex flex-wrap items-center gap-2 text-[13px] text-soon">
            {texts.isAway(s.person.firstName, s.label)}
            {s.cover ? texts.covers(s.cover.firstName) : texts.andNobodyCovers}
            {s.cover && !owners.some((o) => o.id === s.cover!.id) ? (
              <Button
                className="!min-h-6 !py-0"
                onClick={() =>
                  onChange(
                    owners.map((o) =>
                      o.id === s.person.id ? { ...s.cover!, id: s.cover!.id!, kind: 'person', done: false } : o,
                    ),
                  )
                }
              >
                {texts.giveTo(s.cover.firstName)}
              </Button>
            ) : null}
          </p>
        ))}
    </Panel>
  );
}

type DueProps = {
  due: string | null;
  label?: string;
  others?: string[];
  onChange: (due: string | null) => void;
  className?: string;
  bare?: boolean;
};

/** By when: a day and time in the firm's zone, with other readings of the same words where there are some. */
export function DueField({ due, label, others = [], onChange, className, bare }: DueProps) {
  const [open, setOpen] = useState(false);
  const choose = (next: string | null) => {
    onChange(next);
    setOpen(false);
  };
  return (
    <Panel
      label={texts.due}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          title={due ? exact(due) : undefined}
          className={cx(bare ? 'min-h-6 rounded-[3px] text-left hover:underline max-md:min-h-[44px]' : chip, className)}
        >
          {label ?? (due ? moment(due) : texts.notDated)}
          {others.length > 0 ? <span className="text-soft"> {texts.or}</span> : null}
        </button>
      }
    >
      {others.length > 0 ? (
        <div className="mb-2 grid gap-1">
          <p className="text-[12.5px] text-soft">{texts.itCouldAlsoMean}</p>
          {others.map((o) => (
            <Button key={o} onClick={() => choose(o)}>
              {moment(o)}
            </Button>
          ))}
        </div>
      ) : null}
      <MomentField label={texts.due} value={due} autoFocus inline onChange={choose} onEscape={() => setOpen(false)} />
    </Panel>
  );
}

type PriorityProps = { value: string; onChange: (value: string) => void; bare?: boolean };

/** How much it matters. */
export function PriorityField({ value, onChange, bare }: PriorityProps) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.priority}
      className="w-40"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          aria-label={texts.priorityOfValue(value)}
          className={bare ? 'inline-flex min-h-6 items-center rounded-[3px] hover:underline max-md:min-h-[44px]' : chip}
        >
          <Priority value={value} />
        </button>
      }
    >
      <ul>
        {['critical', 'high', 'normal', 'low'].map((p) => (
          <li key={p}>
            <button
              type="button"
              aria-pressed={p === value}
              className={cx(
                'flex min-h-[30px] w-full items-center rounded-[3px] px-2 hover:bg-wren-wash max-md:min-h-[44px]',
                p === value && 'bg-wren-wash',
              )}
              onClick={() => {
                onChange(p);
                setOpen(false);
              }}
            >
              <Priority value={p} />
            </button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

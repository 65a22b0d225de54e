import { type ReactNode, useState } from 'react';
import { Refusal } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries } from '../../api/queries';
import { Clashes } from '../../ui/Clashes';
import { Button, cx } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

type Kept = { id: string; retired: boolean; version?: string | null };

type FormProps<T extends Kept> = {
  first: T;
  party: string;
  labels: Record<string, string>;
  show?: (field: string, value: unknown) => string | undefined;
  put: (value: T, ifMatch: string | undefined) => Promise<unknown>;
  onDone: () => void;
  children: (value: T, set: (part: Partial<T>) => void, wrong: (field: string) => string | undefined) => ReactNode;
};

/** A place or a thing while it is filled in. */
export function CardForm<T extends Kept>({ first, party, labels, show, put, onDone, children }: FormProps<T>) {
  const { value, set, clashes, send } = useBegun<T>(first);
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const save = async () => {
    setWrong({});
    try {
      await send(put);
      await queries.invalidateQueries({ queryKey: keys.card(party) });
      onDone();
    } catch (refusal) {
      if (refusal instanceof Refusal && refusal.status === 412) return;
      if (refusal instanceof Refusal && Object.keys(refusal.fields).some((f) => f in labels)) setWrong(refusal.fields);
      else sayWrong(refusal);
    }
  };
  return (
    <form
      className="grid gap-2 rounded-card border bg-surface p-3"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      {children(value, set, (field) => wrong[field]?.[0])}
      <Clashes
        clashes={clashes}
        labels={labels}
        show={show}
        onTheirs={(field, theirs) => set({ [field]: theirs } as Partial<T>)}
      />
      <p className="flex justify-end gap-2">
        <Button onClick={onDone}>{texts.cancel}</Button>
        <Button look="main" type="submit">
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

type TickProps = { label: string; on: boolean; onChange: (on: boolean) => void };

export const Tick = ({ label, on, onChange }: TickProps) => (
  <label className="flex min-h-6 items-center gap-2 max-md:min-h-[44px]">
    <input type="checkbox" checked={on} onChange={(e) => onChange(e.target.checked)} />
    {label}
  </label>
);

type ListProps<T extends Kept> = {
  all: T[];
  /** Which is being changed; "new" for one that is not there yet. */
  changing: string | null;
  /** One that was looked for. */
  marked?: string | null;
  onChange?: (id: string | null) => void;
  form: (of: T) => ReactNode;
  fresh: () => T;
  add: string;
  none: string;
  past: (count: number) => string;
  show: (of: T) => ReactNode;
};

/** Places or things of a contact: those in use, and a press away the others. */
export function Listed<T extends Kept>(props: ListProps<T>) {
  const { all, changing, marked, onChange, form, fresh, add, none, past, show } = props;
  const [blank, setBlank] = useState<T | null>(null);
  const row = (one: T) => (
    <li key={one.id} className={cx('border-b py-1 text-[13px] last:border-0', one.id === marked && 'bg-wren-wash')}>
      {changing === one.id ? (
        form(one)
      ) : (
        <div className="flex items-start gap-3">
          <div className="min-w-0 flex-1">{show(one)}</div>
          {onChange ? <Button onClick={() => onChange(one.id)}>{texts.edit}</Button> : null}
        </div>
      )}
    </li>
  );
  const past_ = all.filter((o) => o.retired);
  return (
    <>
      {all.length === 0 && changing !== 'new' ? <p className="text-[13px] text-soft">{none}</p> : null}
      <ul>{all.filter((o) => !o.retired).map(row)}</ul>
      {past_.length > 0 ? (
        <details className="text-[13px]" open={past_.some((o) => o.id === marked) || undefined}>
          <summary className="min-h-6 cursor-pointer rounded-[3px] text-soft max-md:min-h-[44px]">
            {past(past_.length)}
          </summary>
          <ul>{past_.map(row)}</ul>
        </details>
      ) : null}
      {changing === 'new' && blank ? (
        form(blank)
      ) : onChange ? (
        <p className="mt-1.5">
          <Button
            onClick={() => {
              setBlank(fresh());
              onChange('new');
            }}
          >
            {add}
          </Button>
        </p>
      ) : null}
    </>
  );
}

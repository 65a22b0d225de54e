import { LengthField } from '../ui/LengthField';
import { cx, inputClass } from '../ui/controls';
import { useRested } from '../ui/useRested';
import type { Draft } from './draft';
import { RepeatsChoice } from './RepeatsChoice';
import { Usual } from './Usual';
import { useWorklists, whose } from './worklists';
import * as texts from './texts';

type Props = { draft: Draft; mayTell: boolean; onChange: (draft: Draft) => void };

/** What is seldom said in words and set by hand: how long, how often, in which list, and what is to be known. */
export function DraftMore({ draft, mayTell, onChange }: Props) {
  const title = useRested(draft.title, 300);
  const lists = useWorklists().data ?? [];
  const list = lists.find((l) => l.id === draft.worklist);
  const choice = 'min-h-[28px] rounded-card border bg-surface px-1.5';
  return (
    <div className="mt-1.5 grid gap-1.5">
      <div className="flex flex-wrap items-center gap-1.5">
        <LengthField
          label={texts.estimate}
          placeholder={texts.estimate130}
          className="!min-h-[28px] !w-32 !py-0"
          minutes={draft.estimateMinutes ?? null}
          onChange={(estimateMinutes) => onChange({ ...draft, estimateMinutes })}
        />
        <Usual
          title={title}
          docket={null}
          owners={draft.owners.map((o) => o.id!)}
          minutes={draft.estimateMinutes ?? null}
          onTake={(estimateMinutes) => onChange({ ...draft, estimateMinutes })}
        />
        <RepeatsChoice
          value={draft.repeats}
          className={choice}
          onChange={(repeats) => onChange({ ...draft, repeats })}
        />
        <select
          aria-label={texts.worklist}
          className={cx(choice, 'max-w-44')}
          value={draft.worklist ?? ''}
          onChange={(e) => onChange({ ...draft, worklist: e.target.value || null, column: null })}
        >
          <option value="">{texts.noWorklist}</option>
          {lists.map((l) => (
            <option key={l.id} value={l.id}>
              {l.name} ({whose(l)})
            </option>
          ))}
        </select>
        {list && list.columns.length > 0 ? (
          <select
            aria-label={texts.column}
            className={cx(choice, 'max-w-36')}
            value={draft.column ?? ''}
            onChange={(e) => onChange({ ...draft, column: e.target.value || null })}
          >
            <option value="">{texts.noColumn}</option>
            {list.columns.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        ) : null}
        {mayTell ? (
          <label className="flex min-h-6 items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-wren"
              checked={draft.tell ?? false}
              onChange={(e) => onChange({ ...draft, tell: e.target.checked })}
            />
            {texts.tellThemHere}
          </label>
        ) : null}
      </div>
      <textarea
        aria-label={texts.notes}
        placeholder={texts.notes}
        rows={2}
        maxLength={50_000}
        className={inputClass}
        value={draft.notes ?? ''}
        onChange={(e) => onChange({ ...draft, notes: e.target.value })}
      />
    </div>
  );
}

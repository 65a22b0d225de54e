import { DueField, OwnersField } from '../../tasks/fields';
import { moment } from '../../ui/time';
import { cx, inputClass } from '../../ui/controls';
import { type WantedTask, type useLaidOut } from './useLaidOut';
import { useOwnerViews } from './useTemplates';
import { texts } from './useTexts';

type Props = { laid: ReturnType<typeof useLaidOut> };

const depthOf = (tasks: WantedTask[], task: WantedTask): number => {
  const parent = task.parent ? tasks.find((t) => t.from === task.parent) : undefined;
  return parent ? depthOf(tasks, parent) + 1 : 0;
};

/** All that a template makes, to be changed before it is made. */
export function LaidOut({ laid }: Props) {
  const { data, tasks, sheets, change, chooseSheet } = laid;
  if (!data) return null;
  const nothing = [...tasks, ...sheets].every((t) => t.there);
  return (
    <section aria-label={texts.makes} className="min-w-0">
      {nothing ? <p className="text-soft">{texts.allThere}</p> : null}
      <ul className="grid gap-1">
        {tasks.map((t) => (
          <li key={t.from} style={{ paddingLeft: Math.min(depthOf(tasks, t), 4) * 20 }}>
            <LaidTask task={t} onChange={(part) => change(t.from, part)} />
          </li>
        ))}
        {sheets.map((s) => (
          <li key={s.from}>
            <label className={cx('flex min-h-[30px] items-center gap-2 max-md:min-h-[44px]', s.there && 'text-soft')}>
              <input
                type="checkbox"
                aria-label={texts.include(s.name)}
                className="size-4 flex-none accent-wren"
                checked={s.made}
                disabled={s.there}
                onChange={(e) => chooseSheet(s.from, e.target.checked)}
              />
              <span dir="auto" className="min-w-0 flex-1 truncate">
                {s.name}
              </span>
              <span className="text-[13px] text-soft">
                {s.there ? texts.there : texts[s.kind as 'page' | 'table' | 'drawing']}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}

type TaskProps = {
  task: WantedTask;
  onChange: (part: Partial<Pick<WantedTask, 'made' | 'title' | 'owners' | 'due'>>) => void;
};

function LaidTask({ task: t, onChange }: TaskProps) {
  const ownersOf = useOwnerViews();
  const notes = [
    t.dueReason,
    t.gate ? texts.gate(t.gate) : null,
    t.after.length > 0 ? texts.after(t.after) : null,
  ].filter(Boolean);
  return (
    <div className="flex items-start gap-2">
      <input
        type="checkbox"
        aria-label={texts.include(t.title)}
        className="mt-2 size-4 flex-none accent-wren"
        checked={t.made && !t.there}
        disabled={t.there}
        onChange={(e) => onChange({ made: e.target.checked })}
      />
      {t.there ? (
        <span className="flex min-h-[30px] min-w-0 flex-1 items-center gap-2 text-soft">
          <span dir="auto" className="min-w-0 flex-1 truncate">
            {t.title}
          </span>
          <span className="text-[13px]">{texts.there}</span>
        </span>
      ) : (
        <span className={cx('min-w-0 flex-1', !t.made && 'opacity-60')}>
          <span className="flex flex-wrap items-center gap-1.5">
            <input
              aria-label={texts.title}
              dir="auto"
              maxLength={300}
              className={cx(inputClass, 'min-w-40 flex-1')}
              value={t.title}
              onChange={(e) => onChange({ title: e.target.value })}
            />
            <OwnersField
              owners={ownersOf(t.owners)}
              onChange={(owners) => onChange({ owners: owners.map((o) => ({ kind: o.kind as 'person', id: o.id })) })}
            />
            <DueField
              due={t.due ?? null}
              label={t.due ? moment(t.due) : texts.noDate}
              onChange={(due) => onChange({ due })}
            />
          </span>
          {notes.length > 0 ? <span className="block text-[12.5px] text-soft">{notes.join(' · ')}</span> : null}
        </span>
      )}
    </div>
  );
}

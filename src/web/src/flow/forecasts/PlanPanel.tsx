import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Link } from 'react-router';
import type { PlannedView } from '../../api/client';
import { useColleagues } from '../../api/queries';
import { Button, inputClass } from '../../ui/controls';
import { LengthField } from '../../ui/LengthField';
import { type Change, changes, unchanged } from './plan';
import { texts } from './texts';

type Props = {
  planned: PlannedView;
  change: Change;
  docket: string;
  onChange: (change: Change) => void;
  onClose: () => void;
};

/** Asks what would be if a task were another: who does it, from when, how long, who helps, or not at all. */
export function PlanPanel({ planned, change, docket, onChange, onClose }: Props) {
  const { data } = useColleagues();
  const [helps, setHelps] = useState(change.help?.person ?? '');
  const options = (data?.people ?? []).map((p) => (
    <option key={p.id} value={p.id}>
      {p.name}
    </option>
  ));
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed left-1/2 top-[12%] z-50 max-h-[80vh] w-[min(440px,94vw)] -translate-x-1/2 overflow-auto rounded-card border bg-surface p-4 shadow-xl"
        >
          <Dialog.Title className="mb-3 text-[16px] font-bold">{texts.whatIf(planned.title)}</Dialog.Title>
          <div className="grid grid-cols-[120px_1fr] items-center gap-x-3 gap-y-2 text-[13.5px] max-md:grid-cols-1">
            <label htmlFor="if-who">{texts.who}</label>
            <select
              id="if-who"
              className={inputClass}
              value={change.owner ?? ''}
              onChange={(e) => onChange({ ...change, owner: e.target.value || null })}
            >
              <option value="">
                {texts.asItIs}
                {planned.person ? `: ${planned.person.name}` : ''}
              </option>
              {options}
            </select>
            <label htmlFor="if-day">{texts.day}</label>
            <input
              id="if-day"
              type="date"
              className={inputClass}
              value={change.day ?? ''}
              onChange={(e) => onChange({ ...change, day: e.target.value || null })}
            />
            <span>{texts.left}</span>
            <LengthField
              label={texts.left}
              minutes={change.minutes ?? Math.max(5, Math.round(planned.minutes / 5) * 5)}
              onChange={(minutes) => onChange({ ...change, minutes })}
            />
            <label htmlFor="if-helps">{texts.helps}</label>
            <select
              id="if-helps"
              className={inputClass}
              value={helps}
              onChange={(e) => {
                setHelps(e.target.value);
                const minutes = change.help?.minutes ?? Math.max(30, Math.round(planned.minutes / 2 / 30) * 30);
                onChange({ ...change, help: e.target.value ? { person: e.target.value, minutes } : null });
              }}
            >
              <option value="">{texts.nobody}</option>
              {options}
            </select>
            {change.help ? (
              <>
                <span>{texts.helpsFor}</span>
                <span className="flex flex-wrap items-center gap-1">
                  <LengthField
                    label={texts.helpsFor}
                    className="!w-[88px]"
                    minutes={change.help.minutes}
                    onChange={(minutes) => onChange({ ...change, help: minutes ? { person: helps, minutes } : null })}
                  />
                  {texts.helpLengths.map(([minutes, words]) => (
                    <Button
                      key={minutes}
                      look="quiet"
                      aria-pressed={change.help?.minutes === minutes}
                      onClick={() => onChange({ ...change, help: { person: helps, minutes } })}
                    >
                      {words}
                    </Button>
                  ))}
                </span>
              </>
            ) : null}
            <span />
            <label className="flex min-h-8 items-center gap-2 max-md:min-h-11">
              <input
                type="checkbox"
                checked={change.dropped ?? false}
                onChange={(e) => onChange({ ...change, dropped: e.target.checked })}
              />
              {texts.drop}
            </label>
          </div>
          <p className="mt-4 flex flex-wrap items-center gap-2">
            <Dialog.Close asChild>
              <Button look="main">{texts.look}</Button>
            </Dialog.Close>
            {changes(change) ? (
              <Button onClick={() => onChange(unchanged(change.task, change.version ?? null))}>{texts.undo}</Button>
            ) : null}
            <Link
              className="ml-auto min-h-6 text-wren underline underline-offset-2"
              to={`/dockets/${planned.docket ?? docket}?task=${planned.task}`}
            >
              {texts.open}
            </Link>
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

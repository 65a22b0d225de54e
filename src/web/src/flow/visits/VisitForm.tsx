import { type FormEvent, useState } from 'react';
import { LengthField } from '../../ui/LengthField';
import { MomentField } from '../../ui/MomentField';
import { Button, inputClass } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import { type Visit, putVisit, readAgain } from './visit';
import * as texts from './texts';

const usual = 120;

type Props = { task: string; visit: Visit | null; onDone: () => void };

/** Where, when and how far; another time than was offered is one that nobody outside knows of. */
export function VisitForm({ task, visit, onDone }: Props) {
  const [place, setPlace] = useState(visit?.place ?? '');
  const [from, setFrom] = useState(visit?.window.from ?? null);
  const [minutes, setMinutes] = useState(
    visit ? Math.round((Date.parse(visit.window.until) - Date.parse(visit.window.from)) / 60_000) : usual,
  );
  const [way, setWay] = useState(visit?.wayMinutes ?? 0);
  const [missing, setMissing] = useState(false);
  const save = async (e: FormEvent) => {
    e.preventDefault();
    e.stopPropagation();
    setMissing(!from);
    if (!from) return;
    const until = new Date(Date.parse(from) + minutes * 60_000).toISOString();
    const same = visit !== null && visit.window.from === from && visit.window.until === until;
    const others = same ? visit.offered.slice(1) : [];
    try {
      // A time that was chosen among several stays the one that was chosen.
      const planned = same ? visit.offered[0]! : { from, until };
      await putVisit(task, visit?.version, {
        place,
        from: planned.from,
        until: planned.until,
        wayMinutes: way,
        others: others.map((o) => ({ from: o.from, until: o.until })),
        offer: visit?.entry ?? null,
      });
      await readAgain();
      onDone();
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <form className="grid gap-2 text-[13px]" onSubmit={(e) => void save(e)}>
      <label className="grid gap-0.5">
        {texts.place}
        <input
          autoFocus
          required
          maxLength={200}
          className={inputClass}
          value={place}
          onChange={(e) => setPlace(e.target.value)}
        />
      </label>
      <MomentField
        label={texts.from}
        inline
        sense="from"
        value={from}
        wrong={missing && !from ? texts.sayFrom : undefined}
        onChange={setFrom}
      />
      <span className="grid gap-0.5">
        {texts.window}
        <LengthField label={texts.window} minutes={minutes} onChange={(m) => setMinutes(m ?? usual)} />
      </span>
      <span className="grid gap-0.5">
        {texts.way}
        <LengthField label={texts.way} minutes={way || null} onChange={(m) => setWay(m ?? 0)} />
      </span>
      <p>
        <Button look="main" type="submit">
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

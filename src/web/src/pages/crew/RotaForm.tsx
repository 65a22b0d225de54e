import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { type CrewPageView, Refusal, type RotaSetting, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { firmNow } from '../../ui/time';
import { Choose } from '../../ui/Choose';
import { Clashes } from '../../ui/Clashes';
import { ClockField } from '../../ui/ClockField';
import { Button, Field, inputClass } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

/** A rota as one usually begins: a week each, from Monday morning, everybody in turn. */
export const fresh = (crew: CrewPageView): RotaSetting => ({
  id: newId(),
  name: '',
  span: 'weeks',
  startDay: 1,
  starts: '08:00',
  endDay: 1,
  ends: '08:00',
  first: new Date(firmNow()).toISOString().slice(0, 10),
  turns: crew.members.map((m) => m.person.id!),
  version: null,
});

type Props = { crew: CrewPageView; rota: RotaSetting; onDone: (page: CrewPageView | null) => void };

export function RotaForm({ crew, rota, onDone }: Props) {
  const { value, set, clashes, send } = useBegun(rota);
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const path = { crew: crew.id, id: rota.id };
  const nameOf = (id: string) => crew.members.find((m) => m.person.id === id)?.person.firstName ?? id;
  const left = crew.members.filter((m) => !value.turns.includes(m.person.id!));
  const save = async () => {
    setWrong({});
    try {
      onDone(
        await send((mine, ifMatch) =>
          taken(
            api.PUT('/api/crews/{crew}/rotas/{id}', {
              params: { path, header: { 'If-Match': ifMatch } },
              body: mine,
            }),
          ),
        ),
      );
    } catch (refusal) {
      if (refusal instanceof Refusal && refusal.status === 412) return;
      if (refusal instanceof Refusal && Object.keys(refusal.fields).length > 0) setWrong(refusal.fields);
      else sayWrong(refusal);
    }
  };
  const remove = async () => {
    try {
      onDone(await taken(api.DELETE('/api/crews/{crew}/rotas/{id}', { params: { path } })));
    } catch (refusal) {
      sayWrong(refusal);
    }
  };
  const move = (at: number, by: number) => {
    const turns = [...value.turns];
    const [one] = turns.splice(at, 1);
    turns.splice(at + by, 0, one!);
    set({ turns });
  };
  return (
    <form
      className="mt-1.5 grid gap-2 rounded-card border p-2.5 text-[13px]"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Field
        label={texts.name}
        required
        autoFocus
        maxLength={40}
        wrong={wrong.name?.[0]}
        value={value.name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Choose label={texts.span} value={value.span} onChange={(span) => set({ span })}>
        {Object.entries(texts.spans).map(([span, words]) => (
          <option key={span} value={span}>
            {words}
          </option>
        ))}
      </Choose>
      <div className="grid grid-cols-[1fr_90px] items-end gap-2">
        <Weekday label={texts.startDay} value={value.startDay} onChange={(startDay) => set({ startDay })} />
        <ClockField label={texts.starts} value={value.starts} onChange={(starts) => set({ starts })} />
      </div>
      {value.span === 'weeks' ? null : (
        <div className="grid grid-cols-[1fr_90px] items-end gap-2">
          {value.span === 'weekends' ? (
            <Weekday label={texts.endDay} value={value.endDay} onChange={(endDay) => set({ endDay })} />
          ) : (
            <span className="pb-1.5 text-right">{texts.ends}</span>
          )}
          <ClockField label={texts.ends} value={value.ends} onChange={(ends) => set({ ends })} />
        </div>
      )}
      {wrong.ends ? (
        <p role="alert" className="text-late">
          {wrong.ends[0]}
        </p>
      ) : null}
      <fieldset className="grid gap-1">
        <legend className="mb-0.5 font-semibold">{texts.turns}</legend>
        <ol className="grid gap-1">
          {value.turns.map((t, i) => (
            <li key={t} className="flex items-center gap-1.5">
              <span className="w-5 text-right tabular-nums text-soft">{i + 1}</span>
              <span className="flex-1">{nameOf(t)}</span>
              <Button look="quiet" aria-label={texts.moveUp(nameOf(t))} disabled={i === 0} onClick={() => move(i, -1)}>
                ↑
              </Button>
              <Button
                look="quiet"
                aria-label={`${texts.remove} ${nameOf(t)}`}
                onClick={() => set({ turns: value.turns.filter((o) => o !== t) })}
              >
                {texts.remove}
              </Button>
            </li>
          ))}
        </ol>
        {left.length > 0 ? (
          <select
            aria-label={texts.addTurn}
            className={inputClass}
            value=""
            onChange={(e) => set({ turns: [...value.turns, e.target.value] })}
          >
            <option value="">{texts.addTurn} …</option>
            {left.map((m) => (
              <option key={m.person.id} value={m.person.id!}>
                {m.person.name}
              </option>
            ))}
          </select>
        ) : null}
        {wrong.turns ? (
          <p role="alert" className="text-late">
            {wrong.turns[0]}
          </p>
        ) : null}
      </fieldset>
      <Clashes
        clashes={clashes}
        labels={{ name: texts.name, turns: texts.turns, span: texts.span }}
        show={(field, theirs) => (field === 'turns' ? (theirs as string[]).map(nameOf).join(', ') : undefined)}
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
      <p className="flex flex-wrap justify-end gap-1.5">
        {rota.version ? (
          <Button look="quiet" onClick={() => void remove()}>
            {texts.removeRota}
          </Button>
        ) : null}
        <Button onClick={() => onDone(null)}>{texts.cancel}</Button>
        <Button look="main" type="submit">
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

type WeekdayProps = { label: string; value: number; onChange: (day: number) => void };

const Weekday = ({ label, value, onChange }: WeekdayProps) => (
  <Choose label={label} value={String(value)} onChange={(v) => onChange(Number(v))}>
    {texts.days.map((name, i) => (
      <option key={name} value={i + 1}>
        {name}
      </option>
    ))}
  </Choose>
);

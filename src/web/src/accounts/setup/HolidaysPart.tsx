import { useQuery } from '@tanstack/react-query';
import type { FormEvent } from 'react';
import { type SetUpView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { Clashes } from '../../ui/Clashes';
import { MomentField } from '../../ui/MomentField';
import { Button, inputClass } from '../../ui/controls';
import { countries } from './places';
import { Alert, useSave } from './useSave';
import * as texts from './texts';

export function Holidays({ data }: { data: SetUpView }) {
  const { value, set, clashes, begin, send } = useBegun(data.holidays);
  const list = value.days;
  const setList = (become: (days: typeof list) => typeof list) => set({ days: become(list) });
  const { wrong, save } = useSave();
  const { data: known } = useQuery({
    queryKey: ['country-holidays', data.firm.country],
    queryFn: () => taken(api.GET('/api/country-holidays', { params: { query: { country: data.firm.country } } })),
    enabled: data.firm.country !== '',
  });
  const land = countries().find((c) => c.code === data.firm.country)?.name ?? '';
  const offered = (known?.days ?? [])
    .filter((d) => !list.some((l) => l.date === d.date))
    .map((d) => ({ date: d.date, name: d.name ?? '' }));
  const put = async (body: typeof value, ifMatch: string | undefined) => {
    const params = { header: { 'If-Match': ifMatch } };
    const made = await taken(api.PUT('/api/set-up/holidays', { params, body: body.days.filter((h) => h.date) }));
    begin(made.holidays);
    return made;
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(send(put), texts.holidaysSavedClocksStand);
  };
  const show = (_: string, days: unknown) => (days as typeof list).map((d) => `${d.date} ${d.name}`).join(', ');
  return (
    <form onSubmit={submit} className="grid max-w-[560px] gap-2">
      <p className="text-soft">{texts.daysOffEverybodyEvery}</p>
      {list.map((h, i) => (
        <div key={i} className="grid grid-cols-[170px_1fr_auto] gap-2">
          <MomentField
            bare
            dayOnly
            label={texts.date}
            sense="from"
            value={h.date}
            onChange={(date) => setList((all) => all.map((x, n) => (n === i ? { ...x, date: date ?? '' } : x)))}
          />
          <input
            aria-label={texts.name}
            className={inputClass}
            maxLength={80}
            value={h.name}
            onChange={(e) => setList((all) => all.map((x, n) => (n === i ? { ...x, name: e.target.value } : x)))}
          />
          <Button look="quiet" onClick={() => setList((all) => all.filter((_, n) => n !== i))}>
            {texts.remove}
          </Button>
        </div>
      ))}
      <Alert>{wrong}</Alert>
      <Clashes
        clashes={clashes}
        labels={{ days: texts.holidays }}
        show={show}
        onTheirs={(_, days) => set({ days: days as typeof list })}
      />
      <p className="flex gap-2">
        <Button onClick={() => setList((all) => [...all, { date: '', name: '' }])}>{texts.addADay}</Button>
        {offered.length > 0 ? (
          <Button onClick={() => setList((all) => [...all, ...offered])}>
            {texts.addHolidaysOf(land, offered.length)}
          </Button>
        ) : null}
        <Button look="main" type="submit">
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

import { type FormEvent, useState } from 'react';
import { Refusal, api, taken } from '../api/client';
import { Mark } from '../ui/Mark';
import { ClockField } from '../ui/ClockField';
import { Button, Field, cx, inputClass } from '../ui/controls';
import { weekdayNames } from '../ui/words';
import * as texts from './texts';

/** The first visit without demo data: the firm, its hours and its first administrator. */
export function SetUp({ done }: { done: () => void }) {
  const [hours, setHours] = useState(weekdayNames.map((_, i) => ({ on: i < 5, start: '08:00', end: '17:00' })));
  const [holidays, setHolidays] = useState('');
  const [wrong, setWrong] = useState<Refusal | null>(null);
  const field = (name: string) =>
    wrong?.fields[name]?.[0] ?? wrong?.fields[name.charAt(0).toUpperCase() + name.slice(1)]?.[0];
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name)).trim();
    try {
      await taken(
        api.POST('/api/firm', {
          body: {
            name: text('name'),
            zone: text('zone'),
            address: text('address'),
            administratorName: text('administratorName'),
            administratorAddress: text('administratorAddress'),
            password: String(form.get('password')),
            hours: hours.flatMap((h, i) => (h.on ? [{ weekday: i + 1, start: h.start, end: h.end }] : [])),
            holidays: holidays
              .split('\n')
              .map((line) => line.trim())
              .filter(Boolean)
              .map((line) => ({ date: line.slice(0, 10), name: line.slice(10).trim() })),
          },
        }),
      );
      done();
    } catch (refusal) {
      setWrong(refusal instanceof Refusal ? refusal : new Refusal(0, (refusal as Error).message));
    }
  };
  return (
    <main className="mx-auto max-w-[720px] px-4 py-8">
      <Mark large />
      <h1 className="mt-3 text-[22px] font-bold tracking-tight">{texts.setUpYourFirm}</h1>
      <p className="mb-5 text-soft">{texts.onceFirstVisitAll}</p>
      <form onSubmit={(e) => void submit(e)} className="grid gap-6">
        <fieldset className="grid gap-3 sm:grid-cols-2">
          <legend className="mb-2 font-bold">{texts.theFirm}</legend>
          <Field label={texts.name} name="name" required wrong={field('name')} />
          <Field
            label={texts.mailAddress}
            name="address"
            type="email"
            required
            hint={texts.whereCustomersWriteTo}
            wrong={field('address')}
          />
          <Field
            label={texts.timeZone}
            name="zone"
            required
            defaultValue={Intl.DateTimeFormat().resolvedOptions().timeZone}
            wrong={field('zone')}
          />
        </fieldset>
        <fieldset>
          <legend className="mb-2 font-bold">{texts.workingHours}</legend>
          <div className="grid gap-1">
            {weekdayNames.map((name, i) => {
              const set = (change: Partial<(typeof hours)[0]>) =>
                setHours(hours.map((h, k) => (k === i ? { ...h, ...change } : h)));
              const h = hours[i]!;
              return (
                <div key={name} className="grid grid-cols-[130px_110px_auto_110px] items-center gap-2">
                  <label className="flex min-h-[28px] items-center gap-2">
                    <input
                      type="checkbox"
                      checked={h.on}
                      onChange={(e) => set({ on: e.target.checked })}
                      className="size-4 accent-wren"
                    />{' '}
                    {name}
                  </label>
                  <ClockField
                    label={texts.from(name)}
                    disabled={!h.on}
                    value={h.start}
                    onChange={(start) => set({ start })}
                  />
                  <span className="text-soft">{texts.to}</span>
                  <ClockField
                    label={texts.until(name)}
                    disabled={!h.on}
                    value={h.end}
                    onChange={(end) => set({ end })}
                  />
                </div>
              );
            })}
          </div>
          {field('hours') ? <p className="mt-1 text-late">{field('hours')}</p> : null}
          <label className="mt-3 block">
            <span className="mb-0.5 block text-[13px] font-semibold">{texts.holidays}</span>
            <textarea
              className={cx(inputClass, 'min-h-[70px]')}
              value={holidays}
              onChange={(e) => setHolidays(e.target.value)}
              placeholder={texts.exampleHoliday}
            />
            <span className="text-[12.5px] text-soft">{texts.oneLineDateThen}</span>
            {field('holidays') ? <span className="block text-late">{field('holidays')}</span> : null}
          </label>
        </fieldset>
        <fieldset className="grid gap-3 sm:grid-cols-2">
          <legend className="mb-2 font-bold">{texts.youTheFirstAdministrator}</legend>
          <Field
            label={texts.yourName}
            name="administratorName"
            required
            autoComplete="name"
            wrong={field('administratorName')}
          />
          <Field
            label={texts.yourAddress}
            name="administratorAddress"
            type="email"
            required
            autoComplete="username"
            wrong={field('administratorAddress')}
          />
          <Field
            label={texts.password}
            name="password"
            type="password"
            required
            minLength={10}
            autoComplete="new-password"
            hint={texts.tenCharactersOrMore}
            wrong={field('password')}
          />
        </fieldset>
        {wrong ? (
          <p role="alert" className="text-late">
            {wrong.message}
          </p>
        ) : null}
        <div>
          <Button look="main" type="submit">
            {texts.setUpSign}
          </Button>
        </div>
      </form>
    </main>
  );
}

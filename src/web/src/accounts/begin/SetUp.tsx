import { useQuery } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { Refusal, api, taken } from '../../api/client';
import { Choose } from '../../ui/Choose';
import { ClockField } from '../../ui/ClockField';
import { Mark } from '../../ui/Mark';
import { Button, Field, cx } from '../../ui/controls';
import { exactDay } from '../../ui/time';
import { weekdayNames } from '../../ui/words';
import { countries, zones } from '../setup/places';
import { type FirmDraft, forgetDraft, keepDraft, keptDraft } from './draft';
import * as texts from './texts';

const steps = 3;
/** With those that come once the firm is there. */
const allSteps = 7;
type Secrets = { code: string; password: string };
type Step = { draft: FirmDraft; set: (part: Partial<FirmDraft>) => void; wrong: (field: string) => string | undefined };

/** The first visit: who one is, what the firm does, when it works. Each step is kept in this browser until the firm is there. */
export function SetUp({ done }: { done: () => void }) {
  const navigate = useNavigate();
  const [draft, setDraft] = useState(keptDraft);
  const [secrets, setSecrets] = useState<Secrets>({ code: '', password: '' });
  const [at, setAt] = useState(1);
  const [wrong, setWrong] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);
  const set = (part: Partial<FirmDraft>) => {
    const next = { ...draft, ...part };
    setDraft(next);
    keepDraft(next);
  };
  const { data: holidays } = useQuery({
    queryKey: ['country-holidays', draft.country],
    queryFn: () => taken(api.GET('/api/country-holidays', { params: { query: { country: draft.country } } })),
  });
  const field = (name: string) =>
    wrong?.fields[name]?.[0] ?? wrong?.fields[name.charAt(0).toUpperCase() + name.slice(1)]?.[0];
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWrong(null);
    if (at < steps) {
      setAt(at + 1);
      return;
    }
    if (busy) return;
    setBusy(true);
    try {
      const { hours, holidays: wanted, ...rest } = draft;
      await taken(
        api.POST('/api/firm', {
          body: {
            ...rest,
            ...secrets,
            hours: hours.flatMap((h, i) => (h.on ? [{ weekday: i + 1, start: h.start, end: h.end }] : [])),
            holidays: wanted ? (holidays?.days ?? []) : [],
          },
        }),
      );
      forgetDraft();
      await navigate('/begin', { replace: true });
      done();
    } catch (refusal) {
      const no = refusal instanceof Refusal ? refusal : new Refusal(0, (refusal as Error).message);
      setWrong(no);
      const names = Object.keys(no.fields).map((f) => f.toLowerCase());
      if (
        names.some((n) =>
          ['code', 'name', 'address', 'administratorname', 'administratoraddress', 'password'].includes(n),
        )
      )
        setAt(1);
      setBusy(false);
    }
  };
  const part: Step = { draft, set, wrong: field };
  return (
    <main className="mx-auto max-w-[760px] px-4 py-8">
      <Mark large />
      <h1 className="mt-3 text-[22px] font-bold tracking-tight">{texts.setUpYourFirm}</h1>
      <p className="mb-5 text-soft">
        {texts.step(at, allSteps)}. {texts.youCanLeave}
      </p>
      <form key={at} onSubmit={(e) => void submit(e)} className="grid gap-5">
        {at === 1 ? <You {...part} secrets={secrets} setSecrets={setSecrets} /> : null}
        {at === 2 ? <WhatYouDo {...part} /> : null}
        {at === 3 ? <WhenYouWork {...part} days={holidays?.days ?? []} /> : null}
        {wrong ? (
          <p role="alert" className="text-late">
            {wrong.message}
          </p>
        ) : null}
        <p className="flex gap-2">
          <Button look="main" type="submit" disabled={busy} autoFocus={at > 1}>
            {at < steps ? texts.goOn : texts.setUpAndSignIn}
          </Button>
          {at > 1 ? (
            <Button look="quiet" onClick={() => setAt(at - 1)}>
              {texts.back}
            </Button>
          ) : null}
        </p>
      </form>
    </main>
  );
}

const Titled = ({ title, children }: { title: string; children: ReactNode }) => (
  <fieldset className="grid gap-3">
    <legend className="mb-2 text-[16px] font-bold">{title}</legend>
    {children}
  </fieldset>
);

function You({
  draft,
  set,
  wrong,
  secrets,
  setSecrets,
}: Step & { secrets: Secrets; setSecrets: (secrets: Secrets) => void }) {
  const text = (name: 'name' | 'address' | 'administratorName' | 'administratorAddress') => ({
    name,
    value: draft[name],
    wrong: wrong(name),
    required: true,
    onChange: (e: { target: { value: string } }) => set({ [name]: e.target.value }),
  });
  return (
    <Titled title={texts.youAndYourFirm}>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field
          label={texts.code}
          required
          autoFocus
          autoComplete="off"
          spellCheck={false}
          hint={texts.codeFrom}
          value={secrets.code}
          wrong={wrong('code')}
          onChange={(e) => setSecrets({ ...secrets, code: e.target.value })}
        />
        <Field label={texts.firmName} maxLength={80} {...text('name')} />
        <Field label={texts.firmAddress} type="email" hint={texts.whereCustomersWrite} {...text('address')} />
        <Field label={texts.yourName} maxLength={80} autoComplete="name" {...text('administratorName')} />
        <Field
          label={texts.yourAddress}
          type="email"
          autoComplete="username"
          hint={texts.youSignIn}
          {...text('administratorAddress')}
        />
        <Field
          label={texts.password}
          type="password"
          required
          minLength={10}
          maxLength={256}
          autoComplete="new-password"
          hint={texts.tenOrMore}
          value={secrets.password}
          wrong={wrong('password')}
          onChange={(e) => setSecrets({ ...secrets, password: e.target.value })}
        />
      </div>
    </Titled>
  );
}

function WhatYouDo({ draft, set }: Step) {
  const { data: sets } = useQuery({
    queryKey: ['starting-sets'],
    queryFn: () => taken(api.GET('/api/starting-sets')),
    staleTime: Infinity,
  });
  const chosen = sets?.find((s) => s.key === draft.set);
  return (
    <Titled title={texts.whatYouDo}>
      <p className="text-soft">{texts.everythingYours}</p>
      <div className="grid gap-4 sm:grid-cols-[260px_1fr]">
        <div className="grid content-start gap-1">
          {sets?.map((s) => (
            <label
              key={s.key}
              className={cx(
                'flex min-h-[44px] cursor-pointer gap-2 rounded-card border px-3 py-1.5',
                s.key === draft.set ? 'border-ink bg-surface' : 'hover:border-soft',
              )}
            >
              <input
                type="radio"
                name="set"
                className="mt-1"
                checked={s.key === draft.set}
                onChange={() => set({ set: s.key })}
              />
              <span>
                <b className="block">{s.name}</b>
                <span className="text-[13px] text-soft">{s.about}</span>
              </span>
            </label>
          ))}
        </div>
        {chosen ? (
          <section aria-label={texts.youGet} className="rounded-card border bg-surface p-3">
            <b>{texts.youGet}</b>
            <ul className="mt-1 grid gap-1.5">
              {chosen.kinds.map((k) => (
                <li key={k.name}>
                  {texts.kindLine(
                    k.many,
                    k.stages.map((stage) => stage.split('|')[0]!),
                  )}
                </li>
              ))}
              <li>{chosen.queues.length > 0 ? texts.queues(chosen.queues.map((q) => q.name)) : texts.unsorted}</li>
              {chosen.texts.length > 0 ? <li>{texts.replies(chosen.texts.map((t) => t.name))}</li> : null}
              {chosen.templates.map((t) => (
                <li key={t.name}>
                  {texts.template(
                    t.name,
                    t.tasks.map((task) => task.title),
                  )}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
    </Titled>
  );
}

function WhenYouWork({ draft, set, wrong, days }: Step & { days: { date: string; name?: string | null }[] }) {
  const land = countries().find((c) => c.code === draft.country)?.name ?? '';
  return (
    <Titled title={texts.whenYouWork}>
      <div className="grid gap-3 sm:grid-cols-3">
        <Choose label={texts.country} value={draft.country} onChange={(country) => set({ country })}>
          <option value="">{texts.noCountry}</option>
          {countries().map((c) => (
            <option key={c.code} value={c.code}>
              {c.name}
            </option>
          ))}
        </Choose>
        <Choose label={texts.zone} value={draft.zone} onChange={(zone) => set({ zone })}>
          {zones(draft.zone).map((z) => (
            <option key={z}>{z}</option>
          ))}
        </Choose>
        <Choose
          label={texts.dates}
          value={draft.dayFirst ? 'day' : 'month'}
          onChange={(order) => set({ dayFirst: order === 'day' })}
        >
          <option value="day">{texts.dayFirst}</option>
          <option value="month">{texts.monthFirst}</option>
        </Choose>
      </div>
      {wrong('zone') ? <p className="text-late">{wrong('zone')}</p> : null}
      {days.length > 0 ? (
        <div>
          <label className="flex min-h-[28px] items-center gap-2 max-md:min-h-[44px]">
            <input type="checkbox" checked={draft.holidays} onChange={(e) => set({ holidays: e.target.checked })} />
            {texts.takeHolidays(land, days.length)}
          </label>
          <details className="text-[13px] text-soft">
            <summary className="cursor-pointer">{texts.holidayList}</summary>
            <ul className="columns-2 gap-6 pt-1">
              {days.map((d) => (
                <li key={d.date}>
                  {exactDay(d.date)} {d.name}
                </li>
              ))}
            </ul>
          </details>
        </div>
      ) : land ? (
        <p className="text-soft">{texts.noHolidays(land)}</p>
      ) : null}
      <div className="grid gap-1" role="group" aria-label={texts.workingHours}>
        <b>{texts.workingHours}</b>
        {weekdayNames.map((name, i) => {
          const h = draft.hours[i]!;
          const change = (part: Partial<typeof h>) =>
            set({ hours: draft.hours.map((x, k) => (k === i ? { ...x, ...part } : x)) });
          return (
            <div key={name} className="grid grid-cols-[130px_110px_auto_110px] items-center justify-start gap-2">
              <label className="flex min-h-[28px] items-center gap-2">
                <input
                  type="checkbox"
                  checked={h.on}
                  onChange={(e) => change({ on: e.target.checked })}
                  className="size-4 accent-wren"
                />{' '}
                {name}
              </label>
              <ClockField
                label={texts.from(name)}
                disabled={!h.on}
                value={h.start}
                onChange={(start) => change({ start })}
              />
              <span className="text-soft">{texts.to}</span>
              <ClockField
                label={texts.until(name)}
                disabled={!h.on}
                value={h.end}
                onChange={(end) => change({ end })}
              />
            </div>
          );
        })}
        {wrong('hours') ? <p className="text-late">{wrong('hours')}</p> : null}
      </div>
    </Titled>
  );
}

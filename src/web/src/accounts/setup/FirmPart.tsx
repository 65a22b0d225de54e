import { type ChangeEvent, type FormEvent, useRef, useState } from 'react';
import { at } from '../../api/at';
import { type SetUpView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries } from '../../api/queries';
import { Choose } from '../../ui/Choose';
import { Clashes } from '../../ui/Clashes';
import { Button, Field, inputClass } from '../../ui/controls';
import { say, sayWrong } from '../../ui/toasts';
import { countries, zones } from './places';
import { Alert, useSave } from './useSave';
import * as texts from './texts';

/** What the firm itself is: its name, where it is, how its mail ends. Each says what changing it does. */
export function Firm({ data }: { data: SetUpView }) {
  const { value: f, set, changed, clashes, begin, send } = useBegun(data.firm);
  const { wrong, save } = useSave();
  const put = async (body: typeof f, ifMatch: string | undefined) => {
    const made = await taken(api.PUT('/api/set-up/firm', { params: { header: { 'If-Match': ifMatch } }, body }));
    begin(made.firm);
    void queries.invalidateQueries({ queryKey: keys.me });
    return made;
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(send(put), texts.firmSaved);
  };
  return (
    <div className="grid max-w-[760px] gap-4">
      <form onSubmit={submit} className="grid gap-3 rounded-card border bg-surface p-3 sm:grid-cols-2">
        <Field
          label={texts.name}
          required
          maxLength={80}
          hint={texts.nameDoes}
          value={f.name ?? ''}
          onChange={(e) => set({ name: e.target.value })}
        />
        <Field
          label={texts.mailAddress}
          type="email"
          required
          maxLength={254}
          hint={texts.addressDoes}
          value={f.address ?? ''}
          onChange={(e) => set({ address: e.target.value })}
        />
        <div>
          <Choose label={texts.country} value={f.country} onChange={(country) => set({ country })}>
            <option value="">{texts.noCountry}</option>
            {countries().map((c) => (
              <option key={c.code} value={c.code}>
                {c.name}
              </option>
            ))}
          </Choose>
          <p className="text-[12.5px] text-soft">{texts.countryDoes}</p>
        </div>
        <div>
          <Choose label={texts.zone} value={f.zone ?? ''} onChange={(zone) => set({ zone })}>
            {zones(f.zone).map((z) => (
              <option key={z}>{z}</option>
            ))}
          </Choose>
          <p className="text-[12.5px] text-soft">{texts.zoneDoes}</p>
        </div>
        <div>
          <Choose label={texts.usualHours} value={f.calendar ?? ''} onChange={(calendar) => set({ calendar })}>
            {data.calendars.map((c) => (
              <option key={c.name}>{c.name}</option>
            ))}
          </Choose>
          <p className="text-[12.5px] text-soft">{texts.usualHoursDo}</p>
        </div>
        <div>
          <Choose
            label={texts.datesAreRead}
            value={f.dayFirst === false ? 'month' : 'day'}
            onChange={(order) => set({ dayFirst: order === 'day' })}
          >
            <option value="day">{texts.dayFirst}</option>
            <option value="month">{texts.monthFirst}</option>
          </Choose>
          <p className="text-[12.5px] text-soft">{texts.datesDo}</p>
        </div>
        <label className="block sm:col-span-2">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.signature}</span>
          <textarea
            dir="auto"
            className={inputClass}
            rows={3}
            maxLength={600}
            value={f.signature ?? ''}
            onChange={(e) => set({ signature: e.target.value })}
          />
          <span className="text-[12.5px] text-soft">{texts.signatureDoes}</span>
        </label>
        <Field
          label={texts.linkDays}
          type="number"
          min={1}
          max={3650}
          required
          hint={texts.linkDaysDo}
          value={f.linkDays ?? ''}
          onChange={(e) => set({ linkDays: e.target.valueAsNumber || null })}
        />
        <Field
          label={texts.logDays}
          type="number"
          min={30}
          max={36500}
          required
          hint={texts.logDaysDo}
          value={f.logDays ?? ''}
          onChange={(e) => set({ logDays: e.target.valueAsNumber || null })}
        />
        <label className="flex gap-2 text-[13.5px] sm:col-span-2">
          <input
            type="checkbox"
            checked={f.tellsWhen ?? false}
            onChange={(e) => set({ tellsWhen: e.target.checked })}
          />
          <span>
            <span className="font-semibold">{texts.tellsWhen}</span>
            <span className="block text-[12.5px] text-soft">{texts.tellsWhenDoes}</span>
          </span>
        </label>
        <div className="grid content-end gap-2 sm:col-span-2">
          <Alert>{wrong}</Alert>
          <Clashes
            clashes={clashes}
            labels={{
              name: texts.name,
              address: texts.mailAddress,
              country: texts.country,
              zone: texts.zone,
              calendar: texts.usualHours,
              dayFirst: texts.datesAreRead,
              signature: texts.signature,
              linkDays: texts.linkDays,
              logDays: texts.logDays,
              tellsWhen: texts.tellsWhen,
            }}
            onTheirs={(field, theirs) => set({ [field]: theirs })}
          />
          <p>
            <Button look="main" type="submit" disabled={!changed}>
              {texts.save}
            </Button>
          </p>
        </div>
      </form>
      <Logo />
    </div>
  );
}

/** The picture over the customers’ page. */
function Logo() {
  const picker = useRef<HTMLInputElement>(null);
  const [shown, setShown] = useState(0);
  const [there, setThere] = useState(true);
  const bring = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    try {
      const bytes = new Uint8Array(await file.arrayBuffer());
      let text = '';
      for (const byte of bytes) text += String.fromCharCode(byte);
      await taken(api.PUT('/api/set-up/logo', { body: { picture: btoa(text) } }));
      setShown((n) => n + 1);
      setThere(true);
      say(texts.logoSaved);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const remove = async () => {
    try {
      await taken(api.PUT('/api/set-up/logo', { body: { picture: null } }));
      setThere(false);
      say(texts.logoRemoved);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <section aria-label={texts.logo} className="flex flex-wrap items-center gap-3 rounded-card border bg-surface p-3">
      <b>{texts.logo}</b>
      {there ? (
        <img
          key={shown}
          src={at(`/api/logo?${shown}`)}
          alt={texts.logo}
          className="max-h-14 max-w-[220px]"
          onError={() => setThere(false)}
        />
      ) : (
        <span className="text-soft">{texts.noLogo}</span>
      )}
      <span className="ml-auto flex gap-2">
        <input
          ref={picker}
          type="file"
          accept="image/png,image/jpeg"
          className="sr-only"
          tabIndex={-1}
          aria-label={texts.logoFile}
          onChange={(e) => void bring(e)}
        />
        <Button onClick={() => picker.current?.click()}>{texts.chooseLogo}</Button>
        {there ? <Button onClick={() => void remove()}>{texts.remove}</Button> : null}
      </span>
      <p className="w-full text-[12.5px] text-soft">{texts.logoDoes}</p>
    </section>
  );
}

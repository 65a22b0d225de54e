import { type FormEvent, useState } from 'react';
import { Refusal, type SetUpView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { Clashes } from '../../ui/Clashes';
import { Button, Field } from '../../ui/controls';
import { Alert, useSave } from './useSave';
import { short, weekdayNames } from '../../ui/words';
import * as texts from './texts';

const days = weekdayNames.map(short);

type Hour = SetUpView['calendars'][number]['hours'][number];

type Calendar = { name: string; hours: Hour[]; version?: string | null };

/** The hours of each day as text, beside the name. */
type Texts = { version?: string | null; name?: string; [day: string]: string | null | undefined };

const textsOf = ({ name, hours, version }: Calendar): Texts => ({
  name,
  version,
  ...Object.fromEntries(days.map((d, i) => [d, hoursText(hours, i + 1)])),
});

const hoursText = (hours: Hour[], weekday: number) =>
  hours
    .filter((h) => h.weekday === weekday)
    .map((h) => `${h.start}-${h.end}`)
    .join(', ');

const readHours = (text: string, weekday: number): Hour[] =>
  text
    .split(',')
    .map((p) => p.trim())
    .filter(Boolean)
    .map((p) => ({ weekday, start: p.split(/[-–]/)[0]!.trim(), end: (p.split(/[-–]/)[1] ?? '').trim() }));

export function Hours({ data }: { data: SetUpView }) {
  const [added, setAdded] = useState<string[]>([]);
  return (
    <>
      <p className="text-soft">{texts.howToWriteHours}</p>
      {[...data.calendars, ...added.map((name) => ({ name, hours: [] as Hour[] }))].map((c, i) => (
        <CalendarForm key={i < data.calendars.length ? c.name : `new ${i}`} calendar={c} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, ''])}>{texts.newWorkingHours}</Button>
      </div>
    </>
  );
}

function CalendarForm({ calendar }: { calendar: Calendar }) {
  const { value, set, clashes, begin, send } = useBegun(textsOf(calendar));
  const { wrong, save } = useSave();
  const put = async (given: Texts, ifMatch: string | undefined) => {
    const hours = days.flatMap((d, i) => readHours(given[d] ?? '', i + 1));
    const params = { header: { 'If-Match': ifMatch } };
    const made = await taken(api.PUT('/api/set-up/calendars', { params, body: { name: given.name!, hours } })).catch(
      // What somebody else set comes as hours; here they are texts, day by day.
      (wrong: unknown) => {
        if (wrong instanceof Refusal && wrong.status === 412 && wrong.current)
          throw new Refusal(412, wrong.message, {}, [], textsOf(wrong.current as Calendar));
        throw wrong;
      },
    );
    begin(textsOf(made.calendars.find((c) => c.name === given.name!.trim())!));
    return made;
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(send(put), texts.hoursOfSaved(value.name));
  };
  return (
    <form
      onSubmit={submit}
      aria-label={value.name || texts.newWorkingHours}
      className="grid gap-2 rounded-card border bg-surface p-3"
    >
      <Field
        label={texts.name}
        required
        maxLength={60}
        disabled={calendar.name !== ''}
        value={value.name}
        onChange={(e) => set({ name: e.target.value })}
        className="max-w-64"
      />
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4 lg:grid-cols-7">
        {days.map((d) => (
          <Field
            key={d}
            label={d}
            value={value[d] ?? ''}
            placeholder={texts.off}
            onChange={(e) => set({ [d]: e.target.value })}
          />
        ))}
      </div>
      <Alert>{wrong}</Alert>
      <Clashes clashes={clashes} onTheirs={(field, theirs) => set({ [field]: theirs as string })} />
      <div>
        <Button type="submit">{texts.save}</Button>
      </div>
    </form>
  );
}

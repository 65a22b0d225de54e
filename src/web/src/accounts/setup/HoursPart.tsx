import { type FormEvent, useState } from 'react';
import { type SetUpView, api, taken } from '../../api/client';
import { Button, Field } from '../../ui/controls';
import { Alert, useSave } from './useSave';

const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

type Hour = SetUpView['calendars'][number]['hours'][number];

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
      <p className="text-soft">Write hours as 08:00-12:30, 13:00-17:00; leave a free day empty.</p>
      {[...data.calendars, ...added.map((name) => ({ name, hours: [] as Hour[] }))].map((c, i) => (
        <Calendar key={i < data.calendars.length ? c.name : `new ${i}`} calendar={c} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, ''])}>New working hours</Button>
      </div>
    </>
  );
}

function Calendar({ calendar }: { calendar: { name: string; hours: Hour[] } }) {
  const [name, setName] = useState(calendar.name);
  const [texts, setTexts] = useState(days.map((_, i) => hoursText(calendar.hours, i + 1)));
  const { wrong, save } = useSave();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const hours = texts.flatMap((t, i) => readHours(t, i + 1));
    void save(taken(api.PUT('/api/set-up/calendars', { body: { name, hours } })), `The hours of ${name} are set.`);
  };
  return (
    <form
      onSubmit={submit}
      aria-label={name || 'New working hours'}
      className="grid gap-2 rounded-card border bg-surface p-3"
    >
      <Field
        label="Name"
        required
        maxLength={60}
        disabled={calendar.name !== ''}
        value={name}
        onChange={(e) => setName(e.target.value)}
        className="max-w-64"
      />
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4 lg:grid-cols-7">
        {days.map((d, i) => (
          <Field
            key={d}
            label={d}
            value={texts[i]}
            placeholder="free"
            onChange={(e) => setTexts((all) => all.map((t, n) => (n === i ? e.target.value : t)))}
          />
        ))}
      </div>
      <Alert>{wrong}</Alert>
      <div>
        <Button type="submit">Save</Button>
      </div>
    </form>
  );
}

import { type FormEvent, useState } from 'react';
import { type SetUpView, api, taken } from '../../api/client';
import { Button, inputClass } from '../../ui/controls';
import { Alert, useSave } from './useSave';

export function Holidays({ data }: { data: SetUpView }) {
  const [list, setList] = useState(data.holidays);
  const { wrong, save } = useSave();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(
      taken(api.PUT('/api/set-up/holidays', { body: list.filter((h) => h.date) })),
      'The holidays are set. No clock counts on them.',
    );
  };
  return (
    <form onSubmit={submit} className="grid max-w-[560px] gap-2">
      <p className="text-soft">Days on which nobody works, in every queue.</p>
      {list.map((h, i) => (
        <div key={i} className="grid grid-cols-[170px_1fr_auto] gap-2">
          <input
            aria-label="Date"
            type="date"
            required
            className={inputClass}
            value={h.date}
            onChange={(e) => setList((all) => all.map((x, n) => (n === i ? { ...x, date: e.target.value } : x)))}
          />
          <input
            aria-label="Name"
            className={inputClass}
            maxLength={80}
            value={h.name}
            onChange={(e) => setList((all) => all.map((x, n) => (n === i ? { ...x, name: e.target.value } : x)))}
          />
          <Button look="quiet" onClick={() => setList((all) => all.filter((_, n) => n !== i))}>
            Take out
          </Button>
        </div>
      ))}
      <Alert>{wrong}</Alert>
      <p className="flex gap-2">
        <Button onClick={() => setList((all) => [...all, { date: '', name: '' }])}>Add a day</Button>
        <Button look="main" type="submit">
          Save
        </Button>
      </p>
    </form>
  );
}

import { useQuery } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type QueueSetting, type RouterView, type SetUpView, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { moment } from '../app/time';
import { Button, Field, Wrong, cx, inputClass } from '../ui/controls';
import { Choose } from '../ui/Choose';
import { say } from '../ui/toasts';
import { StockReplies } from '../conversations/StockReplies';

const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const parts = ['Queues', 'Working hours', 'Holidays', 'Colleagues', 'Router', 'Stock replies', 'Log'] as const;
type Part = (typeof parts)[number];

/** Writes a setting; what is wrong with it is said where it was typed. */
function useSave() {
  const [wrong, setWrong] = useState('');
  const save = async (run: Promise<SetUpView>, words: string) => {
    try {
      queries.setQueryData(keys.setUp, await run);
      setWrong('');
      say(words);
      return true;
    } catch (refusal) {
      setWrong((refusal as Error).message);
      return false;
    }
  };
  return { wrong, save };
}

const Alert = ({ children }: { children: ReactNode }) =>
  children ? (
    <p role="alert" className="text-[13px] text-late">
      {children}
    </p>
  ) : null;

/** What an administrator sets: queues and their goals, hours, holidays, duty, permissions, the router. Each takes effect at once. */
export function SetUpPage() {
  const { data, error, refetch } = useQuery({ queryKey: keys.setUp, queryFn: () => taken(api.GET('/api/set-up')) });
  const [part, setPart] = useState<Part>('Queues');
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">Set up</h1>
        <div role="group" aria-label="What to set" className="flex flex-wrap gap-1">
          {parts.map((p) => (
            <button
              key={p}
              type="button"
              aria-pressed={part === p}
              onClick={() => setPart(p)}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                part === p ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {p}
            </button>
          ))}
        </div>
      </header>
      <div tabIndex={0} role="region" aria-label={part} className="min-h-0 flex-1 overflow-auto p-4">
        <div className="grid max-w-[1080px] gap-4">
          {part === 'Queues' ? <Queues data={data} /> : null}
          {part === 'Working hours' ? <Hours data={data} /> : null}
          {part === 'Holidays' ? <Holidays data={data} /> : null}
          {part === 'Colleagues' ? <Staff data={data} /> : null}
          {part === 'Router' ? <Router data={data} /> : null}
          {part === 'Stock replies' ? <StockReplies administrator /> : null}
          {part === 'Log' ? <Log data={data} /> : null}
        </div>
      </div>
    </div>
  );
}

function Queues({ data }: { data: SetUpView }) {
  const [added, setAdded] = useState<QueueSetting[]>([]);
  const fresh = (): QueueSetting => ({
    id: newId(),
    name: '',
    site: '',
    crew: null,
    calendar: data.calendars[0]!.name,
    firstMinutes: 240,
    laterMinutes: 240,
    handover: 'crew',
    unsorted: false,
  });
  return (
    <>
      <p className="text-soft">
        Goals are minutes of the queue’s own working time. Anyone may take what nobody owns; who may reassign the rest
        is set here. A change is on every clock at once.
      </p>
      {[...data.queues, ...added.filter((a) => !data.queues.some((q) => q.id === a.id))].map((q) => (
        <Queue key={q.id} queue={q} data={data} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, fresh()])}>New queue</Button>
      </div>
    </>
  );
}

function Queue({ queue, data }: { queue: QueueSetting; data: SetUpView }) {
  const [q, setQ] = useState(queue);
  const { wrong, save } = useSave();
  const set = (part: Partial<QueueSetting>) => setQ((all) => ({ ...all, ...part }));
  const changed = JSON.stringify(q) !== JSON.stringify(data.queues.find((d) => d.id === q.id));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(
      taken(api.PUT('/api/set-up/queues/{id}', { params: { path: { id: q.id } }, body: q })),
      `${q.name} is set. Its clocks count by it from now on.`,
    );
  };
  return (
    <form
      onSubmit={submit}
      aria-label={q.name || 'New queue'}
      className="grid gap-2 rounded-card border bg-surface p-3 sm:grid-cols-[1.4fr_1fr_1fr_1fr] lg:grid-cols-[1.4fr_1fr_1fr_1fr_90px_90px_1.2fr_auto]"
    >
      <Field
        label="Name"
        required
        maxLength={60}
        value={q.name}
        hint={q.unsorted ? 'holds what the router was unsure of' : undefined}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Field label="Site" maxLength={60} value={q.site} onChange={(e) => set({ site: e.target.value })} />
      <Choose label="On duty" value={q.crew ?? ''} onChange={(v) => set({ crew: v || null })}>
        <option value="">nobody</option>
        {data.crews.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </Choose>
      <Choose label="Hours" value={q.calendar} onChange={(calendar) => set({ calendar })}>
        {data.calendars.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </Choose>
      <Field
        label="First reply"
        type="number"
        min={1}
        required
        value={q.firstMinutes}
        onChange={(e) => set({ firstMinutes: e.target.valueAsNumber || 0 })}
      />
      <Field
        label="Later"
        type="number"
        min={1}
        required
        value={q.laterMinutes}
        onChange={(e) => set({ laterMinutes: e.target.valueAsNumber || 0 })}
      />
      <Choose label="Who may reassign" value={q.handover} onChange={(handover) => set({ handover })}>
        <option value="anyone">anyone</option>
        <option value="crew">owner, crew on duty, coordinators</option>
        <option value="owner">owner and managers</option>
      </Choose>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed} className="mt-[22px] self-start">
        Save
      </Button>
      {wrong ? (
        <div className="col-span-full">
          <Alert>{wrong}</Alert>
        </div>
      ) : null}
    </form>
  );
}

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

function Hours({ data }: { data: SetUpView }) {
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

function Holidays({ data }: { data: SetUpView }) {
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

function Staff({ data }: { data: SetUpView }) {
  const [added, setAdded] = useState<SetUpView['staff']>([]);
  const fresh = (): SetUpView['staff'][number] => ({
    id: newId(),
    name: '',
    role: 'member',
    purpose: '',
    crews: [],
    calendar: null,
    address: '',
    password: null,
  });
  return (
    <>
      <Crews data={data} />
      <p className="text-soft">
        A crew that a queue names is on duty there. Without hours of their own, people keep the firm’s.
      </p>
      {[...data.staff, ...added.filter((a) => !data.staff.some((s) => s.id === a.id))].map((s) => (
        <Colleague key={s.id} staff={s} data={data} fresh={!data.staff.some((d) => d.id === s.id)} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, fresh()])}>New colleague</Button>
      </div>
    </>
  );
}

/** The crews by name; a press on one names it otherwise. */
function Crews({ data }: { data: SetUpView }) {
  const [at, setAt] = useState<{ id: string; name: string } | null>(null);
  const { wrong, save } = useSave();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(
      taken(api.PUT('/api/set-up/crews/{id}', { params: { path: { id: at!.id } }, body: { name: at!.name } })),
      `${at!.name} is set.`,
    ).then((done) => done && setAt(null));
  };
  return (
    <section aria-label="Crews" className="grid gap-2 rounded-card border bg-surface p-3">
      <p className="flex flex-wrap items-center gap-1.5">
        <b className="mr-1">Crews</b>
        {data.crews.map((c) => (
          <Button key={c.id} title="Name it otherwise" onClick={() => setAt({ id: c.id, name: c.name })}>
            {c.name}
          </Button>
        ))}
        <Button look="quiet" onClick={() => setAt({ id: newId(), name: '' })}>
          New crew
        </Button>
      </p>
      {at ? (
        <form onSubmit={submit} className="flex flex-wrap items-end gap-2">
          <Field
            label="Name of the crew"
            required
            autoFocus
            maxLength={40}
            value={at.name}
            onChange={(e) => setAt({ ...at, name: e.target.value })}
          />
          <Button look="main" type="submit" disabled={!at.name.trim()}>
            Save
          </Button>
          <Button look="quiet" onClick={() => setAt(null)}>
            Leave it
          </Button>
        </form>
      ) : null}
      <Alert>{wrong}</Alert>
    </section>
  );
}

type ColleagueProps = { staff: SetUpView['staff'][number]; data: SetUpView; fresh: boolean };

function Colleague({ staff, data, fresh }: ColleagueProps) {
  const [s, setS] = useState(staff);
  const { wrong, save } = useSave();
  const set = (part: Partial<typeof s>) => setS((all) => ({ ...all, ...part }));
  const changed = JSON.stringify(s) !== JSON.stringify(data.staff.find((d) => d.id === s.id));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(
      taken(api.PUT('/api/set-up/staff/{id}', { params: { path: { id: s.id } }, body: s })),
      fresh ? `${s.name} can sign in now, with ${s.address} and the password.` : `${s.name} is set.`,
    ).then((done) => done && set({ password: null }));
  };
  return (
    <form
      onSubmit={submit}
      aria-label={s.name || 'New colleague'}
      className="grid items-start gap-2 rounded-card border bg-surface p-3 sm:grid-cols-[1.2fr_130px_150px_2fr_auto]"
    >
      <Field label="Name" required maxLength={80} value={s.name} onChange={(e) => set({ name: e.target.value })} />
      <Choose label="Role" value={s.role} onChange={(role) => set({ role })}>
        {['member', 'coordinator', 'manager', 'administrator'].map((r) => (
          <option key={r}>{r}</option>
        ))}
      </Choose>
      <Choose label="Hours" value={s.calendar ?? ''} onChange={(v) => set({ calendar: v || null })}>
        <option value="">the firm’s</option>
        {data.calendars.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </Choose>
      <fieldset>
        <legend className="mb-0.5 text-[13px] font-semibold">Crews</legend>
        <span className="flex flex-wrap gap-x-3">
          {data.crews.map((c) => (
            <label key={c.id} className="flex min-h-[30px] items-center gap-1.5">
              <input
                type="checkbox"
                checked={s.crews.includes(c.id)}
                onChange={(e) =>
                  set({ crews: e.target.checked ? [...s.crews, c.id] : s.crews.filter((x) => x !== c.id) })
                }
              />
              {c.name}
            </label>
          ))}
        </span>
      </fieldset>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed} className="mt-[22px]">
        {fresh ? 'Take on' : 'Save'}
      </Button>
      <div className="col-span-full grid gap-2 sm:grid-cols-3">
        <Field
          label="Address to sign in with"
          type="email"
          required
          maxLength={254}
          value={s.address}
          onChange={(e) => set({ address: e.target.value })}
        />
        <Field
          label={fresh ? 'Password to begin with' : 'New password'}
          type="text"
          autoComplete="off"
          spellCheck={false}
          required={fresh}
          minLength={10}
          maxLength={256}
          placeholder={fresh ? 'at least 10 characters' : 'only to replace theirs'}
          value={s.password ?? ''}
          onChange={(e) => set({ password: e.target.value || null })}
        />
        <Field
          label="What they are there for"
          maxLength={120}
          value={s.purpose}
          onChange={(e) => set({ purpose: e.target.value })}
        />
      </div>
      {wrong ? (
        <div className="col-span-full">
          <Alert>{wrong}</Alert>
        </div>
      ) : null}
    </form>
  );
}

function Router({ data }: { data: SetUpView }) {
  const router = useQuery({
    queryKey: [...keys.setUp, 'router', data.firm.routerThreshold],
    queryFn: () => taken(api.GET('/api/set-up/router')),
  });
  const [text, setText] = useState('');
  const [guess, setGuess] = useState<{
    queue: string | null;
    certainty: number;
    words: string[];
    placed: boolean;
  } | null>(null);
  const [firm, setFirm] = useState(data.firm);
  const { wrong, save } = useSave();
  const attempt = async (event: FormEvent) => {
    event.preventDefault();
    setGuess(await taken(api.POST('/api/set-up/router/trials', { body: { text } })).catch(() => null));
  };
  const r = router.data;
  return (
    <div className="grid gap-5 lg:grid-cols-2">
      <section aria-labelledby="try" className="grid content-start gap-2">
        <h2 id="try" className="font-bold">
          Try it on a text
        </h2>
        <form onSubmit={(e) => void attempt(e)} className="grid gap-2">
          <textarea
            aria-label="A text"
            required
            className={cx(inputClass, 'min-h-[90px]')}
            placeholder="What a stranger might write"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <div>
            <Button type="submit">Where does it belong?</Button>
          </div>
        </form>
        {guess ? (
          <p role="status">
            {guess.queue ? (
              <>
                <b>{guess.placed ? guess.queue : `Unsorted; the nearest is ${guess.queue}`}</b>,{' '}
                {Math.round(guess.certainty * 100)} % sure
                {guess.words.length > 0 ? <> by {guess.words.map((w) => `“${w}”`).join(', ')}</> : null}.
              </>
            ) : (
              'It knows none of these words, or has too few lessons: unsorted.'
            )}
          </p>
        ) : null}
        <h2 className="mt-3 font-bold">When it is sure enough</h2>
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void save(taken(api.PUT('/api/set-up/firm', { body: firm })), 'Set.');
          }}
        >
          <Field
            label="Sure from, in %"
            type="number"
            min={0}
            max={100}
            value={Math.round(firm.routerThreshold * 100)}
            onChange={(e) => setFirm({ ...firm, routerThreshold: (e.target.valueAsNumber || 0) / 100 })}
            className="w-32"
          />
          <Field
            label="Numbers without a country are of"
            placeholder="PT"
            maxLength={2}
            value={firm.country}
            onChange={(e) => setFirm({ ...firm, country: e.target.value })}
            className="w-56"
          />
          <Button type="submit">Save</Button>
          <Alert>{wrong}</Alert>
        </form>
      </section>
      <section aria-labelledby="right" className="grid content-start gap-2">
        <h2 id="right" className="font-bold">
          How often it is right
        </h2>
        {r ? (
          <>
            <p>
              It has learned from {r.lessons} first messages that people put somewhere. Each of them guessed without
              itself: sure of {r.placed} of {r.tried}, {r.right} of these right
              {r.placed > 0 ? ` (${Math.round((100 * r.right) / r.placed)} %)` : ''}; the others it would leave
              unsorted.
            </p>
            <Confusion cells={r.confusion} caption="Its lessons" />
            {r.lived.length > 0 ? (
              <Confusion cells={r.lived} caption="What it really placed or left, and where it belonged" />
            ) : null}
          </>
        ) : null}
      </section>
    </div>
  );
}

/** Rows: where it belongs. Columns: where it was put. */
function Confusion({ cells, caption }: { cells: RouterView['confusion']; caption: string }) {
  const actual = [...new Set(cells.map((c) => c.actual))];
  const guessed = [...new Set([...actual, ...cells.map((c) => c.guessed ?? '')])].filter(Boolean);
  const at = (a: string, g: string | null) =>
    cells.filter((c) => c.actual === a && c.guessed === g).reduce((n, c) => n + c.count, 0);
  return (
    <div className="overflow-auto" role="region" aria-label={caption} tabIndex={0}>
      <table className="text-[13px]">
        <caption className="mb-1 text-left text-soft">
          {caption}: rows are where it belongs, columns where the router puts it.
        </caption>
        <thead>
          <tr>
            <td />
            {guessed.map((g) => (
              <th key={g} scope="col" className="whitespace-nowrap border px-2 py-0.5 text-left font-semibold">
                {g}
              </th>
            ))}
            <th scope="col" className="whitespace-nowrap border px-2 py-0.5 text-left font-semibold">
              unsorted
            </th>
          </tr>
        </thead>
        <tbody>
          {actual.map((a) => (
            <tr key={a}>
              <th scope="row" className="whitespace-nowrap border px-2 py-0.5 text-left font-semibold">
                {a}
              </th>
              {guessed.map((g) => (
                <td
                  key={g}
                  className={cx(
                    'border px-2 py-0.5 text-right',
                    a === g && 'bg-done/15 font-bold',
                    a !== g && at(a, g) > 0 && 'bg-late-wash text-late',
                  )}
                >
                  {at(a, g) || ''}
                </td>
              ))}
              <td className="border px-2 py-0.5 text-right text-soft">{at(a, null) || ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Log({ data }: { data: SetUpView }) {
  return (
    <ul>
      {data.log.length === 0 ? <li className="text-soft">What is set is said here, with who did it.</li> : null}
      {data.log.map((l, i) => (
        <li key={i} className="grid gap-x-3 border-b py-1 text-[13px] sm:grid-cols-[130px_170px_190px_1fr]">
          <span className="text-soft">{moment(l.at)}</span>
          <b>{l.by}</b>
          <span>{l.what}</span>
          <span className="text-soft">{l.about}</span>
        </li>
      ))}
    </ul>
  );
}

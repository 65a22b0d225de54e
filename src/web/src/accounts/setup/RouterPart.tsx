import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { type RouterView, type SetUpView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys } from '../../api/queries';
import { Clashes } from '../../ui/Clashes';
import { Button, Field, cx, inputClass } from '../../ui/controls';
import { Alert, useSave } from './useSave';

export function Router({ data }: { data: SetUpView }) {
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
  const { value: firm, set: setFirm, clashes, begin, send } = useBegun(data.firm);
  const { wrong, save } = useSave();
  const attempt = async (event: FormEvent) => {
    event.preventDefault();
    setGuess(await taken(api.POST('/api/set-up/router/trials', { body: { text } })).catch(() => null));
  };
  const r = router.data;
  return (
    <div className="grid gap-5 lg:grid-cols-[minmax(0,400px)_minmax(0,1fr)]">
      <section aria-labelledby="try" className="grid content-start gap-2">
        <h2 id="try" className="font-bold">
          Try it out
        </h2>
        <form onSubmit={(e) => void attempt(e)} className="grid gap-2">
          <textarea
            aria-label="Message to try"
            required
            className={cx(inputClass, 'min-h-[90px]')}
            placeholder="Paste what a new customer might write"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <div>
            <Button type="submit">Which queue?</Button>
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
              'It does not know these words, or has too little to go on: Unsorted.'
            )}
          </p>
        ) : null}
        <h2 className="mt-3 font-bold">When to trust it</h2>
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void save(
              send(async (body, ifMatch) => {
                const params = { header: { 'If-Match': ifMatch } };
                const made = await taken(api.PUT('/api/set-up/firm', { params, body }));
                begin(made.firm);
                return made;
              }),
              'Saved.',
            );
          }}
        >
          <Field
            label="Certain enough from (%)"
            type="number"
            min={0}
            max={100}
            value={Math.round(firm.routerThreshold * 100)}
            onChange={(e) => setFirm({ routerThreshold: (e.target.valueAsNumber || 0) / 100 })}
            className="w-32"
          />
          <Field
            label="Country of phone numbers without a prefix"
            placeholder="PT"
            maxLength={2}
            value={firm.country}
            onChange={(e) => setFirm({ country: e.target.value })}
            className="w-56"
          />
          <label className="flex min-h-7 items-center gap-1.5 self-end">
            <input
              type="checkbox"
              checked={firm.standIns ?? false}
              onChange={(e) => setFirm({ standIns: e.target.checked })}
            />
            Let us enter test messages by hand
          </label>
          <Button type="submit">Save</Button>
          <Alert>{wrong}</Alert>
          <Clashes
            clashes={clashes}
            labels={{
              country: 'Country of phone numbers',
              routerThreshold: 'Certain enough from',
              standIns: 'Test messages by hand',
            }}
            onTheirs={(field, theirs) => setFirm({ [field]: theirs })}
          />
        </form>
      </section>
      <section aria-labelledby="right" className="grid content-start gap-2">
        <h2 id="right" className="font-bold">
          How often it is right
        </h2>
        {r ? (
          <>
            <p>
              It has learned from {r.lessons} first messages that people filed. Tested on each of them without that one,
              it was sure about {r.placed} of {r.tried} and right about {r.right}
              {r.placed > 0 ? ` (${Math.round((100 * r.right) / r.placed)} %)` : ''}. It would leave the rest in
              Unsorted.
            </p>
            <Confusion cells={r.confusion} caption="What it learned from" />
            {r.lived.length > 0 ? (
              <Confusion cells={r.lived} caption="What it did since, and where it belonged" />
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
              <th key={g} scope="col" className="border px-2 py-0.5 text-left align-bottom font-semibold">
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

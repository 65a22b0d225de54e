import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { type RouterView, type SetUpView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys } from '../../api/queries';
import { Clashes } from '../../ui/Clashes';
import { Button, Field, cx, inputClass } from '../../ui/controls';
import { Alert, useSave } from './useSave';
import * as texts from './texts';

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
          {texts.tryItOut}
        </h2>
        <form onSubmit={(e) => void attempt(e)} className="grid gap-2">
          <textarea
            aria-label={texts.messageToTry}
            required
            className={cx(inputClass, 'min-h-[90px]')}
            placeholder={texts.pasteWhatNewCustomer}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <div>
            <Button type="submit">{texts.whichQueue}</Button>
          </div>
        </form>
        {guess ? (
          <p role="status">
            {guess.queue ? (
              <>
                <b>{guess.placed ? guess.queue : texts.unsortedTheNearestIs(guess.queue)}</b>,{' '}
                {Math.round(guess.certainty * 100)} {texts.sure}
                {guess.words.length > 0 ? <>{texts.by(guess.words.map((w) => `“${w}”`).join(', '))}</> : null}.
              </>
            ) : (
              texts.itDoesNotKnow
            )}
          </p>
        ) : null}
        <h2 className="mt-3 font-bold">{texts.whenToTrustIt}</h2>
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
              texts.saved,
            );
          }}
        >
          <Field
            label={texts.certainEnoughFrom}
            type="number"
            min={0}
            max={100}
            value={Math.round(firm.routerThreshold * 100)}
            onChange={(e) => setFirm({ routerThreshold: (e.target.valueAsNumber || 0) / 100 })}
            className="w-32"
          />
          <Field
            label={texts.countryPhoneNumbersWithout}
            placeholder={texts.pt}
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
            {texts.letUsEnterTest}
          </label>
          <Button type="submit">{texts.save}</Button>
          <Alert>{wrong}</Alert>
          <Clashes
            clashes={clashes}
            labels={{
              country: texts.countryOfPhoneNumbers,
              routerThreshold: texts.certainEnoughFromTitle,
              standIns: texts.testMessagesByHand,
            }}
            onTheirs={(field, theirs) => setFirm({ [field]: theirs })}
          />
        </form>
      </section>
      <section aria-labelledby="right" className="grid content-start gap-2">
        <h2 id="right" className="font-bold">
          {texts.howOftenRight}
        </h2>
        {r ? (
          <>
            <p>
              {texts.itHasLearnedFrom(
                r.lessons,
                r.placed,
                r.tried,
                r.right,
                r.placed > 0 ? ` (${Math.round((100 * r.right) / r.placed)} %)` : '',
              )}
            </p>
            <Confusion cells={r.confusion} caption={texts.whatItLearnedFrom} />
            {r.lived.length > 0 ? <Confusion cells={r.lived} caption={texts.whatItDidSince} /> : null}
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
        <caption className="mb-1 text-left text-soft">{texts.rowsWhereBelongsColumns(caption)}</caption>
        <thead>
          <tr>
            <td />
            {guessed.map((g) => (
              <th key={g} scope="col" className="border px-2 py-0.5 text-left align-bottom font-semibold">
                {g}
              </th>
            ))}
            <th scope="col" className="whitespace-nowrap border px-2 py-0.5 text-left font-semibold">
              {texts.unsorted}
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

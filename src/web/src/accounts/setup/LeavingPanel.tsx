import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type SetUpView, api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { Choose } from '../../ui/Choose';
import { Button, Wrong } from '../../ui/controls';
import { say } from '../../ui/toasts';
import { Alert, useSave } from './useSave';
import * as texts from './texts';

type Staff = SetUpView['staff'][number];
const nobody = '';

/** What somebody owns who leaves, and to whom each thing goes; then their account ends. */
export function LeavingPanel({ staff, data, onDone }: { staff: Staff; data: SetUpView; onDone: () => void }) {
  const client = useQueryClient();
  const key = ['holdings', staff.id];
  const { data: held, error } = useQuery({
    queryKey: key,
    queryFn: () => taken(api.GET('/api/set-up/staff/{id}/holdings', { params: { path: { id: staff.id } } })),
    gcTime: 0,
  });
  const [rest, setRest] = useState(nobody);
  const [single, setSingle] = useState<Record<string, string>>({});
  const { wrong, save } = useSave();
  const [handing, setHanding] = useState('');
  if (error) return <Wrong error={error} />;
  if (!held) return null;
  const others = data.staff.filter((s) => s.id !== staff.id);
  const nameOf = (id: string) => others.find((s) => s.id === id)?.name ?? '';
  const things = held
    .filter((h) => single[h.id] !== undefined)
    .map((h) => ({ kind: h.kind, id: h.id, to: single[h.id] || null }));
  const handOn = async () => {
    setHanding('');
    try {
      const left = await taken(
        api.PUT('/api/set-up/staff/{id}/holdings', { params: { path: { id: staff.id } }, body: { things } }),
      );
      client.setQueryData(key, left);
      setSingle({});
      say(texts.handedOn(things.length));
    } catch (refusal) {
      setHanding((refusal as Error).message);
    }
  };
  const leave = () =>
    void save(
      taken(
        api.POST('/api/set-up/staff/{id}/leaving', {
          params: { path: { id: staff.id } },
          body: { things, rest: rest || null },
        }),
      ),
      texts.hasLeft(staff.name),
    ).then((done) => {
      if (!done) return;
      void client.invalidateQueries({ queryKey: keys.roles });
      onDone();
    });
  return (
    <section aria-label={texts.leavingOf(staff.name)} className="col-span-full grid gap-2 border-t pt-3">
      <h3 className="font-bold">{texts.leavingOf(staff.name)}</h3>
      <p className="text-soft">{texts.leavingDoes(staff.name)}</p>
      {held.length === 0 ? (
        <p>{texts.ownsNothing(staff.name)}</p>
      ) : (
        <>
          <div className="max-w-[320px]">
            <Choose label={texts.allOfItGoesTo} value={rest} onChange={setRest}>
              <option value={nobody}>{texts.nobody}</option>
              {others.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Choose>
          </div>
          <ul className="grid max-h-[46vh] overflow-auto border-y" tabIndex={0} aria-label={texts.whatTheyOwn}>
            {held.map((h) => {
              const to = single[h.id] ?? rest;
              return (
                <li
                  key={h.kind + h.id}
                  className="grid items-center gap-2 border-b py-1 last:border-0 sm:grid-cols-[120px_1fr_220px]"
                >
                  <span className="text-soft">{h.kind}</span>
                  <span dir="auto">{h.title ?? texts.notYoursToSee}</span>
                  <span>
                    <select
                      aria-label={texts.goesTo(h.title ?? h.kind)}
                      className="min-h-[30px] w-full rounded-card border bg-surface px-2 max-md:min-h-[44px]"
                      value={to && h.to.includes(to) ? to : nobody}
                      onChange={(e) => setSingle((all) => ({ ...all, [h.id]: e.target.value }))}
                    >
                      <option value={nobody}>{texts.nobody}</option>
                      {others
                        .filter((s) => h.to.includes(s.id))
                        .map((s) => (
                          <option key={s.id} value={s.id}>
                            {s.name}
                          </option>
                        ))}
                    </select>
                    {to && !h.to.includes(to) ? (
                      <span className="block text-[12.5px] text-soft">{texts.cannotSeeIt(nameOf(to))}</span>
                    ) : null}
                  </span>
                </li>
              );
            })}
          </ul>
        </>
      )}
      <Alert>{wrong || handing}</Alert>
      <p className="flex flex-wrap gap-2">
        <Button look="main" onClick={leave}>
          {texts.endTheAccount(staff.name)}
        </Button>
        {things.length > 0 ? <Button onClick={() => void handOn()}>{texts.onlyHandOn(things.length)}</Button> : null}
        <Button look="quiet" onClick={onDone}>
          {texts.cancel}
        </Button>
      </p>
    </section>
  );
}

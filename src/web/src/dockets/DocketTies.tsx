import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, taken } from '../api/client';
import { keys, queries, useDocket, useKinds } from '../api/queries';
import { Button, Field, inputClass } from '../ui/controls';
import { say } from '../ui/toasts';
import { restore } from './Removed';
import { refreshDocket } from './setting';
import { texts } from './texts';

const words = texts.ties;

/** What a docket is to others: of another kind, a part of one, the same as one, or gone. */
export function DocketTies({ reference, onDone }: { reference: string; onDone: () => void }) {
  const { data: docket } = useDocket(reference);
  const kinds = (useKinds().data ?? []).filter((k) => !k.retired && k.id !== docket?.kindId);
  const [kind, setKind] = useState('');
  const [whole, setWhole] = useState<string>();
  const [same, setSame] = useState('');
  const [wrong, setWrong] = useState('');
  const navigate = useNavigate();
  if (!docket) return null;
  const path = { reference };
  const run = async (doing: Promise<{ ref: string }>, said: (ref: string) => string) => {
    try {
      const { ref } = await doing;
      refreshDocket(reference);
      setWrong('');
      say(said(ref));
      onDone();
      return ref;
    } catch (refusal) {
      setWrong((refusal as Error).message);
      return null;
    }
  };
  const become = async () => {
    const ref = await run(
      taken(api.PUT('/api/dockets/{reference}/kind', { params: { path }, body: { kind } })),
      words.became,
    );
    if (ref) await navigate(`/dockets/${ref}`, { replace: true });
  };
  const put = () =>
    run(
      taken(
        api.PUT('/api/dockets/{reference}/whole', {
          params: { path },
          body: { whole: (whole ?? '').trim().toUpperCase() || null },
        }),
      ),
      () => words.put((whole ?? '').trim().toUpperCase()),
    );
  const join = async () => {
    const other = same.trim().toUpperCase();
    const done = await run(taken(api.PUT('/api/dockets/{reference}/same', { params: { path }, body: { other } })), () =>
      words.joined(other),
    );
    if (done) await navigate(`/dockets/${other}`);
  };
  const remove = async () => {
    const { id, ref } = docket;
    try {
      await taken(api.DELETE('/api/dockets/{reference}', { params: { path } }));
      await navigate('/dockets');
      queries.removeQueries({ queryKey: keys.docket(ref) });
      void queries.invalidateQueries({ queryKey: ['dockets'] });
      void queries.invalidateQueries({ queryKey: keys.removed });
      say(words.deleted(ref), { action: { label: words.restore, run: () => void restore(id, ref) } });
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <details className="mt-2 border-t pt-2">
      <summary className="cursor-pointer text-[13px] font-semibold">{words.title}</summary>
      <div className="mt-1.5 grid gap-2.5">
        <div>
          <label className="block">
            <span className="mb-0.5 block text-[13px] font-semibold">{words.kind(docket.kind.toLowerCase())}</span>
            <span className="flex gap-1.5">
              <select className={inputClass} value={kind} onChange={(e) => setKind(e.target.value)}>
                <option value="">{words.keepKind}</option>
                {kinds.map((k) => (
                  <option key={k.id} value={k.id}>
                    {k.name.toLowerCase()}
                  </option>
                ))}
              </select>
              <Button disabled={!kind} onClick={() => void become()}>
                {words.become(kinds.find((k) => k.id === kind)?.name.toLowerCase() ?? '…')}
              </Button>
            </span>
          </label>
          <p className="text-[12.5px] text-soft">{words.kindHint}</p>
        </div>
        <div className="flex items-end gap-1.5">
          <Field
            className="flex-1"
            label={words.whole}
            hint={words.wholeHint}
            maxLength={20}
            value={whole ?? docket.whole?.ref ?? ''}
            onChange={(e) => setWhole(e.target.value)}
          />
          <Button className="mb-[21px]" disabled={whole === undefined} onClick={() => void put()}>
            {words.putIn}
          </Button>
        </div>
        <div className="flex items-end gap-1.5">
          <Field
            className="flex-1"
            label={words.same}
            hint={words.sameHint}
            maxLength={20}
            value={same}
            onChange={(e) => setSame(e.target.value)}
          />
          <Button className="mb-[39px]" disabled={!same.trim()} onClick={() => void join()}>
            {words.join}
          </Button>
        </div>
        {docket.mayDelete ? (
          <p className="flex items-center gap-2">
            <span className="flex-1 text-[12.5px] text-soft">{words.deleteHint}</span>
            <Button onClick={() => void remove()}>{words.delete}</Button>
          </p>
        ) : null}
        {wrong ? (
          <p role="alert" className="text-[13px] text-late">
            {wrong}
          </p>
        ) : null}
      </div>
    </details>
  );
}

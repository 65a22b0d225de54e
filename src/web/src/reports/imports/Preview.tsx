import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { type ImportPreview, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Choose } from '../../ui/Choose';
import { Button, Wrong, inputClass } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

const heading = 'mb-1 border-b pb-1 text-[13px] font-bold';

/** A file before anything is taken from it: what its columns hold, and what would come of it. */
export function Preview({ id }: { id: string }) {
  const navigate = useNavigate();
  const { data, error, refetch } = useQuery({
    queryKey: keys.import(id),
    queryFn: () => taken(api.GET('/api/imports/{id}/preview', { params: { path: { id } } })),
    staleTime: Infinity,
  });
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return <p className="text-soft">{texts.reading}</p>;
  const read = async (columns: string[], forAll: Record<string, string>) => {
    try {
      queries.setQueryData(
        keys.import(id),
        await taken(api.PUT('/api/imports/{id}/reading', { params: { path: { id } }, body: { columns, forAll } })),
      );
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const fields = data.columns.map((c) => c.field ?? '');
  const fill = (column: number, field: string) =>
    void read(
      // What another column held so far is left out there: no two hold the same.
      fields.map((f, i) => (i === column ? field : f === field ? '' : f)),
      data.forAll,
    );
  const run = async () => {
    try {
      await taken(api.POST('/api/imports/{id}/run', { params: { path: { id } } }));
      await queries.invalidateQueries({ queryKey: keys.imports, exact: true });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const discard = async () => {
    try {
      await taken(api.DELETE('/api/imports/{id}', { params: { path: { id } } }));
      await queries.invalidateQueries({ queryKey: keys.imports, exact: true });
      void navigate('/imports');
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const ready = data.missing.length === 0 && data.new + data.changed > 0;
  return (
    <>
      <p className="text-soft">
        {texts.rowsIn(data.import.rows)}. {texts.readAs(data.encoding, data.separator)}
      </p>
      <section aria-label={texts.columns}>
        <h2 className={heading}>{texts.columns}</h2>
        <div className="overflow-x-auto" role="group" tabIndex={0} aria-label={texts.columnsOfFile}>
          <table className="w-full text-[13px]">
            <thead>
              <tr className="text-left text-soft">
                <th className="py-1 pr-3 font-normal">{texts.column}</th>
                <th className="py-1 pr-3 font-normal">{texts.holds}</th>
                <th className="py-1 font-normal">{texts.examples}</th>
              </tr>
            </thead>
            <tbody>
              {data.columns.map((c, i) => (
                <tr key={i} className="border-t align-top">
                  <td className="max-w-[160px] truncate py-1 pr-3 font-semibold" dir="auto">
                    {c.heading}
                  </td>
                  <td className="min-w-[200px] py-1 pr-3">
                    <select
                      aria-label={`${texts.holds}: ${c.heading}`}
                      className={inputClass}
                      value={c.field ?? ''}
                      onChange={(e) => fill(i, e.target.value)}
                    >
                      <option value="">{texts.leaveOut}</option>
                      {data.fields.map((f) => (
                        <option key={f.key} value={f.key}>
                          {f.needed ? texts.neededMark(f.name) : f.name}
                        </option>
                      ))}
                    </select>
                    <span className="block text-[12.5px] text-soft">{c.reason}</span>
                  </td>
                  <td className="max-w-[320px] truncate py-1 text-soft" dir="auto">
                    {c.samples.join(' · ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </section>
      <ForAll data={data} onChange={(forAll) => void read(fields, forAll)} />
      <section aria-label={texts.wouldHappen} className="grid gap-1.5">
        <h2 className={heading}>{texts.wouldHappen}</h2>
        {data.missing.length > 0 ? (
          <p role="alert" className="text-late">
            {texts.missing(data.missing)}
          </p>
        ) : (
          <p aria-live="polite">
            <b>{texts.sum(data.new, data.changed, data.same)}</b>
            {data.left > 0 ? (
              <span className="text-late">
                {' · '}
                {texts.cannot(data.left)}
              </span>
            ) : null}
          </p>
        )}
        {data.left > 0 ? <p className="text-[13px] text-soft">{texts.cannotHint}</p> : null}
        {data.unsureDays.length > 0 ? (
          <p className="rounded-card border border-soon bg-soon-wash p-2 text-[13px]">
            {texts.unsure(data.unsureDays, data.dayFirst)}
          </p>
        ) : null}
        <ul className="text-[13px]">
          {data.shown.map((r) => (
            <li key={r.line} className="grid grid-cols-[64px_minmax(0,1fr)] gap-2 border-b py-1 last:border-0">
              <span className="tabular-nums text-soft">{texts.line(r.line)}</span>
              <span dir="auto" className="min-w-0">
                {r.title} <span className={r.why ? 'block text-late' : 'text-soft'}>{r.why ?? texts.does[r.does]}</span>
              </span>
            </li>
          ))}
        </ul>
        {data.shown.length < data.import.rows && data.shown.length > 0 ? (
          <p className="text-[13px] text-soft">{texts.firstOf(data.shown.length, data.import.rows)}</p>
        ) : null}
      </section>
      <p className="sticky bottom-0 flex flex-wrap justify-end gap-2 border-t bg-paper py-2">
        <Button look="quiet" onClick={() => void discard()}>
          {texts.discard}
        </Button>
        <Button look="main" disabled={!ready} onClick={() => void run()}>
          {texts.start(data.new + data.changed)}
        </Button>
      </p>
    </>
  );
}

/** What no column holds, and is the same for all rows. */
function ForAll({ data, onChange }: { data: ImportPreview; onChange: (forAll: Record<string, string>) => void }) {
  const held = new Set(data.columns.map((c) => c.field));
  const fields = data.fields.filter((f) => f.forAll && !held.has(f.key));
  if (fields.length === 0) return null;
  const set = (key: string, value: string) => {
    const { [key]: _, ...others } = data.forAll;
    onChange(value ? { ...others, [key]: value } : others);
  };
  return (
    <section aria-label={texts.sameForAll}>
      <h2 className={heading}>{texts.sameForAll}</h2>
      <div className="grid gap-2 sm:grid-cols-3">
        {fields.map((f) =>
          f.choices.length > 0 ? (
            <Choose
              key={f.key}
              label={f.needed ? texts.neededMark(f.name) : f.name}
              value={data.forAll[f.key] ?? ''}
              onChange={(v) => set(f.key, v)}
            >
              <option value="">{texts.nothingForAll}</option>
              {f.choices.map((c) => (
                <option key={c}>{c}</option>
              ))}
            </Choose>
          ) : (
            <label key={f.key} className="block">
              <span className="mb-0.5 block text-[13px] font-semibold">
                {f.needed ? texts.neededMark(f.name) : f.name}
              </span>
              <input
                className={inputClass}
                defaultValue={data.forAll[f.key] ?? ''}
                maxLength={200}
                onBlur={(e) => e.target.value !== (data.forAll[f.key] ?? '') && set(f.key, e.target.value)}
              />
            </label>
          ),
        )}
      </div>
    </section>
  );
}

import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type WorklistView, api, taken } from '../api/client';
import { keys, queries, useColleagues } from '../api/queries';
import { Button, Panel, cx, inputClass } from '../ui/controls';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

const usualColumns = [texts.next, texts.inHand, texts.waiting, texts.finished];

/** The name and columns of a worklist. */
export function ListForm({ list, onDone }: { list: WorklistView | null; onDone: (id?: string | null) => void }) {
  const crews = useColleagues().data?.crews ?? [];
  const [name, setName] = useState(list?.name ?? '');
  const [crew, setCrew] = useState('');
  const [docket, setDocket] = useState('');
  const [columns, setColumns] = useState(
    list?.columns ??
      usualColumns.map((c, i) => ({ id: newId(), name: c, most: null as number | null, finishes: i === 3 })),
  );
  const set = (i: number, change: Partial<(typeof columns)[number]>) =>
    setColumns(columns.map((c, k) => (k === i ? { ...c, ...change } : c)));
  const move = (i: number, step: number) => {
    const next = [...columns];
    const [one] = next.splice(i, 1);
    next.splice(i + step, 0, one!);
    setColumns(next);
  };
  const save = async (e: FormEvent) => {
    e.preventDefault();
    try {
      const id = list?.id ?? newId();
      await taken(
        api.PUT('/api/worklists/{id}', {
          params: { path: { id } },
          headers: list ? { 'If-Match': `"${list.version}"` } : {},
          body: { name, crew: crew || null, docket: docket.trim() || null, columns },
        }),
      );
      await queries.invalidateQueries({ queryKey: keys.worklists });
      await queries.invalidateQueries({ queryKey: keys.taskTable });
      onDone(id);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const remove = async () => {
    try {
      await taken(api.DELETE('/api/worklists/{id}', { params: { path: { id: list!.id } } }));
      await queries.invalidateQueries({ queryKey: keys.worklists });
      onDone(null);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <form
      onSubmit={(e) => void save(e)}
      aria-label={texts.worklist}
      className="flex-none border-b bg-surface px-3 py-2 text-[13px]"
    >
      <div className="flex flex-wrap items-end gap-2">
        <label>
          {texts.name}
          <input
            required
            maxLength={80}
            autoFocus
            className={cx(inputClass, '!w-56')}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        {list ? null : (
          <>
            <label>
              {texts.belongsTo}
              <select className={cx(inputClass, '!w-auto')} value={crew} onChange={(e) => setCrew(e.target.value)}>
                <option value="">{texts.myOwnDocketS}</option>
                {crews.map((c) => (
                  <option key={c.id} value={c.id}>
                    @{c.name}
                  </option>
                ))}
              </select>
            </label>
            {crew ? null : (
              <label>
                {texts.docketIfDocketS}
                <input
                  placeholder="J-1042"
                  className={cx(inputClass, '!w-32')}
                  value={docket}
                  onChange={(e) => setDocket(e.target.value)}
                />
              </label>
            )}
          </>
        )}
      </div>
      <ol className="mt-2 flex flex-wrap gap-2">
        {columns.map((c, i) => (
          <li key={c.id} className="rounded-[3px] border p-1.5">
            <input
              required
              aria-label={texts.nameOfColumn(i + 1)}
              maxLength={60}
              className={cx(inputClass, '!w-36')}
              value={c.name}
              onChange={(e) => set(i, { name: e.target.value })}
            />
            <span className="mt-1 flex items-center gap-1.5">
              <label className="flex items-center gap-1">
                {texts.atMost}
                <input
                  type="number"
                  min={1}
                  max={999}
                  className={cx(inputClass, '!w-16 !px-1')}
                  value={c.most ?? ''}
                  onChange={(e) => set(i, { most: e.target.value ? Number(e.target.value) : null })}
                />
              </label>
              <label className="flex items-center gap-1" title={texts.tasksMovedHereDone}>
                <input
                  type="checkbox"
                  className="size-4 accent-wren"
                  checked={c.finishes}
                  onChange={(e) => set(i, { finishes: e.target.checked })}
                />
                {texts.finishes}
              </label>
            </span>
            <span className="mt-1 flex gap-1">
              <Button
                look="quiet"
                className="!min-h-6 !px-1.5"
                disabled={i === 0}
                aria-label={texts.furtherLeft(c.name)}
                onClick={() => move(i, -1)}
              >
                ‹
              </Button>
              <Button
                look="quiet"
                className="!min-h-6 !px-1.5"
                disabled={i === columns.length - 1}
                aria-label={texts.furtherRight(c.name)}
                onClick={() => move(i, 1)}
              >
                ›
              </Button>
              <Button
                look="quiet"
                className="!min-h-6 !px-1.5"
                disabled={columns.length === 1}
                onClick={() => setColumns(columns.filter((_, k) => k !== i))}
              >
                {texts.remove}
              </Button>
            </span>
          </li>
        ))}
        <li className="self-center">
          <Button
            disabled={columns.length >= 12}
            onClick={() => setColumns([...columns, { id: newId(), name: '', most: null, finishes: false }])}
          >
            {texts.addAColumn}
          </Button>
        </li>
      </ol>
      <div className="mt-2 flex gap-2">
        <Button look="main" type="submit">
          {texts.save}
        </Button>
        <Button look="quiet" onClick={() => onDone()}>
          {texts.cancel}
        </Button>
        {list ? (
          <Panel
            label={texts.deleteTheWorklist}
            trigger={
              <Button look="quiet" className="ml-auto">
                {texts.deleteWorklist}
              </Button>
            }
          >
            <p className="mb-2 text-[13px]">{texts.deletesWorklistItsColumns}</p>
            <Button onClick={() => void remove()}>{texts.takeAway(list.name)}</Button>
          </Panel>
        ) : null}
      </div>
    </form>
  );
}

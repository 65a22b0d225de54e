import { SlidersHorizontal } from 'lucide-react';
import { Button, Panel, cx, inputClass } from '../../ui/controls';
import { type Arrangement, columns, groupings, noFilter } from '../../tasks/arrange';
import { states } from '../../tasks/change';
import * as texts from './texts';

type NarrowProps = {
  how: Arrangement;
  people: { id: string; name: string; kind: string }[];
  onHow: (how: Arrangement) => void;
  table: boolean;
};

/** What narrows, groups and lays a set out. */
export function Narrow({ how, people, onHow, table }: NarrowProps) {
  const filter = how.filter;
  const setFilter = (change: Partial<typeof filter>) => onHow({ ...how, filter: { ...filter, ...change } });
  const toggle = (list: string[], value: string) =>
    list.includes(value) ? list.filter((v) => v !== value) : [...list, value];
  const select = 'min-h-[28px] rounded-card border bg-surface px-1.5 text-[13px] max-md:min-h-[44px]';
  const narrowed =
    filter.words !== '' || filter.owners.length > 0 || filter.priorities.length > 0 || filter.due !== 'any';
  return (
    <div className="flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[13px]">
      <input
        type="search"
        aria-label={texts.wordsTaskDocket}
        placeholder={texts.wordsTaskDocket}
        className={cx(inputClass, '!w-56')}
        value={filter.words}
        onChange={(e) => setFilter({ words: e.target.value })}
      />
      <Panel
        label={texts.whichStates}
        className="w-48"
        trigger={
          <button type="button" className={select}>
            {filter.states.length === 0 || filter.states.length === 5
              ? texts.anyState
              : filter.states.length === 3 && !filter.states.includes('done')
                ? texts.open
                : texts.states(filter.states.length)}
          </button>
        }
      >
        {states.map(([value, words]) => (
          <label key={value} className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-wren"
              checked={filter.states.includes(value)}
              onChange={() => setFilter({ states: toggle(filter.states, value) })}
            />
            {words}
          </label>
        ))}
      </Panel>
      <Panel
        label={texts.whichPriorities}
        className="w-40"
        trigger={
          <button type="button" className={select}>
            {filter.priorities.length === 0 ? texts.anyPriority : filter.priorities.join(', ')}
          </button>
        }
      >
        {['critical', 'high', 'normal', 'low'].map((p) => (
          <label key={p} className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-wren"
              checked={filter.priorities.includes(p)}
              onChange={() => setFilter({ priorities: toggle(filter.priorities, p) })}
            />
            {p}
          </label>
        ))}
      </Panel>
      <Panel
        label={texts.whose}
        trigger={
          <button type="button" className={select}>
            {filter.owners.length === 0
              ? texts.anyOwner
              : filter.owners.length === 1
                ? (people.find((p) => p.id === filter.owners[0])?.name ?? 'nobody')
                : texts.ownersOfCount(filter.owners.length)}
          </button>
        }
      >
        <div className="max-h-64 overflow-auto">
          {[{ id: 'nobody', name: 'nobody', kind: 'person' }, ...people].map((p) => (
            <label key={p.id} className="flex min-h-7 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-wren"
                checked={filter.owners.includes(p.id)}
                onChange={() => setFilter({ owners: toggle(filter.owners, p.id) })}
              />
              {p.kind === 'crew' ? `@${p.name}` : p.name}
            </label>
          ))}
        </div>
      </Panel>
      <select
        aria-label={texts.byWhen}
        className={select}
        value={filter.due}
        onChange={(e) => setFilter({ due: e.target.value as typeof filter.due })}
      >
        <option value="any">{texts.anyDueDate}</option>
        <option value="late">{texts.late}</option>
        <option value="soon">{texts.lateOrSoon}</option>
        <option value="dated">{texts.dated}</option>
        <option value="undated">{texts.notDated}</option>
      </select>
      {narrowed ? (
        <Button look="quiet" onClick={() => onHow({ ...how, filter: { ...noFilter, states: filter.states } })}>
          {texts.allOfThem}
        </Button>
      ) : null}
      {table ? (
        <span className="ml-auto flex items-center gap-2">
          <label className="flex items-center gap-1 text-soft">
            {texts.inGroupsBy}
            <select
              className={select}
              value={how.group ?? ''}
              onChange={(e) => onHow({ ...how, group: e.target.value || null })}
            >
              <option value="">{texts.nothing}</option>
              {groupings.map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <Panel
            label={texts.columns}
            align="end"
            className="w-44"
            trigger={
              <Button look="quiet">
                <SlidersHorizontal size={14} aria-hidden /> {texts.columns}
              </Button>
            }
          >
            {columns.slice(1).map((c) => (
              <label key={c.key} className="flex min-h-7 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4 accent-wren"
                  checked={how.columns.includes(c.key)}
                  onChange={() => onHow({ ...how, columns: toggle(how.columns, c.key) })}
                />
                {c.name}
              </label>
            ))}
          </Panel>
        </span>
      ) : null}
    </div>
  );
}

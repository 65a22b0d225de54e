import { ListFilter, X } from 'lucide-react';
import type { TableColumn, TableFilter } from '../../api/client';
import { MomentField } from '../../ui/MomentField';
import { Button, IconButton, Panel, cx, inputClass } from '../../ui/controls';
import { texts } from './texts';

type Props = { columns: TableColumn[]; filters: TableFilter[]; onChange: (filters: TableFilter[]) => void };

const sensesOf = (column: TableColumn | undefined) =>
  column?.type === 'number' || column?.type === 'date'
    ? ['is', 'least', 'most', 'filled', 'empty']
    : column?.type === 'checkbox'
      ? ['filled', 'empty']
      : ['is', 'has', 'filled', 'empty'];

/** What a docket has to be to stand in the list. */
export function Filters({ columns, filters, onChange }: Props) {
  const put = (i: number, part: Partial<TableFilter>) =>
    onChange(filters.map((f, j) => (j === i ? { ...f, ...part } : f)));
  const usable = columns.filter((c) => c.type !== 'moment');
  return (
    <Panel
      label={texts.filter.label}
      className="w-[min(560px,94vw)]"
      trigger={
        <Button look={filters.length > 0 ? 'plain' : 'quiet'}>
          <ListFilter size={14} aria-hidden /> {texts.filter.title(filters.length)}
        </Button>
      }
    >
      {filters.length === 0 ? <p className="text-[13px] text-soft">{texts.filter.none}</p> : null}
      <ul className="grid gap-1.5">
        {filters.map((filter, i) => {
          const column = columns.find((c) => c.id === filter.column);
          return (
            <li
              key={i}
              className="grid grid-cols-[1fr_130px_1fr_auto] items-center gap-1.5 max-md:grid-cols-[1fr_auto]"
            >
              <select
                aria-label={texts.filter.column}
                className={inputClass}
                value={filter.column}
                onChange={(e) => {
                  const next = columns.find((c) => c.id === e.target.value);
                  put(i, { column: e.target.value, sense: sensesOf(next)[0]!, value: '' });
                }}
              >
                {usable.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.name}
                  </option>
                ))}
              </select>
              <select
                aria-label={texts.filter.sense}
                className={cx(inputClass, 'max-md:col-start-1')}
                value={filter.sense}
                onChange={(e) => put(i, { sense: e.target.value })}
              >
                {sensesOf(column).map((s) => (
                  <option key={s} value={s}>
                    {texts.filter.senses[s]}
                  </option>
                ))}
              </select>
              {['filled', 'empty'].includes(filter.sense) ? (
                <span />
              ) : (
                <Value column={column} value={filter.value ?? ''} onChange={(value) => put(i, { value })} />
              )}
              <IconButton
                label={texts.filter.remove(column?.name ?? '')}
                className="max-md:col-start-2 max-md:row-start-1"
                onClick={() => onChange(filters.filter((_, j) => j !== i))}
              >
                <X size={14} />
              </IconButton>
            </li>
          );
        })}
      </ul>
      <Button
        look="quiet"
        className="mt-1.5"
        disabled={filters.length >= 12}
        onClick={() => onChange([...filters, { column: 'stage', sense: 'is', value: '' }])}
      >
        {texts.filter.add}
      </Button>
    </Panel>
  );
}

function Value({
  column,
  value,
  onChange,
}: {
  column: TableColumn | undefined;
  value: string;
  onChange: (value: string) => void;
}) {
  if (column && column.choices.length > 0)
    return (
      <select
        aria-label={texts.filter.value}
        className={inputClass}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      >
        <option value="" />
        {column.choices.map((c) => (
          <option key={c}>{c}</option>
        ))}
      </select>
    );
  if (column?.type === 'date')
    return (
      <MomentField
        dayOnly
        bare
        inline
        label={texts.filter.value}
        value={value}
        onChange={(day) => onChange(day ?? '')}
      />
    );
  return (
    <input
      aria-label={texts.filter.value}
      className={inputClass}
      inputMode={column?.type === 'number' ? 'decimal' : undefined}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    />
  );
}

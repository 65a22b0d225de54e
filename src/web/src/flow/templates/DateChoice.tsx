import { X } from 'lucide-react';
import type { KindSetting, TemplateDateSetting } from '../../api/client';
import { Button, IconButton, cx, inputClass } from '../../ui/controls';
import { readClock } from '../../ui/ClockField';
import { texts } from './texts';

const words = texts.date;

type Props = {
  label: string;
  date: TemplateDateSetting | null;
  kind: KindSetting | undefined;
  /** Whether it is the start of something rather than when it is due. */
  starts?: boolean;
  onChange: (date: TemplateDateSetting | null) => void;
};

const origin = (date: TemplateDateSetting) => (date.from === 'start' ? 'start' : `${date.from} ${date.of}`);

/** A date by its distance from something: "2 working days before delivery". */
export function DateChoice({ label, date, kind, starts, onChange }: Props) {
  if (!date)
    return (
      <Button
        look="quiet"
        aria-label={`${label}: ${words.set}`}
        onClick={() => onChange({ from: 'start', of: null, offset: 1, unit: 'working-days', time: null })}
      >
        {words.set}
      </Button>
    );
  const put = (part: Partial<TemplateDateSetting>) => onChange({ ...date, ...part });
  const count = Math.abs(date.offset);
  const before = date.offset < 0;
  const small = cx(inputClass, '!w-auto !px-1');
  return (
    <span role="group" aria-label={label} className="inline-flex flex-wrap items-center gap-1">
      <input
        type="number"
        min={0}
        max={1000}
        aria-label={words.count}
        className={cx(inputClass, '!w-14 !px-1.5')}
        value={count}
        onChange={(e) => put({ offset: (before ? -1 : 1) * (e.target.valueAsNumber || 0) })}
      />
      <select
        aria-label={words.unit}
        className={small}
        value={date.unit}
        onChange={(e) => put({ unit: e.target.value })}
      >
        {Object.entries(words.units).map(([unit, [one, many]]) => (
          <option key={unit} value={unit}>
            {count === 1 ? one : many}
          </option>
        ))}
      </select>
      <select
        aria-label={words.way}
        className={small}
        value={before ? 'before' : 'after'}
        onChange={(e) => put({ offset: (e.target.value === 'before' ? -1 : 1) * (count || 1) })}
      >
        <option value="before">{words.before}</option>
        <option value="after">{words.after}</option>
      </select>
      <select
        aria-label={words.from}
        className={cx(small, 'max-w-44')}
        value={origin(date)}
        onChange={(e) => {
          const [from, of] = e.target.value.split(' ');
          put({ from: from!, of: of ?? null });
        }}
      >
        <option value="start">{words.start}</option>
        <optgroup label={words.milestones}>
          {(kind?.milestones ?? [])
            .filter((m) => !m.retired)
            .map((m) => (
              <option key={m.id} value={`milestone ${m.id}`}>
                {m.name}
              </option>
            ))}
        </optgroup>
        <optgroup label={words.stages}>
          {(kind?.stages ?? [])
            .filter((s) => !s.retired)
            .map((s) => (
              <option key={s.id} value={`stage ${s.id}`}>
                {words.enters(s.name)}
              </option>
            ))}
        </optgroup>
      </select>
      <input
        aria-label={words.time}
        className={cx(inputClass, '!w-[92px] !px-1.5')}
        placeholder={starts ? words.morning : words.anyTime}
        maxLength={5}
        defaultValue={date.time ?? ''}
        onBlur={(e) => {
          const time = e.target.value.trim() ? readClock(e.target.value) : null;
          e.target.value = time ?? '';
          if (time !== (date.time ?? null)) put({ time });
        }}
      />
      <IconButton label={`${label}: ${words.none}`} onClick={() => onChange(null)}>
        <X size={14} />
      </IconButton>
    </span>
  );
}

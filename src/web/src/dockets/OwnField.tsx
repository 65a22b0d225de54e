import type { DocketSetting, KindSetting } from '../api/client';
import { useColleagues, useKinds } from '../api/queries';
import { Choose } from '../ui/Choose';
import { MomentField } from '../ui/MomentField';
import { Field, inputClass } from '../ui/controls';
import * as texts from './docketTexts';

type Own = KindSetting['fields'][number];

/** The fields of a docket's kind that are asked for, in order. */
export function useOwnFields(setting: DocketSetting): Own[] {
  const { data: kinds = [] } = useKinds();
  const ids = new Set(Object.keys(setting.fields.values ?? {}));
  return kinds.flatMap((k) => k.fields).filter((f) => ids.has(f.id) && !f.retired);
}

/** What stands in a field, in words. */
export const shownOwn = (
  own: Own[],
  name: string,
  value: unknown,
  named: (id: unknown) => { name: string } | undefined,
) => {
  const field = own.find((f) => `own ${f.id}` === name);
  return (
    field?.choices.find((c) => c.id === value)?.name ?? (field?.type === 'person' ? named(value)?.name : undefined)
  );
};

type Props = { field: Own; value: string; onChange: (value: string) => void };

/** A field that the firm keeps of its dockets, by what it holds. */
export function OwnField({ field, value, onChange }: Props) {
  const { data: colleagues } = useColleagues();
  const label = field.unit ? `${field.name} (${field.unit})` : field.name;
  switch (field.type) {
    case 'choice':
      return (
        <Choose label={label} value={value} onChange={onChange}>
          <option value="">{texts.notChosen}</option>
          {field.choices
            .filter((c) => !c.retired || c.id === value)
            .map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
        </Choose>
      );
    case 'person':
      return (
        <Choose label={label} value={value} onChange={onChange}>
          <option value="">{texts.nobody}</option>
          {(colleagues?.people ?? []).map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Choose>
      );
    case 'checkbox':
      return (
        <label className="flex min-h-[30px] items-center gap-1.5 self-end font-semibold max-md:min-h-[44px]">
          <input type="checkbox" checked={value === 'yes'} onChange={(e) => onChange(e.target.checked ? 'yes' : '')} />
          {label}
        </label>
      );
    case 'date':
      return <MomentField dayOnly label={label} sense="from" value={value} onChange={(day) => onChange(day ?? '')} />;
    case 'long-text':
      return (
        <label className="col-span-full block">
          <span className="mb-0.5 block text-[13px] font-semibold">{label}</span>
          <textarea
            dir="auto"
            className={inputClass}
            rows={3}
            maxLength={4000}
            value={value}
            onChange={(e) => onChange(e.target.value)}
          />
        </label>
      );
    default:
      return (
        <Field
          label={label}
          dir="auto"
          inputMode={field.type === 'text' ? undefined : 'decimal'}
          maxLength={200}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      );
  }
}

import { v7 as newId } from 'uuid';
import type { KindSetting } from '../../api/client';
import { Button, cx, inputClass } from '../../ui/controls';
import { Part, Rows } from './rows';
import { texts } from './texts';

type Field = KindSetting['fields'][number];

type Props = { kind: KindSetting; set: (part: Partial<KindSetting>) => void; stored: ReadonlySet<string> };

/** The fields of a kind in order. */
export function FieldRows({ kind, set, stored }: Props) {
  const fresh = (): Field => ({
    id: newId(),
    name: '',
    type: 'text',
    unit: '',
    choices: [],
    neededFrom: null,
    inHead: false,
    partySees: false,
    retired: false,
  });
  return (
    <Part title={texts.field.title} hint={texts.field.hint}>
      <Rows
        rows={kind.fields}
        stored={stored}
        onChange={(fields) => set({ fields })}
        draw={(field, put) => <FieldRow field={field} kind={kind} put={put} stored={stored} />}
      />
      <Button look="quiet" className="mt-1.5" onClick={() => set({ fields: [...kind.fields, fresh()] })}>
        {texts.field.add}
      </Button>
    </Part>
  );
}

type RowProps = {
  field: Field;
  kind: KindSetting;
  put: (part: Partial<Field>) => void;
  stored: ReadonlySet<string>;
};

function FieldRow({ field, kind, put, stored }: RowProps) {
  const box = (name: 'inHead' | 'partySees', label: string) => (
    <label className="flex min-h-[30px] items-center gap-1.5 text-[13px] max-md:min-h-[44px]">
      <input type="checkbox" checked={field[name]} onChange={(e) => put({ [name]: e.target.checked })} />
      {label}
    </label>
  );
  return (
    <div className="grid gap-x-2 gap-y-1 md:grid-cols-[1.3fr_110px_70px_1fr_auto_auto]">
      <input
        aria-label={texts.field.name}
        className={inputClass}
        maxLength={40}
        required
        value={field.name}
        onChange={(e) => put({ name: e.target.value })}
      />
      <select
        aria-label={texts.field.type}
        className={inputClass}
        value={field.type}
        disabled={stored.has(field.id)}
        onChange={(e) => put({ type: e.target.value })}
      >
        {Object.entries(texts.field.types).map(([type, words]) => (
          <option key={type} value={type}>
            {words}
          </option>
        ))}
      </select>
      <input
        aria-label={texts.field.unit}
        placeholder={texts.field.unit}
        className={cx(inputClass, field.type !== 'number' && 'invisible max-md:hidden')}
        maxLength={12}
        value={field.unit}
        onChange={(e) => put({ unit: e.target.value })}
      />
      <select
        aria-label={texts.field.neededFrom}
        className={inputClass}
        value={field.neededFrom ?? ''}
        onChange={(e) => put({ neededFrom: e.target.value || null })}
      >
        <option value="">{texts.field.never}</option>
        {kind.stages
          .filter((s) => !s.retired)
          .map((s) => (
            <option key={s.id} value={s.id}>
              {texts.field.neededFrom.toLowerCase()} {s.name}
            </option>
          ))}
      </select>
      {box('inHead', texts.field.inHead)}
      {box('partySees', texts.field.partySees)}
      {field.type === 'choice' ? (
        <div role="group" aria-label={texts.field.choices(field.name)} className="col-span-full border-l-2 pl-2">
          <Rows
            rows={field.choices}
            stored={stored}
            onChange={(choices) => put({ choices })}
            draw={(choice, change) => (
              <input
                aria-label={texts.field.choice}
                className={cx(inputClass, 'max-w-72')}
                maxLength={60}
                required
                value={choice.name}
                onChange={(e) => change({ name: e.target.value })}
              />
            )}
          />
          <Button
            look="quiet"
            onClick={() => put({ choices: [...field.choices, { id: newId(), name: '', retired: false }] })}
          >
            {texts.field.addChoice}
          </Button>
        </div>
      ) : null}
    </div>
  );
}

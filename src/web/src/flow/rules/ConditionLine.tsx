import type { ConditionForm } from '../../api/client';
import { OwnField } from '../../dockets/OwnField';
import { Pick, PriorityPick, options } from './parts';
import { texts } from './texts';
import type { RuleNames } from './useRules';

export const freshCondition = (kind: string): ConditionForm => ({
  kind,
  of: null,
  value: kind === 'priority' ? 'high' : kind === 'hours' ? 'free' : null,
});

type Props = {
  condition: ConditionForm;
  label: string;
  names: RuleNames;
  onChange: (condition: ConditionForm) => void;
};

/** What must be so, as a sentence of fields. */
export function ConditionLine({ condition, label, names, onChange }: Props) {
  const put = (part: Partial<ConditionForm>) => onChange({ ...condition, ...part });
  return (
    <div className="flex flex-1 flex-wrap items-center gap-1.5">
      <Pick label={label} value={condition.kind} onChange={(kind) => onChange(freshCondition(kind))}>
        {Object.entries(texts.conditions).map(([kind, name]) => (
          <option key={kind} value={kind}>
            {name}
          </option>
        ))}
      </Pick>
      <Rest condition={condition} names={names} put={put} />
    </div>
  );
}

type RestProps = { condition: ConditionForm; names: RuleNames; put: (part: Partial<ConditionForm>) => void };

function Rest({ condition: c, names, put }: RestProps) {
  const of = (id: string) => put({ of: id || null });
  switch (c.kind) {
    case 'kind':
      return (
        <Pick label={texts.kind} none={texts.chooseKind} value={c.of} onChange={of}>
          {options(names.kinds)}
        </Pick>
      );
    case 'site':
      return (
        <Pick label={texts.site} none={texts.chooseSite} value={c.value} onChange={(value) => put({ value })}>
          {names.sites.map((s) => (
            <option key={s.id}>{s.name}</option>
          ))}
        </Pick>
      );
    case 'priority':
      return <PriorityPick value={c.value} onChange={(value) => put({ value })} />;
    case 'party':
      return (
        <Pick label={texts.party} none={texts.chooseParty} value={c.of} onChange={of}>
          {options(names.parties)}
        </Pick>
      );
    case 'queue':
      return (
        <Pick label={texts.queue} none={texts.chooseQueue} value={c.of} onChange={of}>
          {options(names.queues)}
        </Pick>
      );
    case 'hours':
      return (
        <Pick label={texts.hours} value={c.value} onChange={(value) => put({ value })}>
          <option value="free">{texts.outside}</option>
          <option value="working">{texts.within}</option>
        </Pick>
      );
    default:
      return (
        <FieldAndValue
          of={c.of ?? null}
          value={c.value ?? ''}
          names={names}
          onChange={(id, value) => put({ of: id, value })}
        />
      );
  }
}

type FieldProps = {
  of: string | null;
  value: string;
  names: RuleNames;
  onChange: (of: string | null, value: string) => void;
};

/** A field of the firm's, and what it holds. */
export function FieldAndValue({ of, value, names, onChange }: FieldProps) {
  const field = names.fields.find((f) => f.id === of);
  return (
    <>
      <Pick label={texts.field} none={texts.chooseField} value={of} onChange={(id) => onChange(id || null, '')}>
        {names.kinds.map((k) => (
          <optgroup key={k.id} label={k.name}>
            {options(k.fields.filter((f) => !f.retired))}
          </optgroup>
        ))}
      </Pick>
      {field ? (
        <div className="min-w-48">
          <OwnField field={field} value={value} onChange={(next) => onChange(of, next)} />
        </div>
      ) : null}
    </>
  );
}

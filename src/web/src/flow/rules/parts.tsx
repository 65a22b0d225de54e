import type { ReactNode } from 'react';
import { inputClass } from '../../ui/controls';
import type { RuleNames } from './useRules';
import { texts } from './texts';

type PickProps = {
  label: string;
  value: string | null | undefined;
  onChange: (value: string) => void;
  /** What stands there while nothing is chosen. */
  none?: string;
  children: ReactNode;
};

/** A choice within a sentence: its name is read out and not shown. */
export const Pick = ({ label, value, onChange, none, children }: PickProps) => (
  <select
    aria-label={label}
    className={`${inputClass} !w-auto max-w-full`}
    value={value ?? ''}
    onChange={(e) => onChange(e.target.value)}
  >
    {none ? <option value="">{none}</option> : null}
    {children}
  </select>
);

export const options = (things: { id: string; name: string }[]) =>
  things.map((t) => (
    <option key={t.id} value={t.id}>
      {t.name}
    </option>
  ));

type StageProps = { label: string; value: string | null | undefined; none: string; names: RuleNames };

/** A stage, under the kind that it belongs to. */
export const StagePick = ({ names, ...rest }: StageProps & { onChange: (stage: string) => void }) => (
  <Pick {...rest}>
    {names.kinds.map((k) => (
      <optgroup key={k.id} label={k.name}>
        {options(k.stages.filter((s) => !s.retired))}
      </optgroup>
    ))}
  </Pick>
);

export const PriorityPick = ({
  value,
  onChange,
}: {
  value: string | null | undefined;
  onChange: (value: string) => void;
}) => (
  <Pick label={texts.priority} value={value ?? 'normal'} onChange={onChange}>
    {Object.entries(texts.priorities).map(([id, name]) => (
      <option key={id} value={id}>
        {name}
      </option>
    ))}
  </Pick>
);

import { useSites } from '../api/queries';
import { Choose } from './Choose';
import { Field } from './controls';
import * as texts from './texts';

type Props = { label?: string; value: string; onChange: (value: string) => void };

/** Where the work is: chosen from the firm's sites; written where it has none yet. */
export function SiteField({ label = texts.site, value, onChange }: Props) {
  const { data: sites } = useSites();
  const live = (sites ?? []).filter((s) => !s.retired);
  // Until it is known whether there are sites it is the list: a field does not become another under one's hands.
  if (sites?.length === 0)
    return <Field label={label} maxLength={60} value={value} onChange={(e) => onChange(e.target.value)} />;
  return (
    <Choose label={label} value={value} onChange={onChange}>
      <option value="">{texts.nowhereInParticular}</option>
      {value && !live.some((s) => s.name === value) ? <option>{value}</option> : null}
      {live.map((s) => (
        <option key={s.id}>{s.name}</option>
      ))}
    </Choose>
  );
}

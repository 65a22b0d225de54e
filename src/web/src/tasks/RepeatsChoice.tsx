import * as texts from './texts';
const repeatings: [string, string][] = [
  ['', texts.once],
  ['FREQ=DAILY', texts.everyDay],
  ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', texts.everyWorkingDay],
  ['FREQ=WEEKLY', texts.everyWeek],
  ['FREQ=WEEKLY;INTERVAL=2', texts.everyTwoWeeks],
  ['FREQ=MONTHLY', texts.everyMonth],
  ['FREQ=YEARLY', texts.everyYear],
];

type Props = { value: string | null; onChange: (rule: string | null) => void; className: string };

/** How often a task comes back (RFC 5545); a rule of another kind stays as it is. */
export const RepeatsChoice = ({ value, onChange, className }: Props) => (
  <select
    aria-label={texts.repeats}
    className={className}
    value={value ?? ''}
    onChange={(e) => onChange(e.target.value || null)}
  >
    {repeatings.map(([rule, words]) => (
      <option key={rule} value={rule}>
        {words}
      </option>
    ))}
    {value && !repeatings.some(([rule]) => rule === value) ? <option value={value}>{value}</option> : null}
  </select>
);

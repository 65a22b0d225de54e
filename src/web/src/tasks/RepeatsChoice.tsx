const repeatings: [string, string][] = [
  ['', 'once'],
  ['FREQ=DAILY', 'every day'],
  ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'every working day'],
  ['FREQ=WEEKLY', 'every week'],
  ['FREQ=WEEKLY;INTERVAL=2', 'every two weeks'],
  ['FREQ=MONTHLY', 'every month'],
  ['FREQ=YEARLY', 'every year'],
];

type Props = { value: string | null; onChange: (rule: string | null) => void; className: string };

/** How often a task comes back (RFC 5545); a rule of another kind stays as it is. */
export const RepeatsChoice = ({ value, onChange, className }: Props) => (
  <select
    aria-label="Repeats"
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

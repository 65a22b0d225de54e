import { useState } from 'react';
import { inputClass } from './controls';

/** "8", "830", "8.30" and "08:30" as "08:30"; null when it is no time of the day. */
export function readClock(text: string): string | null {
  const parts = /^(\d{1,2})(?:[:.h]?(\d{2}))?$/.exec(text.trim());
  if (!parts) return null;
  const [hour, minute] = [Number(parts[1]), Number(parts[2] ?? 0)];
  return hour < 24 && minute < 60 ? `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}` : null;
}

type Props = { label: string; value: string; onChange: (value: string) => void; disabled?: boolean };

/** A time of the day, in 24 hours; what is no time goes back to what it was. */
export function ClockField({ label, value, onChange, disabled }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const settle = () => {
    const read = typed === null ? null : readClock(typed);
    if (read && read !== value) onChange(read);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      inputMode="numeric"
      placeholder="08:30"
      maxLength={5}
      disabled={disabled}
      className={`${inputClass} tabular-nums`}
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={settle}
      onKeyDown={(e) => e.key === 'Enter' && settle()}
    />
  );
}

import type { ReactNode } from 'react';
import { inputClass } from './controls';

type Props = { label: string; value: string; onChange: (value: string) => void; children: ReactNode };

/** A labelled choice of one. */
export function Choose({ label, value, onChange, children }: Props) {
  return (
    <label className="block">
      <span className="mb-0.5 block text-[13px] font-semibold">{label}</span>
      <select className={inputClass} value={value} onChange={(e) => onChange(e.target.value)}>
        {children}
      </select>
    </label>
  );
}

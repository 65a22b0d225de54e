import { useRef, useState } from 'react';
import { api, taken } from '../api/client';
import { cx, inputClass } from './controls';
import { useUnsettled } from './useUnsettled';
import * as texts from './texts';

/** "1 h 30", as the server writes it. */
export function shownLength(minutes: number | null) {
  if (minutes === null) return '';
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  return hours === 0 ? texts.min(rest) : rest === 0 ? `${hours} h` : `${hours} h ${String(rest).padStart(2, '0')}`;
}

type Props = {
  minutes: number | null;
  label: string;
  onChange: (minutes: number | null) => void;
  placeholder?: string;
  className?: string;
};

/** A field for a length of time: reads "1:30", "90 min" and "1.5 h"; what it cannot read stays, and is said. */
export function LengthField({ minutes, label, onChange, placeholder = texts.none, className }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const settle = async () => {
    if (typed === null) return;
    const words = typed.trim();
    try {
      const read = words ? await taken(api.GET('/api/lengths', { params: { query: { words } } })) : null;
      if ((read?.minutes ?? null) !== minutes) onChange(read?.minutes ?? null);
      // What was typed while it was read stays.
      setTyped((now) => (now === typed ? null : now));
      setWrong('');
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  useUnsettled(input, typed === null ? null : settle);
  return (
    <span className="inline-block">
      <input
        ref={input}
        aria-label={label}
        aria-invalid={wrong ? true : undefined}
        placeholder={placeholder}
        maxLength={40}
        className={cx(inputClass, className)}
        value={typed ?? shownLength(minutes)}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => void settle()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            e.preventDefault();
            void settle();
          }
          if (e.key === 'Escape' && typed !== null) {
            e.stopPropagation();
            setTyped(null);
            setWrong('');
          }
        }}
      />
      {wrong ? (
        <span role="alert" className="block text-[13px] text-late">
          {wrong}
        </span>
      ) : null}
    </span>
  );
}

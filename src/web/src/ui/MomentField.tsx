import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react';
import { type MomentView, type MomentsView, api, taken } from '../api/client';
import { cx, inputClass } from './controls';
import { clock, dateOf, day, exact } from './time';
import { useUnsettled } from './useUnsettled';
import * as texts from './texts';

export type MomentSense = 'by' | 'from' | 'past';

type Props = {
  /** The moment (ISO 8601), or the day as 2026-04-16 where only a day is asked for; null or empty for none. */
  value: string | null;
  onChange: (value: string | null) => void;
  label: string;
  /** Whether the label stands above the field, or is only read out. */
  bare?: boolean;
  /** Whether what is offered stands below it, and covers nothing: in a panel of its own. */
  inline?: boolean;
  /** What a day without a time counts as: its end, its beginning, or one that is over. */
  sense?: MomentSense;
  /** Whether a day is asked for, without a time. */
  dayOnly?: boolean;
  required?: boolean;
  wrong?: string;
  className?: string;
  autoFocus?: boolean;
  /** A docket whose milestones can be named. */
  docket?: string;
  onEscape?: () => void;
};

const shownDay = (iso: string) => day(`${iso}T12:00:00Z`);

/** How a moment stands in the field: "Thu 16 Apr 15:00". */
const written = (value: string | null, dayOnly?: boolean) =>
  !value ? '' : dayOnly ? shownDay(value) : `${day(value)} ${clock(value)}`;

const pause = 120;

/** Reads words as a moment, a moment after the last key; what was asked before and comes later is left aside. */
function useRead(words: string, typing: boolean, sense: MomentSense, docket: string | undefined) {
  const [found, setFound] = useState<MomentsView & { words: string }>();
  useEffect(() => {
    if (!typing) return;
    let gone = false;
    const later = setTimeout(
      () =>
        void taken(api.GET('/api/moments', { params: { query: { words: words.slice(0, 80), sense, docket } } }))
          .then((read) => gone || setFound({ ...read, words }))
          .catch(() => gone || setFound(undefined)),
      words ? pause : 0,
    );
    return () => {
      gone = true;
      clearTimeout(later);
    };
  }, [words, typing, sense, docket]);
  return found;
}

/**
 * A field for a moment that reads words ("thu 3pm", "in 2 working days") by the firm's calendar, and offers what is
 * often wanted. What it has read stands below it before it is taken.
 */
export function MomentField({
  value,
  onChange,
  label,
  bare,
  inline,
  sense = 'by',
  dayOnly,
  required,
  wrong,
  className,
  autoFocus,
  docket,
  onEscape,
}: Props) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [words, setWords] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const typed = words ?? '';
  const found = useRead(typed, open || typed !== '', sense, docket);
  const current = found?.words === typed ? found : undefined;
  const unread = typed.trim() !== '' && current?.read.length === 0;
  const of = (m: MomentView) => (dayOnly ? m.day : m.at);
  const take = (m: MomentView) => {
    setWords(null);
    setOpen(false);
    onChange(of(m));
  };
  /** Takes what was typed, also where it has not been read yet. */
  const settle = async () => {
    if (words === null) return;
    if (!typed.trim()) {
      setWords(null);
      onChange(null);
      return;
    }
    const read =
      current ??
      (await taken(api.GET('/api/moments', { params: { query: { words: typed.slice(0, 80), sense, docket } } })).catch(
        () => undefined,
      ));
    if (read?.read[0]) take(read.read[0]);
  };
  useUnsettled(input, words === null ? null : settle);
  useEffect(() => {
    input.current?.setCustomValidity(unread ? texts.writeDayTimeSuch : '');
  }, [unread]);
  const keyed = (e: KeyboardEvent) => {
    if (e.key === 'Enter' && words !== null) {
      e.preventDefault();
      void settle();
    }
    if (e.key !== 'Escape') return;
    if (words === null && !open) onEscape?.();
    else {
      e.preventDefault();
      e.stopPropagation();
      setWords(null);
      setOpen(false);
    }
  };
  const box = (
    <>
      <input
        ref={input}
        type="text"
        autoComplete="off"
        spellCheck={false}
        autoFocus={autoFocus}
        required={required}
        aria-label={bare ? label : undefined}
        aria-invalid={wrong || unread ? true : undefined}
        aria-describedby={open ? `${id}-read` : undefined}
        placeholder={dayOnly ? texts.dayExample : texts.momentExample}
        title={value && !dayOnly ? exact(value) : undefined}
        className={inputClass}
        value={words ?? written(value, dayOnly)}
        onFocus={(e) => {
          setOpen(true);
          e.currentTarget.select();
        }}
        onChange={(e) => {
          setWords(e.target.value);
          setOpen(true);
        }}
        onKeyDown={keyed}
      />
      {open ? (
        <span
          id={`${id}-read`}
          className={cx(
            'block text-[13px] font-normal',
            inline
              ? 'mt-1.5'
              : 'absolute left-0 top-full z-20 mt-0.5 w-64 rounded-card border border-soft/40 bg-surface p-1.5 shadow-md',
          )}
        >
          <span role="status" className={cx('block min-h-5', unread ? 'text-late' : 'text-soft')}>
            {unread
              ? texts.thatNoDayTime
              : typed.trim() === ''
                ? texts.typeDayTimeWords
                : current
                  ? null
                  : texts.reading}
            {current && typed.trim() !== ''
              ? current.read.map((m, i) => (
                  <Offer key={m.at} onTake={() => take(m)} className={i === 0 ? 'font-bold text-ink' : ''}>
                    {i === 0 ? '' : texts.or}
                    {dayOnly ? shownDay(m.day) : m.shown}
                  </Offer>
                ))
              : null}
          </span>
          {typed.trim() === '' || unread ? (
            <span className="mt-1 flex flex-wrap gap-1">
              {(found?.offers ?? []).map((o) => (
                <Offer key={o.words} onTake={() => take(o)} title={dayOnly ? shownDay(o.day) : o.shown}>
                  {o.words}
                </Offer>
              ))}
              {value && !required ? (
                <Offer
                  onTake={() => {
                    setWords(null);
                    setOpen(false);
                    onChange(null);
                  }}
                >
                  {texts.noDate}
                </Offer>
              ) : null}
            </span>
          ) : null}
        </span>
      ) : null}
    </>
  );
  return (
    <div
      className={cx('relative', className)}
      onBlur={(e) => {
        if (e.currentTarget.contains(e.relatedTarget)) return;
        setOpen(false);
        void settle();
      }}
    >
      {bare ? (
        box
      ) : (
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">{label}</span>
          {box}
        </label>
      )}
      {wrong ? <span className="mt-0.5 block text-[13px] text-late">{wrong}</span> : null}
    </div>
  );
}

type OfferProps = { children: React.ReactNode; onTake: () => void; title?: string; className?: string };

const Offer = ({ children, onTake, title, className }: OfferProps) => (
  <button
    type="button"
    title={title}
    className={cx('min-h-6 rounded-[3px] border bg-paper px-1.5 hover:border-soft max-md:min-h-[44px]', className)}
    // Pressed, not clicked: the field loses focus in between, and would take what stands in it first.
    onPointerDown={(e) => {
      e.preventDefault();
      onTake();
    }}
    onClick={(e) => e.detail === 0 && onTake()}
  >
    {children}
  </button>
);

/** The day of a moment, as a day field has it. */
export const dayOf = (iso: string | null) => (iso ? dateOf(iso) : null);

import type { OwnerView, PersonView, TaskView } from '../api/client';
import { cx } from './controls';
import * as texts from './texts';

type Named = Pick<PersonView, 'name' | 'initials' | 'hue'>;

/** Someone's name tag: initials on a small tag with one cut corner, in a quiet hue of their own. */
export function NameTag({ who, large }: { who: Named; large?: boolean }) {
  return (
    <span
      role="img"
      data-initials={who.initials}
      aria-label={who.name}
      title={who.name}
      style={{ background: `var(--hue-${who.hue})`, color: `var(--hue-${who.hue}-ink)` }}
      className={cx(
        'name-tag cut-corner inline-grid flex-none place-items-center font-bold tracking-wide',
        large ? 'h-6 w-[30px] text-[12px]' : 'h-5 w-[26px] text-[11px]',
      )}
    />
  );
}

/** The name tags of those who own something; a dashed blank for nobody. */
export function Owners({ owners }: { owners: OwnerView[] }) {
  if (owners.length === 0)
    return (
      <span className="rounded-[2px] border border-dashed border-soft px-1 text-[11.5px] text-soft">
        {texts.nobody}
      </span>
    );
  return (
    <span className="inline-flex flex-wrap gap-1">
      {owners.map((o) => (
        <NameTag key={o.id} who={o} />
      ))}
    </span>
  );
}

const strokes: Record<string, number> = { low: 1, normal: 2, high: 3, critical: 4 };

/** A priority: its word with one to four tally strokes. */
export function Priority({ value }: { value: string }) {
  const n = strokes[value] ?? 2;
  return (
    <span className={cx('inline-flex items-center gap-1 whitespace-nowrap', n === 4 && 'font-semibold text-late')}>
      <svg width={n * 3 + 1} height="11" aria-hidden="true">
        {Array.from({ length: n }, (_, i) => (
          <rect key={i} x={i * 3} y="0" width="1.6" height="11" fill="currentColor" />
        ))}
      </svg>
      {value.charAt(0).toUpperCase() + value.slice(1)}
    </span>
  );
}

/** A due moment by how it stands; lateness is a word as well as a colour. */
export function Due({ task }: { task: Pick<TaskView, 'dueState' | 'dueLabel' | 'due'> }) {
  return (
    <span
      className={cx(
        'whitespace-nowrap',
        task.dueState === 'late' && 'font-semibold text-late',
        task.dueState === 'soon' && 'font-semibold text-soon',
        task.dueState === 'well' && 'text-soft',
      )}
    >
      {task.dueLabel}
    </span>
  );
}

/** A short count beside a name in the bar. */
export function Count({ n }: { n: number }) {
  return n > 0 ? <span className="ml-1 whitespace-nowrap text-[12px] font-bold text-wren">{n}</span> : null;
}

/** A running clock or due moment: well, soon or late, as a word in a box with an edge. */
export function Standing({ state, children }: { state: string; children: string }) {
  const look =
    state === 'late'
      ? 'border-late-line bg-late-wash text-late font-semibold'
      : state === 'soon'
        ? 'border-soon-line bg-soon-wash text-soon font-semibold'
        : 'border-line text-soft';
  return <span className={cx('whitespace-nowrap rounded-[3px] border px-1.5 text-[12.5px]', look)}>{children}</span>;
}

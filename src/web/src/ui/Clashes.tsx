import { Button } from './controls';
import * as texts from './texts';

/** A field that two people changed, each otherwise. */
type Clashing = { field: string; mine: unknown; theirs: unknown };

const words = (value: unknown): string =>
  value === null || value === undefined || value === ''
    ? texts.nothing
    : typeof value === 'boolean'
      ? value
        ? texts.yes
        : texts.no
      : Array.isArray(value)
        ? value.map(words).join(', ') || texts.nothing
        : typeof value === 'object'
          ? JSON.stringify(value)
          : String(value as string | number);

type Props = {
  clashes: Clashing[];
  /** What the form calls each field. */
  labels?: Record<string, string>;
  /** A value in words, where it is not said by itself. */
  show?: (field: string, value: unknown) => string | undefined;
  onTheirs: (field: string, theirs: unknown) => void;
};

/** What somebody else saved of the very fields that were changed here: both stand, and saving again keeps one's own. */
export function Clashes({ clashes, labels = {}, show = () => undefined, onTheirs }: Props) {
  if (clashes.length === 0) return null;
  return (
    <div role="alert" className="grid gap-1 rounded-card border border-soon bg-soon-wash p-2 text-[13px]">
      <p>{texts.someoneElseSavedWhile}</p>
      {clashes.map((c) => (
        <p key={c.field} className="flex flex-wrap items-center gap-x-2 gap-y-1">
          <b>{labels[c.field] ?? c.field}</b>
          <span>
            {texts.theirs} <q>{show(c.field, c.theirs) ?? words(c.theirs)}</q>
            {texts.yours} <q>{show(c.field, c.mine) ?? words(c.mine)}</q>
          </span>
          <Button onClick={() => onTheirs(c.field, c.theirs)}>{texts.useTheirs}</Button>
        </p>
      ))}
    </div>
  );
}

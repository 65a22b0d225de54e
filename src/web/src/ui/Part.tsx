import { ChevronDown, ChevronRight } from 'lucide-react';
import { Children, type ReactNode, useState } from 'react';
import { Kept } from '../api/store';
import * as texts from './texts';

/** The names of parts that are folded, wherever they stand. */
const folded = new Kept<string[]>('wrenlet.folded', []);

const first = 6;

type Props = {
  name: string;
  note?: string;
  /** What can be done with the part, at its head. */
  tool?: ReactNode;
  children: ReactNode;
};

/** A part of a column with its head: it folds, and stays so on every visit. */
export function Part({ name, note, tool, children }: Props) {
  const all = folded.use();
  const shut = all.includes(name);
  const Sign = shut ? ChevronRight : ChevronDown;
  return (
    <section aria-label={name}>
      <h2 className="mb-1 mt-2.5 flex items-center gap-2 border-b pb-[3px] text-[12.5px] font-bold">
        <button
          type="button"
          aria-expanded={!shut}
          onClick={() => folded.set(shut ? all.filter((n) => n !== name) : [...all, name])}
          className="flex min-h-6 min-w-0 flex-1 items-center gap-1 rounded-[3px] text-left hover:text-wren max-md:min-h-[44px]"
        >
          <Sign size={13} aria-hidden className="flex-none text-soft" />
          <span className="truncate">{name}</span>
          <span className="ml-auto whitespace-nowrap pl-2 font-normal text-soft">{note}</span>
        </button>
        {tool}
      </h2>
      {shut ? null : children}
    </section>
  );
}

/** The first lines of a long list, and a press away the others. */
export function Firsts({ children, className }: { children: ReactNode; className?: string }) {
  const [whole, setWhole] = useState(false);
  const lines = Children.toArray(children);
  const more = lines.length - first;
  return (
    <>
      <ul className={className}>{whole || more <= 1 ? lines : lines.slice(0, first)}</ul>
      {more > 1 ? (
        <button
          type="button"
          aria-expanded={whole}
          onClick={() => setWhole(!whole)}
          className="min-h-6 rounded-[3px] text-[13px] text-soft hover:text-ink hover:underline max-md:min-h-[44px]"
        >
          {whole ? texts.showFewer : texts.showMore(more)}
        </button>
      ) : null}
    </>
  );
}

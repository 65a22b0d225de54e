import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { IconButton, cx, inputClass } from '../../ui/controls';
import * as texts from '../texts';

/** Which page one looks at, and the way to others. */
export function PageTurn({ page, pages, onTurn }: { page: number; pages: number; onTurn: (to: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <form
      className="flex items-center gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        if (typed !== null) onTurn(Math.min(pages, Math.max(1, Number(typed) || page)));
        setTyped(null);
      }}
    >
      <IconButton label={texts.previousPage} disabled={page <= 1} onClick={() => onTurn(page - 1)}>
        <ChevronLeft size={15} />
      </IconButton>
      <input
        aria-label={texts.pageOf(page, pages)}
        inputMode="numeric"
        value={typed ?? String(page)}
        onChange={(e) => setTyped(e.target.value.replace(/\D/g, ''))}
        onBlur={() => setTyped(null)}
        className={cx(inputClass, '!min-h-6 !w-12 !px-1 !py-0 text-center max-md:!min-h-[44px]')}
      />
      <span className="text-soft">{texts.ofPages(pages)}</span>
      <IconButton label={texts.nextPage} disabled={page >= pages} onClick={() => onTurn(page + 1)}>
        <ChevronRight size={15} />
      </IconButton>
    </form>
  );
}

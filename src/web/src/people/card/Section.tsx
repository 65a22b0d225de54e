import { type ReactNode, useId } from 'react';

/** A part of a contact's card, with what can be done with it at its head. */
export function Section({ title, tool, children }: { title: string; tool?: ReactNode; children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id}>
      <div className="mb-1 flex min-h-[29px] items-end justify-between border-b pb-1">
        <h3 id={id} className="text-[13px] font-bold">
          {title}
        </h3>
        {tool}
      </div>
      {children}
    </section>
  );
}

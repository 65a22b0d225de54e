import type { EntryView, LeakView } from '../api/client';
import { moment } from '../ui/time';
import { Button } from '../ui/controls';
import { listed } from '../ui/words';
import { Said } from './Said';
import { NameTag } from '../ui/tags';
import * as texts from './texts';

/** What the leak check found, each with the words it is about. */
export function LeakList({ leaks }: { leaks: LeakView[] }) {
  if (leaks.length === 0) return null;
  return (
    <ul className="mt-1 grid list-disc gap-0.5 pl-4">
      {leaks.map((l) => (
        <li key={l.kind + l.reason}>
          {l.words ? <mark className="border-b-2 border-wren bg-mark px-0.5 text-ink">{l.words}</mark> : null}{' '}
          {l.reason}
        </li>
      ))}
    </ul>
  );
}

/** A draft that was held up because it would leak: look, then edit or go on anyway. */
export function HeldByLeaks({
  leaks,
  name,
  onGo,
  onEdit,
}: {
  leaks: LeakView[];
  name: string;
  onGo: () => void;
  onEdit: () => void;
}) {
  return (
    <div
      role="alert"
      className="mt-1 rounded-card border border-late-line bg-late-wash px-2.5 py-1.5 text-[13px] text-late"
    >
      <b>{texts.heldBackPleaseCheck}</b>
      <LeakList leaks={leaks} />
      <p className="mt-1.5 flex flex-wrap gap-2">
        <Button onClick={onEdit}>{texts.edit}</Button>
        <Button onClick={onGo}>{texts.sendToAnyway(name)}</Button>
        <span className="self-center text-[12px]">{texts.thatSentAnywayRecorded}</span>
      </p>
    </div>
  );
}

/** A reply that was held back because a colleague has answered meanwhile. */
export function HeldByMissed({
  missed,
  name,
  onGo,
  onEdit,
}: {
  missed: EntryView[];
  name: string;
  onGo: () => void;
  onEdit: () => void;
}) {
  return (
    <div
      role="alert"
      className="mt-1 rounded-card border border-soon-line bg-soon-wash px-2.5 py-1.5 text-[13px] text-soon"
    >
      <b>{texts.notSentAnsweredWhile(listed(missed.map((m) => m.author?.firstName ?? '')))}</b>
      <ul className="my-1 grid gap-1">
        {missed.map((m) => (
          <li key={m.id} className="rounded-card border bg-surface px-2 py-1 text-ink">
            <span className="flex items-center gap-2 text-[12.5px] text-soft">
              {m.author ? <NameTag who={m.author} /> : null} {m.author?.firstName}, {moment(m.at)}
            </span>
            <Said html={m.html} />
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-2">
        <Button onClick={onEdit}>{texts.editMine}</Button>
        <Button onClick={onGo}>{texts.sendToAnyway(name)}</Button>
      </p>
    </div>
  );
}

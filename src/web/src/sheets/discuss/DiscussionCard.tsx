import { type ReactNode, memo, useState } from 'react';
import type { AnchorView, DiscussionView, Me } from '../../api/client';
import { Button, cx } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { exact, moment } from '../../ui/time';
import { Assign } from './Assign';
import { drop, put, setStanding } from './discussions';
import * as texts from '../texts';

type Props = {
  discussion: DiscussionView;
  me: Me;
  /** The revision that is shown. */
  shown: number;
  open: boolean;
  onOpen: (id: string | null) => void;
  onRevision: (revision: number) => void;
  /** A place that was chosen, to which this can be put; null for none. */
  chosen: AnchorView | null;
  onChosen: () => void;
  /** What is said in it, while it is open. */
  children: ReactNode;
};

/** A discussion in the margin: its first and last words, and opened all of it. */
export const DiscussionCard = memo(function DiscussionCard({
  discussion: d,
  me,
  shown,
  open,
  onOpen,
  onRevision,
  chosen,
  onChosen,
  children,
}: Props) {
  const [assigning, setAssigning] = useState(false);
  const staff = me.staff;
  const settled = d.state === 'settled';
  const gone = d.place?.fate === 'gone';
  const quiet = !open && (settled || gone);
  const close = () => {
    onOpen(null);
    void drop(d);
  };
  return (
    <article
      id={`discussion-${d.id}`}
      aria-label={texts.discussionOf(d.about)}
      className={cx(
        'rounded-card border border-l-[3px] bg-surface text-[13px]',
        d.party ? 'border-l-outside-line' : '[border-left-style:dashed] border-l-inside-line',
        open && 'shadow-md',
        quiet && 'text-soft',
      )}
    >
      <button
        type="button"
        aria-expanded={open}
        onClick={() => (open ? close() : onOpen(d.id))}
        className="block w-full px-2.5 py-1.5 text-left max-md:min-h-[44px]"
      >
        {quiet ? (
          <span className="flex items-baseline gap-2">
            <span className="min-w-0 flex-1 truncate">
              {gone ? texts.goneWords(d.about) : texts.settledWords(d.about)}
            </span>
            <span className="flex-none text-[12px]">{gone ? '' : texts.show}</span>
          </span>
        ) : (
          <>
            <span className="flex flex-wrap items-center gap-x-1.5">
              {d.by ? <NameTag who={d.by} /> : null}
              <b className="max-w-[60%] truncate">{d.by?.id === me.person.id ? texts.you : d.by?.firstName}</b>
              {d.unread ? (
                <span className="flex-none whitespace-nowrap rounded-[3px] bg-wren px-1 text-[11px] font-semibold text-wren-ink">
                  {texts.newIt}
                </span>
              ) : null}
              <span className="ml-auto whitespace-nowrap text-[12px] text-soft" title={exact(d.lastAt ?? d.at)}>
                {d.party && staff ? texts.withName(d.party.name) : null}
                {d.party && d.assigned ? ' · ' : null}
                {d.assigned ? (
                  <span className={d.late ? 'font-semibold text-late' : undefined}>
                    {texts.forName(d.assigned.id === me.person.id ? texts.youInline : d.assigned.firstName)}
                    {d.due ? (d.late ? texts.lateSince(moment(d.due)) : texts.byMoment(moment(d.due))) : null}
                  </span>
                ) : null}
                {!(d.party && staff) && !d.assigned ? moment(d.lastAt ?? d.at) : null}
              </span>
            </span>
            {open ? null : (
              <>
                <span className="mt-0.5 line-clamp-3 block" dir="auto">
                  {d.first?.words ?? texts.nothingSaidYet}
                </span>
                {d.last ? (
                  <span className="mt-1 flex items-start gap-1.5">
                    {d.last.by ? <NameTag who={d.last.by} /> : null}
                    <span className="line-clamp-2 min-w-0 flex-1" dir="auto">
                      {d.last.words}
                    </span>
                  </span>
                ) : null}
                {d.count > 2 ? <span className="text-[12px] text-soft">{texts.saidInAll(d.count)}</span> : null}
              </>
            )}
          </>
        )}
      </button>
      {d.place && d.place.line && !settled ? (
        <div className="border-t px-2.5 py-1 text-[12.5px] text-soon">
          {d.place.line}{' '}
          {gone ? (
            <Button look="quiet" onClick={() => onRevision(d.place!.revision)}>
              {texts.seeRevision(d.place.revision)}
            </Button>
          ) : null}
          {d.place.words.length > 0 ? (
            <p className="mt-0.5 font-read text-[13px] text-ink" dir="auto">
              {d.place.words.map((w, i) =>
                w.fate === 'same' ? (
                  w.text
                ) : w.fate === 'added' ? (
                  <ins key={i} className="text-done underline decoration-1">
                    {w.text}
                  </ins>
                ) : (
                  <del key={i} className="text-late line-through decoration-1">
                    {w.text}
                  </del>
                ),
              )}
            </p>
          ) : null}
        </div>
      ) : null}
      {open ? (
        <>
          {d.about ? (
            <p className="line-clamp-3 border-t px-2.5 py-1 font-read text-[12.5px] text-soft" dir="auto">
              {d.place?.at.kind === 'words' ? `“${d.about}”` : d.about}
              {d.begun < shown ? <span className="font-sans"> {texts.saidOnRevision(d.begun)}</span> : null}
            </p>
          ) : null}
          {children}
          {d.count > 0 ? (
            <p className="flex flex-wrap items-center gap-1.5 border-t px-2 py-1.5">
              {settled ? (
                <>
                  <span className="mr-auto text-done">
                    ✓ {texts.settledBy(d.settledBy?.firstName ?? '', d.settledAt ? moment(d.settledAt) : '')}
                  </span>
                  <Button onClick={() => void setStanding(d, { settled: false })}>{texts.reopen}</Button>
                </>
              ) : (
                <>
                  {d.maySettle ? (
                    <Button
                      look="main"
                      onClick={() => void setStanding(d, { settled: true }).then((ok) => ok && onOpen(null))}
                    >
                      {texts.settle}
                    </Button>
                  ) : null}
                  {staff ? (
                    <Button aria-expanded={assigning} onClick={() => setAssigning(!assigning)}>
                      {d.assigned ? texts.assignedTo(d.assigned.firstName) : texts.assign}
                    </Button>
                  ) : null}
                  {chosen ? (
                    <Button onClick={() => void put(d, shown, chosen).then((ok) => ok && onChosen())}>
                      {texts.moveToSelection}
                    </Button>
                  ) : null}
                </>
              )}
              <Button look="quiet" className="ml-auto" onClick={close}>
                {texts.close}
              </Button>
            </p>
          ) : (
            <p className="border-t px-2 py-1 text-right">
              <Button look="quiet" onClick={close}>
                {texts.cancel}
              </Button>
            </p>
          )}
          {assigning && !settled ? <Assign discussion={d} me={me} onDone={() => setAssigning(false)} /> : null}
        </>
      ) : null}
    </article>
  );
});

import { ChevronDown, ChevronUp, X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Link, useLocation } from 'react-router';
import type { Me } from '../../api/client';
import { useConversation } from '../../api/queries';
import { moment } from '../../ui/time';
import { cx } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { Composer } from './Composer';
import { Said } from '../../conversations/Said';
import { carried, putDown } from '../../conversations/carried';
import * as texts from './texts';

const small = 'grid size-7 place-items-center rounded-[3px] hover:bg-surface max-md:size-11';

/** A conversation carried at the foot of the window: its last words and its composer, over whatever page is open. */
export function Carried({ me }: { me: Me }) {
  const held = carried.use();
  return held ? <Hand key={held.id} id={held.id} open={held.open} me={me} /> : null;
}

function Hand({ id, open, me }: { id: string; open: boolean; me: Me }) {
  const { data } = useConversation(id);
  const { pathname } = useLocation();
  const foot = useRef<HTMLDivElement>(null);
  const last = data?.talk.entries.at(-1)?.id;
  useEffect(() => {
    foot.current?.scrollIntoView({ block: 'nearest' });
  }, [last, open]);
  if (!data) return null;
  const { conversation, talk } = data;
  const outside = conversation.audience === 'outside';
  const path = conversation.docket ? `/dockets/${conversation.docket}` : `/conversations/${id}`;
  const who = conversation.members.find((m) => m.id !== me.person.id);
  const title =
    conversation.audience === 'direct'
      ? who?.name
      : conversation.audience === 'group'
        ? conversation.subject
        : `${outside ? conversation.party?.name : texts.inside}${conversation.docket ? `, ${conversation.docket}` : ''}`;
  const said = talk.entries.filter((e) => e.kind !== 'event' && !e.removed && e.conversation === id).slice(-8);
  return (
    <section
      aria-label={texts.carried(title)}
      className={cx(
        'fixed bottom-0 left-4 z-30 flex w-[min(420px,calc(100vw-16px))] flex-col ' +
          'rounded-t-card border border-b-0 shadow-lg max-md:bottom-14 max-md:left-2',
        outside ? 'border-outside-line bg-outside' : 'border-dashed border-inside-line bg-inside',
      )}
    >
      <header className={cx('flex items-center gap-1.5 px-3 py-1', outside ? 'text-outside-ink' : 'text-inside-ink')}>
        <h2 className="min-w-0 flex-1 truncate text-[13px] font-bold">{title}</h2>
        {pathname === path ? null : (
          <Link to={path} onClick={putDown} className="rounded-[3px] px-1.5 text-[12.5px] underline">
            {texts.openInFull}
          </Link>
        )}
        <button
          type="button"
          aria-label={open ? texts.fold : texts.unfold}
          aria-expanded={open}
          onClick={() => carried.set({ id, open: !open })}
          className={small}
        >
          {open ? <ChevronDown size={15} /> : <ChevronUp size={15} />}
        </button>
        <button
          type="button"
          aria-label={texts.closeDraftKept}
          title={texts.closeDraftKept}
          onClick={putDown}
          className={small}
        >
          <X size={15} />
        </button>
      </header>
      {open ? (
        <>
          <div
            tabIndex={0}
            role="region"
            aria-label={texts.lastWords}
            className="max-h-[34vh] overflow-y-auto bg-surface px-3 py-1.5"
          >
            {said.length === 0 ? <p className="text-soft">{texts.noMessagesYet}</p> : null}
            {said.map((e) => (
              <div key={e.id} className="mb-1.5 flex gap-2">
                {e.author ? <NameTag who={e.author} /> : null}
                <div className="min-w-0 flex-1">
                  <Said html={e.html} className="text-[13px]" />
                  <span className="text-[12px] text-soft">{moment(e.at)}</span>
                </div>
              </div>
            ))}
            <div ref={foot} />
          </div>
          <div className="p-2">
            <Composer conversation={conversation} me={me.person.id!} entries={talk.entries} inHand />
          </div>
        </>
      ) : null}
    </section>
  );
}

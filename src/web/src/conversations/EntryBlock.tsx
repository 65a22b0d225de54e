import { ListPlus, Link as LinkIcon } from 'lucide-react';
import { type MouseEvent, memo } from 'react';
import { useNavigate } from 'react-router';
import type { EntryView } from '../api/client';
import { exact, moment } from '../app/time';
import { DraftPanel } from '../tasks/DraftPanel';
import { HungTask } from '../tasks/HungTask';
import { cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { say } from '../ui/toasts';

type Props = {
  entry: EntryView;
  selected: boolean;
  drafting: boolean;
  showTime: boolean;
  onSelect: () => void;
  onDraft: (open: boolean) => void;
};

const channel = (entry: EntryView) => {
  if (entry.delivery === 'waiting') return 'mail, on its way';
  if (entry.delivery === 'failed') return 'mail, not sent yet';
  if (entry.via === 'mail') return entry.fromStaff ? 'by mail' : 'mail';
  return entry.via === 'page' ? 'on the page' : '';
};

/** Something said: a ruled block with its author's name tag, and what was made of it. */
export const EntryBlock = memo(({ entry, selected, drafting, showTime, onSelect, onDraft }: Props) => {
  const navigate = useNavigate();
  const inside = entry.kind === 'note';
  const follow = (event: MouseEvent) => {
    const tag = (event.target as HTMLElement).closest<HTMLElement>('.tag');
    if (tag?.dataset.kind === 'docket') void navigate(`/dockets/${tag.dataset.target}`);
    else if (tag?.dataset.kind === 'task') void navigate(`/tasks?task=${tag.dataset.target}`);
    else onSelect();
  };
  const copyLink = async () => {
    await navigator.clipboard.writeText(`${window.location.origin}${window.location.pathname}?entry=${entry.id}`);
    say('The link to this entry is copied.');
  };
  return (
    <article
      id={`entry-${entry.id}`}
      data-entry={entry.id}
      tabIndex={-1}
      aria-label={`${entry.author?.name ?? 'Somebody'}, ${exact(entry.at)}`}
      onClick={follow}
      className={cx(
        'group relative mx-2.5 my-1 scroll-my-16 rounded-card border bg-surface px-[11px] pb-[7px] pt-1.5',
        inside
          ? 'border-l-[3px] border-l-inside-line [border-left-style:dashed]'
          : 'border-l-[3px] border-l-outside-line',
        selected && 'outline-2 outline-offset-1 outline-wren',
      )}
    >
      <header className="mb-0.5 flex items-center gap-2 text-[13px]">
        {entry.author ? <NameTag who={entry.author} /> : null}
        <b>{entry.fromStaff ? entry.author?.firstName : entry.author?.name}</b>
        <span
          className={cx('ml-auto text-[12px]', entry.delivery === 'failed' ? 'font-semibold text-late' : 'text-soft')}
          title={entry.problem ?? undefined}
        >
          {showTime ? `${moment(entry.at)} ` : ''}
          {channel(entry)}
        </span>
      </header>
      {drafting ? (
        <DraftPanel entry={entry} onClose={() => onDraft(false)} />
      ) : (
        <div className="said" dangerouslySetInnerHTML={{ __html: entry.html }} />
      )}
      {entry.problem ? (
        <p className="mt-1 text-[12.5px] text-late">Not sent: {entry.problem} It is tried again by itself.</p>
      ) : null}
      {entry.tasks.map((task) => (
        <HungTask key={task.id} task={task} />
      ))}
      {!drafting ? (
        <div
          className={cx(
            'absolute -top-2.5 right-2 gap-0.5 rounded-card border bg-surface px-0.5 group-focus-within:flex group-hover:flex',
            selected ? 'flex' : 'hidden',
          )}
        >
          <button
            type="button"
            onClick={(e) => {
              e.stopPropagation();
              onDraft(true);
            }}
            className="flex min-h-6 items-center gap-1 rounded-[3px] px-1.5 text-[12.5px] text-soft hover:text-ink max-md:min-h-[44px]"
          >
            <ListPlus size={14} aria-hidden /> Turn into task
          </button>
          <button
            type="button"
            title="Copy link"
            aria-label="Copy link"
            onClick={(e) => {
              e.stopPropagation();
              void copyLink();
            }}
            className="grid size-6 place-items-center rounded-[3px] text-soft hover:text-ink max-md:size-11"
          >
            <LinkIcon size={13} />
          </button>
        </div>
      ) : null}
    </article>
  );
});
EntryBlock.displayName = 'EntryBlock';

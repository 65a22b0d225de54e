import {
  CornerUpLeft,
  Ellipsis,
  FilePlus2,
  MessageCircleQuestionMark,
  Link as LinkIcon,
  ListPlus,
  Pencil,
  Pin,
  PinOff,
  X,
} from 'lucide-react';
import { type MouseEvent, Suspense, memo, useState } from 'react';
import { lazy } from '../../ui/lazy';
import { Link } from 'react-router';
import { at } from '../../api/at';
import type { ConversationView, EntryView, PersonView, QuoteView } from '../../api/client';
import { exact, moment } from '../../ui/time';
import { AskCard } from '../../asks/AskCard';
import { HungTask } from '../../tasks/HungTask';
import { Button, IconButton, Letter, cx } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { say } from '../../ui/toasts';
import { Files } from '../../conversations/EntryFiles';
import { EntryEdit, Versions, removeEntry } from '../../conversations/EntryEdit';
import { MeetingCard } from '../../conversations/meetings/MeetingCard';
import { FiledLine, FilingPanel } from '../../conversations/Filing';
import { pick, picked } from '../../conversations/picked';
import { Said } from '../../conversations/Said';
import { Readers, SignLine, SignPanel } from '../../conversations/signs';
import { Leaves, sendNow } from '../../conversations/leaving';
import * as texts from './texts';

// What is seldom used comes when it is asked for.
const ForwardPanel = lazy(() => import('../../conversations/Forward').then((m) => ({ default: m.ForwardPanel })));
const ThanksPanel = lazy(() => import('../../alerts/ThanksPanel').then((m) => ({ default: m.ThanksPanel })));
const PassOn = lazy(() => import('../../conversations/PassOn').then((m) => ({ default: m.PassOn })));
const ReadingView = lazy(() => import('../../conversations/ReadingView').then((m) => ({ default: m.ReadingView })));
const DraftPanel = lazy(() => import('../../tasks/DraftPanel').then((m) => ({ default: m.DraftPanel })));

type Props = {
  entry: EntryView;
  conversation: ConversationView;
  selected: boolean;
  drafting: boolean;
  showTime: boolean;
  me: PersonView;
  /** Whether the conversation keeps it at hand. */
  pinned: boolean;
  acts: EntryActs;
};

/** What can be done with the entries of a talk. */
export type EntryActs = {
  select: (id: string) => void;
  draft: (id: string, open: boolean) => void;
  answer: (entry: EntryView) => void;
  /** Wants somebody's answer on it. */
  ask: (entry: EntryView) => void;
  pin: (entry: EntryView) => void;
  /** Goes to another entry of this talk. */
  go: (id: string) => void;
};

/** What an entry answers or passes on: its first words, and the way to it. */
function Quoted({ quote, word, onGo }: { quote: QuoteView; word: string; onGo: (entry: string) => void }) {
  const words = (
    <>
      <b className="font-semibold">
        {word} {quote.author?.firstName ?? ''}
      </b>{' '}
      {quote.words}
    </>
  );
  const look = 'mb-1 line-clamp-2 border-l-2 border-soft/50 pl-2 text-left text-[12.5px] text-soft';
  if (!quote.id || !quote.path) return <p className={look}>{words}</p>;
  return (
    <Link
      to={quote.path}
      onClick={(e) => {
        e.stopPropagation();
        // Within this talk there is no need to go anywhere else.
        if (document.getElementById(`entry-${quote.id}`)) {
          e.preventDefault();
          onGo(quote.id!);
        }
      }}
      className={cx(look, 'block hover:text-ink')}
    >
      {words}
    </Link>
  );
}

const channel = (entry: EntryView) => {
  const way = entry.via ?? '';
  if (entry.delivery === 'waiting') return texts.sending(way);
  if (entry.delivery === 'failed') return texts.notSentYet(way);
  if (entry.delivery === 'unsure') return texts.perhapsSent(way);
  if (entry.delivery === 'returned') return texts.cameBack(way);
  if (entry.automatic) return `automatic ${way}`;
  if (way === 'mail' || way === 'text') return entry.fromStaff ? texts.by(way) : way;
  return way === 'page' ? texts.onThePage : way === 'call' ? 'call' : '';
};

/** Something said: a ruled block with its author's name tag, and what was made of it. */
export const EntryBlock = memo((props: Props) => {
  const { entry, conversation, selected, drafting, showTime, me, pinned, acts } = props;
  const [editing, setEditing] = useState(false);
  const [more, setMore] = useState(false);
  const isPicked = picked.use().some((p) => p.id === entry.id);
  // What can be done with it is made when one comes near: hundreds of entries pass while scrolling.
  const [near, setNear] = useState(false);
  const inside = entry.kind === 'note';
  const follow = (event: MouseEvent) => {
    if (!(event.target as HTMLElement).closest('a, summary')) acts.select(entry.id);
  };
  const copyLink = async () => {
    await navigator.clipboard.writeText(`${window.location.origin}${window.location.pathname}?entry=${entry.id}`);
    say(texts.linkCopied);
  };
  if (entry.removed)
    return (
      <p
        id={`entry-${entry.id}`}
        tabIndex={-1}
        className={cx('mx-2.5 my-1 px-3 text-[12.5px] text-soft', selected && 'outline-2 outline-wren')}
      >
        {entry.author?.firstName} {texts.removedANote} {moment(entry.removed)}.{' '}
        <Versions entry={entry} label={texts.earlierVersions} />
      </p>
    );
  return (
    <article
      id={`entry-${entry.id}`}
      data-entry={entry.id}
      tabIndex={-1}
      aria-label={`${entry.author?.name ?? texts.somebody}, ${exact(entry.at)}`}
      onClick={follow}
      onMouseEnter={() => setNear(true)}
      onFocus={() => setNear(true)}
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
        {entry.edited ? <Versions entry={entry} label={texts.edited} /> : null}
        {pinned ? (
          <span className="flex items-center gap-0.5 text-[12px] text-soft">
            <Pin size={11} aria-hidden /> {texts.pinned}
          </span>
        ) : null}
        <span
          className={cx(
            'ml-auto text-[12px]',
            ['failed', 'unsure', 'returned'].includes(entry.delivery ?? '') ? 'font-semibold text-late' : 'text-soft',
          )}
          title={entry.problem ?? entry.byLink ?? undefined}
        >
          {showTime ? `${moment(entry.at)} ` : ''}
          {channel(entry)}
        </span>
      </header>
      {entry.circular ? (
        <Link
          to={`/circulars/${entry.circular}`}
          title={texts.oneOfManyTip}
          className="text-[12.5px] text-soft underline decoration-dotted hover:text-ink"
        >
          {texts.oneOfMany}
        </Link>
      ) : null}
      {entry.repliesTo ? <Quoted quote={entry.repliesTo} word="To" onGo={acts.go} /> : null}
      {entry.forwardedFrom ? <Quoted quote={entry.forwardedFrom} word="Shared from" onGo={acts.go} /> : null}
      {drafting ? (
        <Suspense fallback={<Said html={entry.html} />}>
          <DraftPanel
            entry={entry}
            onClose={() => {
              acts.draft(entry.id, false);
              // The work goes on at the entry whose words these were.
              document.getElementById(`entry-${entry.id}`)?.focus({ preventScroll: true });
            }}
          />
        </Suspense>
      ) : editing ? (
        <EntryEdit entry={entry} docket={conversation.docket} onClose={() => setEditing(false)} />
      ) : (
        <Said html={entry.html} />
      )}
      {!drafting ? <Files entry={entry} /> : null}
      {entry.problem ? (
        <p className="mt-1 flex flex-wrap items-center gap-2 text-[12.5px] text-late">
          <span>{entry.delivery === 'failed' ? texts.notSentWillTried(entry.problem) : entry.problem}</span>
          {entry.delivery === 'failed' || entry.delivery === 'unsure' ? (
            <Button
              className="!min-h-6"
              onClick={(e) => {
                e.stopPropagation();
                void sendNow(entry, conversation.docket);
              }}
            >
              {entry.delivery === 'unsure' ? texts.sendItAgain : texts.tryNow}
            </Button>
          ) : null}
        </p>
      ) : null}
      {entry.delivery === 'waiting' && entry.leavesIn ? <Leaves entry={entry} /> : null}
      {entry.knowing ? (
        <p className="mt-1 text-[12.5px] text-soon" title={entry.knowing}>
          {texts.sentAnyway} {entry.knowing.split('\n')[0]}
        </p>
      ) : null}
      {entry.ask ? <AskCard ask={entry.ask} staff /> : null}
      {entry.meeting ? <MeetingCard meeting={entry.meeting} staff /> : null}
      {entry.tasks.map((task) => (
        <HungTask key={task.id} task={task} />
      ))}
      <FiledLine entry={entry} />
      <SignLine entry={entry} docket={conversation.docket} me={me.id!} />
      {(near || selected) && !drafting && !editing ? (
        <div
          className={cx(
            'absolute -top-2.5 right-2 z-10 max-w-[calc(100%-16px)] flex-wrap justify-end gap-0.5 rounded-card ' +
              'border bg-surface px-0.5 group-focus-within:flex group-hover:flex has-[[data-state=open]]:flex',
            selected ? 'flex' : 'hidden',
          )}
        >
          <button
            type="button"
            onClick={(e) => {
              e.stopPropagation();
              acts.draft(entry.id, true);
            }}
            className="flex min-h-6 items-center gap-1 rounded-[3px] px-1.5 text-[12.5px] text-soft hover:text-ink max-md:min-h-[44px]"
          >
            <ListPlus size={14} aria-hidden /> <Letter of="t">{texts.turnIntoTask}</Letter>
          </button>
          <IconButton label={texts.answerThis} hint={texts.answerThisQ} onClick={() => acts.answer(entry)}>
            <CornerUpLeft size={14} />
          </IconButton>
          {['notice', 'task', 'worklist'].includes(conversation.audience) ? null : (
            <IconButton label={texts.askAboutThis} hint={texts.askAnswerAbout} onClick={() => acts.ask(entry)}>
              <MessageCircleQuestionMark size={14} />
            </IconButton>
          )}
          <SignPanel entry={entry} docket={conversation.docket} me={me.id!} />
          {entry.mayChange ? (
            <>
              <IconButton label={texts.edit} onClick={() => setEditing(true)}>
                <Pencil size={13} />
              </IconButton>
              <IconButton
                label={texts.remove}
                hint={texts.removeALineStays}
                onClick={() => void removeEntry(entry, conversation.docket)}
              >
                <X size={14} />
              </IconButton>
            </>
          ) : null}
          {inside ? <Readers entry={entry} /> : null}
          <IconButton label={texts.more} aria-expanded={more} onClick={() => setMore(!more)}>
            <Ellipsis size={14} />
          </IconButton>
          {more ? (
            <div className="flex basis-full flex-wrap justify-end border-t">
              <Suspense fallback={null}>
                <IconButton
                  label={pinned ? texts.unpin : texts.pin}
                  hint={pinned ? texts.unpin : texts.pinForEveryoneHere}
                  onClick={() => acts.pin(entry)}
                >
                  {pinned ? <PinOff size={13} /> : <Pin size={13} />}
                </IconButton>
                <IconButton label={texts.copyLink} onClick={() => void copyLink()}>
                  <LinkIcon size={13} />
                </IconButton>
                {conversation.docket && conversation.audience !== 'discussion' ? (
                  <IconButton
                    label={texts.useInASheet}
                    hint={texts.pickForASheet}
                    aria-pressed={isPicked}
                    onClick={() => pick(entry, conversation.docket!)}
                  >
                    <FilePlus2 size={13} className={isPicked ? 'text-wren' : undefined} />
                  </IconButton>
                ) : null}
                <PassOn entry={entry} me={me.id!} />
                {conversation.docket ? <FilingPanel entry={entry} docket={conversation.docket} /> : null}
                {entry.fromStaff && entry.author && entry.author.id !== me.id ? (
                  <ThanksPanel me={me} to={entry.author} entry={entry.id} />
                ) : null}
                <ReadingView title={`${entry.author?.name}, ${exact(entry.at)}`} html={entry.html} />
                {conversation.audience === 'outside' || conversation.audience === 'inside' ? (
                  <ForwardPanel conversation={conversation} entries={[entry.id]} label={texts.forward} />
                ) : null}
                {entry.source ? (
                  <a
                    href={at(`/api/files/${entry.source}`)}
                    className="flex min-h-6 items-center px-1.5 text-[12.5px] text-soft hover:text-ink"
                    onClick={(e) => e.stopPropagation()}
                  >
                    {texts.original}
                  </a>
                ) : null}
              </Suspense>
            </div>
          ) : null}
        </div>
      ) : null}
    </article>
  );
});
EntryBlock.displayName = 'EntryBlock';

import { forwardRef, useEffect, useImperativeHandle, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import {
  type ConversationView,
  type EntryView,
  type LeakView,
  type PersonView,
  Refusal,
  Unreachable,
  api,
  taken,
} from '../../api/client';
import { useLiveState, writing } from '../../api/live';
import { type Waiting, asNewEntry, send } from '../../api/outbox';
import { asAsk, askDrafts, blankAsk, changeAskDraft, setAskDraft } from '../../asks/asking';
import { needsFocus } from '../../ui/keys';
import { useFoot } from '../../ui/foot';
import { whenLoaded } from '../../ui/whenLoaded';
import { Button, Letter, cx } from '../../ui/controls';
import type { EditorHandle } from '../../conversations/Editor';
import { Addressing, addresses, wayWords } from '../../conversations/Addressing';
import { AsksFor } from '../../conversations/AsksFor';
import { AttachPanel, AttachedList, taking, useAttachments } from '../../conversations/Attachments';
import { asSent, attachmentsSent } from '../../conversations/attachments';
import { HeldByLeaks, HeldByMissed } from '../../conversations/Held';
import { isAmong, writingName } from '../../conversations/audience';
import { carried, carry, putDown } from '../../conversations/carried';
import { drafts, keepBeside, keepDraft, thisPage } from '../../conversations/drafts';
import { keptLater } from '../../conversations/later/kept';
import { whenTakenBack } from '../../conversations/leaving';
import {
  asMeeting,
  blankMeeting,
  meetingDrafts,
  missing,
  changeMeetingDraft,
  setMeetingDraft,
} from '../../conversations/meetings/meeting';
import { firmNow } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import {
  AnsweringLine,
  AskTool,
  CarryTool,
  MeetTool,
  OthersWriting,
  Refused,
  WillBeTold,
  UnclearTags,
  WhoSees,
} from './ComposerParts';
import { useCheck } from './useCheck';
import * as texts from './texts';

/** Characters after which a name is cut in the hint of what to write. */
const longName = 28;

const Editor = whenLoaded(
  () => import('../../conversations/Editor').then((m) => m.Editor),
  ({ placeholder }) => <p className="min-h-[62px] px-2.5 py-1.5 text-soft">{placeholder}</p>,
);
const LaterPanel = whenLoaded(() => import('../../conversations/later/LaterPanel').then((m) => m.LaterPanel));
const AskForm = whenLoaded(() => import('../../asks/AskForm').then((m) => m.AskForm));
const MeetingForm = whenLoaded(() => import('../../conversations/meetings/MeetingForm').then((m) => m.MeetingForm));

type Props = {
  conversation: ConversationView;
  me: string;
  /** The entries shown beside it: what its writer has seen, and the files that are at hand. */
  entries: EntryView[];
  /** The entry that is being answered; null for none in particular. */
  answering?: EntryView | null;
  onAnswered?: () => void;
  /** Whether it is the one that is carried at the foot of the window. */
  inHand?: boolean;
};

/** When it leaves, if not now: at a moment (ISO 8601), or when the doors open next. */
type When = { at: string | null };

type Held = {
  words: string;
  unseeing: PersonView[];
  leaks: LeakView[];
  missed: EntryView[];
  close: boolean;
  later?: When;
};

/** Keeps something until its moment has come. */
async function sendLater(entry: Waiting, { at }: When) {
  keptLater(entry.id);
  await taken(
    api.POST('/api/conversations/{id}/later', {
      params: { path: { id: entry.conversation } },
      body: { entry: asNewEntry(entry), at },
    }),
  );
}

/** A lane's own composer. It says who will see what is written, and nothing typed is lost. */
export type ComposerHandle = { focus: () => void; ask: () => void; meet: () => void };

export const Composer = forwardRef<ComposerHandle, Props>((props, ref) => {
  const away = carried.use();
  if (away?.id === props.conversation.id && !props.inHand)
    return (
      <p className="flex items-center gap-3 text-[13px] text-soft">
        {texts.youWritingFootWindow}
        <Button onClick={putDown}>{texts.writeHereAgain}</Button>
      </p>
    );
  return <Writing {...props} ref={ref} />;
});
Composer.displayName = 'Composer';

const Writing = forwardRef<ComposerHandle, Props>((props, ref) => {
  const { conversation, me, entries, answering = null, onAnswered, inHand } = props;
  const inside = conversation.audience !== 'outside';
  const name = conversation.party?.shortName ?? '';
  const allDrafts = drafts.use();
  const kept = allDrafts[conversation.id];
  const [loaded, setLoaded] = useState(kept !== undefined);
  const [empty, setEmpty] = useState(kept === undefined);
  const [held, setHeld] = useState<Held | null>(null);
  const files = useAttachments(conversation.id);
  const onTheirWay = files.filter((f) => f.state !== 'ready').length;
  const [via, setVia] = useState<string | null>(null);
  const [to, setTo] = useState<string | null>(null);
  const editor = useRef<EditorHandle>(null);
  const wantsFocus = useRef(false);
  const live = useLiveState();

  const mine = entries.filter((e) => e.conversation === conversation.id);
  const ways = conversation.ways;
  const way = ways.find((w) => w.via === via) ?? ways[0];
  const seen = useRef<number | null>(null);

  const focus = () => {
    setLoaded(true);
    wantsFocus.current = !editor.current?.focus();
  };
  const asking = askDrafts.use()[conversation.id] ?? null;
  const { mayAsk, mayMeet } = conversation;
  const ask = () => {
    if (mayAsk && !asking) setAskDraft(conversation.id, blankAsk);
    focus();
  };
  const meeting = meetingDrafts.use()[conversation.id] ?? null;
  const meet = () => {
    if (mayMeet && !meeting) setMeetingDraft(conversation.id, blankMeeting);
    focus();
  };
  useImperativeHandle(ref, () => ({ focus, ask, meet }));
  // Files, an ask and a meeting go along to one's other devices as the words do.
  useEffect(() => keepBeside(conversation.id), [conversation.id, files, asking, meeting]);
  // What is written on another page of one's own appears here too, unless one is writing here.
  useEffect(() => {
    if (kept && kept.from !== thisPage) {
      setLoaded(true);
      setEmpty(false);
      editor.current?.restore(kept.doc);
    } else if (!kept && !editor.current?.focused()) {
      editor.current?.clear();
      setEmpty(true);
    }
  }, [kept]);
  useEffect(() => {
    whenTakenBack((id, body) => {
      const words = body.split('\n\n').map((p) => ({ type: 'paragraph', content: [{ type: 'text', text: p }] }));
      const doc = { type: 'doc', content: words };
      keepDraft(id, { docket: conversation.docket, doc });
      if (id !== conversation.id) return;
      setLoaded(true);
      setEmpty(false);
      editor.current?.restore(doc);
    });
  }, [conversation.id, conversation.docket]);

  const { checked, agreed, setAgreed, look, forget } = useCheck(conversation, () => editor.current?.markdown() ?? '', {
    via: way?.via ?? null,
    to: addresses(to),
    files,
    onTheirWay,
  });

  const placeholder =
    conversation.audience === 'direct'
      ? texts.onlyTwoCanRead
      : conversation.audience === 'notice'
        ? texts.commentNoticeTagsPerson
        : conversation.audience === 'group'
          ? texts.writeTagsPersonLinks(conversation.subject)
          : inside
            ? texts.writeNoteColleaguesTags
            : texts.replyRTypeStock(
                name.length > longName ? `${name.slice(0, longName).trimEnd()}…` : name,
                way ? wayWords[way.via] : '',
              );

  /** The id of what may have been kept though no answer came: written again, it is the same message. */
  const unsure = useRef<string | null>(null);
  const post = async (close: boolean, anyway: { knowing?: boolean; seen?: number; later?: When } = {}) => {
    const body = editor.current?.markdown() ?? '';
    if ((!body && files.length === 0 && !meeting) || onTheirWay > 0) return;
    const doc = editor.current?.doc();
    const last = anyway.seen ?? seen.current ?? mine.at(-1)?.order ?? 0;
    setHeld(null);
    editor.current?.clear();
    keepDraft(conversation.id, null);
    writing(null);
    const id = unsure.current ?? newId();
    try {
      const entry = {
        id,
        conversation: conversation.id,
        docket: conversation.docket,
        body,
        close,
        at: new Date(firmNow()).toISOString(),
        via: inside ? null : (way?.via ?? null),
        to: inside ? null : addresses(to),
        files: asSent(files),
        seen: inside ? null : last,
        knowing: anyway.knowing ?? false,
        repliesTo: answering?.id ?? null,
        tasks: agreed.map((task) => ({ id: newId(), task })),
        ask: asking ? asAsk(asking, newId()) : null,
        meeting: meeting ? asMeeting(meeting, newId()) : null,
      };
      if (anyway.later) await sendLater(entry, anyway.later);
      else await send(entry);
      unsure.current = null;
      setMeetingDraft(conversation.id, null);
      setAskDraft(conversation.id, null);
      onAnswered?.();
      attachmentsSent(conversation.id, files);
      setTo(null);
      forget();
      seen.current = null;
    } catch (wrong) {
      unsure.current = wrong instanceof Unreachable ? id : null;
      if (doc) {
        editor.current?.restore(doc);
        keepDraft(conversation.id, { docket: conversation.docket, doc });
        setEmpty(!body);
      }
      const refusal = wrong instanceof Refusal ? wrong : null;
      setHeld({
        words: (wrong as Error).message,
        unseeing: refusal?.unseeing ?? [],
        leaks: refusal?.leaks ?? [],
        missed: refusal?.missed ?? [],
        close,
        later: anyway.later,
      });
      if (refusal?.missed.length) seen.current = last;
    }
  };
  const giveSight = async (person: PersonView) => {
    try {
      await taken(
        api.PUT('/api/dockets/{reference}/sight/{person}', {
          params: { path: { reference: conversation.docket!, person: person.id! } },
        }),
      );
      setHeld(null);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const foot = useRef<HTMLElement>(null);
  useFoot(foot);
  const sendable = (meeting ? missing(meeting) === '' : !empty || files.length > 0) && onTheirWay === 0;
  const by = way?.via === 'page' ? texts.onThePageOf : texts.byTo(way?.via ?? 'mail');
  const atHand = entries.flatMap((e) => e.files.map((f) => ({ ...f, inside: e.kind === 'note' })));

  return (
    <section ref={foot} aria-label={writingName(conversation)} {...taking(conversation.id)}>
      {!inside && (ways.length > 1 || to !== null) ? (
        <Addressing
          ways={ways}
          way={way}
          onWay={(next) => {
            setVia(next);
            setTo(null);
          }}
          to={to}
          onTo={setTo}
        />
      ) : null}
      {answering ? <AnsweringLine entry={answering} onDrop={onAnswered} /> : null}
      <div
        className="relative rounded-card border bg-surface focus-within:border-soft"
        onMouseDown={(e) => !loaded && !(e.target as HTMLElement).closest('button') && focus()}
      >
        {loaded ? (
          <Editor
            ref={(handle) => {
              editor.current = handle;
              // What somebody has begun since they came here keeps the keys.
              if (handle && wantsFocus.current)
                wantsFocus.current = !needsFocus(document.activeElement, foot.current) && !handle.focus();
            }}
            conversation={conversation.id}
            placeholder={placeholder}
            label={placeholder}
            initial={kept?.doc ?? null}
            stock={!inside}
            onChange={(isEmpty, doc) => {
              // What stood there when the writing began is what its writer has seen.
              if (!isEmpty && seen.current === null) seen.current = mine.at(-1)?.order ?? 0;
              if (isEmpty) seen.current = null;
              setEmpty(isEmpty);
              keepDraft(conversation.id, isEmpty ? null : { docket: conversation.docket, doc });
              writing(isEmpty ? null : conversation.id);
              look();
            }}
            onSend={() => void post(false)}
          />
        ) : (
          <button
            type="button"
            onFocus={focus}
            onClick={focus}
            className="flex min-h-[62px] w-full cursor-text items-start px-2.5 py-1.5 text-left text-soft"
          >
            {placeholder}
          </button>
        )}
        <div className={cx('absolute bottom-0.5 right-1 flex', files.length > 0 && '!static justify-end')}>
          <AttachPanel conversation={conversation.id} known={atHand} />
          {mayAsk && !asking ? <AskTool onClick={ask} /> : null}
          {mayMeet && !meeting ? <MeetTool onClick={meet} /> : null}
          {inHand ? null : <CarryTool onClick={() => carry(conversation.id)} />}
        </div>
        <AttachedList conversation={conversation.id} />
      </div>
      {asking && mayAsk ? (
        <AskForm
          conversation={conversation}
          draft={asking}
          onChange={(change) => changeAskDraft(conversation.id, change)}
          onDrop={() => setAskDraft(conversation.id, null)}
        />
      ) : null}
      {meeting && mayMeet ? (
        <MeetingForm
          conversation={conversation}
          draft={meeting}
          onChange={(change) => changeMeetingDraft(conversation.id, change)}
          onDrop={() => setMeetingDraft(conversation.id, null)}
        />
      ) : null}
      {checked && !empty ? <AsksFor tasks={checked.tasks} agreed={agreed} onAgree={setAgreed} /> : null}
      {checked && !empty ? (
        <UnclearTags unclear={checked.unclear} onChoose={(typed, who) => editor.current?.tag(typed, who)} />
      ) : null}
      {held && held.missed.length > 0 ? (
        <HeldByMissed
          missed={held.missed}
          name={name}
          onGo={() => void post(held.close, { later: held.later, seen: Math.max(...held.missed.map((m) => m.order)) })}
          onEdit={() => {
            seen.current = Math.max(...held.missed.map((m) => m.order));
            setHeld(null);
            focus();
          }}
        />
      ) : held && held.leaks.length > 0 ? (
        <HeldByLeaks
          leaks={held.leaks}
          name={name}
          onGo={() => void post(held.close, { later: held.later, knowing: true })}
          onEdit={() => {
            setHeld(null);
            focus();
          }}
        />
      ) : held ? (
        <Refused
          words={held.words}
          unseeing={held.unseeing}
          contact={way?.via === 'text' ? (conversation.party?.id ?? null) : null}
          onSight={(person) => void giveSight(person)}
        />
      ) : checked && checked.leaks.length > 0 && !empty ? (
        <p className="mt-1 text-[12.5px] text-soon">
          {texts.willBeHeldBack(
            checked.leaks[0]!.reason,
            checked.leaks.length > 1 ? texts.andMoreOfCount(checked.leaks.length - 1) : '',
          )}
        </p>
      ) : null}
      <div
        className={cx(
          // What is said beside the buttons grows upward: they stay where somebody is about to press them.
          'mt-1.5 flex flex-wrap items-end justify-end gap-2 text-[12.5px]',
          inside ? 'text-inside-ink' : 'text-outside-ink',
        )}
      >
        <span className="mr-auto min-w-0 flex-1 basis-28 pb-1 max-md:basis-full max-md:pb-0">
          <WhoSees names={checked?.viewers ?? conversation.viewers}>
            {isAmong(conversation)
              ? texts.seenBy(conversation.whoSees)
              : inside
                ? texts.internalOnlyPeople(conversation.viewers.length)
                : (checked?.whoSees ?? `${by} ${conversation.party?.name}.`)}
          </WhoSees>{' '}
          {onTheirWay > 0 ? <b className="text-ink">{texts.stillUploading(onTheirWay)}</b> : null}
          {checked && !empty && !asking ? <WillBeTold told={checked.told} /> : null}
          <OthersWriting conversation={conversation.id} me={me} />
        </span>
        {!inside && !asking && !meeting ? (
          <Button disabled={!sendable} onClick={() => void post(true)}>
            {texts.sendAndClose}
          </Button>
        ) : null}
        {live === 'away' ? null : (
          <LaterPanel
            conversation={conversation.id}
            docket={conversation.docket}
            disabled={!sendable}
            onLater={(at) => void post(false, { later: { at } })}
          />
        )}
        <Button
          className="max-w-full"
          look={inside ? 'plain' : 'main'}
          disabled={!sendable}
          onClick={() => void post(false)}
        >
          <span className="truncate">
            {meeting && mayMeet ? (
              inside ? (
                texts.invite
              ) : (
                texts.inviteOfName(name)
              )
            ) : asking && mayAsk ? (
              inside ? (
                texts.ask
              ) : (
                texts.askOfName(name)
              )
            ) : isAmong(conversation) ? (
              texts.send
            ) : inside ? (
              <Letter of="n">{texts.addNote}</Letter>
            ) : live === 'away' ? (
              texts.sendToLater(name)
            ) : (
              texts.sendTo(name)
            )}
          </span>
        </Button>
      </div>
    </section>
  );
});
Writing.displayName = 'Writing';

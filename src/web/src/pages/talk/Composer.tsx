import { CalendarClock, MessageCircleQuestionMark, PanelBottomOpen, X } from 'lucide-react';
import { Suspense, forwardRef, lazy, useEffect, useImperativeHandle, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import {
  type Checked,
  type ConversationView,
  type EntryView,
  type LeakView,
  type PersonView,
  type ToldView,
  Refusal,
  api,
  taken,
} from '../../api/client';
import { useLiveState, usePresent, writing } from '../../api/live';
import { send } from '../../api/outbox';
import { AskForm } from '../../asks/AskForm';
import { asAsk, askDrafts, blankAsk, setAskDraft } from '../../asks/asking';
import { firmNow } from '../../ui/time';
import { Button, Tip, cx } from '../../ui/controls';
import type { EditorHandle } from '../../conversations/Editor';
import { Addressing, addresses, wayWords } from '../../conversations/Addressing';
import { AsksFor } from '../../conversations/AsksFor';
import { AttachPanel, AttachedList, taking, useAttachments } from '../../conversations/Attachments';
import { attachmentsSent } from '../../conversations/attachments';
import { HeldByLeaks, HeldByMissed } from '../../conversations/Held';
import { isAmong, writingName } from '../../conversations/audience';
import { carried, carry, putDown } from '../../conversations/carried';
import { drafts, keepBeside, keepDraft, thisPage } from '../../conversations/drafts';
import { whenTakenBack } from '../../conversations/leaving';
import { asMeeting, blankMeeting, meetingDrafts, missing, setMeetingDraft } from '../../conversations/meetings/meeting';
import { sayWrong } from '../../ui/toasts';

const Editor = lazy(() => import('../../conversations/Editor').then((m) => ({ default: m.Editor })));
const MeetingForm = lazy(() =>
  import('../../conversations/meetings/MeetingForm').then((m) => ({ default: m.MeetingForm })),
);

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

type Held = { words: string; unseeing: PersonView[]; leaks: LeakView[]; missed: EntryView[]; close: boolean };

/** Says who has begun to write here too. */
function OthersWriting({ conversation, me }: { conversation: string; me: string }) {
  const names = usePresent(conversation)
    .filter((p) => p.writing && p.person.id !== me)
    .map((p) => p.person.firstName);
  if (names.length === 0) return null;
  return (
    <b className="text-ink">
      {names.join(' and ')} {names.length === 1 ? 'is' : 'are'} writing
    </b>
  );
}

/** A lane's own composer. It says who will see what is written, and nothing typed is lost. */
export type ComposerHandle = { focus: () => void; ask: () => void; meet: () => void };

export const Composer = forwardRef<ComposerHandle, Props>((props, ref) => {
  const away = carried.use();
  if (away?.id === props.conversation.id && !props.inHand)
    return (
      <p className="flex items-center gap-3 text-[13px] text-soft">
        You carry this at the foot of the window.
        <Button onClick={putDown}>Bring it back here</Button>
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
  const [checked, setChecked] = useState<Checked | null>(null);
  const [agreed, setAgreed] = useState<number[]>([]);
  const editor = useRef<EditorHandle>(null);
  const wantsFocus = useRef(false);
  const live = useLiveState();

  const mine = entries.filter((e) => e.conversation === conversation.id);
  const lastIn = mine.findLast((e) => e.kind === 'in');
  const ways = conversation.ways;
  const usual = ways.find((w) => w.via === 'text' && lastIn?.via === 'text') ?? ways[0];
  const way = ways.find((w) => w.via === via) ?? usual;
  const seen = useRef<number | null>(null);

  const focus = () => {
    wantsFocus.current = true;
    setLoaded(true);
    editor.current?.focus();
  };
  const asking = askDrafts.use()[conversation.id] ?? null;
  const mayMeet = inside || conversation.party?.id != null;
  const mayAsk = mayMeet && conversation.audience !== 'notice' && conversation.audience !== 'task';
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

  // What would happen to the draft, by the server's core, a moment after typing rests.
  const check = useRef<ReturnType<typeof setTimeout>>(undefined);
  const look = () => {
    clearTimeout(check.current);
    check.current = setTimeout(() => {
      const body = editor.current?.markdown() ?? '';
      if (!body) {
        setAgreed([]);
        return setChecked(null);
      }
      taken(
        api.POST('/api/conversations/{id}/check', {
          params: { path: { id: conversation.id } },
          body: inside
            ? { body, via: null, to: null, files: null }
            : {
                body,
                via: way?.via ?? null,
                to: addresses(to),
                files: files.filter((f) => f.state === 'ready').map((f) => f.id),
              },
        }),
      )
        .then((now) => {
          setChecked(now);
          // What is no longer asked for is no longer agreed to.
          setAgreed((before) => before.filter((n) => n < now.tasks.length));
        })
        .catch(() => setChecked(null));
    }, 500);
  };
  useEffect(() => {
    look();
    return () => clearTimeout(check.current);
  }, [way?.via, to, files.length, onTheirWay]); // eslint-disable-line react-hooks/exhaustive-deps

  const placeholder =
    conversation.audience === 'direct'
      ? 'Only the two of you read this. # points at work'
      : conversation.audience === 'notice'
        ? 'Comment on the notice. @ tags a person, # points at work'
        : conversation.audience === 'group'
          ? `Say it to ${conversation.subject}. @ tags a person, # points at work`
          : inside
            ? 'Note to colleagues. @ tags a person, # points at work'
            : `Answer ${name} ${way ? wayWords[way.via] : ''}. ; and a letter finds a stock reply`;

  const post = async (close: boolean, anyway: { knowing?: boolean; seen?: number } = {}) => {
    const body = editor.current?.markdown() ?? '';
    if ((!body && files.length === 0 && !meeting) || onTheirWay > 0) return;
    const doc = editor.current?.doc();
    const last = anyway.seen ?? seen.current ?? mine.at(-1)?.order ?? 0;
    setHeld(null);
    editor.current?.clear();
    keepDraft(conversation.id, null);
    writing(null);
    try {
      await send({
        id: newId(),
        conversation: conversation.id,
        docket: conversation.docket,
        body,
        close,
        at: new Date(firmNow()).toISOString(),
        via: inside ? null : (way?.via ?? null),
        to: inside ? null : addresses(to),
        files: files.map((f) => ({ id: f.id, caption: f.caption || null })),
        seen: inside ? null : last,
        knowing: anyway.knowing ?? false,
        repliesTo: answering?.id ?? null,
        tasks: agreed.map((draft) => ({ id: newId(), draft })),
        ask: asking ? asAsk(asking, newId()) : null,
        meeting: meeting ? asMeeting(meeting, newId()) : null,
      });
      setMeetingDraft(conversation.id, null);
      setAskDraft(conversation.id, null);
      setAgreed([]);
      onAnswered?.();
      attachmentsSent(conversation.id, files);
      setTo(null);
      setChecked(null);
      seen.current = null;
    } catch (wrong) {
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
  const sendable = (meeting ? missing(meeting) === '' : !empty || files.length > 0) && onTheirWay === 0;
  const atHand = entries.flatMap((e) => e.files.map((f) => ({ ...f, inside: e.kind === 'note' })));

  return (
    <section aria-label={writingName(conversation)} {...taking(conversation.id)}>
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
      {answering ? (
        <p className="mb-1 flex items-start gap-2 border-l-2 border-soft/60 pl-2 text-[12.5px]">
          <span className="line-clamp-2 min-w-0 flex-1">
            <b>To {answering.author?.firstName}</b> {plainOf(answering.html)}
          </span>
          <button
            type="button"
            aria-label="Answer nothing in particular"
            title="Answer nothing in particular"
            onClick={onAnswered}
            className="grid size-6 flex-none place-items-center rounded-[3px] hover:bg-surface max-md:size-11"
          >
            <X size={13} />
          </button>
        </p>
      ) : null}
      <div
        className="relative rounded-card border bg-surface focus-within:border-soft"
        onMouseDown={(e) => !loaded && !(e.target as HTMLElement).closest('button') && focus()}
      >
        {loaded ? (
          <Suspense fallback={<p className="min-h-[62px] px-2.5 py-1.5 text-soft">{placeholder}</p>}>
            <Editor
              ref={(handle) => {
                editor.current = handle;
                if (handle && wantsFocus.current) {
                  wantsFocus.current = false;
                  handle.focus();
                }
              }}
              conversation={conversation.id}
              placeholder={placeholder}
              label={placeholder}
              initial={kept?.doc ?? null}
              autoFocus={wantsFocus.current}
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
          </Suspense>
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
          {mayAsk && !asking ? (
            <button
              type="button"
              aria-label="Ask for an answer"
              title="Ask for an answer: a question, a decision, a choice or a confirmation, by a time (A)"
              onClick={ask}
              className="grid size-7 place-items-center rounded-[3px] text-soft hover:text-ask max-md:size-11"
            >
              <MessageCircleQuestionMark size={15} />
            </button>
          ) : null}
          {mayMeet && !meeting ? (
            <button
              type="button"
              aria-label="Set a meeting"
              title="Set a meeting: with whom, and a time that suits everybody (M)"
              onClick={meet}
              className="grid size-7 place-items-center rounded-[3px] text-soft hover:text-wren max-md:size-11"
            >
              <CalendarClock size={15} />
            </button>
          ) : null}
          {inHand ? null : (
            <button
              type="button"
              aria-label="Carry it along"
              title="Carry it along: it stays at the foot of the window while you look elsewhere"
              onClick={() => carry(conversation.id)}
              className="grid size-7 place-items-center rounded-[3px] text-soft hover:text-ink max-md:size-11"
            >
              <PanelBottomOpen size={15} />
            </button>
          )}
        </div>
        <AttachedList conversation={conversation.id} />
      </div>
      {asking && mayAsk ? (
        <AskForm
          conversation={conversation}
          draft={asking}
          onChange={(next) => setAskDraft(conversation.id, next)}
          onDrop={() => setAskDraft(conversation.id, null)}
        />
      ) : null}
      {meeting && mayMeet ? (
        <Suspense fallback={null}>
          <MeetingForm
            conversation={conversation}
            draft={meeting}
            onChange={(next) => setMeetingDraft(conversation.id, next)}
            onDrop={() => setMeetingDraft(conversation.id, null)}
          />
        </Suspense>
      ) : null}
      {checked && !empty ? <AsksFor tasks={checked.tasks} agreed={agreed} onAgree={setAgreed} /> : null}
      {held && held.missed.length > 0 ? (
        <HeldByMissed
          missed={held.missed}
          name={name}
          onGo={() => void post(held.close, { seen: Math.max(...held.missed.map((m) => m.order)) })}
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
          onGo={() => void post(held.close, { knowing: true })}
          onEdit={() => {
            setHeld(null);
            focus();
          }}
        />
      ) : held ? (
        <div
          role="alert"
          className="mt-1 rounded-card border border-late-line bg-late-wash px-2 py-1 text-[13px] text-late"
        >
          {held.words}{' '}
          {way?.via === 'text' && conversation.party?.id ? (
            <Link to={`/contacts?party=${conversation.party.id}`} className="underline">
              Correct it on the contact
            </Link>
          ) : null}
          {held.unseeing.map((p) => (
            <Button key={p.id} className="ml-1" onClick={() => void giveSight(p)}>
              Give {p.firstName} sight of it
            </Button>
          ))}
        </div>
      ) : checked && checked.leaks.length > 0 && !empty ? (
        <p className="mt-1 text-[12.5px] text-soon">
          Will be held back: {checked.leaks[0]!.reason}
          {checked.leaks.length > 1 ? ` And ${checked.leaks.length - 1} more.` : ''}
        </p>
      ) : null}
      <div
        className={cx(
          'mt-1.5 flex flex-wrap items-center justify-end gap-2 text-[12.5px]',
          inside ? 'text-inside-ink' : 'text-outside-ink',
        )}
      >
        <Tip text={`Who sees it: ${(checked?.viewers ?? conversation.viewers).join(', ')}`}>
          <span tabIndex={0} className="mr-auto min-w-0 flex-1 basis-28 rounded-[2px]">
            {isAmong(conversation)
              ? `Seen by ${conversation.whoSees}`
              : inside
                ? `Stays in the yard: ${conversation.viewers.length} people`
                : (checked?.whoSees ??
                  `${way?.via === 'page' ? 'On the page of' : `By ${way?.via ?? 'mail'} to`} ${conversation.party?.name}. Leaves the yard.`)}{' '}
            {onTheirWay > 0 ? (
              <b className="text-ink">
                {onTheirWay === 1 ? 'A file is' : `${onTheirWay} files are`} not there yet; then it can be sent.{' '}
              </b>
            ) : null}
            {checked && !empty && !asking ? <WillBeTold told={checked.told} /> : null}
            <OthersWriting conversation={conversation.id} me={me} />
          </span>
        </Tip>
        {!inside && !asking && !meeting ? (
          <Button disabled={!sendable} onClick={() => void post(true)}>
            Reply, then close
          </Button>
        ) : null}
        <Button look={inside ? 'plain' : 'main'} disabled={!sendable} onClick={() => void post(false)}>
          {meeting && mayMeet
            ? inside
              ? 'Invite them'
              : `Invite ${name}`
            : asking && mayAsk
              ? inside
                ? 'Ask it'
                : `Ask ${name}`
              : isAmong(conversation)
                ? 'Say it'
                : inside
                  ? 'Note to colleagues'
                  : live === 'away'
                    ? `Send to ${name} later`
                    : `Send to ${name}`}
        </Button>
      </div>
    </section>
  );
});
Writing.displayName = 'Writing';

/** Who will be told when this is sent, each with the reason they will read. */
function WillBeTold({ told }: { told: ToldView[] }) {
  if (told.length === 0) return <span>· nobody is told </span>;
  const names = told.map((t) => t.person.firstName);
  return (
    <span title={told.map((t) => `${t.person.name}: ${t.reason}`).join('\n')}>
      · tells{' '}
      {names.length > 3
        ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`
        : names.join(names.length === 2 ? ' and ' : ', ')}{' '}
    </span>
  );
}

/** The words of an entry without their form. */
const plainOf = (html: string) => new DOMParser().parseFromString(html, 'text/html').body.textContent ?? '';

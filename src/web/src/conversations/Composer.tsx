import { PanelBottomOpen, Paperclip, X } from 'lucide-react';
import { Suspense, forwardRef, lazy, useEffect, useImperativeHandle, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import {
  type Checked,
  type ConversationView,
  type EntryView,
  type FileView,
  type LeakView,
  type PersonView,
  type ToldView,
  Refusal,
  api,
  taken,
} from '../api/client';
import { sayWrong, useLiveState, usePresent, writing } from '../api/live';
import { send } from '../api/outbox';
import { firmNow } from '../app/time';
import { Button, Panel, Tip, cx } from '../ui/controls';
import type { EditorHandle } from './Editor';
import { HeldByLeaks, HeldByMissed } from './Held';
import { carried, carry, putDown } from './carried';
import { drafts, keepDraft, thisPage } from './drafts';
import { sizeInWords, upload } from './files';
import { whenTakenBack } from './leaving';

const Editor = lazy(() => import('./Editor').then((m) => ({ default: m.Editor })));

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

const wayWords: Record<string, string> = { mail: 'by mail', text: 'by text', page: 'on their page' };

/** A lane's own composer. It says who will see what is written, and nothing typed is lost. */
export const Composer = forwardRef<{ focus: () => void }, Props>((props, ref) => {
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

const Writing = forwardRef<{ focus: () => void }, Props>((props, ref) => {
  const { conversation, me, entries, answering = null, onAnswered, inHand } = props;
  const inside = conversation.audience !== 'outside';
  const name = conversation.party?.shortName ?? '';
  const allDrafts = drafts.use();
  const kept = allDrafts[conversation.id];
  const [loaded, setLoaded] = useState(kept !== undefined);
  const [empty, setEmpty] = useState(kept === undefined);
  const [held, setHeld] = useState<Held | null>(null);
  const [files, setFiles] = useState<FileView[]>([]);
  const [via, setVia] = useState<string | null>(null);
  const [to, setTo] = useState<string | null>(null);
  const [checked, setChecked] = useState<Checked | null>(null);
  const editor = useRef<EditorHandle>(null);
  const wantsFocus = useRef(false);
  const chooser = useRef<HTMLInputElement>(null);
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
  useImperativeHandle(ref, () => ({ focus }));
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
      if (!body) return setChecked(null);
      taken(
        api.POST('/api/conversations/{id}/check', {
          params: { path: { id: conversation.id } },
          body: inside
            ? { body, via: null, to: null, files: null }
            : { body, via: way?.via ?? null, to: addresses(to), files: files.map((f) => f.id) },
        }),
      )
        .then(setChecked)
        .catch(() => setChecked(null));
    }, 500);
  };
  useEffect(() => {
    look();
    return () => clearTimeout(check.current);
  }, [way?.via, to, files]); // eslint-disable-line react-hooks/exhaustive-deps

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
    if (!body) return;
    const doc = editor.current!.doc();
    const last = anyway.seen ?? seen.current ?? mine.at(-1)?.order ?? 0;
    setHeld(null);
    editor.current!.clear();
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
        files: files.map((f) => f.id),
        seen: inside ? null : last,
        knowing: anyway.knowing ?? false,
        repliesTo: answering?.id ?? null,
      });
      onAnswered?.();
      setFiles([]);
      setTo(null);
      setChecked(null);
      seen.current = null;
    } catch (wrong) {
      editor.current?.restore(doc);
      keepDraft(conversation.id, { docket: conversation.docket, doc });
      setEmpty(false);
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
  const attach = async (list: FileList | File[] | null) => {
    for (const file of list ?? []) {
      try {
        const view = await upload(file);
        setFiles((all) => [...all, view]);
      } catch (wrong) {
        sayWrong(wrong);
      }
    }
  };
  const atHand = entries
    .flatMap((e) => e.files.map((f) => ({ ...f, inside: e.kind === 'note' })))
    .filter((f) => !files.some((g) => g.id === f.id));

  return (
    <section
      aria-label={
        {
          direct: 'Write between you two',
          group: 'Write to the group',
          notice: 'Comment on the notice',
          inside: 'Note inside',
        }[conversation.audience] ?? `Reply outside to ${conversation.party?.name}`
      }
      onDragOver={(e) => e.dataTransfer.types.includes('Files') && e.preventDefault()}
      onDrop={(e) => {
        if (e.dataTransfer.files.length === 0) return;
        e.preventDefault();
        void attach(e.dataTransfer.files);
      }}
    >
      {!inside && (ways.length > 1 || to !== null) ? (
        <p className="mb-1 flex flex-wrap items-center gap-x-2 text-[12.5px] text-outside-ink">
          <select
            aria-label="How it leaves"
            value={way?.via}
            onChange={(e) => {
              setVia(e.target.value);
              setTo(null);
            }}
            className="min-h-6 rounded-[3px] border border-outside-line bg-surface px-1 text-ink max-md:min-h-[44px]"
          >
            {ways.map((w) => (
              <option key={w.via} value={w.via}>
                {wayWords[w.via]}
              </option>
            ))}
          </select>
          {way?.via === 'page' ? null : to === null ? (
            <>
              <span className="min-w-0 truncate">to {way?.to.join(', ')}</span>
              <button
                type="button"
                onClick={() => setTo(way?.to.join(', ') ?? '')}
                className="min-h-6 underline max-md:min-h-[44px]"
              >
                change
              </button>
            </>
          ) : (
            <input
              aria-label="To"
              value={to}
              onChange={(e) => setTo(e.target.value)}
              className="min-h-6 min-w-0 flex-1 rounded-[3px] border border-outside-line bg-surface px-1.5 text-ink"
            />
          )}
        </p>
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
        onMouseDown={() => !loaded && focus()}
      >
        {loaded ? (
          <Suspense fallback={<p className="min-h-[54px] px-2.5 py-1.5 text-soft">{placeholder}</p>}>
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
            className="flex min-h-[54px] w-full cursor-text items-start px-2.5 py-1.5 text-left text-soft"
          >
            {placeholder}
          </button>
        )}
        <div className={cx('absolute bottom-0.5 right-1 flex', files.length > 0 && 'bottom-9')}>
          <Panel
            label="Attach"
            align="end"
            trigger={
              <button
                type="button"
                aria-label="Attach a file"
                title="Attach a file"
                className="grid size-7 place-items-center rounded-[3px] text-soft hover:text-ink max-md:size-11"
              >
                <Paperclip size={15} />
              </button>
            }
          >
            <input
              ref={chooser}
              type="file"
              multiple
              className="sr-only"
              tabIndex={-1}
              aria-label="Files"
              onChange={(e) => (void attach(e.target.files), (e.target.value = ''))}
            />
            <Button className="w-full" onClick={() => chooser.current?.click()}>
              From this device
            </Button>
            {atHand.length > 0 ? (
              <ul className="mt-2 max-h-52 overflow-auto border-t pt-1">
                {atHand.map((f) => (
                  <li key={f.id}>
                    <button
                      type="button"
                      onClick={() => setFiles((all) => [...all, f])}
                      className="flex min-h-[30px] w-full items-center justify-between gap-2 rounded-[3px] px-1.5 text-left text-[13px] hover:bg-wren-wash max-md:min-h-[44px]"
                    >
                      <span className="truncate">{f.name}</span>
                      <span className={cx('flex-none text-[12px]', f.inside ? 'text-inside-ink' : 'text-outside-ink')}>
                        {f.inside ? 'inside so far' : 'outside'}
                      </span>
                    </button>
                  </li>
                ))}
              </ul>
            ) : null}
          </Panel>
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
        {files.length > 0 ? (
          <ul className="flex flex-wrap gap-1 border-t px-1.5 py-1 text-[12.5px]">
            {files.map((f) => (
              <li key={f.id} className="flex items-center gap-1 rounded-[3px] border bg-paper pl-1.5">
                {f.name} <span className="text-soft">{sizeInWords(f.size)}</span>
                <button
                  type="button"
                  aria-label={`Take ${f.name} out`}
                  onClick={() => setFiles((all) => all.filter((g) => g.id !== f.id))}
                  className="grid size-6 place-items-center text-soft hover:text-ink"
                >
                  <X size={12} />
                </button>
              </li>
            ))}
          </ul>
        ) : null}
      </div>
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
            {['direct', 'group', 'notice'].includes(conversation.audience)
              ? `Seen by ${conversation.whoSees}`
              : inside
                ? `Stays in the yard: ${conversation.viewers.length} people`
                : (checked?.whoSees ??
                  `${way?.via === 'page' ? 'On the page of' : `By ${way?.via ?? 'mail'} to`} ${conversation.party?.name}. Leaves the yard.`)}{' '}
            {checked && !empty ? <WillBeTold told={checked.told} /> : null}
            <OthersWriting conversation={conversation.id} me={me} />
          </span>
        </Tip>
        {!inside ? (
          <Button disabled={empty} onClick={() => void post(true)}>
            Reply, then close
          </Button>
        ) : null}
        <Button look={inside ? 'plain' : 'main'} disabled={empty} onClick={() => void post(false)}>
          {['direct', 'group', 'notice'].includes(conversation.audience)
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

const addresses = (to: string | null) =>
  to === null
    ? null
    : to
        .split(/[,;]/)
        .map((a) => a.trim())
        .filter(Boolean);

import { Suspense, forwardRef, lazy, useImperativeHandle, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type ConversationView, type PersonView, Refusal, api, taken } from '../api/client';
import { sayWrong, useLiveState, usePresent, writing } from '../api/live';
import { send } from '../api/outbox';
import { firmNow } from '../app/time';
import { Button, Tip, cx } from '../ui/controls';
import type { EditorHandle } from './Editor';
import { drafts, keepDraft } from './drafts';

const Editor = lazy(() => import('./Editor').then((m) => ({ default: m.Editor })));

type Props = { conversation: ConversationView; me: string };

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
export const Composer = forwardRef<{ focus: () => void }, Props>(({ conversation, me }, ref) => {
  const inside = conversation.audience === 'inside';
  const name = conversation.party?.shortName ?? '';
  const kept = drafts.get()[conversation.id];
  const [loaded, setLoaded] = useState(kept !== undefined);
  const [empty, setEmpty] = useState(kept === undefined);
  const [refusal, setRefusal] = useState<{ words: string; unseeing: PersonView[] } | null>(null);
  const editor = useRef<EditorHandle>(null);
  const wantsFocus = useRef(false);
  const live = useLiveState();

  const focus = () => {
    wantsFocus.current = true;
    setLoaded(true);
    editor.current?.focus();
  };
  useImperativeHandle(ref, () => ({ focus }));

  const placeholder = inside ? 'Note to colleagues. @ tags a person, # points at work' : `Reply to ${name}`;
  const post = async (close: boolean) => {
    const body = editor.current?.markdown() ?? '';
    if (!body) return;
    const doc = editor.current!.doc();
    setRefusal(null);
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
      });
    } catch (wrong) {
      editor.current?.restore(doc);
      keepDraft(conversation.id, { docket: conversation.docket, doc });
      setEmpty(false);
      setRefusal({ words: (wrong as Error).message, unseeing: wrong instanceof Refusal ? wrong.unseeing : [] });
    }
  };
  const giveSight = async (person: PersonView) => {
    try {
      await taken(
        api.PUT('/api/dockets/{reference}/sight/{person}', {
          params: { path: { reference: conversation.docket!, person: person.id! } },
        }),
      );
      setRefusal(null);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };

  return (
    <section aria-label={inside ? 'Note inside' : `Reply outside to ${conversation.party?.name}`}>
      <div className="rounded-card border bg-surface focus-within:border-soft" onMouseDown={() => !loaded && focus()}>
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
              onChange={(isEmpty, doc) => {
                setEmpty(isEmpty);
                keepDraft(conversation.id, isEmpty ? null : { docket: conversation.docket, doc });
                writing(isEmpty ? null : conversation.id);
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
      </div>
      {refusal ? (
        <div
          role="alert"
          className="mt-1 rounded-card border border-late-line bg-late-wash px-2 py-1 text-[13px] text-late"
        >
          {refusal.words}{' '}
          {refusal.unseeing.map((p) => (
            <Button key={p.id} className="ml-1" onClick={() => void giveSight(p)}>
              Give {p.firstName} sight of it
            </Button>
          ))}
        </div>
      ) : null}
      <div
        className={cx(
          'mt-1.5 flex flex-wrap items-center justify-end gap-2 text-[12.5px]',
          inside ? 'text-inside-ink' : 'text-outside-ink',
        )}
      >
        <Tip text={`Who sees it: ${conversation.viewers.join(', ')}`}>
          <span tabIndex={0} className="mr-auto min-w-0 flex-1 basis-28 rounded-[2px]">
            {inside
              ? `Stays in the yard: ${conversation.viewers.length} people`
              : `${conversation.whoSees}${conversation.sendsMail ? '' : ', not by mail'}. Leaves the yard.`}{' '}
            <OthersWriting conversation={conversation.id} me={me} />
          </span>
        </Tip>
        {!inside ? (
          <Button disabled={empty} onClick={() => void post(true)}>
            Reply, then close
          </Button>
        ) : null}
        <Button look={inside ? 'plain' : 'main'} disabled={empty} onClick={() => void post(false)}>
          {inside ? 'Note to colleagues' : live === 'away' ? `Send to ${name} later` : `Send to ${name}`}
        </Button>
      </div>
    </section>
  );
});
Composer.displayName = 'Composer';

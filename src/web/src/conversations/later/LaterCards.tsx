import { useEffect, useRef, useState } from 'react';
import { type LaterView, type LeakView, Refusal, api, taken } from '../../api/client';
import { readAnew } from '../../api/queries';
import { MomentField } from '../../ui/MomentField';
import { Button, cx, inputClass } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { clock, day, exact } from '../../ui/time';
import { say, sayWrong } from '../../ui/toasts';
import { Said } from '../Said';
import { wordsTakenBack } from '../leaving';
import { wasKeptHere } from './kept';
import * as texts from './texts';

/** What leaves later from one conversation, and what was to leave and did not. */
export function LaterCards({ list }: { list: LaterView[] }) {
  return (
    <section aria-label={texts.waitingToLeave}>
      {list.map((m) => (
        <LaterCard key={m.id} message={m} />
      ))}
    </section>
  );
}

type Change = { body?: string; at?: string; knowing?: boolean; now?: boolean };

function LaterCard({ message }: { message: LaterView }) {
  const box = useRef<HTMLElement>(null);
  // What was put aside just now is brought into sight: it is where one goes on.
  useEffect(() => {
    if (wasKeptHere(message.id)) box.current?.scrollIntoView({ block: 'nearest' });
  }, [message.id]);
  const [doing, setDoing] = useState<'words' | 'time' | null>(null);
  const [body, setBody] = useState(message.body);
  const [held, setHeld] = useState<{ words: string; leaks: LeakView[]; change: Change } | null>(null);
  const [busy, setBusy] = useState(false);
  const path = { path: { id: message.id } };
  const run = async (work: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await work();
      setDoing(null);
      setHeld(null);
    } finally {
      setBusy(false);
      // What came of it stands where it is shown, also where it was refused.
      readAnew({ queryKey: ['docket'] });
      readAnew({ queryKey: ['conversation'] });
    }
  };
  const change = (wanted: Change) =>
    void run(async () => {
      await taken(
        api.PUT('/api/later/{id}', {
          params: path,
          body: {
            body: wanted.body ?? null,
            at: wanted.at ?? null,
            knowing: wanted.knowing ?? false,
            now: wanted.now ?? false,
          },
        }),
      );
    }).catch((wrong: Error) =>
      setHeld({ words: wrong.message, leaks: wrong instanceof Refusal ? wrong.leaks : [], change: wanted }),
    );
  const keepBack = () =>
    void run(async () => {
      const { body: words } = await taken(api.DELETE('/api/later/{id}', { params: path }));
      wordsTakenBack(message.conversation, words);
      say(texts.keptBack);
    }).catch(sayWrong);
  const stop = () => void run(() => taken(api.POST('/api/later/{id}/stopped', { params: path }))).catch(sayWrong);
  const goes = texts.goesWith(message.files, message.goes);
  return (
    <article
      ref={box}
      aria-label={`${message.author.name}, ${message.held ? texts.didNotLeave : texts.leavesAt(exact(message.leaves))}`}
      className={cx(
        'mx-2.5 my-1 rounded-card border border-dashed bg-surface px-2.5 py-1.5',
        message.held ? 'border-late-line' : 'border-soft',
      )}
    >
      <header className="mb-0.5 flex flex-wrap items-center gap-2 text-[13px]">
        <NameTag who={message.author} />
        <b>{message.author.firstName}</b>
        <span className={cx('ml-auto text-[12.5px]', message.held ? 'text-late' : 'text-soft')}>
          {message.held
            ? texts.didNotLeave
            : message.toMany
              ? texts.leavesIn
              : texts.leavesAt(`${day(message.leaves)} ${clock(message.leaves)}`)}
        </span>
      </header>
      {doing === 'words' ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            change({ body });
          }}
        >
          <textarea
            autoFocus
            aria-label={texts.words}
            rows={Math.min(12, Math.max(3, body.split('\n').length + 1))}
            className={inputClass}
            value={body}
            onChange={(e) => setBody(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Escape') {
                e.stopPropagation();
                setDoing(null);
              } else if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) {
                e.preventDefault();
                change({ body });
              }
            }}
          />
          <p className="mt-1.5 flex justify-end gap-2">
            <Button look="quiet" onClick={() => setDoing(null)}>
              {texts.cancel}
            </Button>
            <Button look="main" type="submit" disabled={!body.trim() || busy}>
              {texts.save}
            </Button>
          </p>
        </form>
      ) : (
        <Said html={message.html} />
      )}
      {goes ? <p className="text-[12.5px] text-soft">{texts.withIt(goes)}</p> : null}
      {message.held && !held ? <p className="mt-1 text-[13px] text-late">{message.held}</p> : null}
      {held ? (
        <div role="alert" className="mt-1 text-[13px] text-late">
          <p>{held.words}</p>
          {held.leaks.map((l) => (
            <p key={l.reason}>{l.reason}</p>
          ))}
          {held.leaks.length > 0 ? (
            <Button disabled={busy} onClick={() => change({ ...held.change, knowing: true })}>
              {texts.sendAnyway}
            </Button>
          ) : null}
        </div>
      ) : null}
      {doing === 'time' ? (
        <div className="mt-1.5 max-w-72">
          <MomentField
            inline
            autoFocus
            label={texts.whenToLeave}
            sense="from"
            value={message.leaves}
            onChange={(at) => at && change({ at })}
            onEscape={() => setDoing(null)}
          />
        </div>
      ) : null}
      {doing === null ? (
        <p className="mt-1 flex flex-wrap items-center gap-1.5 text-[12.5px]">
          {message.mine ? (
            <>
              <Button className="!min-h-6" disabled={busy} onClick={() => change({ now: true })}>
                {texts.sendNow}
              </Button>
              <Button
                look="quiet"
                className="!min-h-6"
                onClick={() => {
                  setBody(message.body);
                  setDoing('words');
                }}
              >
                {texts.change}
              </Button>
              <Button look="quiet" className="!min-h-6" onClick={() => setDoing('time')}>
                {texts.anotherTime}
              </Button>
              <Button look="quiet" className="!min-h-6" disabled={busy} title={texts.keepBackTip} onClick={keepBack}>
                {texts.keepBack}
              </Button>
            </>
          ) : message.held ? null : (
            <Button look="quiet" className="!min-h-6" disabled={busy} title={texts.stopTip} onClick={stop}>
              {texts.stop}
            </Button>
          )}
        </p>
      ) : null}
    </article>
  );
}

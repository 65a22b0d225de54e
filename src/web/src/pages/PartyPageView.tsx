import '@fontsource-variable/literata/wght.css';
import { useQuery } from '@tanstack/react-query';
import { Suspense, useRef, useState } from 'react';
import { lazy } from '../ui/lazy';
import { useLocation, useNavigate } from 'react-router';
import { asHtml, at } from '../api/at';
import { type EntryView, type Me, type PartyPage, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { queries } from '../api/queries';
import { signOut } from '../accounts/AccountMenu';
import { AttachPanel, AttachedList, taking } from '../conversations/Attachments';
import { Files } from '../conversations/EntryFiles';
import { usePartyWriting } from '../conversations/usePartyWriting';
import { exact, moment } from '../ui/time';
import { useAtFoot } from '../ui/useAtFoot';
import { PartySheets } from '../sheets/PartySheets';
import { AskCard } from '../asks/AskCard';
import { MeetingCard } from '../conversations/meetings/MeetingCard';
import { Button, Wrong, cx, inputClass } from '../ui/controls';
import { NameTag } from '../ui/tags';
import * as texts from './texts';

const PartySheet = lazy(() => import('./sheet/PartySheet').then((m) => ({ default: m.PartySheet })));

type Conversation = PartyPage['conversations'][number];

function Said({ entry, firm, onSheet }: { entry: EntryView; firm: string; onSheet: (id: string) => void }) {
  return (
    <li
      className={cx(
        'rounded-card border bg-surface px-3 py-2',
        entry.fromStaff ? 'border-l-[3px] border-l-outside-line md:mr-12' : 'border-r-[3px] border-r-wren md:ml-12',
      )}
    >
      <p className="mb-0.5 flex items-center gap-2 text-[13px]">
        {entry.author ? <NameTag who={entry.author} /> : null}
        <b>{entry.author?.name}</b>
        {entry.fromStaff ? <span className="text-soft">{firm}</span> : null}
        <time dateTime={entry.at} title={exact(entry.at)} className="ml-auto text-[12px] text-soft">
          {moment(entry.at)}
        </time>
      </p>
      <div
        className="said font-read text-[15px]"
        onClick={(e) => {
          const tag = (e.target as HTMLElement).closest<HTMLElement>('.tag[data-kind="sheet"]');
          if (tag) onSheet(tag.dataset.target!);
        }}
        dangerouslySetInnerHTML={asHtml(entry.html)}
      />
      <Files entry={entry} />
      {entry.ask ? <AskCard ask={entry.ask} staff={false} /> : null}
      {entry.meeting ? <MeetingCard meeting={entry.meeting} staff={false} /> : null}
    </li>
  );
}

type TalkProps = { conversation: Conversation; firm: string; onSheet: (id: string) => void };

function Talk({ conversation, firm, onSheet }: TalkProps) {
  const { text, write, post, sendable, wrong, waiting } = usePartyWriting(conversation.id);
  const box = useRef<HTMLDivElement>(null);
  const list = useRef<HTMLUListElement>(null);
  useAtFoot(box, list, conversation.talk.entries.at(-1)?.id);
  return (
    <section aria-label={conversation.subject} className="flex min-h-0 flex-1 flex-col">
      {conversation.stage || conversation.expected || conversation.fields.length > 0 ? (
        <p className="flex flex-none flex-wrap gap-x-5 gap-y-0.5 border-b bg-surface px-4 py-1.5 text-[13.5px]">
          {conversation.stage ? (
            <span>
              {texts.whereItStands} <b>{conversation.stage}</b>
            </span>
          ) : null}
          {conversation.expected ? (
            <span>
              {conversation.expected.what ? texts.expectWhat(conversation.expected.what) : texts.whenToExpectIt}{' '}
              <b>{conversation.expected.when}</b>
            </span>
          ) : null}
          {conversation.fields.map((f) => (
            <span key={f.name} dir="auto" className="text-soft">
              {f.name} <b className="font-semibold text-ink">{f.shown}</b>
            </span>
          ))}
        </p>
      ) : null}
      <div
        ref={box}
        className="min-h-0 flex-1 overflow-auto bg-outside-ground px-3 py-3"
        tabIndex={0}
        role="region"
        aria-label={texts.conversation}
      >
        <ul ref={list} className="mx-auto grid max-w-[720px] gap-2">
          {conversation.talk.entries.map((e) => (
            <Said key={e.id} entry={e} firm={firm} onSheet={onSheet} />
          ))}
          {waiting.map((w) => (
            <li key={w.id} className="rounded-card border border-dashed border-soft px-3 py-2 text-soft">
              {w.body} <span className="block text-[12px]">{texts.sendingKeptUntilArrives}</span>
            </li>
          ))}
        </ul>
      </div>
      {conversation.asks ? (
        <Question key={`${conversation.id} ${conversation.steps}`} conversation={conversation} firm={firm} />
      ) : null}
      <form
        className="flex-none border-t border-t-outside-line bg-outside px-3 py-2.5"
        onSubmit={(e) => {
          e.preventDefault();
          void post();
        }}
      >
        <div className="mx-auto max-w-[720px]" {...taking(conversation.id)}>
          <textarea
            aria-label={texts.writeTo(firm)}
            placeholder={texts.writeTo(firm)}
            className={cx(inputClass, 'min-h-[76px]')}
            maxLength={20000}
            value={text}
            onChange={(e) => write(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && (e.ctrlKey || e.metaKey) && void post()}
          />
          <AttachedList conversation={conversation.id} />
          {wrong ? (
            <p role="alert" className="text-late">
              {wrong}
            </p>
          ) : null}
          <div className="mt-1.5 flex items-center justify-between gap-3">
            <span className="text-[12.5px] text-outside-ink">{texts.onlySee(firm)}</span>
            <span className="flex items-center gap-1.5">
              <AttachPanel conversation={conversation.id} />
              <Button look="main" type="submit" disabled={!sendable}>
                {texts.sendTo(firm)}
              </Button>
            </span>
          </div>
        </div>
      </form>
    </section>
  );
}

const steps = [texts.badly, texts.notWell, texts.allRight, texts.well, texts.veryWell];

/** Asked once a conversation is closed: how did we do, in five steps and words. */
function Question({ conversation, firm }: { conversation: Conversation; firm: string }) {
  const [chosen, setChosen] = useState<number | null>(conversation.steps);
  const [words, setWords] = useState('');
  const [said, setSaid] = useState(conversation.steps !== null);
  const [wrong, setWrong] = useState('');
  const give = async () => {
    try {
      await taken(
        api.PUT('/api/page/conversations/{id}/rating', {
          params: { path: { id: conversation.id } },
          body: { steps: chosen!, words },
        }),
      );
      setSaid(true);
      void queries.invalidateQueries({ queryKey: keys.page });
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <section aria-label={texts.howDidWeDo} className="flex-none border-t bg-surface px-3 py-2.5">
      <div className="mx-auto max-w-[720px]">
        {said ? (
          <p>
            {texts.thankRatedUs} <b>{steps[chosen! - 1]}</b>.{' '}
            <Button look="quiet" onClick={() => setSaid(false)}>
              {texts.change}
            </Button>
          </p>
        ) : (
          <>
            <fieldset>
              <legend className="mb-1 font-bold">{texts.thisClosedHowDid(firm)}</legend>
              <div className="flex flex-wrap gap-1.5">
                {steps.map((s, i) => (
                  <label
                    key={s}
                    className={cx(
                      'flex min-h-[34px] cursor-pointer items-center gap-1.5 rounded-card border px-2.5 max-md:min-h-[44px]',
                      chosen === i + 1 && 'border-wren bg-wren-wash font-semibold',
                    )}
                  >
                    <input
                      type="radio"
                      name={`steps ${conversation.id}`}
                      checked={chosen === i + 1}
                      onChange={() => setChosen(i + 1)}
                    />
                    {s}
                  </label>
                ))}
              </div>
            </fieldset>
            {chosen !== null ? (
              <div className="mt-2 flex flex-wrap items-end gap-2">
                <input
                  aria-label={texts.inYourOwnWords}
                  placeholder={texts.inYourOwnWords}
                  maxLength={2000}
                  className={cx(inputClass, '!w-auto min-w-56 flex-1')}
                  value={words}
                  onChange={(e) => setWords(e.target.value)}
                />
                <Button look="main" onClick={() => void give()}>
                  {texts.send}
                </Button>
              </div>
            ) : null}
            {wrong ? (
              <p role="alert" className="text-late">
                {wrong}
              </p>
            ) : null}
          </>
        )}
      </div>
    </section>
  );
}

/** A customer's or partner's own page: their conversations, and a place to write. */
export function PartyPageView({ me }: { me: Me }) {
  const { data, error, refetch } = useQuery({ queryKey: keys.page, queryFn: () => taken(api.GET('/api/page')) });
  const [chosen, setChosen] = useState<string | null>(null);
  // The address of a sheet leads to it.
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const sheet = /^\/sheets\/([0-9a-f-]{36})/.exec(pathname)?.[1] ?? null;
  const setSheet = (id: string | null) => void navigate(id ? `/sheets/${id}` : '/');
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const conversation = data.conversations.find((c) => c.id === chosen) ?? data.conversations[0];
  return (
    <div className="flex h-full flex-col">
      <header className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b bg-surface px-4 py-2">
        {data.logo ? <img src={at('/api/logo')} alt="" className="max-h-10 max-w-[160px]" /> : null}
        <div className="min-w-0">
          <h1 className="text-[17px] font-bold tracking-tight">{data.firm}</h1>
          <p className="text-[13px] text-soft">{conversation ? conversation.subject : texts.noMessagesYet}</p>
        </div>
        {data.conversations.length > 1 ? (
          <select
            aria-label={texts.whichConversation}
            className={cx(inputClass, 'w-auto max-w-64')}
            value={conversation?.id}
            onChange={(e) => setChosen(e.target.value)}
          >
            {data.conversations.map((c) => (
              <option key={c.id} value={c.id}>
                {c.docket ? `${c.docket} ` : ''}
                {c.subject}
                {c.open ? '' : texts.closed}
              </option>
            ))}
          </select>
        ) : null}
        <span className="ml-auto flex items-center gap-2 text-[13px]">
          <PartySheets onOpen={setSheet} />
          {me.person.name}
          <Button look="quiet" onClick={() => void signOut()}>
            {texts.leave}
          </Button>
        </span>
      </header>
      <main className="flex min-h-0 flex-1 flex-col">
        {sheet ? (
          <Suspense fallback={null}>
            <PartySheet
              key={sheet}
              id={sheet}
              me={me}
              firm={data.firm}
              places={data.conversations.map((c) => ({
                conversation: c.id,
                name: c.subject,
                outside: true,
              }))}
              onBack={() => setSheet(null)}
            />
          </Suspense>
        ) : conversation ? (
          <Talk key={conversation.id} conversation={conversation} firm={data.firm} onSheet={setSheet} />
        ) : (
          <p className="m-auto p-6 text-soft">{texts.whenWritesWillSee(data.firm)}</p>
        )}
      </main>
    </div>
  );
}

import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { type Me, type NoticeView, api, taken } from '../api/client';
import { queries, useConversation } from '../api/queries';
import { exact, moment } from '../ui/time';
import { Lanes } from './talk/Lanes';
import { readTalk } from '../conversations/useTalk';
import { Button, Empty, cx } from '../ui/controls';
import { Said } from '../conversations/Said';
import { NameTag } from '../ui/tags';
import { NoticeForm } from '../alerts/NoticeForm';
import { ThanksCard, ThanksPanel } from '../alerts/ThanksPanel';
import { sayWrong } from '../ui/toasts';
import { may } from '../accounts/rights';
import * as texts from './texts';

type Part = 'up' | 'ended' | 'thanks';

const parts: [Part, string][] = [
  ['up', texts.notices],
  ['ended', texts.takenDown],
  ['thanks', texts.thanks],
];

function Notice({ notice, chosen, onChoose }: { notice: NoticeView; chosen: boolean; onChoose: () => void }) {
  const [editing, setEditing] = useState(false);
  if (editing) return <NoticeForm notice={notice} onDone={() => setEditing(false)} />;
  const asked = notice.confirmed.length + notice.waitsFor.length;
  const act = (call: Promise<unknown>) =>
    void call.then(() => queries.invalidateQueries({ queryKey: ['notices'] })).catch(sayWrong);
  const path = { params: { path: { id: notice.id } } };
  return (
    <article
      aria-label={notice.title}
      className={cx('rounded-card border bg-surface px-4 py-3', chosen && 'outline-2 outline-wren')}
    >
      <header className="mb-1 flex flex-wrap items-center gap-x-2 text-[13px] text-soft">
        {notice.by ? <NameTag who={notice.by} /> : null}
        <span>
          {notice.by?.firstName}, <span title={exact(notice.appears)}>{moment(notice.appears)}</span>
        </span>
        <span>
          {texts.forIt(notice.crews.length === 0 ? texts.everybody : notice.crews.map((c) => c.name).join(', '))}
        </span>
        {notice.state === 'upcoming' ? <b className="text-soon">{texts.appears(moment(notice.appears))}</b> : null}
        {notice.ends ? <span className="ml-auto">{texts.until(moment(notice.ends))}</span> : null}
      </header>
      <h2 className="text-[16px] font-bold">{notice.title}</h2>
      <Said html={notice.html} className="mt-1" />
      {notice.mustConfirm ? (
        <p className="mt-2 rounded-[3px] bg-paper px-2 py-1 text-[13px]">
          <b>{texts.ofConfirmed(notice.confirmed.length, asked)}</b>{' '}
          {notice.waitsFor.length > 0 ? texts.waitingFor(notice.waitsFor.map((p) => p.firstName).join(', ')) : ''}
        </p>
      ) : null}
      <footer className="mt-2 flex flex-wrap gap-2">
        {notice.toConfirm ? (
          <Button look="main" onClick={() => act(taken(api.PUT('/api/notices/{id}/confirmation', path)))}>
            {texts.iHaveReadThis}
          </Button>
        ) : null}
        <Button look="quiet" aria-pressed={chosen} onClick={onChoose}>
          {notice.comments === 0 ? texts.comment : texts.comments(notice.comments)}
        </Button>
        {notice.mayChange && notice.state !== 'ended' ? (
          <>
            <Button look="quiet" onClick={() => setEditing(true)}>
              {texts.edit}
            </Button>
            <Button look="quiet" onClick={() => act(taken(api.DELETE('/api/notices/{id}', path)))}>
              {texts.takeDown}
            </Button>
          </>
        ) : null}
      </footer>
    </article>
  );
}

function Comments({ id, me }: { id: string; me: Me }) {
  const { data } = useConversation(id);
  const read = useMemo(() => readTalk(null, id), [id]);
  if (!data) return null;
  return <Lanes me={me} talk={data.talk} marks={[data.marks]} conversations={[data.conversation]} read={read} />;
}

function AllThanks() {
  const { data } = useQuery({ queryKey: ['thanks'], queryFn: () => taken(api.GET('/api/thanks')) });
  if (data?.length === 0) return <Empty title={texts.noThanksYet}>{texts.thankColleagueHereFrom}</Empty>;
  return (
    <ul className="grid gap-2">
      {data?.map((t) => (
        <li key={t.id}>
          <ThanksCard to={t.to} by={t.by} kind={t.kind} words={t.words}>
            <span title={exact(t.at)}>{moment(t.at)}</span>
            {t.path ? (
              <Link to={t.path} className="ml-2 text-wren underline">
                {texts.whatFor}
              </Link>
            ) : null}
          </ThanksCard>
        </li>
      ))}
    </ul>
  );
}

/** What is told to all or to some crews, and thanks. */
export function NoticeboardPage({ me }: { me: Me }) {
  const { conversation = null } = useParams();
  const [params, setParams] = useSearchParams();
  const part = (params.get('part') ?? 'up') as Part;
  const [writing, setWriting] = useState(false);
  const navigate = useNavigate();
  const { data } = useQuery({
    queryKey: ['notices', part === 'ended'],
    queryFn: () => taken(api.GET('/api/notices', { params: { query: { ended: part === 'ended' } } })),
    enabled: part !== 'thanks',
    refetchInterval: 60_000,
  });
  const mayPutUp = may(me, 'announce');
  const choose = (id: string) =>
    void navigate(`/noticeboard${id === conversation ? '' : `/${id}`}${part === 'up' ? '' : `?part=${part}`}`);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.noticeboard}</h1>
        <div role="group" aria-label={texts.which} className="flex gap-1">
          {parts.map(([value, name]) => (
            <button
              key={value}
              type="button"
              aria-pressed={part === value}
              onClick={() => setParams(value === 'up' ? {} : { part: value })}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                part === value ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {name}
            </button>
          ))}
        </div>
        <span className="ml-auto flex gap-2">
          <ThanksPanel me={me.person} />
          {mayPutUp ? (
            <Button look="main" onClick={() => setWriting(true)}>
              {texts.postANotice}
            </Button>
          ) : null}
        </span>
      </header>
      <div className="flex min-h-0 flex-1">
        <div
          tabIndex={0}
          role="region"
          aria-label={parts.find((p) => p[0] === part)![1]}
          className={cx('min-h-0 flex-1 overflow-y-auto p-4', conversation && 'max-md:hidden')}
        >
          <div className="mx-auto grid max-w-[720px] gap-3">
            {writing ? <NoticeForm onDone={() => setWriting(false)} /> : null}
            {part === 'thanks' ? (
              <AllThanks />
            ) : (
              data?.map((n) => (
                <Notice
                  key={n.id}
                  notice={n}
                  chosen={n.conversation === conversation}
                  onChoose={() => choose(n.conversation)}
                />
              ))
            )}
            {part !== 'thanks' && data?.length === 0 && !writing ? (
              <Empty title={part === 'up' ? texts.noNoticesJustNow : texts.nothingTakenDownYet}>
                {part === 'up' ? texts.postHereWhatEverybody : null}
              </Empty>
            ) : null}
          </div>
        </div>
        {conversation ? (
          <div className="flex min-h-0 w-[min(480px,100%)] flex-none flex-col border-l max-md:w-full max-md:border-l-0">
            <p className="flex-none border-b bg-surface px-3 py-1 md:hidden">
              <Button look="quiet" onClick={() => choose(conversation)}>
                {texts.backToTheNoticeboard}
              </Button>
            </p>
            <Comments key={conversation} id={conversation} me={me} />
          </div>
        ) : null}
      </div>
    </div>
  );
}

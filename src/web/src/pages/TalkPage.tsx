import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Me, TalkRow } from '../api/client';
import { useConversation, useDocket, useTalkRows } from '../api/queries';
import { exact, moment } from '../ui/time';
import { useNarrow } from '../ui/useNarrow';
import { Button, Empty, Wrong, cx } from '../ui/controls';
import { Count, NameTag } from '../ui/tags';
import { Lanes } from './talk/Lanes';
import { readTalk } from '../conversations/useTalk';
import * as texts from './texts';

const audiences: [string, string, string][] = [
  ['inside', texts.inside, texts.internalConversationsAllDockets],
  ['outside', texts.outside, texts.conversationsCustomersPartnersNewest],
  ['own', texts.directAndGroups, texts.yourDirectGroupConversations],
];

function One({ row, chosen, onChoose }: { row: TalkRow; chosen: boolean; onChoose: (id: string) => void }) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={() => onChoose(row.id)}
        className={cx(
          'flex w-full items-start gap-2 border-b px-4 py-2 text-left hover:bg-surface',
          chosen && 'bg-wren-wash shadow-[inset_3px_0_0_var(--wren)]',
        )}
      >
        <span className="w-[26px] flex-none pt-0.5">{row.lastBy ? <NameTag who={row.lastBy} /> : null}</span>
        <span className="min-w-0 flex-1">
          <span className="flex items-baseline gap-2">
            <span className={cx('truncate', row.unread > 0 ? 'font-bold' : 'font-semibold')}>{row.title}</span>
            <Count n={row.unread} />
            {row.lastAt ? (
              <time dateTime={row.lastAt} title={exact(row.lastAt)} className="ml-auto flex-none text-[12px] text-soft">
                {moment(row.lastAt)}
              </time>
            ) : null}
          </span>
          <span className={cx('line-clamp-2', row.unread > 0 ? 'text-ink' : 'text-soft')}>
            {row.lastWords ?? texts.noMessagesYetInline}
          </span>
          <span className="flex gap-2 text-[12.5px] text-soft">
            <span className="min-w-[40%] truncate">{row.detail}</span>
            {row.silence ? (
              <span className={cx('ml-auto truncate', row.ours && 'font-semibold text-soon')}>{row.silence}</span>
            ) : null}
          </span>
        </span>
      </button>
    </li>
  );
}

/** Every conversation of one audience across all dockets, to read and to answer in without leaving. */
export function TalkPage({ me }: { me: Me }) {
  const [params, setParams] = useSearchParams();
  const audience = params.get('audience') ?? 'inside';
  const chosen = params.get('conversation');
  const [by, setBy] = useState<'newest' | 'docket'>('newest');
  const { data, error, refetch } = useTalkRows(audience);
  const narrow = useNarrow();
  const rows = useMemo(
    () =>
      by === 'newest'
        ? (data ?? [])
        : [...(data ?? [])].sort((a, b) => (a.docket ?? '').localeCompare(b.docket ?? '', 'en', { numeric: true })),
    [data, by],
  );
  const choose = (id: string | null) =>
    setParams((p) => (id ? p.set('conversation', id) : p.delete('conversation'), p), { replace: true });
  // With room for both, the first is read at once.
  const row = rows.find((r) => r.id === chosen) ?? (narrow || chosen ? undefined : rows[0]);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-3 border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">{texts.allConversations}</h1>
        <div role="group" aria-label={texts.audience} className="flex gap-1">
          {audiences.map(([value, name]) => (
            <button
              key={value}
              type="button"
              aria-pressed={audience === value}
              onClick={() => setParams({ audience: value }, { replace: true })}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                audience === value ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {name}
            </button>
          ))}
        </div>
        {audience === 'own' ? null : (
          <select
            aria-label={texts.inWhichOrder}
            value={by}
            onChange={(e) => setBy(e.target.value as 'newest')}
            className={cx(
              'min-h-7 rounded-card border border-transparent bg-transparent px-1',
              'text-soft hover:border-line hover:text-ink max-md:min-h-[44px]',
            )}
          >
            <option value="newest">{texts.newestFirst}</option>
            <option value="docket">{texts.byDocket}</option>
          </select>
        )}
        <Link to="/dockets" className="ml-auto text-soft underline underline-offset-2 hover:text-ink">
          {texts.tableOfDockets}
        </Link>
      </header>
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      <div className="flex min-h-0 flex-1">
        <div
          tabIndex={0}
          role="region"
          aria-label={texts.conversations}
          className={cx(
            'min-h-0 overflow-y-auto md:w-[380px] md:flex-none md:border-r',
            narrow && (row ? 'hidden' : 'w-full'),
          )}
        >
          {data && rows.length === 0 ? (
            <Empty title={texts.noConversationsYet}>{audiences.find((a) => a[0] === audience)?.[2]}</Empty>
          ) : null}
          <ul>
            {rows.map((r) => (
              <One key={r.id} row={r} chosen={r.id === row?.id} onChoose={choose} />
            ))}
          </ul>
        </div>
        <div className={cx('flex min-h-0 min-w-0 flex-1 flex-col', narrow && !row && 'hidden')}>
          {row ? (
            <>
              {narrow ? (
                <Button look="quiet" className="self-start" onClick={() => choose(null)}>
                  {texts.backToAllConversations}
                </Button>
              ) : null}
              <p className="flex flex-none items-center gap-2 border-b bg-surface px-4 py-1.5">
                <b className="truncate">{row.title}</b>
                <Link to={row.path} className="ml-auto flex-none text-[13px] text-wren underline">
                  {row.docket ? texts.open(row.docket) : texts.openInFull}
                </Link>
              </p>
              {row.docket ? (
                <InDocket key={row.id} id={row.id} reference={row.docket} me={me} />
              ) : (
                <Alone key={row.id} id={row.id} me={me} />
              )}
            </>
          ) : data && rows.length > 0 ? (
            <Empty title={texts.chooseAConversation}>{texts.readReplyHere}</Empty>
          ) : null}
        </div>
      </div>
    </div>
  );
}

/** One lane of a docket by itself. */
function InDocket({ id, reference, me }: { id: string; reference: string; me: Me }) {
  const { data } = useDocket(reference);
  const only = useConversation(id);
  const read = useMemo(() => readTalk(null, id), [id]);
  const conversation = data?.conversations.find((c) => c.id === id) ?? only.data?.conversation;
  if (!only.data || !conversation) return null;
  return <Lanes me={me} talk={only.data.talk} marks={[only.data.marks]} conversations={[conversation]} read={read} />;
}

function Alone({ id, me }: { id: string; me: Me }) {
  const { data } = useConversation(id);
  const read = useMemo(() => readTalk(null, id), [id]);
  if (!data) return null;
  return <Lanes me={me} talk={data.talk} marks={[data.marks]} conversations={[data.conversation]} read={read} />;
}

import {
  type CSSProperties,
  Fragment,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { useSearchParams } from 'react-router';
import type { ConversationView, EntryView, Me, SilenceView, Talk } from '../api/client';
import { useReading } from '../api/live';
import { type Waiting, outbox, withdraw } from '../api/outbox';
import { useKeys } from '../app/keys';
import { Kept } from '../app/store';
import { clock, day, exact } from '../app/time';
import { useNarrow } from '../app/useNarrow';
import { Divider } from '../ui/Divider';
import { Button, cx } from '../ui/controls';
import { Composer } from './Composer';
import { EntryBlock } from './EntryBlock';
import { LaneHead } from './LaneHead';

const split = new Kept('wrenlet.lanes', 50);

type Lane = 'inside' | 'outside' | 'both';

type Props = {
  me: Me;
  talk: Talk;
  conversations: ConversationView[];
  older: (before: number) => Promise<Talk>;
};

type Row = { entry: EntryView; inside: boolean; silence?: SilenceView };

/** All entries read so far in one order: the newest as they stand, the older ones as they were read. */
function useEntries(talk: Talk, read: (before: number) => Promise<Talk>) {
  const [past, setPast] = useState<{ entries: EntryView[]; before: number | null } | null>(null);
  const [busy, setBusy] = useState(false);
  const seen = useRef(new Map<string, EntryView>());
  for (const e of talk.entries) seen.current.set(e.id, e);
  const before = past ? past.before : talk.before;
  const load = useCallback(async () => {
    if (before === null || busy) return;
    setBusy(true);
    try {
      const page = await read(before);
      for (const e of page.entries) if (!seen.current.has(e.id)) seen.current.set(e.id, e);
      setPast({ entries: page.entries, before: page.before });
    } finally {
      setBusy(false);
    }
  }, [before, busy, read]);
  // Every change of the newest talk or of the past makes a new order of what has been seen.
  const entries = useMemo(() => [...seen.current.values()].sort((a, b) => a.order - b.order), [talk, past]); // eslint-disable-line react-hooks/exhaustive-deps
  return { entries, before, load, busy };
}

/** The talk of a docket in two lanes with the spine between, each lane with its own composer. */
export function Lanes({ me, talk, conversations, older }: Props) {
  const inside = conversations.find((c) => c.audience === 'inside');
  const outsides = conversations.filter((c) => c.audience === 'outside');
  const [outsideId, setOutsideId] = useState<string | null>(null);
  const [params, setParams] = useSearchParams();
  const { entries, before, load, busy } = useEntries(talk, older);
  const wanted = params.get('entry');
  const wantedEntry = wanted ? entries.find((e) => e.id === wanted) : undefined;
  const outside = outsides.find((c) => c.id === (outsideId ?? wantedEntry?.conversation)) ?? outsides[0];
  const both = inside !== undefined && outside !== undefined;

  const narrow = useNarrow();
  const [chosen, setChosen] = useState<Lane>('both');
  const asked =
    narrow && chosen === 'both' ? (wantedEntry && wantedEntry.kind !== 'note' ? 'outside' : 'inside') : chosen;
  const lane: Lane = !both ? (inside ? 'inside' : 'outside') : asked;
  const percent = split.use();

  const [selected, setSelected] = useState<string | null>(null);
  const [drafting, setDrafting] = useState<string | null>(null);
  const [handing, setHanding] = useState(false);
  const insideComposer = useRef<{ focus: () => void }>(null);
  const outsideComposer = useRef<{ focus: () => void }>(null);
  const flow = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const atFoot = useRef(true);
  const [below, setBelow] = useState(0);

  useReading([inside?.id, ...outsides.map((o) => o.id)].filter((id) => id !== undefined));

  const rows = useMemo(() => {
    const silences = new Map(talk.silences.filter((s) => s.conversation === outside?.id).map((s) => [s.afterOrder, s]));
    const shown = entries.filter((e) => e.conversation === inside?.id || e.conversation === outside?.id);
    const list: Row[] = shown.map((entry) => ({ entry, inside: entry.conversation === inside?.id }));
    // A blank stands beside what was said inside meanwhile, else on a line of its own after the message.
    list.forEach((row, i) => {
      const silence = silences.get(row.entry.order);
      if (!silence) return;
      const beside = list.slice(i + 1).find((r) => r.inside || r.entry.kind !== 'event');
      if (beside?.inside && both && lane === 'both') beside.silence = silence;
      else row.silence = silence;
    });
    return list;
  }, [entries, talk.silences, inside?.id, outside?.id, both, lane]);
  const visible = useMemo(() => rows.filter((r) => lane === 'both' || (lane === 'inside') === r.inside), [rows, lane]);

  // Stays at the foot while there; what arrives otherwise is counted, and nothing that is read moves.
  const newest = entries.at(-1)?.id;
  const first = useRef(true);
  useLayoutEffect(() => {
    if (atFoot.current) flow.current?.scrollTo({ top: flow.current.scrollHeight });
    else if (!first.current) setBelow((n) => n + 1);
    first.current = false;
  }, [newest, lane]);
  useEffect(() => {
    const box = flow.current;
    if (!box) return;
    const watch = new ResizeObserver(() => {
      if (atFoot.current) box.scrollTop = box.scrollHeight;
    });
    watch.observe(box);
    if (body.current) watch.observe(body.current);
    return () => watch.disconnect();
  }, []);

  const scrolled = () => {
    const box = flow.current!;
    atFoot.current = box.scrollHeight - box.scrollTop - box.clientHeight < 40;
    if (atFoot.current && below) setBelow(0);
    if (box.scrollTop < 120 && before !== null && !busy) void loadOlder();
  };
  const loadOlder = async () => {
    const box = flow.current!;
    const fromFoot = box.scrollHeight - box.scrollTop;
    await load();
    requestAnimationFrame(() => {
      if (!atFoot.current) box.scrollTop = box.scrollHeight - fromFoot;
    });
  };

  const select = useCallback((id: string | null) => {
    setSelected(id);
    if (id === null) return;
    atFoot.current = false;
    requestAnimationFrame(() => {
      const block = document.getElementById(`entry-${id}`);
      block?.scrollIntoView({ block: 'nearest' });
      block?.focus({ preventScroll: true });
    });
  }, []);

  // A link to an entry: read back until it is there, then stand on it.
  useEffect(() => {
    if (!wanted) return;
    if (!wantedEntry) {
      if (before !== null) void load();
      return;
    }
    atFoot.current = false;
    setSelected(wanted);
    requestAnimationFrame(() => {
      const block = document.getElementById(`entry-${wanted}`);
      block?.scrollIntoView({ block: 'center' });
      block?.focus({ preventScroll: true });
      setParams((p) => (p.delete('entry'), p), { replace: true });
    });
  }, [wanted, wantedEntry, before, load, setParams]);

  const walk = (step: number) => {
    const said = visible.filter((r) => r.entry.kind !== 'event');
    const at = said.findIndex((r) => r.entry.id === selected);
    const next = said[at < 0 ? said.length - 1 : Math.min(said.length - 1, Math.max(0, at + step))];
    if (next) select(next.entry.id);
  };
  const draft = useCallback((id: string, open: boolean) => {
    setDrafting(open ? id : null);
    setSelected(id);
    atFoot.current = false;
  }, []);
  const write = (where: 'inside' | 'outside') => {
    if (narrow || (lane !== 'both' && lane !== where)) setChosen(where);
    requestAnimationFrame(() => (where === 'inside' ? insideComposer : outsideComposer).current?.focus());
  };
  useKeys({
    j: () => walk(1),
    k: () => walk(-1),
    n: () => inside && write('inside'),
    r: () => outside && write('outside'),
    t: () => selected && draft(selected, true),
    o: () => outside && setHanding(true),
    '1': () => setChosen('inside'),
    '2': () => setChosen('outside'),
    '3': () => setChosen('both'),
    escape: () => (drafting ? setDrafting(null) : select(null)),
  });

  const columns: CSSProperties =
    lane === 'both'
      ? { gridTemplateColumns: `minmax(0, calc((100% - 76px) * ${percent / 100})) 76px minmax(0, 1fr)` }
      : narrow
        ? { gridTemplateColumns: 'minmax(0, 1fr)' }
        : { gridTemplateColumns: lane === 'inside' ? 'minmax(0, 1fr) 76px' : '76px minmax(0, 1fr)' };
  const showIn = lane !== 'outside';
  const showOut = lane !== 'inside';
  const showSpine = !(narrow && lane !== 'both');
  const waiting = outbox.use();
  const insideWaiting = inside ? waiting.filter((w) => w.conversation === inside.id) : [];
  const outsideWaiting = outside ? waiting.filter((w) => w.conversation === outside.id) : [];

  let lastDay = '';
  return (
    <section aria-label="Talk" className="flex min-h-0 min-w-0 flex-1 flex-col" ref={body}>
      {narrow && both ? (
        <div role="group" aria-label="Lane" className="grid flex-none grid-cols-2 border-b">
          {(['inside', 'outside'] as const).map((side) => (
            <button
              key={side}
              type="button"
              aria-pressed={lane === side}
              onClick={() => setChosen(side)}
              className={cx(
                'min-h-[44px] font-semibold',
                side === 'inside' ? 'bg-inside text-inside-ink' : 'bg-outside text-outside-ink',
                lane === side ? 'shadow-[inset_0_-3px_0_currentColor]' : 'font-normal opacity-80',
              )}
            >
              {side === 'inside' ? 'Inside' : `Outside: ${outside?.party?.shortName ?? ''}`}
            </button>
          ))}
        </div>
      ) : null}
      <div className="grid flex-none" style={columns}>
        {showIn && inside ? <LaneHead conversation={inside} me={me} /> : null}
        {showSpine ? (
          <div className="relative border-b bg-paper">
            {lane === 'both' ? (
              <Divider
                label="Width of the lanes"
                value={percent}
                least={25}
                most={75}
                onChange={split.set}
                at={(x) => {
                  const box = flow.current!.getBoundingClientRect();
                  return ((x - box.left) / (box.width - 76)) * 100;
                }}
              />
            ) : null}
          </div>
        ) : null}
        {showOut && outside ? (
          <LaneHead
            conversation={outside}
            me={me}
            others={outsides}
            onChoose={setOutsideId}
            handing={handing}
            onHanding={setHanding}
          />
        ) : null}
      </div>
      <div className="relative min-h-0 flex-1">
        <div
          ref={flow}
          onScroll={scrolled}
          tabIndex={-1}
          className="absolute inset-0 overflow-y-auto overflow-x-hidden outline-none"
        >
          <div className="relative flex min-h-full flex-col justify-end">
            <div aria-hidden className="absolute inset-0 grid" style={columns}>
              {showIn && inside ? <div className="bg-inside-ground" /> : null}
              {showSpine ? (
                <div
                  className={cx(
                    'bg-paper',
                    showIn && 'border-l border-l-inside-line [border-left-style:dashed]',
                    showOut && 'border-r border-r-outside-line',
                  )}
                />
              ) : null}
              {showOut && outside ? <div className="bg-outside-ground" /> : null}
            </div>
            <div className="relative py-1">
              {before !== null ? (
                <p className="py-1 text-center">
                  <Button look="quiet" onClick={() => void loadOlder()}>
                    {busy ? 'Reading …' : 'Earlier entries'}
                  </Button>
                </p>
              ) : null}
              {visible.length === 0 ? (
                <p className="p-6 text-center text-soft">
                  Nothing has been said yet. Write the first {inside ? 'note' : 'words'} below.
                </p>
              ) : null}
              {visible.map(({ entry, inside: within, silence }) => {
                const today = day(entry.at);
                const time = today === lastDay ? clock(entry.at) : `${today} ${clock(entry.at)}`;
                lastDay = today;
                const block =
                  entry.kind === 'event' ? (
                    <p
                      id={`entry-${entry.id}`}
                      tabIndex={-1}
                      className={cx('px-3 py-1 text-[12.5px] text-soft', within && 'text-right')}
                      dangerouslySetInnerHTML={{ __html: entry.html.replace(/<\/?p>/g, '') }}
                    />
                  ) : (
                    <EntryBlock
                      entry={entry}
                      selected={selected === entry.id}
                      drafting={drafting === entry.id}
                      showTime={!showSpine}
                      onSelect={() => setSelected(entry.id)}
                      onDraft={(open) => draft(entry.id, open)}
                    />
                  );
                const blank = silence && showOut ? <SilenceLabel silence={silence} /> : null;
                return (
                  <Fragment key={entry.id}>
                    <div className="grid" style={columns}>
                      {showIn && inside ? <div className="min-w-0">{within ? block : null}</div> : null}
                      {showSpine ? (
                        <time
                          dateTime={entry.at}
                          title={exact(entry.at)}
                          className={cx(
                            'pt-[9px] text-center text-[12px] text-soft',
                            entry.kind === 'event' && '!pt-[5px]',
                          )}
                        >
                          {time}
                        </time>
                      ) : null}
                      {showOut && outside ? (
                        <div className="grid min-w-0">
                          {within ? <div className="self-center">{blank}</div> : block}
                        </div>
                      ) : null}
                    </div>
                    {blank && !within ? (
                      <div className="grid" style={columns}>
                        {showIn && inside ? <div /> : null}
                        {showSpine ? <div /> : null}
                        {blank}
                      </div>
                    ) : null}
                  </Fragment>
                );
              })}
              <div className="grid" style={columns}>
                {showIn && inside ? <Waits list={insideWaiting} /> : null}
                {showSpine ? <div /> : null}
                {showOut && outside ? <Waits list={outsideWaiting} /> : null}
              </div>
            </div>
          </div>
        </div>
        {below > 0 ? (
          <Button
            look="main"
            className="absolute bottom-2 left-1/2 -translate-x-1/2"
            onClick={() => {
              atFoot.current = true;
              setBelow(0);
              flow.current?.scrollTo({ top: flow.current.scrollHeight, behavior: 'smooth' });
            }}
          >
            {below} new below
          </Button>
        ) : null}
      </div>
      <div className="grid flex-none" style={columns}>
        {showIn && inside ? (
          <div className="border-t border-dashed border-t-inside-line bg-inside px-2.5 py-2">
            <Composer key={inside.id} ref={insideComposer} conversation={inside} me={me.person.id!} />
          </div>
        ) : null}
        {showSpine ? <div className="border-t bg-paper" /> : null}
        {showOut && outside ? (
          <div className="border-t border-t-outside-line bg-outside px-2.5 py-2">
            <Composer key={outside.id} ref={outsideComposer} conversation={outside} me={me.person.id!} />
          </div>
        ) : null}
      </div>
    </section>
  );
}

function SilenceLabel({ silence }: { silence: SilenceView }) {
  return (
    <p
      className={cx(
        'mx-auto my-1 w-fit rounded-[3px] border border-dashed px-2 text-[12.5px]',
        silence.ours && silence.running ? 'border-soon-line bg-soon-wash text-soon' : 'border-line text-soft',
      )}
    >
      {silence.label}
    </p>
  );
}

/** What was sent and is not acknowledged yet. */
function Waits({ list }: { list: Waiting[] }) {
  return (
    <div>
      {list.map((w) => (
        <div
          key={w.id}
          className="mx-2.5 my-1 rounded-card border border-dashed border-soft bg-surface px-2.5 py-1.5 text-soft"
        >
          <p className="whitespace-pre-wrap">{w.body}</p>
          <p className="text-[12px]">
            {w.refused ?? 'on its way, kept until it is there'}
            {w.refused ? (
              <Button look="quiet" onClick={() => withdraw(w.id)}>
                Take it out
              </Button>
            ) : null}
          </p>
        </div>
      ))}
    </div>
  );
}

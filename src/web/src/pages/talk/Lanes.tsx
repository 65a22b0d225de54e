import { type CSSProperties, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { ConversationView, EntryView, MarksView, Me, Talk } from '../../api/client';
import { useReading } from '../../api/live';
import { outbox } from '../../api/outbox';
import { typedAhead, useKeys } from '../../ui/keys';
import { Kept } from '../../api/store';
import { clock, day, dateOf } from '../../ui/time';
import { refocus } from '../../ui/refocus';
import { useNarrow } from '../../ui/useNarrow';
import { Divider } from '../../ui/Divider';
import { Button, cx } from '../../ui/controls';
import { PickedLine } from './PickedLine';
import { Composer, type ComposerHandle } from './Composer';
import type { EntryActs } from './EntryBlock';
import { GoToDate, LeavesLater, Waits } from './LaneParts';
import { useFlow } from './flow';
import { type Said, TalkRow } from './TalkRow';
import { LaneHead } from '../../conversations/LaneHead';
import { setPins, useReadingMarks } from '../../conversations/marks';
import { type ReadTalk, useTalk } from '../../conversations/useTalk';
import * as texts from './texts';

const split = new Kept('wrenlet.lanes', 50);

type Lane = 'inside' | 'outside' | 'both';

type Props = {
  me: Me;
  talk: Talk;
  marks: MarksView[];
  conversations: ConversationView[];
  read: ReadTalk;
  /** The one outside conversation to show beside the inside; without it one chooses. */
  only?: string;
  /** Whether it stands in a card beside something: without heads and spine, and only as high as it has to be. */
  slim?: boolean;
  /** Whether one begins to write at once. */
  writes?: boolean;
};

/** The talk of a docket in two lanes with the spine between, each lane with its own composer. */
export function Lanes({ me, talk, marks, conversations, read, only, slim, writes }: Props) {
  const inside = conversations.find((c) => c.audience !== 'outside');
  const outsides = conversations.filter((c) => c.audience === 'outside');
  const [outsideId, setOutsideId] = useState<string | null>(null);
  const [params, setParams] = useSearchParams();
  const { entries, before, after, newest, readEarlier, readLater, jump, toNewest } = useTalk(talk, read);
  const wanted = params.get('entry');
  const wantedEntry = wanted ? entries.find((e) => e.id === wanted) : undefined;
  const outside = outsides.find((c) => c.id === (only ?? outsideId ?? wantedEntry?.conversation)) ?? outsides[0];
  const both = inside !== undefined && outside !== undefined;

  const narrow = useNarrow();
  const [chosen, setChosen] = useState<Lane>('both');
  const asked =
    narrow && chosen === 'both'
      ? // What one came for: the message that is linked to, or the conversation that waits.
        (wantedEntry ? wantedEntry.kind !== 'note' : only !== undefined)
        ? 'outside'
        : 'inside'
      : chosen;
  const lane: Lane = !both ? (inside ? 'inside' : 'outside') : asked;
  const percent = split.use();

  const [selected, setSelected] = useState<string | null>(null);
  const [drafting, setDrafting] = useState<string | null>(null);
  const [handing, setHanding] = useState(false);
  const [answering, setAnswering] = useState<EntryView | null>(null);
  /** Where one was before going to something far away. */
  const [cameFrom, setCameFrom] = useState<string | null>(null);
  const insideComposer = useRef<ComposerHandle>(null);
  const outsideComposer = useRef<ComposerHandle>(null);
  const flow = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const atFoot = useRef(true);
  const [below, setBelow] = useState(0);

  useReading([inside?.id, ...outsides.map((o) => o.id)].filter((id) => id !== undefined));

  const rows = useMemo(() => {
    const silences = new Map(talk.silences.filter((s) => s.conversation === outside?.id).map((s) => [s.afterOrder, s]));
    const shown = entries.filter((e) => e.conversation === inside?.id || e.conversation === outside?.id);
    // A blank stands under the message after which it began, beside what was said inside meanwhile.
    return shown.map((entry): Said => ({
      entry,
      inside: entry.conversation === inside?.id,
      silence: silences.get(entry.order),
    }));
  }, [entries, talk.silences, inside?.id, outside?.id]);
  const visible = useMemo(() => rows.filter((r) => lane === 'both' || (lane === 'inside') === r.inside), [rows, lane]);

  // Stays at the foot while there; what arrives otherwise is counted, and nothing that is read moves.
  const first = useRef(true);
  useLayoutEffect(() => {
    if (atFoot.current && after === null) flow.current?.scrollTo({ top: flow.current.scrollHeight });
    else if (!first.current) setBelow((n) => n + 1);
    first.current = false;
  }, [newest, lane]); // eslint-disable-line react-hooks/exhaustive-deps
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

  const reading = useReadingMarks(flow, inside, outside, marks, visible, me.person.id!);
  const scrolled = () => {
    const box = flow.current!;
    atFoot.current = after === null && box.scrollHeight - box.scrollTop - box.clientHeight < 40;
    if (atFoot.current && below) setBelow(0);
    if (box.scrollTop < 200 && before !== null) void keepingPlace(readEarlier);
    else if (box.scrollHeight - box.scrollTop - box.clientHeight < 200 && after !== null) void keepingPlace(readLater);
    reading.rest();
  };
  /** Reads on without moving what is being read: the first entry in sight stays where it is. */
  const keepingPlace = async (more: () => Promise<void>) => {
    const box = flow.current!;
    const edge = box.getBoundingClientRect().top;
    const anchor = [...box.querySelectorAll<HTMLElement>('[id^="entry-"]')].find(
      (e) => e.getBoundingClientRect().bottom > edge,
    );
    const at = anchor?.getBoundingClientRect().top;
    const id = anchor?.id;
    await more();
    requestAnimationFrame(() => {
      const now = id && document.getElementById(id)?.getBoundingClientRect().top;
      if (typeof now === 'number' && at !== undefined && !atFoot.current) box.scrollTop += now - at;
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

  // A link to an entry: go to where it is, then stand on it.
  const sought = useRef<string | null>(null);
  useEffect(() => {
    if (!wanted) return;
    if (!wantedEntry) {
      if (sought.current !== wanted) void jump({ around: wanted });
      else setParams((p) => (p.delete('entry'), p), { replace: true });
      sought.current = wanted;
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
  }, [wanted, wantedEntry, jump, setParams]);

  /** Goes to an entry of this talk, far or near, and remembers where one was. */
  const goTo = async (id: string) => {
    const from = selected ?? [...document.querySelectorAll('[id^="entry-"]')].at(-1)?.id.slice(6) ?? null;
    if (!entries.some((e) => e.id === id)) await jump({ around: id });
    setCameFrom(from);
    atFoot.current = false;
    setSelected(id);
    requestAnimationFrame(() => document.getElementById(`entry-${id}`)?.scrollIntoView({ block: 'center' }));
  };
  /** A day that is gone to once what was said on it stands there. */
  const [soughtDay, setSoughtDay] = useState<string | null>(null);
  const goToDate = async (date: string) => {
    atFoot.current = false;
    await jump({ day: date });
    setSoughtDay(date);
  };
  useLayoutEffect(() => {
    if (soughtDay === null) return;
    atFoot.current = false;
    [...flow.current!.querySelectorAll<HTMLElement>('[data-at]')]
      .find((e) => dateOf(e.dataset.at!) >= soughtDay)
      ?.scrollIntoView({ block: 'start' });
    setSoughtDay(null);
  }, [soughtDay]);
  const goToNewest = () => {
    atFoot.current = true;
    setBelow(0);
    setCameFrom(null);
    if (after !== null) toNewest();
    requestAnimationFrame(() => flow.current?.scrollTo({ top: flow.current.scrollHeight }));
  };
  const pinsOf = (id: string | undefined) => marks.find((m) => m.conversation === id)?.pins ?? [];
  const pin = async (entry: EntryView) => {
    const before = pinsOf(entry.conversation).map((p) => p.entry);
    const next = before.includes(entry.id) ? before.filter((e) => e !== entry.id) : [...before, entry.id];
    await setPins(entry.conversation, next);
  };

  const walk = (step: number) => {
    const said = visible.filter((r) => r.entry.kind !== 'event');
    const at = said.findIndex((r) => r.entry.id === selected);
    const next = said[at < 0 ? said.length - 1 : Math.min(said.length - 1, Math.max(0, at + step))];
    if (next) select(next.entry.id);
  };
  /** Goes to what was said in the other lane at nearly the same time. */
  const across = (to: 'inside' | 'outside') => {
    const said = visible.filter((r) => r.entry.kind !== 'event');
    const at = said.findIndex((r) => r.entry.id === selected);
    const from = at < 0 ? said.length - 1 : at;
    const there = said
      .map((row, i) => ({ row, far: Math.abs(i - from) }))
      .filter(({ row }) => row.inside === (to === 'inside'))
      .sort((a, b) => a.far - b.far)[0];
    if (there && (at < 0 || said[at]!.inside !== (to === 'inside'))) select(there.row.entry.id);
  };
  const draft = useCallback((id: string, open: boolean) => {
    setDrafting(open ? id : null);
    setSelected(id);
    // When the drafts of an entry are done, one goes on from the entry.
    if (!open) refocus(`[data-entry="${id}"]`);
    atFoot.current = false;
  }, []);
  const write = (where: 'inside' | 'outside') => {
    typedAhead.begin();
    if (narrow || (lane !== 'both' && lane !== where)) setChosen(where);
    requestAnimationFrame(() => (where === 'inside' ? insideComposer : outsideComposer).current?.focus());
  };
  const answer = (entry: EntryView) => {
    setAnswering(entry);
    write(entry.conversation === inside?.id ? 'inside' : 'outside');
  };
  /** Wants an answer: about an entry, in its lane, or about nothing in particular, inside. */
  const ask = (entry: EntryView | null) => {
    const where = entry && entry.conversation !== inside?.id ? 'outside' : 'inside';
    if (entry) setAnswering(entry);
    write(where);
    requestAnimationFrame(() => (where === 'inside' ? insideComposer : outsideComposer).current?.ask());
  };
  const meet = () => {
    const where = inside && lane !== 'outside' ? 'inside' : 'outside';
    write(where);
    requestAnimationFrame(() => (where === 'inside' ? insideComposer : outsideComposer).current?.meet());
  };
  // The same functions for all blocks at all times, so that a block is drawn anew only when it has changed itself.
  const doing = useRef({ draft, answer, ask, pin, goTo });
  doing.current = { draft, answer, ask, pin, goTo };
  const acts = useMemo<EntryActs>(
    () => ({
      select: setSelected,
      draft: (id, open) => doing.current.draft(id, open),
      answer: (entry) => doing.current.answer(entry),
      ask: (entry) => doing.current.ask(entry),
      pin: (entry) => void doing.current.pin(entry),
      go: (id) => void doing.current.goTo(id),
    }),
    [],
  );
  useKeys({
    arrowdown: () => walk(1),
    arrowup: () => walk(-1),
    arrowleft: () => across('inside'),
    arrowright: () => across('outside'),
    n: () => inside && write('inside'),
    r: () => outside && write('outside'),
    t: () => selected && draft(selected, true),
    q: () => {
      const entry = entries.find((e) => e.id === selected);
      if (entry && entry.kind !== 'event') answer(entry);
    },
    a: () => ask(entries.find((e) => e.id === selected && e.kind !== 'event') ?? null),
    m: meet,
    o: () => outside && setHanding(true),
    '7': () => setChosen('inside'),
    '8': () => setChosen('both'),
    '9': () => setChosen('outside'),
    escape: () => (drafting ? setDrafting(null) : select(null)),
  });

  useEffect(() => {
    if (writes) write(inside ? 'inside' : 'outside');
  }, []); // eslint-disable-line react-hooks/exhaustive-deps

  const columns: CSSProperties =
    lane === 'both'
      ? { gridTemplateColumns: `minmax(0, calc((100% - 76px) * ${percent / 100})) 76px minmax(0, 1fr)` }
      : narrow || slim
        ? { gridTemplateColumns: 'minmax(0, 1fr)' }
        : { gridTemplateColumns: lane === 'inside' ? 'minmax(0, 1fr) 76px' : '76px minmax(0, 1fr)' };
  const showIn = lane !== 'outside';
  const showOut = lane !== 'inside';
  const showSpine = !slim && !(narrow && lane !== 'both');
  const waiting = outbox.use();
  const leavingFrom = (id: string) => talk.later.filter((m) => m.conversation === id);
  const insideWaiting = inside ? waiting.filter((w) => w.conversation === inside.id) : [];
  const outsideWaiting = outside ? waiting.filter((w) => w.conversation === outside.id) : [];

  const talked = useRef<HTMLDivElement>(null);
  useFlow(talked, lane === 'both', visible);
  const pinned = new Set([...pinsOf(inside?.id), ...pinsOf(outside?.id)].map((p) => p.entry));
  let lastDay = '';
  return (
    <section aria-label={texts.talk} className="flex min-h-0 min-w-0 flex-1 flex-col" ref={body}>
      {inside?.docket && !slim ? <PickedLine docket={inside.docket} /> : null}
      {narrow && both ? (
        <div role="group" aria-label={texts.lane} className="grid flex-none grid-cols-2 border-b">
          {(['inside', 'outside'] as const).map((side) => (
            <button
              key={side}
              type="button"
              aria-pressed={lane === side}
              onClick={() => setChosen(side)}
              className={cx(
                'min-h-[44px] truncate px-2 font-semibold short:min-h-9',
                side === 'inside' ? 'bg-inside text-inside-ink' : 'bg-outside text-outside-ink',
                lane === side ? 'shadow-[inset_0_-3px_0_currentColor]' : 'font-normal opacity-80',
              )}
            >
              {side === 'inside' ? texts.inside : texts.outside(outside?.party?.shortName ?? '')}
            </button>
          ))}
        </div>
      ) : null}
      <div className={cx('grid flex-none short:hidden', slim && 'hidden')} style={columns}>
        {showIn && inside ? (
          <LaneHead conversation={inside} me={me} pins={pinsOf(inside.id)} onGo={(id) => void goTo(id)} />
        ) : null}
        {showSpine ? (
          <div className="relative grid place-items-center border-b bg-paper">
            <GoToDate onGo={(date) => void goToDate(date)} />
            {lane === 'both' ? (
              <Divider
                label={texts.widthOfTheLanes}
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
            others={only ? [] : outsides}
            onChoose={setOutsideId}
            handing={handing}
            bare={only !== undefined}
            onHanding={setHanding}
            pins={pinsOf(outside.id)}
            onGo={(id) => void goTo(id)}
          />
        ) : null}
      </div>
      <div className={cx('relative', slim ? visible.length + talk.later.length === 0 && 'hidden' : 'min-h-16 flex-1')}>
        <div
          ref={flow}
          onScroll={scrolled}
          tabIndex={-1}
          className={cx(
            'overflow-y-auto overflow-x-hidden outline-none',
            slim ? 'max-h-[320px] border-t' : 'absolute inset-0',
          )}
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
                  <Button look="quiet" onClick={() => void keepingPlace(readEarlier)}>
                    {texts.earlierEntries}
                  </Button>
                </p>
              ) : null}
              {visible.length === 0 ? (
                <p
                  className="p-6 text-center text-soft"
                  style={lane === 'both' ? { width: `calc((100% - 76px) * ${percent / 100})` } : undefined}
                >
                  {texts.noMessagesYetWrite(inside ? texts.note : texts.words)}
                </p>
              ) : null}
              <div ref={talked}>
                {visible.map((row) => {
                  const today = day(row.entry.at);
                  const time = today === lastDay ? clock(row.entry.at) : `${today} ${clock(row.entry.at)}`;
                  lastDay = today;
                  return (
                    <TalkRow
                      key={row.entry.id}
                      {...row}
                      time={time}
                      isFirstNew={reading.firstNew === row.entry.id}
                      columns={columns}
                      show={{
                        inside: showIn && inside !== undefined,
                        spine: showSpine,
                        outside: showOut && outside !== undefined,
                      }}
                      conversation={row.inside ? inside! : outside!}
                      me={me.person}
                      selected={selected === row.entry.id}
                      drafting={drafting === row.entry.id}
                      pinned={pinned.has(row.entry.id)}
                      acts={acts}
                    />
                  );
                })}
              </div>
              <div className="grid" style={columns}>
                {showIn && inside ? <LeavesLater list={leavingFrom(inside.id)} /> : null}
                {showSpine ? <div /> : null}
                {showOut && outside ? <LeavesLater list={leavingFrom(outside.id)} /> : null}
              </div>
              <div className="grid" style={columns}>
                {showIn && inside ? <Waits list={insideWaiting} /> : null}
                {showSpine ? <div /> : null}
                {showOut && outside ? <Waits list={outsideWaiting} /> : null}
              </div>
            </div>
          </div>
        </div>
        <div className="absolute bottom-2 left-1/2 flex -translate-x-1/2 gap-2">
          {cameFrom ? (
            <Button
              className="shadow-sm"
              onClick={() => {
                const back = cameFrom;
                void goTo(back).then(() => setCameFrom(null));
              }}
            >
              {texts.backWhereWere}
            </Button>
          ) : null}
          {below > 0 || after !== null ? (
            <Button look="main" onClick={goToNewest}>
              {below > 0 ? texts.newBelow(below) : texts.toTheNewest}
            </Button>
          ) : null}
        </div>
      </div>
      <div className="grid min-h-0 shrink overflow-y-auto" style={columns}>
        {showIn && inside ? (
          <div className="border-t border-dashed border-t-inside-line bg-inside px-2.5 py-2">
            <Composer
              key={inside.id}
              ref={insideComposer}
              conversation={inside}
              me={me.person.id!}
              entries={entries}
              answering={answering?.conversation === inside.id ? answering : null}
              onAnswered={() => setAnswering(null)}
            />
          </div>
        ) : null}
        {showSpine ? <div className="border-t bg-paper" /> : null}
        {showOut && outside ? (
          <div className="border-t border-t-outside-line bg-outside px-2.5 py-2">
            <Composer
              key={outside.id}
              ref={outsideComposer}
              conversation={outside}
              me={me.person.id!}
              entries={entries}
              answering={answering?.conversation === outside.id ? answering : null}
              onAnswered={() => setAnswering(null)}
            />
          </div>
        ) : null}
      </div>
    </section>
  );
}

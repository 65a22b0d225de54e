import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { type Advice, type ConversationView, type Me, api, taken } from '../api/client';
import { showConversation } from '../api/live';
import { keys, queries } from '../api/queries';
import { useBoard } from './queues/board';
import { useAdvice } from './queues/useAdvice';
import { MomentField } from '../ui/MomentField';
import { moment } from '../ui/time';
import { Button, Panel, inputClass } from '../ui/controls';
import { NameTag, Standing } from '../ui/tags';
import { say } from '../ui/toasts';
import { ForwardPanel } from './Forward';
import { HandOver, giveTo } from './HandOver';
import * as texts from './texts';

type Props = { conversation: ConversationView; me: Me };

type Step = 'close' | 'reopen' | 'nothing-due' | 'aside' | 'back';

/** Whose a conversation is, how its clock comes to what it says, who is best placed, and what can be done with it. */
export function HandlingPanel({ conversation: c, me }: Props) {
  const queues = useBoard().data?.queues ?? [];
  const [handing, setHanding] = useState(false);
  const [wrong, setWrong] = useState('');
  const sum = useQuery({
    queryKey: ['clock', c.id, c.lastEntry, c.turn, c.open],
    queryFn: () => taken(api.GET('/api/conversations/{id}/clock', { params: { path: { id: c.id } } })),
    refetchInterval: 60_000,
  });
  const advice = useAdvice(c.id, `${c.owner?.id} ${c.queueId}`).data;
  const mine = c.owner?.id === me.person.id;

  const after = (next: ConversationView) => {
    setWrong('');
    showConversation(next);
    void queries.invalidateQueries({ queryKey: keys.conversation(c.id) });
    if (next.docket) void queries.invalidateQueries({ queryKey: keys.docket(next.docket) });
  };
  const act = async (run: () => Promise<ConversationView>, words?: string, undo?: () => Promise<ConversationView>) => {
    try {
      after(await run());
      if (words) say(words, undo ? { action: { label: texts.undo, run: () => void act(undo) } } : {});
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  const stand = (step: Step, until?: string) => () =>
    taken(
      api.PUT('/api/conversations/{id}/standing', {
        params: { path: { id: c.id } },
        body: { step, until: until ?? null },
      }),
    );
  const move = (queue: string) => () =>
    taken(api.PUT('/api/conversations/{id}/queue', { params: { path: { id: c.id } }, body: { queue } }));
  const give = (person: string, name: string) =>
    act(() => giveTo(c, { person }), person === me.person.id ? texts.itSYoursNow : texts.handedOverWhoTold(name));

  return (
    <div className="grid gap-2">
      <p className="text-soft">
        {c.open ? (
          c.owner ? (
            <>
              <NameTag who={c.owner} /> {mine ? texts.yours : texts.ownsItOfFirstName(c.owner.firstName)}
            </>
          ) : c.crew ? (
            <>{texts.handedCrewFirstThem(c.crew.name)}</>
          ) : (
            texts.nobodyOwnsYetReply
          )
        ) : (
          texts.closedReopensWhenThey
        )}
      </p>
      <p>
        {c.clock ? <Standing state={c.clock.state}>{c.clock.label}</Standing> : null}{' '}
        <span className="text-soft">{sum.data?.reason}</span>
      </p>
      {c.asideUntil ? <p className="text-soon">{texts.laterItComesBack(moment(c.asideUntil))}</p> : null}
      {advice?.routing ? <p className="text-soft">{routingWords(advice.routing)}</p> : null}
      <div className="flex flex-wrap gap-1.5">
        {!mine && c.open ? (
          <Button look="main" onClick={() => void give(me.person.id!, me.person.firstName)}>
            {texts.take}
          </Button>
        ) : null}
        <HandOver
          conversation={c}
          me={me}
          open={handing}
          onOpenChange={setHanding}
          trigger={<Button>{texts.handOver}</Button>}
        />
        <Chooser label={texts.moveTo} title={texts.moveToAnotherQueue}>
          {(close) => (
            <ul>
              {queues
                .filter((q) => q.id !== c.queueId && !q.retired)
                .map((q) => (
                  <li key={q.id}>
                    <button
                      type="button"
                      className="min-h-[32px] w-full rounded-[3px] px-1.5 text-left hover:bg-wren-wash max-md:min-h-[44px]"
                      onClick={() => {
                        close();
                        const from = c.queueId;
                        void act(move(q.id), texts.movedTo(q.name), from ? move(from) : undefined);
                      }}
                    >
                      <b>{q.name}</b> <span className="text-soft">{q.goals}</span>
                    </button>
                  </li>
                ))}
            </ul>
          )}
        </Chooser>
      </div>
      {advice && advice.suggestions.length > 0 && c.open && !mine ? (
        <section aria-label={texts.bestPlaced}>
          <h3 className="font-bold">{texts.bestPlaced}</h3>
          <ul className="grid gap-1">
            {advice.suggestions.map((s) => (
              <li key={s.person.id} className="flex items-start gap-2">
                <NameTag who={s.person} />
                <span className="min-w-0 flex-1">
                  <b>{s.person.firstName}</b> <span className="text-soft">{s.reasons.join(', ')}</span>
                </span>
                <Button
                  look="quiet"
                  onClick={() => void give(s.person.id, s.person.firstName)}
                  aria-label={texts.handTo(s.person.firstName)}
                >
                  {texts.handToTitle}
                </Button>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <div className="flex flex-wrap gap-1.5 border-t pt-2">
        {c.open ? (
          <>
            <Button onClick={() => void act(stand('close'), texts.closed, stand('reopen'))}>{texts.close}</Button>
            {c.turn !== 'nobodys' ? (
              <Button onClick={() => void act(stand('nothing-due'), texts.noReplyNeededHere)}>
                {texts.noReplyNeeded}
              </Button>
            ) : null}
            {c.asideUntil ? (
              <Button onClick={() => void act(stand('back'))}>{texts.bringItBackNow}</Button>
            ) : (
              <Chooser label={texts.later} title={texts.laterUntil}>
                {(close) => (
                  <MomentField
                    inline
                    autoFocus
                    label={texts.until}
                    sense="from"
                    value={null}
                    onChange={(until) => {
                      if (!until) return;
                      close();
                      void act(stand('aside', until), texts.itComesBack(moment(until)), stand('back'));
                    }}
                  />
                )}
              </Chooser>
            )}
          </>
        ) : (
          <Button onClick={() => void act(stand('reopen'), texts.reopened, stand('close'))}>{texts.reopen}</Button>
        )}
        <ForwardPanel conversation={c} entries={[]} label={texts.forward} />
        {c.docket ? null : (
          <Chooser label={texts.addToADocket} title={texts.addToADocket}>
            {(close) => (
              <IntoDocket
                subject={c.subject}
                onChoose={(body) => {
                  close();
                  void act(
                    () => taken(api.PUT('/api/conversations/{id}/docket', { params: { path: { id: c.id } }, body })),
                    texts.addedToTheDocket,
                  );
                }}
              />
            )}
          </Chooser>
        )}
      </div>
      {wrong ? (
        <p role="alert" className="rounded-card border border-late-line bg-late-wash px-2 py-1 text-late">
          {wrong}
        </p>
      ) : null}
    </div>
  );
}

/** Where the router put it, or why it did not. */
function routingWords({ queue, certainty, words, placed }: NonNullable<Advice['routing']>) {
  if (!queue) return texts.leftUnsortedRouterDid;
  const by = words.length > 0 ? texts.byOfList(words.map((w) => `“${w}”`).join(', ')) : '';
  const sure = texts.sure(Math.round(certainty * 100), by);
  return placed ? texts.placedHereByIts(sure) : texts.leftUnsortedNearest(queue, sure);
}

function Chooser({
  label,
  title,
  children,
}: {
  label: string;
  title: string;
  children: (close: () => void) => React.ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Panel label={title} open={open} onOpenChange={setOpen} align="end" trigger={<Button>{label}</Button>}>
      <p className="mb-1.5 font-bold">{title}</p>
      {children(() => setOpen(false))}
    </Panel>
  );
}

function IntoDocket({
  subject,
  onChoose,
}: {
  subject: string;
  onChoose: (body: { reference: string | null; subject: string | null }) => void;
}) {
  const [reference, setReference] = useState('');
  const [name, setName] = useState(subject);
  const into = (e: FormEvent) => {
    e.preventDefault();
    onChoose({ reference: reference.trim().toUpperCase(), subject: null });
  };
  const open = (e: FormEvent) => {
    e.preventDefault();
    onChoose({ reference: null, subject: name });
  };
  return (
    <div className="grid gap-2">
      <form onSubmit={into}>
        <label className="block">
          <span className="block font-semibold">{texts.anOpenDocket}</span>
          <input
            required
            className={inputClass}
            placeholder="J-1042"
            value={reference}
            onChange={(e) => setReference(e.target.value)}
          />
        </label>
        <Button type="submit" className="mt-1 w-full">
          {texts.addToIt}
        </Button>
      </form>
      <form onSubmit={open} className="border-t pt-2">
        <label className="block">
          <span className="block font-semibold">{texts.aNewDocket}</span>
          <input
            required
            maxLength={200}
            className={inputClass}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <Button type="submit" className="mt-1 w-full">
          {texts.openDocket}
        </Button>
      </form>
    </div>
  );
}

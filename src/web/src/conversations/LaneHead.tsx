import { Ellipsis, Link2 } from 'lucide-react';
import { Suspense } from 'react';
import { lazy } from '../ui/lazy';
import { at } from '../api/at';
import { type ConversationView, type Me, type PinView, api, taken } from '../api/client';
import { usePresent } from '../api/live';
import { Button, Panel, Tip, cx } from '../ui/controls';
import { NameTag, Standing } from '../ui/tags';
import { say, sayWrong } from '../ui/toasts';
import { HandOver } from './HandOver';
import { SharedPanel } from './SharedFiles';
import { laneName } from './audience';
import { Pins } from './marks';
import * as texts from './texts';

const HandlingPanel = lazy(() => import('./HandlingPanel').then((m) => ({ default: m.HandlingPanel })));

type Props = {
  conversation: ConversationView;
  me: Me;
  others?: ConversationView[];
  onChoose?: (id: string) => void;
  handing?: boolean;
  onHanding?: (open: boolean) => void;
  /** Whether clock and owner are shown elsewhere already. */
  bare?: boolean;
  pins?: PinView[];
  onGo?: (entry: string) => void;
};

const turns: Record<string, string> = {
  ours: texts.ourTurn,
  theirs: texts.theirTurn,
  nobodys: texts.noReplyNeededInline,
};

/** The head of a lane: whose it is, who is there, and for the outside its turn, clock and owner. */
export function LaneHead({
  conversation,
  me,
  others = [],
  onChoose,
  handing = false,
  onHanding,
  bare,
  pins = [],
  onGo,
}: Props) {
  const inside = conversation.audience !== 'outside';
  const name = laneName(conversation);
  const here = usePresent(conversation.id).filter((p) => p.person.id !== me.person.id);
  return (
    <header
      className={cx(
        '@container flex min-h-[33px] min-w-0 items-center gap-x-2 px-3.5 py-1 text-[13px] max-md:flex-wrap max-md:py-0',
        inside
          ? 'border-b border-dashed border-b-inside-line bg-inside text-inside-ink'
          : 'border-b border-b-outside-line bg-outside text-outside-ink',
      )}
    >
      <h2 className="whitespace-nowrap font-bold max-md:sr-only">{name}</h2>
      {inside ? <span>{conversation.whoSees}</span> : null}
      {!inside && others.length > 1 ? (
        <select
          aria-label={texts.withWhom}
          title={conversation.party?.name}
          value={conversation.id}
          onChange={(e) => onChoose?.(e.target.value)}
          className="min-h-6 w-44 min-w-20 shrink max-md:w-24 max-md:flex-1 rounded-[3px] border border-outside-line bg-surface px-1 text-ink max-md:min-h-[44px]"
        >
          {others.map((o) => (
            <option key={o.id} value={o.id}>
              {o.party?.name}
            </option>
          ))}
        </select>
      ) : null}
      {!inside && others.length <= 1 ? <span className="truncate">{conversation.party?.name}</span> : null}
      {pins.length > 0 ? <Pins conversation={conversation.id} pins={pins} onGo={onGo} /> : null}
      {conversation.audience === 'notice' ? null : <SharedPanel conversation={conversation} />}
      {here.length > 0 ? (
        <Tip text={`${here.map((p) => p.person.firstName).join(', ')} ${texts.are(here.length)} here`}>
          <span tabIndex={0} className="flex flex-none items-center gap-1 rounded-[3px]">
            {here.slice(0, 3).map((p) => (
              <NameTag key={p.person.id} who={p.person} />
            ))}
            {here.length > 3 ? <span>+{here.length - 3}</span> : null}
            <span className="@max-[540px]:sr-only">{texts.here}</span>
          </span>
        </Tip>
      ) : null}
      {!inside ? (
        <span className="ml-auto flex flex-none items-center gap-x-1.5">
          {conversation.party?.id ? (
            <Tip text={texts.makePrivateLinkPage(conversation.party.name)}>
              <button
                type="button"
                aria-label={texts.makeAPrivateLink}
                onClick={() => void makeLink(conversation)}
                className="grid size-6 place-items-center rounded-[3px] hover:bg-surface max-md:size-11 @max-[410px]:hidden"
              >
                <Link2 size={14} />
              </button>
            </Tip>
          ) : null}
          {bare ? null : conversation.clock ? (
            <Tip text={conversation.clock.reason}>
              <span tabIndex={0} className="rounded-[3px]">
                <Standing state={conversation.clock.state}>{conversation.clock.label}</Standing>
              </span>
            </Tip>
          ) : (
            <span>{conversation.open ? turns[conversation.turn ?? 'nobodys'] : texts.closedInline}</span>
          )}
          {bare ? null : (
            <HandOver
              conversation={conversation}
              me={me}
              open={handing}
              onOpenChange={onHanding ?? (() => undefined)}
            />
          )}
          <Handling conversation={conversation} me={me} bare={bare ?? false} />
        </span>
      ) : null}
    </header>
  );
}

/** Makes a new address of the party’s own page; the one before stops. */
async function makeLink(conversation: ConversationView) {
  try {
    const party = conversation.party!.id!;
    const known = await taken(api.GET('/api/contacts/{party}/links', { params: { path: { party } } }));
    const contact = Object.keys(known.words)[0];
    if (!contact) throw new Error(texts.noContactYet(conversation.party!.name));
    const link = await taken(
      api.POST('/api/contacts/people/{id}/links', {
        params: { path: { id: contact } },
        body: { way: 'copied', endOthers: false },
      }),
    );
    const url = window.location.origin + new URL(link.address!).pathname;
    await navigator.clipboard?.writeText(url).catch(() => undefined);
    say(
      <span>
        {texts.privatePageIs(conversation.party?.name ?? '')}{' '}
        <a className="text-wren underline" href={url}>
          {url}
        </a>
        {texts.linkWorksFor(known.days)}{' '}
        <a className="text-wren underline" href={at(`/contacts?party=${party}`)}>
          {texts.allLinks}
        </a>
      </span>,
      { stays: true },
    );
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** What else can be done with a conversation where it is read: later, move, close. */
function Handling({ conversation, me, bare }: { conversation: ConversationView; me: Me; bare: boolean }) {
  const label = bare ? texts.more : texts.laterMoveOrClose;
  return (
    <Panel
      label={label}
      align="end"
      className="max-h-[76vh] w-[min(330px,92vw)] overflow-auto text-ink"
      trigger={
        <button
          type="button"
          aria-label={label}
          title={label}
          className="grid size-6 place-items-center rounded-[3px] hover:bg-surface max-md:size-11"
        >
          <Ellipsis size={16} />
        </button>
      }
    >
      {bare ? null : (
        <Suspense fallback={<p className="text-soft">{texts.loading}</p>}>
          <HandlingPanel conversation={conversation} me={me} />
        </Suspense>
      )}
      {conversation.party?.id ? (
        <p className={bare ? '' : 'mt-2 border-t pt-2'}>
          <Button onClick={() => void makeLink(conversation)}>
            <Link2 size={14} aria-hidden /> {texts.makePrivateLinkTheir}
          </Button>
        </p>
      ) : null}
    </Panel>
  );
}

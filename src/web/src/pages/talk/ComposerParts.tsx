import { CalendarClock, type LucideIcon, MessageCircleQuestionMark, PanelBottomOpen, X } from 'lucide-react';
import { Link } from 'react-router';
import type { Checked, EntryView, PersonView, ToldView } from '../../api/client';
import { usePresent } from '../../api/live';
import { Button, Panel, cx } from '../../ui/controls';
import { listed } from '../../ui/words';
import * as texts from './texts';

/** Says who has begun to write here too. */
export function OthersWriting({ conversation, me }: { conversation: string; me: string }) {
  const names = usePresent(conversation)
    .filter((p) => p.writing && p.person.id !== me)
    .map((p) => p.person.firstName);
  if (names.length === 0) return null;
  return <b className="text-ink">{texts.areWriting(listed(names), names.length)}</b>;
}

/** Who will be told when this is sent, each with the reason they will read. */
export function WillBeTold({ told }: { told: ToldView[] }) {
  if (told.length === 0) return <span>{texts.nobodyIsNotified} </span>;
  const names = told.map((t) => t.person.firstName);
  return (
    <span title={told.map((t) => `${t.person.name}: ${t.reason}`).join('\n')}>
      {texts.tells(names.length > 3 ? texts.andMore(names.slice(0, 2).join(', '), names.length - 2) : listed(names))}
    </span>
  );
}

/** The words of an entry without their form. */
const plainOf = (html: string) => new DOMParser().parseFromString(html, 'text/html').body.textContent ?? '';

/** Which entry is being answered. */
export function AnsweringLine({ entry, onDrop }: { entry: EntryView; onDrop?: () => void }) {
  return (
    <p className="mb-1 flex items-start gap-2 border-l-2 border-soft/60 pl-2 text-[12.5px]">
      <span className="line-clamp-2 min-w-0 flex-1">
        <b>
          {texts.to} {entry.author?.firstName}
        </b>{' '}
        {plainOf(entry.html)}
      </span>
      <button
        type="button"
        aria-label={texts.removeTheQuote}
        title={texts.removeTheQuote}
        onClick={onDrop}
        className="grid size-6 flex-none place-items-center rounded-[3px] hover:bg-surface max-md:size-11"
      >
        <X size={13} />
      </button>
    </p>
  );
}

type RefusedProps = {
  words: string;
  /** Who was tagged and does not see it. */
  unseeing: PersonView[];
  /** The party whose number is to be corrected; null where that is not it. */
  contact: string | null;
  onSight: (person: PersonView) => void;
};

/** Why it was not sent, with what can be done about it. */
export function Refused({ words, unseeing, contact, onSight }: RefusedProps) {
  return (
    <div
      role="alert"
      className="mt-1 rounded-card border border-late-line bg-late-wash px-2 py-1 text-[13px] text-late"
    >
      {words}{' '}
      {contact ? (
        <Link to={`/contacts?party=${contact}`} className="underline">
          {texts.correctItInContacts}
        </Link>
      ) : null}
      {unseeing.map((p) => (
        <Button key={p.id} className="ml-1" onClick={() => onSight(p)}>
          {texts.giveSightOfIt(p.firstName)}
        </Button>
      ))}
    </div>
  );
}

type ToolProps = { icon: LucideIcon; name: string; title: string; hover: string; onClick: () => void };

function Tool({ icon: Icon, name, title, hover, onClick }: ToolProps) {
  return (
    <button
      type="button"
      aria-label={name}
      title={title}
      onClick={onClick}
      className={cx('grid size-7 place-items-center rounded-[3px] text-soft max-md:size-11', hover)}
    >
      <Icon size={15} />
    </button>
  );
}

export const AskTool = ({ onClick }: { onClick: () => void }) => (
  <Tool
    icon={MessageCircleQuestionMark}
    name={texts.askForAnAnswer}
    title={texts.askAnswerQuestionDecision}
    hover="hover:text-ask"
    onClick={onClick}
  />
);

export const MeetTool = ({ onClick }: { onClick: () => void }) => (
  <Tool
    icon={CalendarClock}
    name={texts.setUpAMeeting}
    title={texts.setUpMeetingWho}
    hover="hover:text-wren"
    onClick={onClick}
  />
);

export const CarryTool = ({ onClick }: { onClick: () => void }) => (
  <Tool
    icon={PanelBottomOpen}
    name={texts.keepInView}
    title={texts.keepFootWindowWhile}
    hover="hover:text-ink"
    onClick={onClick}
  />
);

type Unclear = Checked['unclear'];

/** Names after an at sign that fit several: chosen before they are sent. */
export function UnclearTags({
  unclear,
  onChoose,
}: {
  unclear: Unclear;
  onChoose: (typed: string, who: Unclear[number]['fits'][number]) => void;
}) {
  return unclear.map((u) => (
    <p key={u.typed} role="status" className="mt-1 flex flex-wrap items-center gap-1.5 text-[12.5px] text-soon">
      {texts.whoIs(u.typed)}
      {u.fits.map((who) => (
        <Button key={who.id} className="!min-h-6 !py-0" onClick={() => onChoose(u.typed, who)}>
          {who.name}
        </Button>
      ))}
    </p>
  ));
}

/** Who will see what is written, in a word; a press names them all. */
export const WhoSees = ({ names, children }: { names: string[]; children: string }) => (
  <Panel
    label={texts.whoSeesIt}
    className="max-h-[50vh] w-64 overflow-auto text-[13px] text-ink"
    trigger={
      <button
        type="button"
        title={texts.whoSeesItOfList(names.join(', '))}
        className="min-h-6 rounded-[3px] text-left underline decoration-dotted underline-offset-2 max-md:min-h-[44px]"
      >
        {children}
      </button>
    }
  >
    <p className="font-bold">{texts.whoSeesIt}</p>
    <ul>
      {names.map((n) => (
        <li key={n} className="break-words">
          {n}
        </li>
      ))}
    </ul>
  </Panel>
);

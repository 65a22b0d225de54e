import { CalendarClock, type LucideIcon, MessageCircleQuestionMark, PanelBottomOpen, X } from 'lucide-react';
import { Link } from 'react-router';
import type { Checked, EntryView, PersonView, ToldView } from '../../api/client';
import { usePresent } from '../../api/live';
import { Button, Panel, cx } from '../../ui/controls';

/** Says who has begun to write here too. */
export function OthersWriting({ conversation, me }: { conversation: string; me: string }) {
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

/** Who will be told when this is sent, each with the reason they will read. */
export function WillBeTold({ told }: { told: ToldView[] }) {
  if (told.length === 0) return <span>· nobody is notified </span>;
  const names = told.map((t) => t.person.firstName);
  return (
    <span title={told.map((t) => `${t.person.name}: ${t.reason}`).join('\n')}>
      · tells{' '}
      {names.length > 3
        ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`
        : names.join(names.length === 2 ? ' and ' : ', ')}{' '}
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
        <b>To {entry.author?.firstName}</b> {plainOf(entry.html)}
      </span>
      <button
        type="button"
        aria-label="Remove the quote"
        title="Remove the quote"
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
          Correct it in Contacts
        </Link>
      ) : null}
      {unseeing.map((p) => (
        <Button key={p.id} className="ml-1" onClick={() => onSight(p)}>
          Give {p.firstName} sight of it
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
    name="Ask for an answer"
    title="Ask for an answer: a question, a decision, a choice or a confirmation, by a time (A)"
    hover="hover:text-ask"
    onClick={onClick}
  />
);

export const MeetTool = ({ onClick }: { onClick: () => void }) => (
  <Tool
    icon={CalendarClock}
    name="Set up a meeting"
    title="Set up a meeting: who, and a time that suits everybody (M)"
    hover="hover:text-wren"
    onClick={onClick}
  />
);

export const CarryTool = ({ onClick }: { onClick: () => void }) => (
  <Tool
    icon={PanelBottomOpen}
    name="Keep in view"
    title="Keep it at the foot of the window while you look elsewhere"
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
      Who is {u.typed}?
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
    label="Who sees it"
    className="max-h-[50vh] w-64 overflow-auto text-[13px] text-ink"
    trigger={
      <button
        type="button"
        title={`Who sees it: ${names.join(', ')}`}
        className="min-h-6 rounded-[3px] text-left underline decoration-dotted underline-offset-2 max-md:min-h-[44px]"
      >
        {children}
      </button>
    }
  >
    <p className="font-bold">Who sees it</p>
    <ul>
      {names.map((n) => (
        <li key={n} className="break-words">
          {n}
        </li>
      ))}
    </ul>
  </Panel>
);

import { CalendarClock, type LucideIcon, MessageCircleQuestionMark, PanelBottomOpen, X } from 'lucide-react';
import { Link } from 'react-router';
import type { EntryView, PersonView, ToldView } from '../../api/client';
import { usePresent } from '../../api/live';
import { Button, cx } from '../../ui/controls';

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
  if (told.length === 0) return <span>· nobody is told </span>;
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
        aria-label="Answer nothing in particular"
        title="Answer nothing in particular"
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
          Correct it on the contact
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
    name="Set a meeting"
    title="Set a meeting: with whom, and a time that suits everybody (M)"
    hover="hover:text-wren"
    onClick={onClick}
  />
);

export const CarryTool = ({ onClick }: { onClick: () => void }) => (
  <Tool
    icon={PanelBottomOpen}
    name="Carry it along"
    title="Carry it along: it stays at the foot of the window while you look elsewhere"
    hover="hover:text-ink"
    onClick={onClick}
  />
);

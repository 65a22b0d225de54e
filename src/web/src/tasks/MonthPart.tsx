import { CalendarClock, ChevronLeft, ChevronRight } from 'lucide-react';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { MeetingView, OwnerView, TaskRow, TaskTable } from '../api/client';
import { clock, dateOf, day, moment } from '../ui/time';
import { useMeetingsFrom } from '../conversations/meetings/meeting';
import { Button, IconButton, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { refocus } from '../ui/refocus';
import { dayName, daysBetween, mondayOf, monthName, monthOn, moved, plusDays, today } from './days';
import { DragRoom, useDragging, useDrop } from '../ui/drag';
import { changeRows } from './table';
import { useWorkingDays } from './useWorkingDays';
import * as texts from './texts';

type Props = { table: TaskTable; rows: TaskRow[]; onOpen: (id: string) => void };

/** Tasks on the days they are due; what is late is carried to today, and says from when. */
export function MonthPart({ table, rows, onOpen }: Props) {
  const now = today();
  const [length, setLength] = useState<'month' | 'week'>('month');
  const [at, setAt] = useState(now);
  const from = length === 'week' ? mondayOf(at) : mondayOf(`${at.slice(0, 7)}-01`);
  const weeks = length === 'week' ? 1 : Math.ceil((daysBetween(from, plusDays(monthOn(at, 1), -1)) + 1) / 7);
  const byDay = useMemo(() => {
    const days = new Map<string, TaskRow[]>();
    for (const row of rows) {
      if (!row.due) continue;
      const due = dateOf(row.due);
      const carried = row.dueState === 'late' && due < now ? now : due;
      const there = days.get(carried);
      if (there) there.push(row);
      else days.set(carried, [row]);
    }
    for (const there of days.values()) there.sort((a, b) => (a.due! < b.due! ? -1 : 1));
    return days;
  }, [rows, now]);
  const working = useWorkingDays(from, weeks * 7);
  const met = useMeetingsFrom(from, weeks * 7).data ?? [];
  const meetings = new Map<string, MeetingView[]>();
  for (const { meeting } of met) {
    if (meeting.mine === 'not-coming') continue;
    const date = dateOf(meeting.from);
    meetings.set(date, [...(meetings.get(date) ?? []), meeting]);
  }
  const move = (id: string, date: string) => {
    const row = rows.find((r) => r.id === id);
    const ends = working.get(date)?.ends;
    if (!row || !ends || (row.due && dateOf(row.due) === date)) return;
    const due = moved(row.due, date, ends);
    void changeRows([row], { due }, table.people, texts.dueOfMoment(moment(due!)));
  };
  const undated = rows.filter((r) => !r.due).length;
  return (
    <DragRoom>
      <div className="flex min-h-0 flex-1 flex-col">
        <div className="flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[13px]">
          <IconButton
            label={length === 'week' ? texts.previousWeek : texts.previousMonth}
            onClick={() => setAt(length === 'week' ? plusDays(at, -7) : monthOn(at, -1))}
          >
            <ChevronLeft size={16} />
          </IconButton>
          <h2 className="min-w-36 text-center font-bold">
            {length === 'week'
              ? texts.to(dayName(from), dayName(plusDays(from, 6)), monthName(plusDays(from, 6)))
              : monthName(at)}
          </h2>
          <IconButton
            label={length === 'week' ? texts.nextWeek : texts.nextMonth}
            onClick={() => setAt(length === 'week' ? plusDays(at, 7) : monthOn(at, 1))}
          >
            <ChevronRight size={16} />
          </IconButton>
          <Button look="quiet" onClick={() => setAt(now)}>
            {texts.todayTitle}
          </Button>
          <Button
            look="quiet"
            aria-pressed={length === 'week'}
            onClick={() => setLength(length === 'week' ? 'month' : 'week')}
          >
            {length === 'week' ? texts.aWholeMonth : texts.oneWeek}
          </Button>
          <span className="ml-auto text-soft max-md:hidden">
            {texts.dragAnotherDayAlt(undated > 0 ? texts.haveNoDate(undated) : '')}
          </span>
        </div>
        <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label={texts.calendarOfTasks}>
          <div
            className="grid min-h-full min-w-[700px] grid-cols-7"
            style={{ gridTemplateRows: `repeat(${weeks}, minmax(96px, 1fr))` }}
          >
            {Array.from({ length: weeks * 7 }, (_, i) => plusDays(from, i)).map((date) => (
              <Day
                key={date}
                date={date}
                now={now}
                off={working.get(date)?.working === false}
                dim={length === 'month' && date.slice(0, 7) !== at.slice(0, 7)}
                rows={byDay.get(date) ?? []}
                meetings={meetings.get(date) ?? []}
                people={table.people}
                most={length === 'week' ? 40 : 5}
                onMove={move}
                onOpen={onOpen}
              />
            ))}
          </div>
        </div>
      </div>
    </DragRoom>
  );
}

type DayProps = {
  date: string;
  now: string;
  /** Whether nobody works on it. */
  off: boolean;
  dim: boolean;
  rows: TaskRow[];
  meetings: MeetingView[];
  people: OwnerView[];
  most: number;
  onMove: (id: string, date: string) => void;
  onOpen: (id: string) => void;
};

function Day({ date, now, off, dim, rows, meetings, people, most, onMove, onOpen }: DayProps) {
  const [all, setAll] = useState(false);
  const { over, drop } = useDrop((id) => onMove(id, date));
  const shown = all ? rows : rows.slice(0, most);
  return (
    <section
      aria-label={dayName(date)}
      {...drop}
      className={cx(
        'min-w-0 border-b border-r p-1',
        off ? 'bg-paper' : 'bg-surface',
        date === now && 'shadow-[inset_0_2px_0_var(--wren)]',
        over && 'outline-2 -outline-offset-2 outline-wren',
      )}
    >
      <h3
        className={cx(
          'mb-0.5 text-[12.5px]',
          date === now ? 'font-bold text-wren' : dim ? 'italic text-soft' : 'text-soft',
        )}
      >
        {dayName(date)}
        {date === now ? texts.today : ''}
      </h3>
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-0.5">
        {meetings.map((m) => (
          <li key={m.id}>
            <Link
              to={`/meetings/${m.id}`}
              title={`${m.when}: ${m.title}. ${m.line}`}
              className={cx(
                'block truncate rounded-[3px] border border-l-[3px] border-l-wren',
                'bg-paper px-1 text-[12.5px] leading-6 hover:border-soft',
              )}
            >
              <CalendarClock size={12} aria-hidden className="mr-1 inline text-wren" />
              <span className="sr-only">{texts.meeting} </span>
              {clock(m.from)} {m.title}
            </Link>
          </li>
        ))}
        {shown.map((row) => (
          <Chip key={row.id} row={row} date={date} people={people} onMove={onMove} onOpen={onOpen} />
        ))}
      </ul>
      {rows.length > most ? (
        <button type="button" className="min-h-6 text-[12.5px] text-wren underline" onClick={() => setAll(!all)}>
          {all ? texts.fewer : texts.moreOfCount(rows.length - most)}
        </button>
      ) : null}
    </section>
  );
}

type ChipProps = Pick<DayProps, 'people' | 'onMove' | 'onOpen'> & { row: TaskRow; date: string };

function Chip({ row, date, people, onMove, onOpen }: ChipProps) {
  const carried = dateOf(row.due!) !== date;
  const { held, drag } = useDragging(row.id, row.title);
  const keys = (e: KeyboardEvent) => {
    const days = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[e.key];
    if (!e.altKey || !days) return;
    e.preventDefault();
    e.stopPropagation();
    onMove(row.id, plusDays(date, days));
    // On its new day it is another element.
    refocus(`[data-chip="${row.id}"]`);
  };
  return (
    <li {...drag} className={cx(held && 'opacity-40')}>
      <button
        type="button"
        data-chip={row.id}
        onClick={() => onOpen(row.id)}
        onKeyDown={keys}
        title={`${row.title}\n${row.dueLabel}${carried ? texts.from(day(row.due!)) : ''}`}
        className={cx(
          'flex min-h-6 w-full items-center gap-1 rounded-[3px] border-l-[3px] px-1 text-left text-[12.5px] hover:bg-wren-wash',
          row.state === 'done'
            ? 'border-l-done text-soft line-through'
            : row.dueState === 'late'
              ? 'border-l-late text-late'
              : 'border-l-wren',
        )}
      >
        <span className="min-w-0 flex-1 truncate">
          {carried ? <b className="font-semibold">{texts.late} </b> : null}
          {row.title}
        </span>
        {carried ? null : <span className="flex-none text-[11.5px] text-soft">{clock(row.due!)}</span>}
        {row.owners[0] !== undefined ? <NameTag who={people[row.owners[0]]!} /> : null}
      </button>
    </li>
  );
}

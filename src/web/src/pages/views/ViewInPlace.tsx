import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type Schemas, api, taken } from '../../api/client';
import { usual as usualDockets, useTable as useDockets } from '../../dockets/table/look';
import { usual as usualTasks, arrange } from '../../tasks/arrange';
import { useTable as useTasks } from '../../tasks/table';
import { Button, cx } from '../../ui/controls';
import { NameTag, Owners, Priority, Standing } from '../../ui/tags';
import type { Look as DocketLook } from '../../dockets/table/look';
import type { Look as TaskLook } from '../tasks/look';
import * as texts from './texts';

type View = Schemas['PointedView'];

/** So many lines stand in the talk; all of them where they are at home. */
const most = 12;

/** A saved view in the talk: its name and how many stand in it, by the reader's own sight, and the table itself. */
export default function ViewInPlace({ id, onClose }: { id: string; onClose?: () => void }) {
  const { data: view, error } = useQuery({
    queryKey: ['views', 'pointed', id],
    queryFn: () => taken(api.GET('/api/views/{id}', { params: { path: { id } } })),
    retry: false,
  });
  if (error) return <p className="my-1 text-[13px] text-soft">{texts.gone}</p>;
  if (!view) return <p className="my-1 h-[42px]" />;
  return view.about === 'tasks' ? (
    <TasksInPlace view={view} onClose={onClose} />
  ) : (
    <DocketsInPlace view={view} onClose={onClose} />
  );
}

type Props = { view: View; onClose?: () => void };

function DocketsInPlace({ view, onClose }: Props) {
  const now = { ...usualDockets, ...(view.settings as unknown as Partial<DocketLook>) };
  const { data } = useDockets(now, '');
  const first = data?.pages[0];
  const fields = now.columns.flatMap((c) => first?.columns.filter((f) => f.id === c) ?? []);
  return (
    <Frame view={view} count={first?.total} more={false} opened={onClose !== undefined} onClose={onClose}>
      {first?.lines.slice(0, most).map(({ row, cells }) => (
        <tr key={row.ref} className="border-t align-top">
          <td className="py-1 pr-2">
            <Link to={`/dockets/${row.ref}`} className="font-semibold hover:underline">
              {row.ref} {row.subject}
            </Link>
          </td>
          <td className="py-1 pr-2">{row.open ? row.stage : texts.closedInline}</td>
          {fields.map((f) => (
            <td key={f.id} className="py-1 pr-2">
              {cells[f.id]}
            </td>
          ))}
          <td className="py-1 pr-2">
            {row.clock ? <Standing state={row.clock.state}>{row.clock.label}</Standing> : null}
          </td>
          <td className="py-1">{row.owner ? <NameTag who={row.owner} /> : null}</td>
        </tr>
      ))}
    </Frame>
  );
}

function TasksInPlace({ view, onClose }: Props) {
  const look = view.settings as unknown as Partial<TaskLook>;
  const { data } = useTasks(look.scope ?? 'mine');
  const how = look.how ?? usualTasks;
  const rows = data
    ? arrange(data.rows, data, { ...how, group: null }).lines.flatMap((l) => (l.kind === 'row' ? [l.row] : []))
    : undefined;
  return (
    <Frame view={view} count={rows?.length} more={data?.more ?? false} opened={onClose !== undefined} onClose={onClose}>
      {rows?.slice(0, most).map((row) => (
        <tr key={row.id} className="border-t align-top">
          <td className="py-1 pr-2">
            <Link to={`/tasks?task=${row.id}`} className="font-semibold hover:underline">
              {row.title}
            </Link>
            {row.docket ? <span className="text-soft"> {row.docket}</span> : null}
          </td>
          <td
            className={cx(
              'whitespace-nowrap py-1 pr-2',
              row.dueState === 'late' && 'font-semibold text-late',
              row.dueState === 'soon' && 'font-semibold text-soon',
            )}
          >
            {row.dueLabel}
          </td>
          <td className="py-1 pr-2">{row.priority === 'normal' ? null : <Priority value={row.priority} />}</td>
          <td className="py-1">
            <Owners owners={row.owners.map((o) => data!.people[o]!)} />
          </td>
        </tr>
      ))}
    </Frame>
  );
}

type FrameProps = {
  view: View;
  /** How many stand in it; undefined while that is read. */
  count: number | undefined;
  more: boolean;
  /** Whether its table is open from the beginning. */
  opened: boolean;
  onClose?: () => void;
  children: ReactNode;
};

function Frame({ view, count, more, opened, onClose, children }: FrameProps) {
  const [open, setOpen] = useState(opened);
  const box = useRef<HTMLDivElement>(null);
  const read = count !== undefined;
  // What is opened by hand is brought into sight, with as much of it as there is room for.
  useEffect(() => {
    if (open && read) box.current?.scrollIntoView({ block: 'nearest' });
  }, [open, read]);
  return (
    <div
      ref={box}
      role="group"
      aria-label={view.name}
      onClick={(e) => e.stopPropagation()}
      className="my-1 block rounded-card border border-l-[3px] border-l-wren bg-paper px-2.5 py-1 text-[13px]"
    >
      <div className="flex flex-wrap items-center gap-x-2 gap-y-0.5">
        <b>{view.name}</b>
        <span className="text-soft" role="status">
          {count === undefined ? '' : texts.count(view.about, count, more)}
        </span>
        <span className="ml-auto flex flex-wrap gap-1">
          <Button
            look="quiet"
            className="!min-h-6 max-md:!min-h-[44px]"
            aria-expanded={open}
            onClick={() => (open && onClose ? onClose() : setOpen(!open))}
          >
            {open ? texts.hide : texts.show}
          </Button>
          <Link
            to={`/${view.about}?view=${view.id}`}
            className="inline-flex min-h-6 items-center rounded-[3px] px-1.5 text-soft underline underline-offset-2 hover:text-ink max-md:min-h-[44px]"
          >
            {texts.openAll(view.about)}
          </Link>
        </span>
      </div>
      {open ? (
        <div className="overflow-x-auto">
          <table className="mt-1 w-full border-collapse text-left">
            <tbody>{children}</tbody>
          </table>
          {count === 0 ? <p className="text-soft">{texts.none}</p> : null}
          {count !== undefined && count > most ? (
            <p className="border-t py-1 text-soft">{texts.showing(most, count)}</p>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}

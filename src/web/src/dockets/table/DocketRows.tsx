import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { TableColumn, TableLine } from '../../api/client';
import { useKinds } from '../../api/queries';
import { exact, moment } from '../../ui/time';
import { cx } from '../../ui/controls';
import { Due, NameTag, Priority, Standing } from '../../ui/tags';
import { MovePanel } from '../MovePanel';
import { moveDocket } from '../moveTexts';
import type { Look } from './look';
import { texts } from './texts';

type Group = { label: string; count: number };

type Props = {
  columns: TableColumn[];
  groups: Group[];
  lines: TableLine[];
  now: Look;
  onSort: (by: string) => void;
  chosen: ReadonlySet<string>;
  onChoose: (refs: string[], on: boolean) => void;
};

/** Each group with the lines of it that are there. */
const grouped = (groups: Group[], lines: TableLine[]) =>
  groups
    .map((group) => ({ group, lines: lines.filter((l) => l.group.toLowerCase() === group.label.toLowerCase()) }))
    .filter((g) => g.lines.length > 0);

const heads: [string, string | null, string][] = [
  [texts.columns.subject, 'subject', 'w-[24%] min-w-60'],
  [texts.columns.stage, 'stage', 'w-[9%] min-w-24'],
  [texts.columns.inside, null, 'w-[17%] min-w-40'],
  [texts.columns.outside, null, 'w-[17%] min-w-40'],
  [texts.columns.waits, 'last', 'w-[13%] min-w-32'],
  [texts.columns.next, 'due', 'w-[16%] min-w-36'],
];

/** The dockets as a table; on a phone as a list. */
export function DocketRows({ columns, groups, lines, now, onSort, chosen, onChoose }: Props) {
  const fields = now.columns.flatMap((id) => columns.filter((c) => c.id === id));
  const runs = now.groupBy ? grouped(groups, lines) : [{ group: { label: '', count: lines.length }, lines }];
  const by = columns.find((c) => c.id === now.groupBy)?.name ?? '';
  const all = lines.map((l) => l.row.ref);
  const head = (name: string, sort: string | null, width: string) => (
    <th
      key={name}
      scope="col"
      aria-sort={sort && now.sortBy === sort ? (now.down ? 'descending' : 'ascending') : undefined}
      className={cx('border-b px-2 py-1 font-semibold', width)}
    >
      {sort ? (
        <button type="button" className="min-h-6 rounded-[3px] hover:underline" onClick={() => onSort(sort)}>
          {name}
          {now.sortBy === sort ? (now.down ? ' ↓' : ' ↑') : ''}
        </button>
      ) : (
        name
      )}
    </th>
  );
  const label = (group: Group) => (
    <>
      {group.label || texts.layout.noLabel(by)} <span className="font-normal text-soft">{group.count}</span>
    </>
  );
  return (
    <>
      <table className={cx('w-full border-collapse text-[13px] max-md:hidden', fields.length === 0 && 'table-fixed')}>
        <thead className="sticky top-0 z-10 bg-paper text-left">
          <tr>
            <th scope="col" className="w-9 border-b py-1 pl-4">
              <input
                type="checkbox"
                aria-label={texts.many.chooseAll}
                checked={all.length > 0 && all.every((r) => chosen.has(r))}
                onChange={(e) => onChoose(all, e.target.checked)}
              />
            </th>
            {heads.slice(0, 2).map(([name, sort, width]) => head(name, sort, width))}
            {fields.map((f) => head(f.name, f.id, 'whitespace-nowrap'))}
            {heads.slice(2).map(([name, sort, width]) => head(name, sort, width))}
          </tr>
        </thead>
        {runs.map((run) => (
          <tbody key={run.group.label}>
            {now.groupBy ? (
              <tr>
                <th
                  scope="rowgroup"
                  colSpan={7 + fields.length}
                  className="border-b bg-paper px-4 pb-1 pt-2.5 text-left text-[14px] font-bold"
                >
                  {label(run.group)}
                </th>
              </tr>
            ) : null}
            {run.lines.map((line) => (
              <Line
                key={line.row.ref}
                line={line}
                fields={fields}
                chosen={chosen.has(line.row.ref)}
                onChoose={(on) => onChoose([line.row.ref], on)}
              />
            ))}
          </tbody>
        ))}
      </table>
      <div className="md:hidden">
        {runs.map((run) => (
          <section key={run.group.label}>
            {now.groupBy ? <h2 className="px-4 pb-1 pt-2.5 font-bold">{label(run.group)}</h2> : null}
            <ul>
              {run.lines.map(({ row: r, cells }) => (
                <li key={r.ref} className="border-b">
                  <Link to={`/dockets/${r.ref}`} className="block min-h-[44px] px-4 py-2">
                    <b>
                      {r.ref} {r.subject}
                    </b>
                    {fields.length > 0 ? (
                      <span className="block text-[13px] text-soft">
                        {fields.flatMap((f) => (cells[f.id] ? [`${f.name} ${cells[f.id]}`] : [])).join(' · ')}
                      </span>
                    ) : null}
                    <span className="line-clamp-1 text-soft">{r.lastOutside ?? r.lastInside}</span>
                    {r.clock ? <Standing state={r.clock.state}>{r.clock.label}</Standing> : null}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}

type StageProps = { reference: string; kind: string; stage: string; open: boolean };

/** The stage that a docket is in; a press moves it. */
function StageCell({ reference, kind, stage, open }: StageProps) {
  const [moving, setMoving] = useState<{ stage: string | null } | null>(null);
  const stages = (useKinds().data ?? []).find((k) => k.name === kind)?.stages ?? [];
  if (!open || stages.length === 0) return <>{stage}</>;
  return (
    // What is done in the panel is not a press on the line.
    <span onClick={(e) => e.stopPropagation()}>
      <MovePanel
        reference={reference}
        stage={stage}
        stages={stages}
        moving={moving}
        onMoving={setMoving}
        trigger={
          <button
            type="button"
            aria-label={`${stage}. ${moveDocket(reference)}`}
            className="-mt-0.5 min-h-6 rounded-[3px] text-left hover:underline"
          >
            {stage}
          </button>
        }
      />
    </span>
  );
}

type LineProps = { line: TableLine; fields: TableColumn[]; chosen: boolean; onChoose: (on: boolean) => void };

function Line({ line: { row: r, cells }, fields, chosen, onChoose }: LineProps) {
  const navigate = useNavigate();
  return (
    <tr
      className={cx('cursor-pointer border-b align-top hover:bg-surface', chosen && 'bg-wren-wash')}
      onClick={() => void navigate(`/dockets/${r.ref}`)}
    >
      <td className="py-1.5 pl-4" onClick={(e) => e.stopPropagation()}>
        <input
          type="checkbox"
          aria-label={texts.many.choose(r.ref)}
          checked={chosen}
          onChange={(e) => onChoose(e.target.checked)}
        />
      </td>
      <td className="px-2 py-1.5">
        <span className="flex gap-2">
          {r.owner ? <NameTag who={r.owner} /> : null}
          <span className="min-w-0">
            <Link to={`/dockets/${r.ref}`} className="font-semibold hover:underline">
              {r.ref} {r.subject}
            </Link>
            <span className="block truncate text-soft">{[r.party, r.site].filter(Boolean).join(' · ')}</span>
          </span>
        </span>
      </td>
      <td className="px-2 py-1.5">
        <StageCell reference={r.ref} kind={r.kind} stage={r.stage} open={r.open} />
        {r.priority !== 'normal' ? (
          <span className="block">
            <Priority value={r.priority} />
          </span>
        ) : null}
      </td>
      {fields.map((f) => (
        <td
          key={f.id}
          dir="auto"
          className={cx('px-2 py-1.5', f.type === 'number' && 'whitespace-nowrap tabular-nums')}
        >
          <span className="line-clamp-2 min-w-24 max-w-56">{cells[f.id]}</span>
        </td>
      ))}
      <td className="px-2 py-1.5 text-soft">
        <span className="line-clamp-2">{r.lastInside}</span>
      </td>
      <td className="px-2 py-1.5 text-soft">
        <span className="line-clamp-2">{r.lastOutside}</span>
      </td>
      <td className="px-2 py-1.5">
        {r.clock ? (
          <Standing state={r.clock.state}>{r.clock.label}</Standing>
        ) : (
          <span className="text-soft">{r.turn ? texts.turns[r.turn] : ''}</span>
        )}
        {r.lastAt ? (
          <span className="mt-0.5 block text-[12px] text-soft" title={exact(r.lastAt)}>
            {moment(r.lastAt)}
          </span>
        ) : null}
      </td>
      <td className="px-2 py-1.5">
        {r.nextTask ? (
          <>
            <span className="line-clamp-1">{r.nextTask.title}</span>
            <Due task={r.nextTask} />
          </>
        ) : null}
      </td>
    </tr>
  );
}

import { useQuery } from '@tanstack/react-query';
import { type OwnerView, type TaskRow, type TaskTable, type TaskView, api, taken } from '../api/client';
import { showTask, whenTaskChanges } from '../api/live';
import { keys, queries } from '../api/queries';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** Whose tasks: "mine", "asked", "all", "crew:ID", "docket:REF" or "worklist:ID". */
export const useTable = (scope: string) =>
  useQuery({
    queryKey: [...keys.taskTable, scope],
    queryFn: () => {
      const [kind, of] = scope.split(':');
      return taken(api.GET('/api/tasks/table', { params: { query: { scope: kind, of: of ?? undefined } } }));
    },
    staleTime: 30_000,
  });

/** A task as a row of a table whose people are these; people who are new to it are added. */
export function rowOf(task: TaskView, people: OwnerView[]): TaskRow {
  const index = (who: { id: string | null }, owner: () => OwnerView) => {
    const at = people.findIndex((p) => p.id === who.id);
    if (at >= 0) return at;
    people.push(owner());
    return people.length - 1;
  };
  return {
    id: task.id,
    title: task.title,
    docket: task.docket,
    docketName: task.docketName,
    owners: task.owners.map((o) => index(o, () => o)),
    madeBy: task.madeBy
      ? index(task.madeBy, () => ({ ...task.madeBy!, id: task.madeBy!.id!, kind: 'person', done: false }))
      : -1,
    state: task.state,
    priority: task.priority,
    start: task.start,
    due: task.due,
    dueState: task.dueState,
    dueLabel: task.dueLabel,
    estimateMinutes: task.estimateMinutes,
    spentMinutes: task.spentMinutes,
    percent: task.percent,
    parts: task.parts?.count ?? 0,
    parent: task.parent,
    parentTitle: task.parentTitle,
    worklist: task.worklist,
    column: task.column,
    position: task.position,
    blocked: task.blockedBy.some((b) => !b.over),
    private: task.private,
    repeats: task.repeats,
    gate: null,
    gateStage: task.gateStage,
    made: task.made,
    finished: task.finished,
    version: task.version,
  };
}

/** Puts a task into every table that shows it. Tables that may have to show it newly are read anew when it is made. */
whenTaskChanges((task, made) => {
  queries.setQueriesData<TaskTable>({ queryKey: keys.taskTable }, (table) => {
    if (!table?.rows.some((r) => r.id === task.id && r.version <= task.version)) return table;
    const people = [...table.people];
    const row = rowOf(task, people);
    return { ...table, people, rows: table.rows.map((r) => (r.id === task.id ? { ...row, gate: r.gate } : r)) };
  });
  if (made) void queries.invalidateQueries({ queryKey: keys.taskTable });
  void queries.invalidateQueries({ queryKey: keys.taskDetail });
  void queries.invalidateQueries({ queryKey: keys.load });
});

export type RowChange = {
  state?: string;
  priority?: string;
  owners?: { kind: string; id: string }[];
  due?: string | null;
  estimateMinutes?: number | null;
  title?: string;
  /** Owners beside those it has. */
  addOwners?: { kind: string; id: string }[];
  docket?: string | null;
  worklist?: string | null;
  column?: string | null;
};

/** A change as the server wants it for one of many tasks. */
const asked = (id: string, version: number, change: RowChange) => ({
  id,
  version,
  ...change,
  setDue: change.due !== undefined,
  setEstimate: change.estimateMinutes !== undefined,
  setDocket: change.docket !== undefined,
  setWorklist: change.worklist !== undefined,
});

/** How a row was in what is to be changed of it. */
const before = (row: TaskRow, change: RowChange, people: OwnerView[]): RowChange => ({
  ...(change.state !== undefined && { state: row.state }),
  ...(change.priority !== undefined && { priority: row.priority }),
  ...((change.owners ?? change.addOwners) !== undefined && {
    owners: row.owners.map((o) => ({ kind: people[o]!.kind, id: people[o]!.id })),
  }),
  ...(change.due !== undefined && { due: row.due }),
  ...(change.estimateMinutes !== undefined && { estimateMinutes: row.estimateMinutes }),
  ...(change.title !== undefined && { title: row.title }),
  ...(change.docket !== undefined && { docket: row.docket }),
  ...(change.worklist !== undefined && { worklist: row.worklist, column: row.column }),
});

/** Changes one or many rows at once; all of it is undone from the toast. */
export async function changeRows(
  rows: TaskRow[],
  change: RowChange | ((row: TaskRow) => RowChange),
  people: OwnerView[],
  what: string,
) {
  const of = (row: TaskRow) => (typeof change === 'function' ? change(row) : change);
  const outcome = await put(rows.map((row) => asked(row.id, row.version, of(row))));
  if (!outcome) return;
  // Undone on what one's own change made of it: what somebody else sets after that is not taken back.
  const made = new Map(outcome.map((o) => [o.id, o.task?.version]));
  const undo = rows.map((row) => asked(row.id, made.get(row.id) ?? row.version, before(row, of(row), people)));
  const changed = new Set(outcome.filter((o) => !o.problem).map((o) => o.id));
  const problem = outcome.find((o) => o.problem);
  const left = rows.length - changed.size;
  if (changed.size > 0)
    say(
      left > 0
        ? texts.ofIt(what, changed.size, rows.length, problem?.problem ?? '')
        : changed.size === 1
          ? what
          : texts.tasks(what, changed.size),
      { action: { label: texts.undo, run: () => void put(undo.filter((u) => changed.has(u.id))) } },
    );
  else if (problem) say(problem.problem!);
}

async function put(changes: ReturnType<typeof asked>[]) {
  try {
    const outcome = await taken(api.POST('/api/tasks/changes', { body: { changes } }));
    for (const { task } of outcome) if (task) showTask(task);
    void queries.invalidateQueries({ queryKey: keys.tasks });
    return outcome;
  } catch (wrong) {
    sayWrong(wrong);
    return null;
  }
}

import { v7 as newId } from 'uuid';
import { type OwnerView, Refusal, type TaskView, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

export type Fields = Pick<TaskView, 'title' | 'due' | 'start' | 'priority' | 'state' | 'rule' | 'estimateMinutes'> & {
  owners: Pick<OwnerView, 'kind' | 'id'>[];
  /** What may be left out stays as it is. */
  notes?: string;
  private?: boolean;
  spentMinutes?: number;
  shares?: (number | null)[];
  repeats?: string;
};

const fieldsOf = (task: TaskView): Fields => ({
  title: task.title,
  due: task.due,
  start: task.start,
  priority: task.priority,
  state: task.state,
  rule: task.rule,
  estimateMinutes: task.estimateMinutes,
  owners: task.owners.map(({ kind, id }) => ({ kind, id })),
});

const stateWords: Record<string, string> = {
  'needs-action': texts.needsAction,
  'in-progress': texts.inProgress,
  waiting: 'waiting',
  done: 'done',
  dropped: 'dropped',
};
export const states = Object.entries(stateWords);

/** One's own changes of a task that are on their way: the next begins with what the one before has made of it. */
const underWay = new Map<string, Promise<TaskView | null>>();

/**
 * Changes some fields of a task. What somebody else changed of other fields meanwhile stands beside it; where it is the
 * same field, theirs is shown and one chooses.
 * @returns Whether it was made; where it was not, that is said already.
 */
export function changeTask(task: TaskView, change: Partial<Fields>): Promise<boolean> {
  const before = underWay.get(task.id) ?? Promise.resolve(null);
  const after = before.then((made) => put(made && made.version > task.version ? made : task, change));
  underWay.set(task.id, after);
  return after.then((made) => {
    if (underWay.get(task.id) === after) underWay.delete(task.id);
    return made !== null;
  });
}

async function put(task: TaskView, change: Partial<Fields>): Promise<TaskView | null> {
  try {
    const made = await taken(
      api.PUT('/api/tasks/{id}', {
        params: { path: { id: task.id }, header: { 'If-Match': `"${task.version}"` } },
        body: { ...fieldsOf(task), ...change, changed: Object.keys(change) },
      }),
    );
    showTask(made);
    void queries.invalidateQueries({ queryKey: keys.taskDetail });
    return made;
  } catch (wrong) {
    if (wrong instanceof Refusal && wrong.status === 412) collided(wrong, (theirs) => changeTask(theirs, change));
    else sayWrong(wrong);
    return null;
  }
}

/** Shows what somebody else made of the same field; one's own can still be put in its place. */
function collided(wrong: Refusal, again: (theirs: TaskView) => Promise<unknown>) {
  const theirs = wrong.current as TaskView;
  showTask(theirs);
  const both = wrong.collisions.map((c) => texts.isNow(c.what, c.now)).join(', ');
  say(texts.someoneChangedMeanwhileYours(theirs.title, both), {
    stays: true,
    action: { label: texts.useMine, run: () => void again(theirs) },
  });
}

/** What a new task is, beside its title. What is left out is as of one that nothing is known of. */
export type NewTask = {
  id?: string;
  title: string;
  sourceEntry?: string;
  docket?: string | null;
  owners?: Pick<OwnerView, 'kind' | 'id'>[];
  due?: string | null;
  start?: string | null;
  priority?: string;
  repeats?: string | null;
  notes?: string;
  estimateMinutes?: number | null;
  /** Whether it is made although one of the same title was made of the same entry. */
  again?: boolean;
};

/** Makes a task, and shows it wherever tasks stand. A refusal is thrown. */
export async function makeTask(task: NewTask): Promise<TaskView> {
  const made = await taken(
    api.POST('/api/tasks', {
      body: {
        id: task.id ?? newId(),
        title: task.title,
        sourceEntry: task.sourceEntry ?? null,
        docket: task.docket ?? null,
        owners: (task.owners ?? []).map(({ kind, id }) => ({ kind, id })),
        due: task.due ?? null,
        start: task.start ?? null,
        priority: task.priority ?? 'normal',
        repeats: task.repeats ?? null,
        notes: task.notes?.trim() || null,
        estimateMinutes: task.estimateMinutes ?? null,
        private: false,
        again: task.again ?? false,
      },
    }),
  );
  showTask(made, true);
  for (const queryKey of [keys.tasks, keys.taskTable]) void queries.invalidateQueries({ queryKey });
  return made;
}

/** Where a task stands: in a docket and a gate, in another task, in a worklist. */
export type Standing = {
  docket: string | null;
  gateStage: string | null;
  parent: string | null;
  worklist: string | null;
  column: string | null;
  /** The task after which it stands; null for the first place. */
  after: string | null;
};

const nowhere: Standing = { docket: null, gateStage: null, parent: null, worklist: null, column: null, after: null };

/** Says that a task was made; undone, it is dropped, and those who were told of it hear that too. */
export function sayMade(task: TaskView) {
  say(texts.taskMade(task.owners.map((o) => o.firstName)), {
    action: { label: texts.undo, run: () => void changeTask(task, { state: 'dropped' }) },
  });
}

/**
 * Puts a task elsewhere; what is not said of its place stays, whoever changed that meanwhile.
 * @returns The task as it is there; null where that did not work, which has been said.
 */
export async function placeTask(
  task: { id: string; version?: number },
  to: Partial<Standing>,
): Promise<TaskView | null> {
  try {
    const placed = await taken(
      api.PUT('/api/tasks/{id}/place', {
        params: {
          path: { id: task.id },
          header: { 'If-Match': task.version === undefined ? undefined : `"${task.version}"` },
        },
        body: { ...nowhere, ...to, changed: Object.keys(to) },
      }),
    );
    showTask(placed);
    for (const queryKey of [keys.taskTable, keys.taskDetail]) void queries.invalidateQueries({ queryKey });
    return placed;
  } catch (wrong) {
    if (wrong instanceof Refusal && wrong.status === 412)
      collided(wrong, async (theirs) => void (await placeTask(theirs, to)));
    else sayWrong(wrong);
    return null;
  }
}

/** The way to where a task was said: its entry, wherever that stands; else its docket; null for neither. */
export const whereSaid = (task: TaskView) =>
  task.sourceEntry ? `/entries/${task.sourceEntry}` : task.docket ? `/dockets/${task.docket}` : null;

/** Takes a finish back: the task has the state again that it had. */
export async function reopenTask(task: TaskView): Promise<void> {
  try {
    showTask(await taken(api.DELETE('/api/tasks/{id}/done', { params: { path: { id: task.id } } })));
    void queries.invalidateQueries({ queryKey: keys.tasks });
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** An owner as the server wants it in a change. */
export const ownerRef = ({ kind, id }: OwnerView) => ({ kind, id });

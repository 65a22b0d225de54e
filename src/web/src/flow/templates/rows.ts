import type { TemplateTaskSetting } from '../../api/client';

type Tasks = TemplateTaskSetting[];

/** How deep a task stands: 0 for one of its own, one more for a part. */
export function depthOf(tasks: Tasks, task: TemplateTaskSetting): number {
  const parent = task.parent ? tasks.find((t) => t.id === task.parent) : undefined;
  return parent ? depthOf(tasks, parent) + 1 : 0;
}

/** A task with all of its parts: they stand right below it. */
function whole(tasks: Tasks, at: number): Tasks {
  const depth = depthOf(tasks, tasks[at]!);
  let end = at + 1;
  while (end < tasks.length && depthOf(tasks, tasks[end]!) > depth) end++;
  return tasks.slice(at, end);
}

/** Moves a task with its parts past the next of its own depth; the same order where there is none. */
export function move(tasks: Tasks, id: string, by: 1 | -1): Tasks {
  const at = tasks.findIndex((t) => t.id === id);
  const siblings = tasks.filter((t) => (t.parent ?? null) === (tasks[at]!.parent ?? null));
  const other = siblings[siblings.findIndex((t) => t.id === id) + by];
  if (!other) return tasks;
  const [first, second] = by === 1 ? [tasks[at]!, other] : [other, tasks[at]!];
  const start = tasks.indexOf(first);
  const one = whole(tasks, start);
  const two = whole(tasks, tasks.indexOf(second));
  return [...tasks.slice(0, start), ...two, ...one, ...tasks.slice(start + one.length + two.length)];
}

/** The task that another becomes a part of when it is moved in; null where there is none above it. */
export function above(tasks: Tasks, id: string): TemplateTaskSetting | null {
  const task = tasks.find((t) => t.id === id)!;
  const siblings = tasks.filter((t) => (t.parent ?? null) === (task.parent ?? null));
  return siblings[siblings.indexOf(task) - 1] ?? null;
}

/** Makes a task a part of the one above it. */
export function indent(tasks: Tasks, id: string): Tasks {
  const parent = above(tasks, id);
  return parent ? tasks.map((t) => (t.id === id ? { ...t, parent: parent.id } : t)) : tasks;
}

/** Makes a part stand beside what it was a part of, right after it. */
export function outdent(tasks: Tasks, id: string): Tasks {
  const at = tasks.findIndex((t) => t.id === id);
  const parent = tasks.find((t) => t.id === tasks[at]!.parent);
  if (!parent) return tasks;
  const moved = whole(tasks, at);
  const rest = tasks.filter((t) => !moved.includes(t));
  const after = rest.indexOf(parent) + whole(rest, rest.indexOf(parent)).length;
  return [
    ...rest.slice(0, after),
    { ...moved[0]!, parent: parent.parent ?? null },
    ...moved.slice(1),
    ...rest.slice(after),
  ];
}

/** Takes a task out with its parts; nothing waits for them any more. */
export function remove(tasks: Tasks, id: string): Tasks {
  const gone = whole(
    tasks,
    tasks.findIndex((t) => t.id === id),
  ).map((t) => t.id);
  return tasks
    .filter((t) => !gone.includes(t.id))
    .map((t) =>
      t.after.some((a) => gone.includes(a)) ? { ...t, after: t.after.filter((a) => !gone.includes(a)) } : t,
    );
}

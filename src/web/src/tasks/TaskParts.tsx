import { ArrowDown, ArrowUp, IndentDecrease, IndentIncrease } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { type TaskDetail, type TaskView, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { Button, IconButton, cx, inputClass } from '../ui/controls';
import { Due, Owners } from '../ui/tags';
import { FinishBox } from './FinishBox';
import { placeTask } from './change';
import { DragRoom, bothRefs, useDragging, useDrop } from '../ui/drag';
import { Head } from './panel';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** The parts of a task as a tree: made by typing or pasting a list, put in order by dragging or by keys. */
export function TaskParts({ detail, onOpen }: { detail: TaskDetail; onOpen: (id: string) => void }) {
  const { task, parts } = detail;
  const [text, setText] = useState('');
  const add = async (e: FormEvent) => {
    e.preventDefault();
    if (!text.trim()) return;
    try {
      await taken(api.POST('/api/tasks/{id}/parts', { params: { path: { id: task.id } }, body: { text } }));
      setText('');
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
      await queries.invalidateQueries({ queryKey: keys.taskTable });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const place = (part: TaskView, parent: string, after: string | null) => placeTask(part, { parent, after });
  const beside = (part: TaskView) => parts.filter((p) => p.task.parent === part.parent).map((p) => p.task);
  const move = (part: TaskView, step: number) => {
    const all = beside(part);
    const at = all.findIndex((p) => p.id === part.id);
    const to = at + step;
    if (to < 0 || to >= all.length) return;
    const rest = all.filter((p) => p.id !== part.id);
    void place(part, part.parent!, to === 0 ? null : rest[to - 1]!.id);
  };
  const indent = (part: TaskView) => {
    const all = beside(part);
    const above = all[all.findIndex((p) => p.id === part.id) - 1];
    if (above) void place(part, above.id, parts.filter((p) => p.task.parent === above.id).at(-1)?.task.id ?? null);
  };
  const outdent = (part: TaskView) => {
    const whole = parts.find((p) => p.task.id === part.parent)?.task;
    if (whole?.parent) void place(part, whole.parent, whole.id);
  };
  return (
    <>
      <Head
        name={texts.parts}
        note={task.parts ? texts.ofDone(task.parts.done, task.parts.count, task.parts.percent) : ''}
      />
      {task.parts ? (
        <span aria-hidden className="mb-1 block h-1 bg-line">
          <span className="block h-1 bg-done" style={{ width: `${task.parts.percent}%` }} />
        </span>
      ) : null}
      <DragRoom>
        <ul>
          {parts.map(({ depth, task: part }) => (
            <Part
              key={part.id}
              part={part}
              depth={depth}
              onOpen={onOpen}
              onMove={(step) => move(part, step)}
              onIndent={() => indent(part)}
              onOutdent={() => outdent(part)}
              onDrop={(id) => {
                const dropped = parts.find((p) => p.task.id === id)?.task;
                if (dropped && dropped.id !== part.id) void place(dropped, part.parent!, part.id);
              }}
            />
          ))}
        </ul>
      </DragRoom>
      <form onSubmit={(e) => void add(e)} className="mt-1 flex items-start gap-1.5">
        <textarea
          aria-label={texts.partsOneEachLine}
          placeholder={texts.aPartListOne}
          rows={text.includes('\n') ? Math.min(10, text.split('\n').length + 1) : 1}
          className={cx(inputClass, 'min-w-0 flex-1')}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && !e.shiftKey && !text.includes('\n')) void add(e);
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void add(e);
          }}
        />
        <Button type="submit" disabled={!text.trim()}>
          {texts.add}
        </Button>
      </form>
    </>
  );
}

type PartProps = {
  part: TaskView;
  depth: number;
  onOpen: (id: string) => void;
  onMove: (step: number) => void;
  onIndent: () => void;
  onOutdent: () => void;
  onDrop: (id: string) => void;
};

function Part({ part, depth, onOpen, onMove, onIndent, onOutdent, onDrop }: PartProps) {
  const { over, drop } = useDrop(onDrop);
  const { held, drag } = useDragging(part.id, part.title);
  return (
    <li
      {...drag}
      ref={bothRefs(drag.ref, drop.ref)}
      style={{ paddingLeft: depth * 18 }}
      className={cx(
        'group flex items-center gap-1 text-[13px]',
        over && 'shadow-[0_2px_0_var(--wren)]',
        held && 'opacity-40',
      )}
    >
      <FinishBox task={part} />
      <button
        type="button"
        onClick={() => onOpen(part.id)}
        onKeyDown={(e) => {
          if (!e.altKey || !['ArrowUp', 'ArrowDown', 'ArrowRight', 'ArrowLeft'].includes(e.key)) return;
          e.preventDefault();
          if (e.key === 'ArrowRight') onIndent();
          else if (e.key === 'ArrowLeft') onOutdent();
          else onMove(e.key === 'ArrowUp' ? -1 : 1);
        }}
        title={texts.openAltArrowPut}
        className={cx(
          'min-h-6 min-w-0 flex-1 truncate text-left hover:underline',
          part.state === 'done' && 'text-soft line-through',
        )}
      >
        {part.title} {part.parts ? <span className="text-[12px] text-soft">{part.parts.percent} %</span> : null}
      </button>
      {part.due ? <Due task={part} /> : null}
      {part.owners.length > 0 ? <Owners owners={part.owners} /> : null}
      <span className="flex opacity-0 focus-within:opacity-100 group-hover:opacity-100">
        <IconButton label={texts.furtherUp(part.title)} onClick={() => onMove(-1)}>
          <ArrowUp size={12} />
        </IconButton>
        <IconButton label={texts.furtherDown(part.title)} onClick={() => onMove(1)}>
          <ArrowDown size={12} />
        </IconButton>
        {depth > 0 ? (
          <IconButton label={texts.besideItsWhole(part.title)} onClick={onOutdent}>
            <IndentDecrease size={12} />
          </IconButton>
        ) : null}
        <IconButton label={texts.asPartOneAbove(part.title)} onClick={onIndent}>
          <IndentIncrease size={12} />
        </IconButton>
      </span>
    </li>
  );
}

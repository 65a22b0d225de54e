import { Settings2 } from 'lucide-react';
import { useState } from 'react';
import type { WorklistView } from '../api/client';
import { Button, Empty, IconButton, cx, inputClass } from '../ui/controls';
import { DragRoom } from '../ui/drag';
import type { LineFields } from './line';
import { useTable } from './table';
import { makeTask, placeTask, reopenTask } from './change';
import { say, sayWrong } from '../ui/toasts';
import { Column } from './WorklistColumn';
import { useWorklists, whose } from './worklists';
import { ListForm } from './WorklistForm';
import * as texts from './texts';

type Props = {
  list: string | null;
  onList: (id: string | null) => void;
  onOpen: (id: string) => void;
  onTalk: (list: string) => void;
  me: string;
};

/** A worklist's tasks in its columns. */
export function ColumnsPart({ list, onList, onOpen, onTalk, me }: Props) {
  const { data: lists } = useWorklists();
  const shown = lists?.find((l) => l.id === list) ?? lists?.[0];
  const [editing, setEditing] = useState<WorklistView | 'new' | null>(null);
  if (!lists) return null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[13px]">
        {lists.length > 0 ? (
          <select
            aria-label={texts.whichWorklist}
            className={cx(inputClass, '!w-auto')}
            value={shown?.id ?? ''}
            onChange={(e) => onList(e.target.value)}
          >
            {lists.map((l) => (
              <option key={l.id} value={l.id}>
                {l.name} ({whose(l)})
              </option>
            ))}
          </select>
        ) : null}
        {shown ? (
          <IconButton label={texts.nameAndColumns} onClick={() => setEditing(shown)}>
            <Settings2 size={15} />
          </IconButton>
        ) : null}
        <Button onClick={() => setEditing('new')}>{texts.newWorklist}</Button>
        {shown ? <Button onClick={() => onTalk(shown.id)}>{texts.talkAboutIt}</Button> : null}
        <span className="ml-auto text-soft max-md:hidden">{texts.dragAltArrowEnter}</span>
      </div>
      {editing ? (
        <ListForm
          key={editing === 'new' ? 'new' : editing.id}
          list={editing === 'new' ? null : editing}
          onDone={(id) => {
            setEditing(null);
            if (id !== undefined) onList(id);
          }}
        />
      ) : null}
      {shown ? (
        <Columns list={shown} onOpen={onOpen} me={me} />
      ) : editing ? null : (
        <Empty title={texts.noWorklistYet}>
          {texts.aWorklistNamedList}
          <span className="mt-2 block">
            <Button look="main" onClick={() => setEditing('new')}>
              {texts.createOne}
            </Button>
          </span>
        </Empty>
      )}
    </div>
  );
}

function Columns({ list, onOpen, me }: { list: WorklistView; onOpen: (id: string) => void; me: string }) {
  const { data: table } = useTable(`worklist:${list.id}`);
  if (!table) return null;
  const inOrder = [...table.rows]
    .filter((r) => r.state !== 'dropped')
    .sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
  const of = (column: string | null) =>
    inOrder.filter((r) => (list.columns.some((c) => c.id === r.column) ? r.column : null) === column);
  const unplaced = of(null);
  const place = async (id: string, column: string | null, after: string | null) => {
    const row = table.rows.find((r) => r.id === id);
    const stood = list.columns.find((c) => c.id === row?.column)?.id ?? null;
    const ids = of(stood).map((r) => r.id);
    const behind = ids[ids.indexOf(id) - 1] ?? null;
    const placed = await placeTask({ id, version: row?.version }, { worklist: list.id, column, after });
    if (!row || row.state === 'done' || placed?.state !== 'done') return;
    const back = async () => {
      await reopenTask(placed);
      await placeTask({ id }, { worklist: list.id, column: stood, after: behind });
    };
    say(texts.done(row.title), { action: { label: texts.undo, run: () => void back() } });
  };
  const add = async (fields: LineFields, column: string) => {
    try {
      const made = await makeTask({
        docket: list.docket,
        owners: list.whose === 'own' ? [{ kind: 'person', id: me }] : [],
        ...fields,
      });
      await place(made.id, column, of(column).at(-1)?.id ?? null);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const all = [
    ...(unplaced.length > 0 ? [{ id: null, name: texts.noColumnYet, most: null, finishes: false }] : []),
    ...list.columns,
  ];
  return (
    <DragRoom>
      <div
        className="flex min-h-0 flex-1 gap-2 overflow-auto p-2"
        tabIndex={0}
        role="region"
        aria-label={texts.columnsOf(list.name)}
      >
        {all.map((column, i) => (
          <Column
            key={column.id ?? 'none'}
            column={column}
            rows={of(column.id)}
            people={table.people}
            onOpen={onOpen}
            onPlace={(id, after) => void place(id, column.id, after)}
            onAcross={(id, step) => {
              const next = all[i + step];
              if (next) void place(id, next.id, of(next.id).at(-1)?.id ?? null);
            }}
            onAdd={column.id ? (fields) => void add(fields, column.id!) : undefined}
            docket={list.docket}
          />
        ))}
      </div>
    </DragRoom>
  );
}

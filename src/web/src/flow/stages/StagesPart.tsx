import { useState } from 'react';
import { Link } from 'react-router';
import type { KindSetting, TableLine } from '../../api/client';
import { MovePanel } from '../../dockets/MovePanel';
import { type Look, useTable } from '../../dockets/table/look';
import { Button, Wrong, cx } from '../../ui/controls';
import { DragRoom, useDragging, useDrop } from '../../ui/drag';
import { Due, NameTag, Priority } from '../../ui/tags';
import { texts } from './texts';

type Moving = { ref: string; stage: string | null } | null;
type Props = { kind: KindSetting; now: Look; words: string };

/** One row a stage, in each the dockets as short cards in the order of what is left; dragged between rows. */
export function StagesPart({ kind, now, words }: Props) {
  const { data, error, refetch, hasNextPage, fetchNextPage } = useTable(
    { ...now, kind: kind.id, groupBy: null, sortBy: 'due', down: false },
    words,
  );
  const [moving, setMoving] = useState<Moving>(null);
  const lines = data?.pages.flatMap((p) => p.lines) ?? [];
  const stages = kind.stages.filter((s) => !s.retired);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  return (
    <DragRoom>
      <ol aria-label={texts.byStage(kind.many)} className="grid">
        {stages.map((s) => (
          <StageRow
            key={s.id}
            name={s.name}
            onPut={(ref) => {
              if (lines.find((l) => l.row.ref === ref)?.row.stage !== s.name) setMoving({ ref, stage: s.id });
            }}
          >
            {lines
              .filter((l) => l.row.stage === s.name)
              .map((l) => (
                <Card key={l.row.ref} line={l} stages={stages} moving={moving} onMoving={setMoving} />
              ))}
          </StageRow>
        ))}
      </ol>
      {hasNextPage ? (
        <p className="p-3">
          <Button onClick={() => void fetchNextPage()}>{texts.more}</Button>
        </p>
      ) : null}
    </DragRoom>
  );
}

type RowProps = { name: string; onPut: (ref: string) => void; children: React.ReactElement[] };

function StageRow({ name, onPut, children }: RowProps) {
  const { over, drop } = useDrop(onPut);
  return (
    <li {...drop} className={cx('grid border-b md:grid-cols-[150px_minmax(0,1fr)]', over && 'bg-wren-wash')}>
      <h2 className="px-4 pb-1 pt-3 font-bold">
        {name}
        <span className="block text-[12.5px] font-normal text-soft">{texts.count(children.length)}</span>
      </h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-2 p-2">
        {children.length > 0 ? children : <li className="self-center px-2 text-soft">{texts.nothing}</li>}
      </ul>
    </li>
  );
}

type CardProps = {
  line: TableLine;
  stages: KindSetting['stages'];
  moving: Moving;
  onMoving: (moving: Moving) => void;
};

function Card({ line: { row }, stages, moving, onMoving }: CardProps) {
  const { held, drag } = useDragging(row.ref, `${row.ref} ${row.subject}`);
  const open = moving?.ref === row.ref;
  return (
    <li
      {...drag}
      className={cx(
        'cursor-grab rounded-card border bg-surface px-2.5 py-1.5',
        held && 'opacity-40',
        open && 'border-wren',
      )}
    >
      <Link to={`/dockets/${row.ref}`} draggable={false} className="block font-semibold hover:underline">
        <span className="font-normal text-soft">{row.ref}</span> <span dir="auto">{row.subject}</span>
      </Link>
      <div className="mt-0.5 flex flex-wrap items-center gap-1.5 text-[13px] text-soft">
        {row.owner ? <NameTag who={row.owner} /> : null}
        {row.priority !== 'normal' ? <Priority value={row.priority} /> : null}
        {row.nextTask ? <Due task={row.nextTask} /> : null}
        <MovePanel
          reference={row.ref}
          stage={row.stage}
          stages={stages}
          moving={open ? { stage: moving.stage } : null}
          onMoving={(next) => onMoving(next && { ref: row.ref, ...next })}
          trigger={
            <button
              type="button"
              aria-label={texts.move(row.ref)}
              className="ml-auto min-h-6 rounded-[3px] px-1 text-wren hover:underline max-md:min-h-[44px]"
            >
              {texts.moveShort}
            </button>
          }
        />
      </div>
    </li>
  );
}

import { memo, useState, type ReactNode } from 'react';
import { type BoardQueue, type BoardView, type OwnerView, api, taken } from '../../api/client';
import { exact } from '../../ui/time';
import { Tip, cx } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { Here, restingWords } from './resting';
import { type Row, minutesInWords, placeOn, standing } from './board';
import * as texts from './texts';

/** Whose it is: a name tag, a crew's name, or a dashed blank for nobody. */
export function OwnerMark({
  row,
  people,
  crews,
}: {
  row: Row;
  people: Map<string, OwnerView>;
  crews: Map<string, OwnerView>;
}) {
  const owner = row.owner ? people.get(row.owner) : row.crew ? crews.get(row.crew) : undefined;
  if (owner) return <NameTag who={owner} />;
  return (
    <span
      role="img"
      aria-label={texts.nobodyOwnsIt}
      title={texts.nobodyOwnsIt}
      className="grid h-5 w-[26px] place-items-center rounded-[2px] border border-dashed border-soft text-[12px] text-soft"
    >
      ?
    </span>
  );
}

type Props = {
  row: Row;
  queue: BoardQueue | undefined;
  axis: BoardView['axis'];
  now: number;
  people: Map<string, OwnerView>;
  crews: Map<string, OwnerView>;
  me: string;
  chosen: boolean;
  onChoose: (id: string) => void;
  narrow: boolean;
};

const looks = {
  late: 'border-late-line bg-late-wash text-late font-bold',
  soon: 'border-soon-line bg-soon-wash text-soon font-bold',
  well: 'border-done/60 bg-done/20 text-ink',
};

/** One conversation: who, what, and its bar from now to the goal; a late one from the goal to now. */
export const ChartRow = memo(({ row, queue, axis, now, people, crews, me, chosen, onChoose, narrow }: Props) => {
  const stands = row.rank === 0 ? standing(row, queue, now) : null;
  const place = placeOn(axis, now);
  const due = stands ? placeOn(axis, Date.parse(row.due!)) : place;
  const [left, right] =
    stands?.state === 'late' ? [Math.min(due, place - 0.004), place] : [place, Math.max(due, place + 0.004)];
  // A late one that lies before the axis is cut at its left edge; its label says how late it is.
  const words = stands?.label ?? restingWords(row);
  const name = row.docket ? `${row.docket} ${row.name}` : row.party || row.name;
  return (
    <button
      type="button"
      role="gridcell"
      data-row={row.id}
      aria-selected={chosen}
      onClick={() => onChoose(row.id)}
      className={cx(
        'group flex h-full w-full items-center border-b text-left text-[13px] hover:bg-surface',
        chosen && 'bg-wren-wash shadow-[inset_0_0_0_2px_var(--wren)]',
      )}
    >
      <span
        className={cx(
          'flex items-center gap-2.5 overflow-hidden pl-5',
          narrow ? 'min-w-0 flex-1 flex-wrap gap-y-0 pr-3' : 'w-[440px] flex-none',
        )}
      >
        <OwnerMark row={row} people={people} crews={crews} />
        <b className={cx('truncate', narrow ? 'max-w-[38%]' : 'w-[128px] flex-none')} title={`${name}, ${row.party}`}>
          {name}
        </b>
        {narrow || !row.docket ? null : (
          <span className="w-[92px] flex-none truncate text-[12.5px]" title={row.party}>
            {row.party}
          </span>
        )}
        <span className={cx('truncate text-soft', narrow ? 'order-last w-full pl-9' : 'min-w-0 flex-1')}>
          {row.docket && row.lastBy && !row.party.startsWith(row.lastBy) ? `${row.lastBy}: ` : ''}
          {row.lastWords}
        </span>
        <span className="sr-only">
          {narrow ? '' : `. ${words}`}
          {queue ? `, ${queue.goals}` : ''}
        </span>
        <Here id={row.id} me={me} />
        {narrow ? (
          <span
            className={cx(
              'ml-auto max-w-[48%] truncate rounded-[3px] border px-1.5 text-[12.5px]',
              stands ? looks[stands.state] : 'border-dashed border-soft text-soft',
            )}
          >
            {words}
          </span>
        ) : null}
      </span>
      {narrow ? null : (
        <span aria-hidden className="relative h-full flex-1 overflow-hidden">
          {(queue?.closed ?? []).map((c) => (
            <Hatch key={c.from} left={placeOn(axis, c.from)} right={placeOn(axis, c.to)} />
          ))}
          {stands ? (
            <Sum row={row.id} quick={texts.goalDue(queue?.goals ?? '', exact(row.due!))}>
              <span
                className={cx('absolute top-[7px] h-5 rounded-[2px] border', looks[stands.state])}
                style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}
              >
                {/* A bar too short for its words has them beside it, on the side away from now. */}
                <span
                  className={cx(
                    'absolute top-0 whitespace-nowrap px-1.5 text-[12.5px] leading-[18px]',
                    stands.state === 'late'
                      ? right - left < 0.09
                        ? 'right-full'
                        : 'right-0'
                      : right - left < 0.07
                        ? 'left-full'
                        : 'left-0',
                  )}
                >
                  {stands.label}
                  {row.goal ? (
                    <span className="font-normal opacity-80">{texts.ofIt(minutesInWords(row.goal))}</span>
                  ) : null}
                </span>
              </span>
            </Sum>
          ) : (
            <span
              className={cx(
                'absolute top-[7px] flex h-5 items-center whitespace-nowrap rounded-[2px]',
                'border border-dashed border-soft/60 px-1.5 text-[12.5px] text-soft',
              )}
              style={{ left: `${place * 100}%` }}
            >
              {words}
            </span>
          )}
        </span>
      )}
    </button>
  );
});
ChartRow.displayName = 'ChartRow';

/** Hours in which nobody works. */
export function Hatch({ left, right }: { left: number; right: number }) {
  return (
    <span className="hatch absolute inset-y-0" style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }} />
  );
}

/** Explains the sum behind a bar when it is pointed at; the core says it. What explains is only made then: a chart has many bars. */
function Sum({ row, quick, children }: { row: string; quick: string; children: ReactNode }) {
  const [reason, setReason] = useState<string | null>(null);
  const [pointed, setPointed] = useState(false);
  const ask = () => {
    setPointed(true);
    void taken(api.GET('/api/conversations/{id}/clock', { params: { path: { id: row } } }))
      .then((r) => setReason(r.reason))
      .catch(() => setReason(quick));
  };
  // What is pointed at stays in its place: were it wrapped anew, a press that has begun on it would be lost.
  return (
    <>
      <span onPointerEnter={ask} onPointerLeave={() => setPointed(false)} className="absolute inset-0 block">
        {children}
      </span>
      {pointed ? (
        <Tip text={reason ?? quick} open>
          <span className="pointer-events-none absolute inset-0" />
        </Tip>
      ) : null}
    </>
  );
}

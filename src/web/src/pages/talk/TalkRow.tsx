import type { CSSProperties } from 'react';
import type { ConversationView, EntryView, PersonView, SilenceView } from '../../api/client';
import { Files } from '../../conversations/EntryFiles';
import { Said as Words } from '../../conversations/Said';
import { cx } from '../../ui/controls';
import { exact } from '../../ui/time';
import { type EntryActs, EntryBlock } from './EntryBlock';
import { SilenceLabel } from './LaneParts';

/** An entry with the lane that it stands in, and the silence that is shown beside it. */
export type Said = { entry: EntryView; inside: boolean; silence?: SilenceView };

type Props = Said & {
  time: string;
  isFirstNew: boolean;
  columns: CSSProperties;
  /** What the window has room for. */
  show: { inside: boolean; spine: boolean; outside: boolean };
  conversation: ConversationView;
  me: PersonView;
  selected: boolean;
  drafting: boolean;
  pinned: boolean;
  acts: EntryActs;
};

/** An entry in its lane, with its time on the spine and, across from it, how long an answer took. */
export function TalkRow({ entry, inside, silence, time, isFirstNew, columns, show, ...rest }: Props) {
  const block =
    entry.kind === 'event' ? (
      <div
        id={`entry-${entry.id}`}
        tabIndex={-1}
        className={cx('px-3 py-1 text-[12.5px] text-soft', inside && 'text-right [&_ul]:justify-end')}
      >
        <Words html={entry.html} />
        <Files entry={entry} />
      </div>
    ) : (
      <EntryBlock entry={entry} showTime={!show.spine} {...rest} />
    );
  const blank = silence && show.outside ? <SilenceLabel silence={silence} /> : null;
  return (
    <>
      {isFirstNew ? (
        <p className="new-since my-1 flex items-center gap-2 px-3 text-[12.5px] font-semibold text-wren">
          new since you last read
        </p>
      ) : null}
      <div className="grid" style={columns} data-at={entry.at}>
        {show.inside ? <div className="min-w-0">{inside ? block : null}</div> : null}
        {show.spine ? (
          <time
            dateTime={entry.at}
            title={exact(entry.at)}
            className={cx('pt-[9px] text-center text-[12px] text-soft', entry.kind === 'event' && '!pt-[5px]')}
          >
            {time}
          </time>
        ) : null}
        {show.outside ? (
          <div className="grid min-w-0">{inside ? <div className="self-center">{blank}</div> : block}</div>
        ) : null}
      </div>
      {blank && !inside ? (
        <div className="grid" style={columns}>
          {show.inside ? <div /> : null}
          {show.spine ? <div /> : null}
          {blank}
        </div>
      ) : null}
    </>
  );
}

import type { CSSProperties } from 'react';
import type { ConversationView, EntryView, PersonView, SilenceView } from '../../api/client';
import { Files } from '../../conversations/EntryFiles';
import { Said as Words } from '../../conversations/Said';
import { cx } from '../../ui/controls';
import { exact } from '../../ui/time';
import { type EntryActs, EntryBlock } from './EntryBlock';
import type { Room } from './flow';
import { SilenceLabel } from './LaneParts';
import * as texts from './texts';

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
  // Its other lane is left to what was said there at nearly the same time: only what is its own can be pressed.
  const room: Room = isFirstNew ? 'both' : inside ? 'inside' : 'outside';
  const own = '[&>*]:pointer-events-auto';
  return (
    <div data-room={room} data-at={entry.at} className="pointer-events-none relative">
      {isFirstNew ? (
        <p className="new-since my-1 flex items-center gap-2 px-3 text-[12.5px] font-semibold text-wren">
          {texts.newSinceLastRead}
        </p>
      ) : null}
      <div className="grid" style={columns}>
        {show.inside ? <div className={cx('min-w-0', own)}>{inside ? block : null}</div> : null}
        {show.spine ? (
          <time
            dateTime={entry.at}
            title={exact(entry.at)}
            className={cx(
              'pointer-events-auto self-start pt-[9px] text-center text-[12px] text-soft',
              entry.kind === 'event' && '!pt-[5px]',
            )}
          >
            {time}
          </time>
        ) : null}
        {show.outside ? <div className={cx('grid min-w-0', own)}>{inside ? null : block}</div> : null}
      </div>
      {blank ? (
        <div className="grid" style={columns}>
          {show.inside ? <div /> : null}
          {show.spine ? <div /> : null}
          {blank}
        </div>
      ) : null}
    </div>
  );
}

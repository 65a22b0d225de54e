import { ArrowDown, ArrowUp, Pin, X } from 'lucide-react';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { type ConversationView, type EntryView, type MarksView, type PinView, api, taken } from '../api/client';
import { showMarks } from '../api/live';
import { exact, moment } from '../ui/time';
import { Panel, cx } from '../ui/controls';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** Sets what a conversation keeps at hand, in this order. */
export async function setPins(conversation: string, entries: string[]) {
  try {
    showMarks(
      await taken(
        api.PUT('/api/conversations/{id}/pins', { params: { path: { id: conversation } }, body: { entries } }),
      ),
    );
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** What a conversation keeps at hand: a click goes there; everyone here sees the same, in the same order. */
export function Pins({
  conversation,
  pins,
  onGo,
}: {
  conversation: string;
  pins: PinView[];
  onGo?: (entry: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const ids = pins.map((p) => p.entry);
  const move = (i: number, by: number) => {
    const next = [...ids];
    [next[i], next[i + by]] = [next[i + by]!, next[i]!];
    void setPins(conversation, next);
  };
  const small =
    'grid size-6 place-items-center rounded-[3px] text-soft hover:text-ink disabled:opacity-40 max-md:size-11';
  return (
    <Panel
      label={texts.pinned}
      open={open}
      onOpenChange={setOpen}
      className="max-h-96 w-[min(400px,90vw)] overflow-auto"
      trigger={
        <button
          type="button"
          className={cx(
            'flex min-h-6 items-center gap-1 whitespace-nowrap rounded-[3px] px-1',
            'underline decoration-dotted underline-offset-2 max-md:min-h-[44px]',
          )}
        >
          <Pin size={12} aria-hidden /> {pins.length} {texts.pinnedInline}
        </button>
      }
    >
      <ol>
        {pins.map((p, i) => (
          <li key={p.entry} className="flex items-start gap-1 border-b py-1.5 last:border-0">
            <button
              type="button"
              onClick={() => {
                setOpen(false);
                onGo?.(p.entry);
              }}
              className="min-w-0 flex-1 rounded-[3px] text-left hover:underline"
            >
              <span className="line-clamp-2">{p.words}</span>
              <span className="text-[12.5px] text-soft" title={exact(p.at)}>
                {p.author?.firstName}, {moment(p.at)}
                {texts.pinnedBy} {p.by}
              </span>
            </button>
            <button
              type="button"
              aria-label={texts.earlier}
              title={texts.earlier}
              disabled={i === 0}
              onClick={() => move(i, -1)}
              className={small}
            >
              <ArrowUp size={13} />
            </button>
            <button
              type="button"
              aria-label={texts.later}
              title={texts.later}
              disabled={i === pins.length - 1}
              onClick={() => move(i, 1)}
              className={small}
            >
              <ArrowDown size={13} />
            </button>
            <button
              type="button"
              aria-label={texts.unpin}
              title={texts.unpin}
              onClick={() =>
                void setPins(
                  conversation,
                  ids.filter((e) => e !== p.entry),
                )
              }
              className={small}
            >
              <X size={13} />
            </button>
          </li>
        ))}
      </ol>
    </Panel>
  );
}

type Shown = { entry: EntryView; inside: boolean };

/**
 * Keeps how far the shown conversations have been read: up to the last entry that is wholly in sight, once the page is
 * looked at and rests. The line of what is new stays where it was when the talk was opened.
 */
export function useReadingMarks(
  flow: RefObject<HTMLDivElement | null>,
  inside: ConversationView | undefined,
  outside: ConversationView | undefined,
  marks: MarksView[],
  shown: Shown[],
  me: string,
) {
  const opened = useRef<Map<string, number> | null>(null);
  opened.current ??= new Map(marks.map((m) => [m.conversation, m.readUpTo]));
  const sent = useRef(new Map<string, number>());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const current = useRef({ inside, outside, marks, shown });
  current.current = { inside, outside, marks, shown };

  const mark = useCallback(() => {
    const box = flow.current;
    if (!box || document.visibilityState !== 'visible') return;
    const foot = box.getBoundingClientRect().bottom + 4;
    const now = current.current;
    const last = now.shown.findLast((r) => {
      const block = document.getElementById(`entry-${r.entry.id}`);
      return block && block.getBoundingClientRect().bottom <= foot;
    })?.entry.order;
    if (last === undefined) return;
    for (const conversation of [now.inside, now.outside]) {
      if (!conversation || !now.shown.some((r) => r.entry.conversation === conversation.id)) continue;
      const upTo = now.shown.findLast((r) => r.entry.conversation === conversation.id && r.entry.order <= last)?.entry
        .order;
      const known = Math.max(
        sent.current.get(conversation.id) ?? 0,
        now.marks.find((m) => m.conversation === conversation.id)?.readUpTo ?? 0,
      );
      if (upTo === undefined || upTo <= known) continue;
      sent.current.set(conversation.id, upTo);
      // What cannot be said now is said with the next entry that is read.
      taken(
        api.PUT('/api/conversations/{id}/reading', { params: { path: { id: conversation.id } }, body: { upTo } }),
      ).catch(() => sent.current.delete(conversation.id));
    }
  }, [flow]);
  const rest = useCallback(() => {
    clearTimeout(timer.current);
    timer.current = setTimeout(mark, 700);
  }, [mark]);
  const newest = shown.at(-1)?.entry.id;
  useEffect(() => {
    rest();
    document.addEventListener('visibilitychange', rest);
    return () => {
      clearTimeout(timer.current);
      document.removeEventListener('visibilitychange', rest);
    };
  }, [newest, rest]);

  const since = opened.current;
  const firstNew = shown.find(
    (r) =>
      r.entry.kind !== 'event' &&
      r.entry.author?.id !== me &&
      r.entry.order > (since.get(r.entry.conversation) || Infinity),
  )?.entry.id;
  return { rest, firstNew };
}

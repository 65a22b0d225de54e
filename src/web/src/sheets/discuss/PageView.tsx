import { type MouseEvent, type ReactNode, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { DiscussionView } from '../../api/client';
import { cx } from '../../ui/controls';
import { isTyping } from '../../ui/keys';
import { isThere } from './discussions';
import { ShownText } from './letters';
import { type TalkedAbout, anchorOf, fresh, hueOf } from './view';
import * as texts from '../texts';

export type Written = {
  start: number;
  end: number;
  by: { id?: string | null; name: string; hue: number };
  revision: number;
};

type Props = TalkedAbout & {
  name: string;
  html: string;
  /** Who wrote what, to be shown in their hues; null where it is not asked for. */
  written: Written[] | null;
  children: ReactNode;
};

type Tick = { id: string; left: number; top: number; hue: string; label: string };

/** Of many only the marks near what one sees are there to be pressed, by steps of so many pixels. */
const step = 600;

/** Marks runs of the page by the browser's own highlights, so that the page itself stays as it is. */
function mark(names: Map<string, Range[]>) {
  if (!('highlights' in CSS)) return;
  const ours = Array.from(CSS.highlights.keys()).filter((name) => /^(talk|by)-/.test(name));
  for (const name of ours) CSS.highlights.delete(name);
  for (const [name, ranges] of names) if (ranges.length > 0) CSS.highlights.set(name, new Highlight(...ranges));
}

/** The paragraph of a long page that some words begin in; null where the page is short. */
const blockOf = (range: Range) => {
  const node = range.startContainer;
  return (node instanceof Element ? node : node.parentElement)?.closest('.sheet-long > *') ?? null;
};

/** The point of the text under the pointer. */
const pointed = (text: ShownText, e: { clientX: number; clientY: number }) => {
  const at = document.caretPositionFromPoint?.(e.clientX, e.clientY);
  return at ? text.before(at.offsetNode, at.offset) : null;
};

/** A page as it is read, with what is said about its words marked in it. */
export function PageView(props: Props) {
  const { name, html, written, discussions, open, onOpen, chosen, onChoose, onPlaces, onScrolled, scroll, children } =
    props;
  const box = useRef<HTMLDivElement>(null);
  const body = useRef<HTMLDivElement>(null);
  const text = useRef<ShownText | null>(null);
  const [ticks, setTicks] = useState<Tick[]>([]);
  const [author, setAuthor] = useState<Written | null>(null);
  const ranges = useRef(new Map<string, Range>());
  const [near, setNear] = useState(0);

  const place = useCallback(() => {
    const area = box.current;
    if (!area) return;
    const edge = area.getBoundingClientRect();
    const tops = new Map<string, number>();
    const next: Tick[] = [];
    const byId = new Map(discussions.map((d) => [d.id, d]));
    const seen = area.scrollTop;
    for (const [id, range] of ranges.current) {
      // Far from what one sees the paragraph says enough: its words need not be laid out for it.
      const block = blockOf(range)?.getBoundingClientRect();
      const head = block ? block.top - edge.top + seen : seen;
      const foot = block ? head + block.height : seen;
      if (foot < seen - step || head > seen + area.clientHeight + step) {
        tops.set(id, head);
        continue;
      }
      const rects = range.getClientRects();
      const first = rects[0] ?? range.getBoundingClientRect();
      tops.set(id, first.top - edge.top + area.scrollTop);
      const last = rects[rects.length - 1];
      const d = byId.get(id);
      if (d && last && d.state !== 'settled')
        next.push({
          id,
          left: last.right - edge.left + area.scrollLeft,
          top: last.top - edge.top + area.scrollTop,
          hue: hueOf(d),
          label: texts.discussionOf(d.about),
        });
    }
    setTicks(next);
    onPlaces({ tops, height: area.scrollHeight });
  }, [discussions, onPlaces]);

  useLayoutEffect(() => void (text.current = new ShownText(body.current!)), [html]);

  useLayoutEffect(() => {
    const shown = text.current!;
    const names = new Map<string, Range[]>();
    const add = (key: string, range: Range | null) => {
      if (!range) return null;
      const all = names.get(key);
      if (all) all.push(range);
      else names.set(key, [range]);
      return range;
    };
    ranges.current = new Map();
    for (const d of discussions) {
      const at = d.place?.at;
      if (!isThere(d) || at?.kind !== 'words') continue;
      const range = shown.range(at.start!, at.end!);
      if (!range) continue;
      ranges.current.set(d.id, range);
      add(`talk-${hueOf(d)}`, range);
      if (d.id === open) add('talk-open', range);
    }
    if (chosen?.kind === 'words') {
      const range = add('talk-new', shown.range(chosen.start!, chosen.end!));
      if (range) ranges.current.set(fresh, range);
    }
    for (const run of written ?? []) add(`by-${run.by.hue}`, shown.range(run.start, run.end));
    mark(names);
    place();
    return () => mark(new Map());
  }, [html, discussions, open, chosen, written, place]);

  // Each time it is asked where the places are all is laid out: once for what is said, and again as one scrolls or sizes.
  const again = useRef(place);
  again.current = place;
  const placed = useRef(near);
  useEffect(() => {
    if (placed.current === near) return;
    placed.current = near;
    again.current();
  }, [near]);

  useEffect(() => {
    const watch = new ResizeObserver(() => again.current());
    watch.observe(body.current!);
    watch.observe(box.current!);
    return () => watch.disconnect();
  }, []);

  useEffect(() => {
    scroll.current = (to) => {
      if (box.current && Math.abs(box.current.scrollTop - to) > 1) box.current.scrollTop = to;
    };
    return () => void (scroll.current = null);
  }, [scroll]);

  // What is selected on the page is what one may say something about; a press in the margin leaves it as it is.
  useEffect(() => {
    const changed = () => {
      const selection = document.getSelection();
      if (!selection || selection.rangeCount === 0 || !body.current || !text.current) return;
      const range = selection.getRangeAt(0);
      if (!body.current.contains(range.commonAncestorContainer) && !body.current.contains(selection.anchorNode)) return;
      const found = selection.isCollapsed ? null : text.current.selected(range);
      if (found) onChoose(anchorOf({ kind: 'words', ...found, exact: selection.toString().slice(0, 400) }));
    };
    // The browser says so a moment later; a key pressed meanwhile already means what is selected.
    const pressed = (e: KeyboardEvent) => {
      if (e.key.toLowerCase() === 'd' && !isTyping(e.target)) flushSync(changed);
    };
    document.addEventListener('selectionchange', changed);
    document.addEventListener('keydown', pressed, true);
    return () => {
      document.removeEventListener('selectionchange', changed);
      document.removeEventListener('keydown', pressed, true);
    };
  }, [onChoose]);

  useEffect(() => {
    if (!open || !box.current) return;
    const range = ranges.current.get(open);
    const area = box.current.getBoundingClientRect();
    const at = range?.getBoundingClientRect();
    if (at && (at.top < area.top + 20 || at.bottom > area.bottom - 60))
      box.current.scrollTop += at.top - area.top - area.height / 3;
  }, [open]);

  const press = (e: MouseEvent) => {
    if (!document.getSelection()?.isCollapsed || !text.current) return;
    const at = pointed(text.current, e);
    const within = (d: DiscussionView) =>
      d.place?.at.kind === 'words' && d.place.at.start! <= at! && d.place.at.end! > at!;
    const length = (d: DiscussionView) => d.place!.at.end! - d.place!.at.start!;
    const hit =
      at === null
        ? undefined
        : discussions.filter((d) => isThere(d) && within(d)).sort((a, b) => length(a) - length(b))[0];
    if (hit) onOpen(hit.id);
    else onChoose(null);
  };
  const point = (e: MouseEvent) => {
    if (!written || !text.current) return;
    const at = pointed(text.current, e);
    setAuthor(at === null ? null : (written.find((w) => w.start <= at && w.end > at) ?? null));
  };

  return (
    <div className="relative flex min-h-0 flex-1 flex-col">
      <div
        ref={box}
        tabIndex={0}
        role="region"
        aria-label={name}
        onScroll={(e) => {
          setNear(Math.round(e.currentTarget.scrollTop / step));
          onScrolled(e.currentTarget.scrollTop);
        }}
        className="relative min-h-0 flex-1 overflow-auto bg-surface px-6 py-5"
      >
        <div
          ref={body}
          className={written ? 'by-author' : undefined}
          onClick={press}
          onMouseMove={point}
          onMouseLeave={() => setAuthor(null)}
        >
          {children}
        </div>
        {ticks
          .filter((t) => Math.abs(t.top - near * step) < 2 * step)
          .map((t) => (
            <button
              key={t.id}
              type="button"
              aria-label={t.label}
              title={t.label}
              onClick={() => onOpen(t.id)}
              style={{ left: t.left, top: t.top }}
              className={cx(
                'absolute z-10 h-6 w-3 -translate-y-0.5 max-md:w-6',
                "before:absolute before:left-[2px] before:top-[3px] before:h-[9px] before:w-[3px] before:content-['']",
                t.hue === 'outside' ? 'before:bg-outside-ink' : 'before:bg-inside-ink',
              )}
            />
          ))}
      </div>
      {written ? (
        <p className="flex min-h-[30px] flex-none flex-wrap items-center gap-x-3 border-t bg-paper px-4 py-1 text-[12.5px]">
          {author ? (
            <span>
              <b>{author.by.name}</b>, {texts.revisionInline} {author.revision}
            </span>
          ) : (
            <Legend written={written} />
          )}
        </p>
      ) : null}
    </div>
  );
}

/** Whose hue is whose. */
function Legend({ written }: { written: Written[] }) {
  const people = [...new Map(written.map((w) => [w.by.id, w.by])).values()];
  return (
    <>
      <span className="text-soft">{texts.pointToSeeWho}</span>
      {people.map((p) => (
        <span key={p.id} className="inline-flex items-center gap-1">
          <i aria-hidden className="size-3 rounded-[2px]" style={{ background: `var(--hue-${p.hue})` }} />
          {p.name}
        </span>
      ))}
    </>
  );
}

import { ChevronDown, ChevronUp } from 'lucide-react';
import {
  type ReactNode,
  type RefObject,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import type { AnchorView, DiscussionView, Me } from '../../api/client';
import { Button, IconButton, cx } from '../../ui/controls';
import { useKeys } from '../../ui/keys';
import { Fresh } from './Fresh';
import { DiscussionCard } from './DiscussionCard';
import { inOrder, isThere } from './discussions';
import { stacked } from './stack';
import type { Subject } from './subject';
import { type Places, fresh } from './view';
import * as texts from '../texts';

type Props = {
  subject: Subject;
  me: Me;
  discussions: DiscussionView[];
  places: Places;
  open: string | null;
  onOpen: (id: string | null) => void;
  chosen: AnchorView | null;
  onChoose: (anchor: AnchorView | null) => void;
  /** The box that scrolls, so that the sheet can take it along. */
  box: RefObject<HTMLDivElement | null>;
  onScrolled: (to: number) => void;
  /** Goes to another revision. */
  onRevision: (revision: number) => void;
  /** What is said in one, with its composer. */
  talk: (discussion: DiscussionView) => ReactNode;
};

/** Cards whose height is not known yet are taken for so high. */
const usual = 64;

/** Cards are drawn by steps of so many pixels of what is scrolled. */
const step = 600;

/** What is said on a sheet, each discussion at the height of its place. */
export function Margin(props: Props) {
  const { subject, me, discussions, places, open, onOpen, chosen, onChoose, box, onScrolled, talk } = props;
  const [settledToo, setSettledToo] = useState(true);
  const [heights, setHeights] = useState(new Map<string, number>());
  const cards = useRef(new Map<string, HTMLElement>());
  const shown = useMemo(
    () => inOrder(discussions).filter((d) => settledToo || d.state !== 'settled' || d.id === open),
    [discussions, settledToo, open],
  );
  // Cards are drawn anew for what has changed in them, not each time that one of them finds its place.
  const latest = useRef(props);
  latest.current = props;
  const goTo = useCallback((revision: number) => latest.current.onRevision(revision), []);
  const drop = useCallback(() => latest.current.onChoose(null), []);
  const settled = discussions.filter((d) => d.state === 'settled').length;

  const measure = useRef(() => {});
  measure.current = () => {
    const now = [...cards.current].map(([id, card]) => [id, card.offsetHeight] as const);
    // What is out of sight is as high as it was when it was seen last.
    setHeights((before) => (now.every(([id, h]) => before.get(id) === h) ? before : new Map([...before, ...now])));
  };
  const watch = useRef<ResizeObserver | null>(null);
  watch.current ??= new ResizeObserver(() => measure.current());
  useLayoutEffect(() => measure.current());
  useEffect(() => () => watch.current?.disconnect(), []);
  const keep = (id: string) => (card: HTMLElement | null) => {
    const before = cards.current.get(id);
    if (before && before !== card) watch.current?.unobserve(before);
    if (card) {
      cards.current.set(id, card);
      watch.current?.observe(card);
    } else cards.current.delete(id);
  };

  // The margin begins below its head, the sheet does not: what stands at a height of the one stands there in the other.
  const [shift, setShift] = useState(0);
  useLayoutEffect(() => {
    const area = box.current;
    const aside = area?.closest('aside');
    if (area && aside) setShift(area.getBoundingClientRect().top - aside.getBoundingClientRect().top);
  });
  const topOf = (id: string) => {
    const top = places.tops.get(id);
    return top === undefined ? undefined : Math.max(0, top - shift - 6);
  };
  const standing = useMemo(() => {
    // What has no place stands below all that has.
    const end = Math.max(0, ...places.tops.values()) + 1;
    const all = shown.map((d, i) => ({
      id: d.id,
      wanted: topOf(d.id) ?? (d.place?.at.kind === 'whole' ? 0 : end + i),
      height: heights.get(d.id) ?? usual,
    }));
    if (chosen) all.push({ id: fresh, wanted: topOf(fresh) ?? 0, height: heights.get(fresh) ?? usual });
    return stacked(all, chosen ? fresh : open);
  }, [shown, places, heights, open, chosen, shift]); // eslint-disable-line react-hooks/exhaustive-deps
  // Of many only those near what one sees are drawn: at first no more than may be in sight, so that it is there at once.
  const [near, setNear] = useState(0);
  const [around, setAround] = useState(0);
  const some = shown.length > 0;
  useEffect(() => {
    if (!some) return;
    const timer = setTimeout(() => setAround(2 * step), 100);
    return () => clearTimeout(timer);
  }, [some]);
  const isNear = (d: DiscussionView) => {
    const at = (standing.get(d.id) ?? 0) - near * step;
    return d.id === open || (at > -around && at < Math.max(around, window.innerHeight));
  };
  const foot = Math.max(0, ...[...standing].map(([id, top]) => top + (heights.get(id) ?? usual))) + 16;

  const walk = (by: number) => {
    if (shown.length === 0) return;
    const at = shown.findIndex((d) => d.id === open);
    const next = shown[at < 0 ? (by > 0 ? 0 : shown.length - 1) : (at + by + shown.length) % shown.length]!;
    onOpen(next.id);
  };
  useKeys({ ']': () => walk(1), '[': () => walk(-1), d: () => chosen && document.getElementById('say-here')?.focus() });
  const top = open ? standing.get(open) : undefined;
  useEffect(() => {
    const area = box.current;
    if (!area || top === undefined) return;
    const high = heights.get(open!) ?? usual;
    if (top < area.scrollTop || top + Math.min(high, area.clientHeight) > area.scrollTop + area.clientHeight)
      area.scrollTop = Math.max(0, top - 24);
  }, [open]); // eslint-disable-line react-hooks/exhaustive-deps

  return (
    <div className="flex min-h-0 flex-1 flex-col">
      {discussions.length > 0 ? (
        <p className="flex flex-none items-center gap-1 border-b px-3 py-1 text-[12.5px] text-soft">
          <IconButton
            label={texts.previousDiscussion}
            hint={`${texts.previousDiscussion} ( [ )`}
            onClick={() => walk(-1)}
          >
            <ChevronUp size={15} />
          </IconButton>
          <IconButton label={texts.nextDiscussion} hint={`${texts.nextDiscussion} ( ] )`} onClick={() => walk(1)}>
            <ChevronDown size={15} />
          </IconButton>
          <span className="mr-auto">{texts.openOf(discussions.length - settled)}</span>
          {settled > 0 ? (
            <Button look="quiet" aria-pressed={settledToo} onClick={() => setSettledToo(!settledToo)}>
              {settledToo ? texts.hideSettled(settled) : texts.showSettled(settled)}
            </Button>
          ) : null}
        </p>
      ) : null}
      <div
        ref={box}
        role="region"
        aria-label={texts.discussions}
        tabIndex={-1}
        onScroll={(e) => {
          setNear(Math.round(e.currentTarget.scrollTop / step));
          onScrolled(e.currentTarget.scrollTop);
        }}
        className="relative min-h-0 flex-1 overflow-y-auto overflow-x-hidden outline-none"
      >
        <div className="relative" style={{ height: Math.max(places.height, foot) }}>
          {shown.length === 0 && !chosen ? (
            <p className="px-4 py-3 text-soft">{texts.selectToDiscuss[subject.kind]}</p>
          ) : null}
          {shown.filter(isNear).map((d) => {
            const at = standing.get(d.id) ?? 0;
            return (
              <div
                key={d.id}
                ref={keep(d.id)}
                className={cx('absolute inset-x-0 pl-4 pr-2.5', d.id === open && 'z-10')}
                style={{ top: at }}
              >
                {isThere(d) && places.tops.has(d.id) ? (
                  <Line from={places.tops.get(d.id)! - shift - 6 - at} outside={d.party !== null} />
                ) : null}
                <DiscussionCard
                  discussion={d}
                  me={me}
                  shown={subject.revision}
                  open={d.id === open}
                  onOpen={onOpen}
                  onRevision={goTo}
                  chosen={chosen}
                  onChosen={drop}
                >
                  {d.id === open ? talk(d) : null}
                </DiscussionCard>
              </div>
            );
          })}
          {chosen ? (
            <div
              ref={keep(fresh)}
              className="absolute inset-x-0 z-20 pl-4 pr-2.5"
              style={{ top: standing.get(fresh) ?? 0 }}
            >
              <Fresh
                subject={subject}
                anchor={chosen}
                onBegun={(id) => {
                  onChoose(null);
                  onOpen(id);
                }}
                onDrop={() => onChoose(null)}
              />
            </div>
          ) : null}
        </div>
      </div>
    </div>
  );
}

/** The hairline from a place to its card. */
function Line({ from, outside }: { from: number; outside: boolean }) {
  const y = 14;
  const low = Math.min(from + 10, y);
  return (
    <svg
      aria-hidden
      className={cx(
        'pointer-events-none absolute left-0 w-4 overflow-visible',
        outside ? 'text-outside-line' : 'text-inside-line',
      )}
      style={{ top: low }}
      height={Math.abs(from + 10 - y) + 1}
    >
      <path d={`M0 ${from + 10 - low + 0.5} L15 ${y - low + 0.5}`} fill="none" stroke="currentColor" />
    </svg>
  );
}

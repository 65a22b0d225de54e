import { useQuery } from '@tanstack/react-query';
import { type MouseEvent, Suspense, useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { useNavigate } from 'react-router';
import { asHtml } from '../api/at';
import { type ThingView, api, taken } from '../api/client';
import { cx } from '../ui/controls';
import { viewInPlace } from './viewed';
import * as texts from './texts';

type Thing = { kind: string; target: string };

const things = ['docket', 'task', 'entry', 'sheet', 'view'].map((kind) => `.tag[data-kind="${kind}"]`).join(', ');
const thingOf = (tag: HTMLElement): Thing => ({ kind: tag.dataset.kind!, target: tag.dataset.target! });

/** How a thing stands now; live, as each change to it lets the question be asked again. */
function useThing(thing: Thing | null) {
  return useQuery({
    queryKey: ['thing', thing?.kind, thing?.target],
    queryFn: () =>
      taken(api.GET('/api/things/{kind}/{target}', { params: { path: { kind: thing!.kind, target: thing!.target } } })),
    enabled: thing !== null,
    staleTime: 15_000,
    retry: false,
  }).data;
}

/**
 * Words that were said, as the server rendered them. A tag of a thing shows how that stands when one points at it or
 * reaches it by the keyboard, and as a card where it is alone on a line.
 */
export function Said({ html, className }: { html: string; className?: string }) {
  const box = useRef<HTMLDivElement>(null);
  const [alone, setAlone] = useState<HTMLElement[]>([]);
  const [pointed, setPointed] = useState<HTMLElement | null>(null);
  /** The saved views that are open below the words. */
  const [views, setViews] = useState<string[]>([]);
  const navigate = useNavigate();
  useEffect(() => {
    // Most words point at nothing, and then there is nothing to do.
    if (!html.includes('class="tag"')) return setAlone((before) => (before.length > 0 ? [] : before));
    const tags = [...box.current!.querySelectorAll<HTMLElement>(things)];
    for (const tag of tags) {
      tag.tabIndex = 0;
      tag.setAttribute('role', 'link');
    }
    setAlone(
      tags
        .filter((t) => t.parentElement!.tagName === 'P' && t.parentElement!.textContent!.trim() === t.textContent)
        .map((t) => {
          const place = t.parentElement!.querySelector<HTMLElement>('.card') ?? document.createElement('span');
          place.className = 'card';
          place.dataset.kind = t.dataset.kind;
          place.dataset.target = t.dataset.target;
          t.after(place);
          t.hidden = true;
          return place;
        }),
    );
    setPointed(null);
  }, [html]);
  const tagAt = (target: EventTarget) => (target as HTMLElement).closest<HTMLElement>(things);
  const toggle = (id: string) => setViews((all) => (all.includes(id) ? all.filter((v) => v !== id) : [...all, id]));
  const go = async (tag: HTMLElement) => {
    const thing = thingOf(tag);
    // A view opens where it is named.
    if (thing.kind === 'view') {
      setPointed(null);
      return toggle(thing.target);
    }
    const view = await taken(api.GET('/api/things/{kind}/{target}', { params: { path: thing } })).catch(() => null);
    if (view?.path) void navigate(view.path);
  };
  const press = (e: MouseEvent) => {
    const tag = tagAt(e.target);
    if (!tag) return;
    e.stopPropagation();
    void go(tag);
  };
  return (
    <>
      <div
        ref={box}
        className={cx('said', className)}
        onClick={press}
        onKeyDown={(e) => {
          const tag = tagAt(e.target);
          if (tag && e.key === 'Enter') void go(tag);
          if (e.key === 'Escape') setPointed(null);
        }}
        onMouseOver={(e) => setPointed(tagAt(e.target))}
        onMouseLeave={() => setPointed(null)}
        onFocus={(e) => setPointed(tagAt(e.target))}
        onBlur={() => setPointed(null)}
        dangerouslySetInnerHTML={asHtml(html)}
      />
      {alone.map((place, i) => createPortal(<Card thing={thingOf(place)} />, place, String(i)))}
      {views.map((id) => (
        <ViewBelow key={id} id={id} onClose={() => toggle(id)} />
      ))}
      {pointed ? <Pointed tag={pointed} /> : null}
    </>
  );
}

/** A saved view with its table. */
function ViewBelow(props: { id: string; onClose?: () => void }) {
  const View = viewInPlace();
  return View ? (
    <Suspense fallback={null}>
      <View {...props} />
    </Suspense>
  ) : null;
}

/** A thing that stands alone on a line. */
function Card({ thing }: { thing: Thing }) {
  return thing.kind === 'view' ? <ViewBelow id={thing.target} /> : <ThingCard thing={thing} />;
}

function ThingCard({ thing }: { thing: Thing }) {
  const view = useThing(thing);
  const navigate = useNavigate();
  return (
    <button
      type="button"
      disabled={!view?.path}
      onClick={(e) => {
        e.stopPropagation();
        if (view?.path) void navigate(view.path);
      }}
      className={cx(
        'my-1 block w-full max-w-[420px] rounded-card border border-l-[3px] border-l-wren bg-paper',
        'px-2.5 py-1 text-left hover:border-soft disabled:hover:border-line max-md:min-h-[44px]',
      )}
    >
      {view ? <Standing view={view} /> : <span className="block h-[42px] text-soft">{texts.loading}</span>}
    </button>
  );
}

function Standing({ view }: { view: ThingView }) {
  return (
    <>
      <span className={cx('line-clamp-2 block font-semibold', view.done && 'text-done')}>
        {view.title}
        {view.done ? (
          <span className="font-normal">
            {' '}
            {view.kind === 'docket' ? 'closed' : view.kind === 'sheet' ? 'removed' : 'finished'}
          </span>
        ) : null}
      </span>
      <span className="block text-[12.5px] text-soft">{view.state}</span>
    </>
  );
}

/** What one points at, beside it; it never takes the focus. */
function Pointed({ tag }: { tag: HTMLElement }) {
  const view = useThing(thingOf(tag));
  if (!view) return null;
  const at = tag.getBoundingClientRect();
  return createPortal(
    <div
      role="tooltip"
      className="pointer-events-none fixed z-50 w-[300px] rounded-card border border-soft/40 bg-surface px-2.5 py-1.5 shadow-md"
      style={{
        left: Math.max(8, Math.min(at.left, window.innerWidth - 308)),
        ...(at.top > 140 ? { bottom: window.innerHeight - at.top + 4 } : { top: at.bottom + 4 }),
      }}
    >
      <Standing view={view} />
    </div>,
    document.body,
  );
}

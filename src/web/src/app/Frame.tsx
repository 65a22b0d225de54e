import { Bell, CheckSquare, FileStack, Inbox, Megaphone, Phone, Search, Sun, X } from 'lucide-react';
import { type ReactNode, Suspense, useEffect, useRef, useState } from 'react';
import { lazy } from '../ui/lazy';
import { flushSync } from 'react-dom';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import { whereNow } from '../api/at';
import { PopUps } from '../alerts/PopUps';
import { AlertsPanel, loadAlerts } from '../alerts/AlertsPanel';
import type { Me } from '../api/client';
import { useLiveState } from '../api/live';
import { outbox } from '../api/outbox';
import { useAlerts, useTasks } from '../api/queries';
import { useAsks } from '../asks/useAsks';
import { useBoard } from '../conversations/queues/board';
import { carried, carry } from '../conversations/carried';
import { drafts } from '../conversations/drafts';
import { Letter, cx } from '../ui/controls';
import { Count } from '../ui/tags';
import { beginCall, callNote } from '../conversations/callNote';
import { ColleaguesPanel, loadColleagues } from '../people/ColleaguesPanel';
import { AccountMenu } from '../accounts/AccountMenu';
import { Mark } from '../ui/Mark';
import { useKeys } from '../ui/keys';
import { closeTab, tabs } from '../dockets/tabs';
import { RunningClock } from '../tasks/clock';
import * as texts from './texts';

const loadFindOrDo = () => import('../finding/FindOrDo');
const loadSheets = () => import('../pages/sheet/SheetPage');

/** Takes what is typed before the field is there. */
function Early({ onType }: { onType: (words: string) => void }) {
  return (
    <div data-over="" className="fixed left-1/2 top-[9vh] z-50 w-[min(640px,calc(100vw-24px))] -translate-x-1/2">
      <input
        autoFocus
        aria-label={texts.searchOrDoTitle}
        onChange={(e) => onType(e.target.value)}
        className="h-12 w-full rounded-card border border-soft/40 bg-surface px-3.5 text-[15px] shadow-lg outline-none"
      />
    </div>
  );
}

const FindOrDo = lazy(() => loadFindOrDo().then((m) => ({ default: m.FindOrDo })));
const CallNote = lazy(() => import('../conversations/CallNote').then((m) => ({ default: m.CallNote })));
const Carried = lazy(() => import('../pages/talk/Carried').then((m) => ({ default: m.Carried })));
const AddressPanel = lazy(() => import('../accounts/AddressPanel').then((m) => ({ default: m.AddressPanel })));
const PasswordPanel = lazy(() => import('../accounts/PasswordPanel').then((m) => ({ default: m.PasswordPanel })));
const KeysHelp = lazy(() => import('./KeysHelp').then((m) => ({ default: m.KeysHelp })));

const places = [
  { to: '/', name: texts.today, icon: Sun, key: '1' },
  { to: '/queues', name: texts.queues, icon: Inbox, key: '2' },
  { to: '/dockets', name: texts.dockets, icon: FileStack, key: '3' },
  { to: '/tasks', name: texts.tasks, icon: CheckSquare, key: '4' },
  { to: '/noticeboard', name: texts.noticeboard, icon: Megaphone, key: '5' },
] as const;

function useCounts(me: Me) {
  const rows = useBoard().data?.rows ?? [];
  const tasks = useTasks().data ?? [];
  const asks = useAsks('on-me').data ?? [];
  const open = tasks.filter((t) => t.state !== 'done' && t.state !== 'dropped');
  const ours = rows.filter((r) => r.turn === 'ours' && r.rank === 0);
  return {
    '/':
      ours.filter((r) => r.owner === me.person.id).length +
      open.filter((t) => t.dueState !== 'well').length +
      asks.length,
    '/queues': ours.length,
    '/tasks': open.length,
  } as Record<string, number>;
}

function Places({ me, foot }: { me: Me; foot?: boolean }) {
  const counts = useCounts(me);
  return (
    <nav
      aria-label={texts.places}
      className={
        foot
          ? 'fixed inset-x-0 bottom-0 z-30 grid h-14 grid-cols-5 border-t bg-surface md:hidden short:h-11'
          : 'flex h-full items-stretch gap-1 max-md:hidden'
      }
    >
      {places.map(({ to, name, icon: Icon }) => (
        <NavLink
          key={to}
          to={to}
          end={to === '/'}
          className={({ isActive }) =>
            cx(
              foot
                ? 'grid content-center justify-items-center text-[12px] max-[359px]:text-[10.5px] short:grid-flow-col short:items-center short:justify-center short:gap-1.5'
                : 'flex items-center px-[11px]',
              isActive ? 'font-semibold text-ink shadow-[inset_0_-2px_0_var(--wren)]' : 'text-soft hover:text-ink',
            )
          }
        >
          {foot ? <Icon size={18} aria-hidden /> : null}
          <span>
            {name}
            <Count n={counts[to] ?? 0} />
          </span>
        </NavLink>
      ))}
    </nav>
  );
}

function TabStrip() {
  const open = tabs.use();
  const kept = drafts.use();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  if (open.length === 0) return null;
  return (
    <nav
      aria-label={texts.openDockets}
      className="flex h-[34px] flex-none items-end gap-[3px] overflow-x-auto overflow-y-hidden border-b px-3.5 max-md:hidden"
    >
      {open.map((tab) => {
        const here = pathname === `/dockets/${tab.ref}` || pathname === `/dockets/${tab.ref}/forecast`;
        const draft = Object.values(kept).some((d) => d.docket === tab.ref);
        const close = () => {
          const beside = closeTab(tab.ref);
          if (here) void navigate(beside ? `/dockets/${beside.ref}` : '/dockets');
        };
        return (
          <div
            key={tab.ref}
            className={cx(
              'index-tab group flex flex-none items-center border border-b-0 pl-2.5 pr-1.5 text-[13px]',
              here ? 'bg-surface pb-[5px] pt-1 font-semibold' : 'bg-line/60 pb-[2px] pt-[2px] text-soft hover:text-ink',
            )}
            onAuxClick={(e) => e.button === 1 && close()}
          >
            <Link
              to={`/dockets/${tab.ref}`}
              aria-current={here ? 'page' : undefined}
              className="max-w-52 truncate py-px"
            >
              {tab.ref} {tab.name}
              {draft ? <b className="ml-1 text-wren">{texts.draft}</b> : null}
            </Link>
            <button
              type="button"
              aria-label={texts.closeOfRef(tab.ref)}
              title={texts.close}
              onClick={close}
              className={cx(
                'ml-1 grid size-6 place-items-center rounded-[3px] text-soft opacity-0',
                'hover:text-ink focus-visible:opacity-100 group-hover:opacity-100',
              )}
            >
              <X size={13} />
            </button>
          </div>
        );
      })}
    </nav>
  );
}

function LiveNote() {
  const live = useLiveState();
  const waiting = outbox.use();
  if (live !== 'away' && waiting.length === 0) return null;
  return (
    <p role="status" className="flex-none border-b border-soon-line bg-soon-wash px-4 py-1 text-[13px] text-soon">
      {live === 'away' ? texts.theServerCannotReached : ''}
      {waiting.length > 0 ? texts.notSentYetKept(waiting.length) : live === 'away' ? texts.nothingIsLost : ''}
    </p>
  );
}

/** The frame around every page of staff: the bar, the index tabs, and the page. */
export function Frame({ me, children }: { me: Me; children: ReactNode }) {
  const [finding, setFinding] = useState(false);
  const early = useRef('');
  const [helping, setHelping] = useState(false);
  const [alerting, setAlerting] = useState(false);
  const [changing, setChanging] = useState<'password' | 'address' | null>(null);
  const carrying = carried.use();
  const calling = callNote.use() !== null;
  const unread = useAlerts().data?.unread ?? me.unreadAlerts;
  const navigate = useNavigate();

  // Fetched while nothing happens, so that the first letters typed into it are not lost. Whoever saves data has it later.
  useEffect(() => {
    if ((navigator as { connection?: { saveData?: boolean } }).connection?.saveData) return;
    const timer = setTimeout(() => {
      for (const load of [loadFindOrDo, loadAlerts, loadColleagues, loadSheets]) load().catch(() => undefined);
    }, 1000);
    return () => clearTimeout(timer);
  }, []);

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        // At once, or what is typed next while the page is busy would go nowhere.
        flushSync(() => setFinding(true));
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  useKeys({
    f1: () => setHelping(true),
    c: () => beginCall(whereNow()),
    ...Object.fromEntries(places.map((p) => [p.key, () => void navigate(p.to)])),
  });

  return (
    <div className="flex h-full flex-col max-md:pb-14 short:pb-11">
      <a
        href="#page"
        className="absolute left-2 top-2 z-50 -translate-y-16 rounded-card bg-wren px-3 py-1 text-wren-ink focus:translate-y-0"
      >
        {texts.goToThePage}
      </a>
      <header className="flex h-12 flex-none items-center gap-1 border-b bg-surface px-3.5">
        <Link to="/" className="mr-4 rounded-card" aria-label={texts.wrenletGoToToday}>
          <Mark />
        </Link>
        <Places me={me} />
        <button
          type="button"
          onClick={() => setFinding(true)}
          className={cx(
            'ml-auto flex h-[33px] w-[290px] items-center justify-between gap-2 rounded-card border bg-paper',
            'px-2.5 text-soft hover:border-soft max-lg:w-[180px] max-md:w-11 max-md:justify-center',
          )}
        >
          <span className="max-md:sr-only">{texts.searchOrDoTitle}</span>
          <Search size={16} className="md:hidden" aria-hidden />
          <kbd className="rounded-[3px] border bg-surface px-1 font-sans text-[11.5px] max-md:hidden">
            {texts.ctrlK}
          </kbd>
        </button>
        <button
          type="button"
          title={texts.noteACallC}
          onClick={() => beginCall(whereNow())}
          className="ml-2 flex h-9 items-center gap-1 rounded-card px-2 text-soft hover:text-ink max-lg:hidden"
        >
          <Phone size={15} aria-hidden /> <Letter of="c">{texts.call}</Letter>
        </button>
        <AlertsPanel
          open={alerting}
          onOpenChange={setAlerting}
          trigger={
            <button
              type="button"
              className="ml-2 flex h-9 items-center gap-1 rounded-card px-2 text-soft hover:text-ink"
            >
              <Bell size={16} className="md:hidden" aria-hidden />
              <span className="max-md:sr-only">{texts.alerts}</span>
              <Count n={unread} />
            </button>
          }
        />
        <ColleaguesPanel me={me} onCarry={carry} />
        <AccountMenu
          me={me}
          onKeys={() => setHelping(true)}
          onPassword={() => setChanging('password')}
          onAddress={() => setChanging('address')}
        />
      </header>
      <TabStrip />
      <LiveNote />
      <RunningClock />
      <PopUps onAll={() => setAlerting(true)} />
      <main id="page" tabIndex={-1} className="flex min-h-0 flex-1 flex-col outline-none">
        {children}
      </main>
      {calling ? (
        <Suspense fallback={null}>
          <CallNote />
        </Suspense>
      ) : null}
      {carrying ? (
        <Suspense fallback={null}>
          <Carried me={me} />
        </Suspense>
      ) : null}
      <Places me={me} foot />
      <Suspense fallback={finding ? <Early onType={(words) => (early.current = words)} /> : null}>
        {finding ? (
          <FindOrDo
            begun={() => early.current}
            me={me}
            onClose={() => ((early.current = ''), setFinding(false))}
            onKeys={() => setHelping(true)}
          />
        ) : null}
        {helping ? <KeysHelp onClose={() => setHelping(false)} /> : null}
        {changing === 'password' ? <PasswordPanel onClose={() => setChanging(null)} /> : null}
        {changing === 'address' ? <AddressPanel onClose={() => setChanging(null)} /> : null}
      </Suspense>
    </div>
  );
}

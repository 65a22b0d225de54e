import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { whereNow } from '../api/at';
import { type Hit, type Me, type NarrowingView, api, taken } from '../api/client';
import { placesOf, signOut } from '../accounts/AccountMenu';
import { beginCall } from '../conversations/callNote';
import { onThisPage } from '../ui/onThisPage';
import { tabs } from '../dockets/tabs';
import { applyTheme, theme } from '../ui/theme';
import { sayWrong } from '../ui/toasts';
import { cx } from '../ui/controls';
import * as texts from './texts';

const row =
  'flex min-h-[34px] cursor-pointer items-baseline gap-3 rounded-[3px] px-2.5 py-1 data-[selected=true]:bg-wren-wash';
const kinds: Record<string, string> = {
  docket: texts.dockets,
  sheet: texts.sheets,
  task: texts.tasks,
  person: texts.people,
  thing: texts.theirThings,
  file: texts.files,
  entry: texts.messagesAndNotes,
};

/** What a search can be narrowed by; a press adds it, and whoever knows it types it. */
const narrowings: [string, string][] = [
  ['/by ', texts.who],
  ['/in ', texts.where],
  ['/since ', texts.since],
  ['/until ', texts.until],
  ['/files', texts.withFiles],
  ['/inside', texts.inside],
  ['/outside', texts.outside],
  ['/open', texts.open],
  ['/closed', texts.closed],
];

const valueOf = (hit: Hit) => `${hit.kind} ${hit.path} ${hit.text}`;

/** Hits as they stand in the list: by kind, each kind in its order. */
const inOrder = (hits: Hit[]) => Object.keys(kinds).flatMap((kind) => hits.filter((h) => h.kind === kind));

type Props = {
  me: Me;
  /** What has been typed before this was there. */
  begun: () => string;
  onClose: () => void;
  onKeys: () => void;
};

/** One field for finding anything and doing everything, by typing. */
export function FindOrDo({ me, begun, onClose, onKeys }: Props) {
  const [typed, setTyped] = useState('');
  // What was typed until now, when the field before it has just gone and this one has the focus.
  useLayoutEffect(() => setTyped(begun()), []); // eslint-disable-line react-hooks/exhaustive-deps
  const [hits, setHits] = useState<Hit[]>([]);
  const [narrowed, setNarrowed] = useState<NarrowingView[]>([]);
  const [searched, setSearched] = useState('');
  const [chosen, setChosen] = useState('');
  // What the page lets one do is read before this lies over it.
  const [page] = useState(() => onThisPage());
  const field = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  // Enter before what was typed has been found means the first of what will be, or to do.
  const entered = useRef(false);
  const arrive = useRef<(found: Hit[]) => void>(() => undefined);
  arrive.current = (found) => {
    const first = inOrder(found)[0];
    const wanted = entered.current;
    entered.current = false;
    if (wanted && first) go(first.path);
    else if (wanted) fitting[0]?.[1]();
  };
  useEffect(() => {
    const words = typed.trim();
    let overtaken = false;
    entered.current = false;
    const timer = setTimeout(() => {
      if (words.length < 2) {
        setHits([]);
        setNarrowed([]);
        setSearched(words);
        return;
      }
      taken(api.GET('/api/find', { params: { query: { words } } }))
        .then((found) => {
          if (overtaken) return;
          setHits(found.hits);
          // What stands first is what Enter does, from the moment it is there.
          if (found.hits.length > 0) setChosen(valueOf(inOrder(found.hits)[0]!));
          setNarrowed(found.narrowings);
          setSearched(words);
          arrive.current(found.hits);
        })
        .catch(sayWrong);
    }, 90);
    return () => {
      overtaken = true;
      clearTimeout(timer);
    };
  }, [typed]);
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  const act = (run: () => void) => {
    onClose();
    run();
  };
  const commands: [string, () => void][] = [
    [texts.goToToday, () => go('/')],
    [texts.goToQueues, () => go('/queues')],
    [texts.goToDockets, () => go('/dockets')],
    [texts.goToAllConversations, () => go('/talk')],
    [texts.goToAsks, () => go('/asks')],
    [texts.goToDiscussions, () => go('/discussions')],
    [texts.goDirectGroupConversations, () => go('/talk?audience=own')],
    [texts.goToTasks, () => go('/tasks')],
    [texts.goToNoticeboard, () => go('/noticeboard')],
    ...placesOf(me).map((p): [string, () => void] => [texts.goTo(p.name), () => go(p.to)]),
    [texts.noteACall, () => act(() => beginCall(whereNow()))],
    [texts.showTheKeys, () => act(onKeys)],
    [texts.useTheLightTheme, () => act(() => (theme.set('light'), applyTheme()))],
    [texts.useTheDarkTheme, () => act(() => (theme.set('dark'), applyTheme()))],
    [texts.signOut, () => act(() => void signOut())],
  ];
  const asked = typed.trim().toLowerCase();
  const fitting = commands.filter(([name]) => name.toLowerCase().includes(asked));
  const here = asked ? page.filter((c) => c.name.toLowerCase().includes(asked)).slice(0, 12) : [];
  const open = tabs.get();
  return (
    <Dialog.Root open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          className={cx(
            'fixed left-1/2 top-[9vh] z-50 w-[min(640px,calc(100vw-24px))] -translate-x-1/2',
            'overflow-hidden rounded-card border border-soft/40 bg-surface shadow-lg',
          )}
        >
          <Dialog.Title className="sr-only">{texts.searchOrDo}</Dialog.Title>
          <Command
            shouldFilter={false}
            loop
            label={texts.searchOrDo}
            value={chosen}
            onValueChange={setChosen}
            onKeyDown={(e) => {
              const words = typed.trim();
              const command = /^(do|here|open) /.test(chosen) && !hits.some((h) => valueOf(h) === chosen);
              if (e.key !== 'Enter' || words.length < 2 || words === searched || command) return;
              e.preventDefault();
              entered.current = true;
            }}
          >
            <Command.Input
              ref={field}
              autoFocus
              value={typed}
              onValueChange={setTyped}
              placeholder={texts.aDocketSheetTask}
              className="h-12 w-full border-b bg-transparent px-3.5 text-[15px] outline-none placeholder:text-soft"
            />
            <div className="flex flex-wrap items-center gap-1 border-b px-2.5 py-1 text-[12.5px]">
              <span className="text-soft">{texts.narrow}</span>
              {narrowings.map(([word, name]) => (
                <button
                  key={word}
                  type="button"
                  title={word}
                  onClick={() => {
                    setTyped((t) => `${t.trimEnd()}${t.trim() ? ' ' : ''}${word}`);
                    field.current?.focus();
                  }}
                  className="min-h-6 rounded-[3px] border px-1.5 text-soft hover:border-soft hover:text-ink max-md:min-h-[44px]"
                >
                  {name}
                </button>
              ))}
            </div>
            {narrowed.length > 0 ? (
              <p className="flex flex-wrap gap-x-3 border-b bg-paper px-3 py-1 text-[12.5px]">
                {narrowed.map((n) => (
                  <span key={n.typed} className={n.understood ? 'font-semibold' : 'text-late'}>
                    {n.means}
                  </span>
                ))}
              </p>
            ) : null}
            <Command.List className="max-h-[60vh] overflow-auto p-1.5">
              {typed.trim() === '' && open.length > 0 ? (
                <Command.Group heading={<Heading>{texts.open}</Heading>}>
                  {open.map((t) => (
                    <Command.Item
                      key={t.ref}
                      value={`open ${t.ref}`}
                      onSelect={() => go(`/dockets/${t.ref}`)}
                      className={row}
                    >
                      <span>
                        <b>{t.ref}</b> {t.name}
                      </span>
                    </Command.Item>
                  ))}
                </Command.Group>
              ) : null}
              {Object.entries(kinds).map(([kind, heading]) => {
                const found = hits.filter((h) => h.kind === kind);
                return found.length > 0 ? (
                  <Command.Group key={kind} heading={<Heading>{heading}</Heading>}>
                    {found.map((h) => (
                      <Command.Item
                        key={h.path + h.text}
                        value={valueOf(h)}
                        onSelect={() => go(h.path)}
                        className={row}
                      >
                        <span className="min-w-0 flex-1 truncate">
                          <Marked hit={h} />
                        </span>
                        <span className="flex-none text-[12.5px] text-soft">{h.detail}</span>
                      </Command.Item>
                    ))}
                  </Command.Group>
                ) : null;
              })}
              {fitting.length > 0 ? (
                <Command.Group heading={<Heading>{texts.doIt}</Heading>}>
                  {fitting.map(([name, run]) => (
                    <Command.Item key={name} value={`do ${name}`} onSelect={run} className={row}>
                      {name}
                    </Command.Item>
                  ))}
                </Command.Group>
              ) : null}
              {here.length > 0 ? (
                <Command.Group heading={<Heading>{texts.onThisPage}</Heading>}>
                  {here.map(({ name, run }) => (
                    <Command.Item
                      key={name}
                      value={`here ${name}`}
                      onSelect={() => {
                        onClose();
                        // The page has its focus back first.
                        setTimeout(run, 60);
                      }}
                      className={row}
                    >
                      {name}
                    </Command.Item>
                  ))}
                </Command.Group>
              ) : null}
              {hits.length === 0 && fitting.length === 0 && here.length === 0 && searched === typed.trim() ? (
                <p className="p-4 text-center text-soft">{texts.nothingCanSeeMatches}</p>
              ) : null}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** A text with the words that were looked for marked. */
function Marked({ hit }: { hit: Hit }) {
  const parts: ReactNode[] = [];
  let at = 0;
  for (const m of hit.marks) {
    parts.push(hit.text.slice(at, m.start), <mark key={m.start}>{hit.text.slice(m.start, m.start + m.length)}</mark>);
    at = m.start + m.length;
  }
  return (
    <>
      {parts}
      {hit.text.slice(at)}
    </>
  );
}

const Heading = ({ children }: { children: string }) => (
  <span className="block px-2.5 pb-0.5 pt-1.5 text-[12px] font-bold text-soft">{children}</span>
);

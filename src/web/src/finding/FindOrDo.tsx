import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { type Hit, api, taken } from '../api/client';
import { sayWrong } from '../api/live';
import { signOut } from '../app/AccountMenu';
import { tabs } from '../app/tabs';
import { applyTheme, theme } from '../app/theme';

const row =
  'flex min-h-[34px] cursor-pointer items-baseline gap-3 rounded-[3px] px-2.5 py-1 data-[selected=true]:bg-wren-wash';
const kinds: Record<string, string> = { docket: 'Dockets', task: 'Tasks', entry: 'What was said' };

/** One field for finding anything and doing everything, by typing. */
export function FindOrDo({ onClose, onKeys }: { onClose: () => void; onKeys: () => void }) {
  const [typed, setTyped] = useState('');
  const [hits, setHits] = useState<Hit[]>([]);
  const [searched, setSearched] = useState('');
  const navigate = useNavigate();
  useEffect(() => {
    const words = typed.trim();
    const timer = setTimeout(() => {
      if (words.length < 2) {
        setHits([]);
        setSearched(words);
        return;
      }
      taken(api.GET('/api/find', { params: { query: { words } } }))
        .then((found) => {
          setHits(found);
          setSearched(words);
        })
        .catch(sayWrong);
    }, 90);
    return () => clearTimeout(timer);
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
    ['Go to Today', () => go('/')],
    ['Go to Queues', () => go('/queues')],
    ['Go to Dockets', () => go('/dockets')],
    ['Go to Tasks', () => go('/tasks')],
    ['Open the post office stand-in', () => go('/post-office')],
    ['Show the keys', () => act(onKeys)],
    ['Use the light theme', () => act(() => (theme.set('light'), applyTheme()))],
    ['Use the dark theme', () => act(() => (theme.set('dark'), applyTheme()))],
    ['Sign out', () => act(() => void signOut())],
  ];
  const fitting = commands.filter(([name]) => name.toLowerCase().includes(typed.trim().toLowerCase()));
  const open = tabs.get();
  return (
    <Dialog.Root open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          className="fixed left-1/2 top-[9vh] z-50 w-[min(640px,calc(100vw-24px))] -translate-x-1/2 overflow-hidden rounded-card border border-soft/40 bg-surface shadow-lg"
        >
          <Dialog.Title className="sr-only">Find or do</Dialog.Title>
          <Command shouldFilter={false} loop label="Find or do">
            <Command.Input
              value={typed}
              onValueChange={setTyped}
              placeholder="A docket, a task, words that were said, or something to do"
              className="h-12 w-full border-b bg-transparent px-3.5 text-[15px] outline-none placeholder:text-soft"
            />
            <Command.List className="max-h-[60vh] overflow-auto p-1.5">
              {typed.trim() === '' && open.length > 0 ? (
                <Command.Group heading={<Heading>Open</Heading>}>
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
                      <Command.Item key={h.path} value={h.path} onSelect={() => go(h.path)} className={row}>
                        <span className="min-w-0 flex-1 truncate">{h.text}</span>
                        <span className="flex-none text-[12.5px] text-soft">{h.detail}</span>
                      </Command.Item>
                    ))}
                  </Command.Group>
                ) : null;
              })}
              {fitting.length > 0 ? (
                <Command.Group heading={<Heading>Do</Heading>}>
                  {fitting.map(([name, run]) => (
                    <Command.Item key={name} value={`do ${name}`} onSelect={run} className={row}>
                      {name}
                    </Command.Item>
                  ))}
                </Command.Group>
              ) : null}
              {hits.length === 0 && fitting.length === 0 && searched === typed.trim() ? (
                <p className="p-4 text-center text-soft">Nothing in your sight has these words. Try fewer of them.</p>
              ) : null}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const Heading = ({ children }: { children: string }) => (
  <span className="block px-2.5 pb-0.5 pt-1.5 text-[12px] font-bold text-soft">{children}</span>
);

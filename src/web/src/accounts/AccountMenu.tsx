import { DropdownMenu } from 'radix-ui';
import { useNavigate } from 'react-router';
import { at } from '../api/at';
import { type Me, api, taken } from '../api/client';
import { disconnect } from '../api/live';
import { outbox } from '../api/outbox';
import { NameTag } from '../ui/tags';
import { type Theme, applyTheme, theme } from '../ui/theme';
import { may } from './rights';
import * as texts from './texts';

const item =
  'flex min-h-[30px] cursor-pointer items-center rounded-[3px] px-2 outline-none data-[highlighted]:bg-wren-wash max-md:min-h-[44px]';

const themes: [Theme, string][] = [
  ['system', texts.sameAsTheSystem],
  ['light', texts.light],
  ['dark', texts.dark],
];

/** Pages that one visits seldom, with who has them; null for everybody. */
const places: { to: string; name: string; rights: string[] | null }[] = [
  { to: '/contacts', name: texts.contacts, rights: null },
  { to: '/discussions', name: texts.discussions, rights: null },
  { to: '/reports', name: texts.reports, rights: ['see-reports'] },
  { to: '/reading', name: texts.readAcross, rights: ['read-across'] },
  { to: '/imports', name: texts.import_, rights: null },
  { to: '/templates', name: texts.templates, rights: ['keep-templates'] },
  { to: '/rules', name: texts.rules, rights: ['make-rules'] },
  { to: '/stock-replies', name: texts.stockReplies, rights: null },
  { to: '/set-up', name: texts.settings, rights: ['set-up', 'take-on', 'see-log'] },
  { to: '/post-office', name: texts.postOfficeStandIn, rights: null },
];

/** Those of them that somebody has. Stand-ins are there in the demo, and where an administrator switched them on. */
export const placesOf = (me: Me) =>
  places.filter(
    (p) =>
      (p.rights === null || may(me, ...p.rights)) &&
      (me.standIns || p.to !== '/post-office') &&
      // Whoever sets up finds the firm's and their own under Settings.
      (p.to !== '/stock-replies' || !may(me, 'set-up')),
  );

/** Ends this session, or all of them, and begins again at the first page; what waits to be sent is said before. */
export async function signOut(everywhere = false) {
  const waiting = outbox.get().filter((w) => !w.refused).length;
  if (waiting > 0 && !window.confirm(texts.signOutWithWaiting(waiting))) return;
  await taken(everywhere ? api.DELETE('/api/sessions') : api.DELETE('/api/session'));
  await disconnect();
  window.location.assign(at('/'));
}

type Props = { me: Me; onKeys: () => void; onPassword: () => void; onAddress: () => void };

/** The person's own menu: how it looks, the stand-ins, the password, leaving. */
export function AccountMenu({ me, onKeys, onPassword, onAddress }: Props) {
  const navigate = useNavigate();
  const chosen = theme.use();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="ml-1 grid min-h-9 min-w-9 place-items-center rounded-card"
        aria-label={texts.menu(me.person.name)}
      >
        <NameTag who={me.person} large />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          data-over=""
          align="end"
          sideOffset={5}
          collisionPadding={8}
          className="z-50 w-56 rounded-card border border-soft/40 bg-surface p-1.5 shadow-md"
        >
          <p className="px-2 pb-1">
            <b>{me.person.name}</b>
            <span className="block text-[12.5px] text-soft">
              {me.person.role}, {me.firm}
            </span>
          </p>
          <DropdownMenu.Separator className="my-1 border-t" />
          <DropdownMenu.RadioGroup
            value={chosen}
            onValueChange={(next) => {
              theme.set(next as Theme);
              applyTheme();
            }}
          >
            {themes.map(([value, name]) => (
              <DropdownMenu.RadioItem key={value} value={value} className={item}>
                <span className="w-5" aria-hidden>
                  {chosen === value ? '·' : ''}
                </span>
                {name}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 border-t" />
          {placesOf(me).map((p) => (
            <DropdownMenu.Item key={p.to} className={item} onSelect={() => void navigate(p.to)}>
              {p.name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 border-t" />
          <DropdownMenu.Item className={item} onSelect={() => setTimeout(onKeys)}>
            {texts.keys}
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 border-t" />
          {me.demo ? null : (
            <>
              <DropdownMenu.Item className={item} onSelect={() => setTimeout(onPassword)}>
                {texts.changeMyPassword}
              </DropdownMenu.Item>
              <DropdownMenu.Item className={item} onSelect={() => setTimeout(onAddress)}>
                {texts.changeMyAddress}
              </DropdownMenu.Item>
            </>
          )}
          <DropdownMenu.Item className={item} onSelect={() => void signOut()}>
            {texts.signOut}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void signOut(true)}>
            {texts.signOutAllDevices}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type AlertSettings, type AlertView, type ListeningView, api, taken } from '../api/client';
import { keys, queries, useAlerts } from '../api/queries';
import { moment } from '../ui/time';
import { ClockField } from '../ui/ClockField';
import { Button, cx, inputClass } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { Fold } from '../ui/fold';
import { FoldSettings } from './FoldSettings';
import { AlertWords, markRead } from './PopUp';
import { pathOf } from './go';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

const keep = (id: string, kept: boolean) =>
  taken(api.PUT('/api/alerts/{id}/kept', { params: { path: { id } }, body: { kept } }))
    .then(() => queries.invalidateQueries({ queryKey: keys.alerts }))
    .catch(sayWrong);

const quiet = '!min-h-6 !px-1.5 text-[12px]';

function Row({ alert, go }: { alert: AlertView; go: () => void }) {
  const [asked, setAsked] = useState(false);
  return (
    <li className={cx('border-b py-1.5 last:border-0', !alert.read && 'border-l-[3px] border-l-wren pl-2')}>
      <div className="flex gap-2">
        <span className="w-[26px] flex-none pt-0.5">{alert.by ? <NameTag who={alert.by} /> : null}</span>
        <button type="button" onClick={go} className="min-w-0 flex-1 rounded-[3px] text-left hover:underline">
          <AlertWords alert={alert} />
        </button>
      </div>
      <p className="flex flex-wrap items-center gap-x-1 pl-[34px] text-[12px] text-soft">
        <span className="mr-auto">
          {moment(alert.at)}
          {alert.read ? '' : texts.unread}
          {alert.kept ? texts.kept : ''}
        </span>
        <Button look="quiet" className={quiet} aria-expanded={asked} onClick={() => setAsked(!asked)}>
          {texts.whyYouGotThis}
        </Button>
        <Button look="quiet" className={quiet} onClick={() => void keep(alert.id, !alert.kept)}>
          {alert.kept ? texts.stopKeeping : texts.keep}
        </Button>
        <Button look="quiet" className={quiet} onClick={() => void markRead(alert.id, !alert.read)}>
          {alert.read ? texts.unreadTitle : texts.read}
        </Button>
      </p>
      {asked ? (
        <div className="ml-[34px] mt-1 rounded-[3px] bg-paper px-2 py-1 text-[13px]">
          {alert.why}
          {alert.docket ? <Listening reference={alert.docket} /> : null}
        </div>
      ) : null}
    </li>
  );
}

/** Alerts by the lines that the server says they stand in; without lines each stands by itself. */
function inLines(alerts: AlertView[], lines?: string[][]): AlertView[][] {
  if (!lines) return alerts.map((a) => [a]);
  const byId = new Map(alerts.map((a) => [a.id, a]));
  return lines.map((line) => line.flatMap((id) => byId.get(id) ?? [])).filter((line) => line.length > 0);
}

/** Several alerts of one place that came together. */
function Line({ line, go }: { line: AlertView[]; go: (alert: AlertView) => void }) {
  const [open, setOpen] = useState(false);
  const first = line[0]!;
  if (line.length === 1) return <Row alert={first} go={() => go(first)} />;
  return (
    <li className={cx('border-b py-1.5 last:border-0', !first.read && 'border-l-[3px] border-l-wren pl-2')}>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="w-full rounded-[3px] text-left hover:underline"
      >
        <b>
          {texts.thingsIn(line.length, first.docket ? `${first.docket} ${first.docketName}` : texts.oneConversation)}
        </b>
        <span className="line-clamp-1 text-soft">{texts.theNewest(first.words)}</span>
        <span className="text-[12px] text-soft">{moment(first.at)}</span>
      </button>
      {open ? (
        <ul className="ml-3 border-l pl-2">
          {line.map((a) => (
            <Row key={a.id} alert={a} go={() => go(a)} />
          ))}
        </ul>
      ) : null}
    </li>
  );
}

const levels: [string, string][] = [
  ['everything', texts.everything],
  ['for-me', texts.onlyWhatMe],
  ['asks', texts.nothingButAsks],
];

/** What each level comes to, in a sentence. */
const means: Record<string, string> = {
  everything: texts.youHearWhatEverything,
  'for-me': texts.youHearWhenTagged,
  asks: texts.youHearOnlyWhen,
};

/** What one wants to hear of a docket. */
export function Listening({ reference }: { reference: string }) {
  const key = ['listening', reference];
  const path = { params: { path: { reference } } };
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => taken(api.GET('/api/dockets/{reference}/listening', path)),
  });
  if (!data) return null;
  const set = (next: ListeningView) =>
    void taken(api.PUT('/api/dockets/{reference}/listening', { ...path, body: next }))
      .then((now) => queries.setQueryData(key, now))
      .catch(sayWrong);
  return (
    <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
      <label className="flex items-center gap-1.5">
        <span>{texts.alertsFor(reference)}</span>
        <select
          className={cx(inputClass, '!w-auto')}
          value={data.level}
          onChange={(e) => set({ ...data, level: e.target.value })}
        >
          {levels.map(([value, name]) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <p className="basis-full text-[12.5px] text-soft">{means[data.level]}</p>
      <label className="flex min-h-6 items-center gap-1.5">
        <input type="checkbox" checked={data.follows} onChange={(e) => set({ ...data, follows: e.target.checked })} />
        {texts.follow}
      </label>
    </div>
  );
}

/** How one wants to be told. */
function Settings() {
  const { data } = useQuery({
    queryKey: keys.alertSettings,
    queryFn: () => taken(api.GET('/api/alerts/settings')),
  });
  if (!data) return null;
  const set = (next: AlertSettings) => {
    queries.setQueryData(keys.alertSettings, next);
    void taken(api.PUT('/api/alerts/settings', { params: { header: { 'If-Match': `"${next.version}"` } }, body: next }))
      .then((now) => queries.setQueryData(keys.alertSettings, now))
      .catch((wrong: unknown) => {
        // What it is by now, from another window of one's own.
        void queries.invalidateQueries({ queryKey: keys.alertSettings });
        sayWrong(wrong);
      });
  };
  const box = (name: keyof AlertSettings, label: string, also?: () => void) => (
    <label className="flex min-h-7 items-start gap-2 max-md:min-h-[44px]">
      <input
        type="checkbox"
        className="mt-1"
        checked={data[name] as boolean}
        onChange={(e) => {
          if (e.target.checked) also?.();
          set({ ...data, [name]: e.target.checked });
        }}
      />
      {label}
    </label>
  );
  const none = data.quietFrom === data.quietTo;
  return (
    <div className="grid gap-2">
      <fieldset>
        <legend className="text-[13px] font-semibold">{texts.quietHoursNoPop}</legend>
        <div className="grid grid-cols-2 gap-2">
          <label className="block">
            <span className="mb-0.5 block text-[13px] font-semibold">{texts.from}</span>
            <ClockField
              label={texts.from}
              value={data.quietFrom.slice(0, 5)}
              onChange={(at) => set({ ...data, quietFrom: `${at}:00` })}
            />
          </label>
          <label className="block">
            <span className="mb-0.5 block text-[13px] font-semibold">{texts.to}</span>
            <ClockField
              label={texts.to}
              value={data.quietTo.slice(0, 5)}
              onChange={(at) => set({ ...data, quietTo: `${at}:00` })}
            />
          </label>
        </div>
        <p className="text-[12.5px] text-soft">{none ? texts.theSameTimeTwice : ''}</p>
      </fieldset>
      {box('quietDaysOff', texts.quietMyDaysOff)}
      {box('digest', texts.emailMeWhatI)}
      {box('hiddenPage', texts.browserNotificationsWhilePage, () => void Notification.requestPermission())}
      {box('sound', texts.aSoundEachPop)}
      <FoldSettings />
    </div>
  );
}

type Props = { onClose: () => void };

/** What one has been told, each with its reason: for me, and for information; what one keeps; and how one wants to be told. */
export function Alerts({ onClose }: Props) {
  const { data } = useAlerts();
  const [part, setPart] = useState<'list' | 'kept' | 'settings'>('list');
  const kept = useQuery({
    queryKey: [...keys.alerts, 'kept'],
    queryFn: () => taken(api.GET('/api/alerts/kept')),
    enabled: part === 'kept',
  });
  const [onlyUnread, setOnlyUnread] = useState(false);
  const unread = useQuery({
    queryKey: [...keys.alerts, 'unread'],
    queryFn: () => taken(api.GET('/api/alerts', { params: { query: { unread: true } } })),
    enabled: onlyUnread,
  });
  const navigate = useNavigate();
  const shown = onlyUnread ? unread.data : data;
  const alerts = part === 'kept' ? (kept.data ?? []) : (shown?.alerts ?? []);
  const groups: [string, AlertView[]][] = [
    [texts.forMe, alerts.filter((a) => a.forMe)],
    [texts.forInformation, alerts.filter((a) => !a.forMe)],
  ];
  const go = (a: AlertView) => {
    onClose();
    if (!a.read) void markRead(a.id, true);
    void navigate(pathOf(a));
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-1">
        <h2 className="mr-auto font-bold">{texts.alerts}</h2>
        {data && data.unread > 0 && part === 'list' ? (
          <Button
            look="quiet"
            onClick={() => void taken(api.PUT('/api/alerts/read', { body: { read: true } })).catch(sayWrong)}
          >
            {texts.markAllRead}
          </Button>
        ) : null}
        {part === 'list' ? (
          <Button look="quiet" aria-pressed={onlyUnread} onClick={() => setOnlyUnread(!onlyUnread)}>
            {onlyUnread ? texts.allAlerts : texts.unreadOnly}
          </Button>
        ) : null}
        {(['kept', 'settings'] as const).map((p) => (
          <Button key={p} look="quiet" aria-pressed={part === p} onClick={() => setPart(part === p ? 'list' : p)}>
            {p === 'kept' ? texts.keptTitle : texts.alertSettings}
          </Button>
        ))}
      </div>
      {part === 'settings' ? (
        <Settings />
      ) : alerts.length === 0 ? (
        <p className="py-3 text-soft">
          {part === 'kept'
            ? texts.alertsKeepLaterListed
            : onlyUnread
              ? texts.noUnreadAlerts
              : texts.whenSomeoneTagsHands}
        </p>
      ) : (
        groups.map(([name, list]) =>
          list.length > 0 ? (
            <section key={name} className="mt-1">
              <h3 className="border-b pb-0.5 text-[12.5px] font-bold text-soft">{name}</h3>
              <Fold
                what={part === 'kept' ? 'kept' : 'alerts'}
                all={inLines(list, part === 'list' ? shown?.lines : undefined)}
                over={(line) => (part === 'kept' || line.every((a) => a.read) ? line[0]!.at : null)}
              >
                {(lines) => (
                  <ul>
                    {lines.map((line) => (
                      <Line key={line[0]!.id} line={line} go={go} />
                    ))}
                  </ul>
                )}
              </Fold>
            </section>
          ) : null,
        )
      )}
    </>
  );
}

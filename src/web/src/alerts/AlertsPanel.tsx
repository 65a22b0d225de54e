import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { type AlertView, api, taken } from '../api/client';
import { sayWrong } from '../api/live';
import { useAlerts } from '../api/queries';
import { moment } from '../app/time';
import { Button, Panel, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { AlertWords, markRead } from './PopUp';
import { pathOf } from './go';

function Row({ alert, go }: { alert: AlertView; go: () => void }) {
  return (
    <li className={cx('flex gap-2 border-b py-1.5 last:border-0', !alert.read && 'border-l-[3px] border-l-wren pl-2')}>
      <span className="w-[26px] flex-none pt-0.5">{alert.by ? <NameTag who={alert.by} /> : null}</span>
      <button type="button" onClick={go} className="min-w-0 flex-1 rounded-[3px] text-left hover:underline">
        <AlertWords alert={alert} />
        <span className="text-[12px] text-soft">
          {moment(alert.at)}
          {alert.read ? '' : ', unread'}
        </span>
      </button>
      <Button look="quiet" className="text-[12.5px]" onClick={() => void markRead(alert.id, !alert.read)}>
        {alert.read ? 'Unread' : 'Read'}
      </Button>
    </li>
  );
}

type Props = { trigger: ReactNode; open: boolean; onOpenChange: (open: boolean) => void };

/** What one has been told, each with its reason: for me, and for information. */
export function AlertsPanel({ trigger, open, onOpenChange }: Props) {
  const { data } = useAlerts();
  const navigate = useNavigate();
  const alerts = data?.alerts ?? [];
  const groups: [string, AlertView[]][] = [
    ['For me', alerts.filter((a) => a.forMe)],
    ['For information', alerts.filter((a) => !a.forMe)],
  ];
  return (
    <Panel
      trigger={trigger}
      label="Alerts"
      open={open}
      onOpenChange={onOpenChange}
      align="end"
      className="max-h-[70vh] w-[min(440px,calc(100vw-20px))] overflow-auto"
    >
      <div className="flex items-center justify-between">
        <h2 className="font-bold">Alerts</h2>
        {data && data.unread > 0 ? (
          <Button
            look="quiet"
            onClick={() => void taken(api.PUT('/api/alerts/read', { body: { read: true } })).catch(sayWrong)}
          >
            Mark all read
          </Button>
        ) : null}
      </div>
      {alerts.length === 0 ? (
        <p className="py-3 text-soft">
          When someone tags you, hands something over or gives you a task, it stands here with its reason.
        </p>
      ) : null}
      {groups.map(([name, list]) =>
        list.length > 0 ? (
          <section key={name} className="mt-1">
            <h3 className="border-b pb-0.5 text-[12.5px] font-bold text-soft">{name}</h3>
            <ul>
              {list.map((a) => (
                <Row
                  key={a.id}
                  alert={a}
                  go={() => {
                    onOpenChange(false);
                    if (!a.read) void markRead(a.id, true);
                    void navigate(pathOf(a));
                  }}
                />
              ))}
            </ul>
          </section>
        ) : null,
      )}
    </Panel>
  );
}

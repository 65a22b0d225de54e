import { Link } from 'react-router';
import { type AlertView, api, taken } from '../api/client';
import { sayWrong } from '../api/live';
import { say } from '../ui/toasts';
import { pathOf } from './go';

export const markRead = (id: string, read: boolean) =>
  taken(api.PUT('/api/alerts/{id}/read', { params: { path: { id } }, body: { read } })).catch(sayWrong);

/** What an alert says: why, where, and the first words. */
export function AlertWords({ alert }: { alert: AlertView }) {
  return (
    <>
      <span className="block">
        <b>{alert.reason}</b>
        {alert.docket ? (
          <span className="text-soft">
            {' '}
            in {alert.docket} {alert.docketName}
          </span>
        ) : null}
      </span>
      <span className="line-clamp-2 block text-soft">{alert.words}</span>
    </>
  );
}

/** Shows an alert over whatever is open; it stays until it is dismissed. What only informs does not pop up. */
export function popUp(alert: AlertView) {
  if (!alert.forMe) return;
  say(
    <Link
      to={pathOf(alert)}
      onClick={() => void markRead(alert.id, true)}
      className="block rounded-[3px] hover:underline"
    >
      <AlertWords alert={alert} />
    </Link>,
    { stays: true },
  );
}

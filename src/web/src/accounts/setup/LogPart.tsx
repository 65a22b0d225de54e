import type { SetUpView } from '../../api/client';
import { moment } from '../../ui/time';
import * as texts from './texts';

export function Log({ data }: { data: SetUpView }) {
  return (
    <ul>
      {data.log.length === 0 ? <li className="text-soft">{texts.changesSettingsListedHere}</li> : null}
      {data.log.map((l, i) => (
        <li key={i} className="grid gap-x-3 border-b py-1 text-[13px] sm:grid-cols-[130px_170px_190px_1fr]">
          <span className="text-soft">{moment(l.at)}</span>
          <b>{l.by}</b>
          <span>{l.what}</span>
          <span className="text-soft">{l.about}</span>
        </li>
      ))}
    </ul>
  );
}

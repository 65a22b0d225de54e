import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Panel, Wrong } from '../../ui/controls';
import { moment } from '../../ui/time';
import { say, sayWrong } from '../../ui/toasts';
import * as texts from './texts';

/** How the firm's data are kept: the newest backup, and whether the database is whole. */
export function BackupsPart() {
  const { data, error, refetch } = useQuery({
    queryKey: keys.keeping,
    queryFn: () => taken(api.GET('/api/keeping')),
    refetchInterval: 60_000,
  });
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    try {
      queries.setQueryData(keys.keeping, await taken(api.POST('/api/keeping/backups')));
      say(texts.backupMade);
    } catch (wrong) {
      sayWrong(wrong);
      void refetch();
    }
    setBusy(false);
  };
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <section aria-labelledby="backups" className="grid max-w-[70ch] gap-3">
      <h2 id="backups" className="font-bold">
        {texts.howDataIsKept}
      </h2>
      {data.wrong ? (
        <p role="alert" className="rounded-card border border-late p-3 text-late">
          {texts.lastBackupFailed} {data.wrong}
        </p>
      ) : null}
      <dl className="grid grid-cols-[170px_minmax(0,1fr)] gap-x-4 gap-y-1.5 rounded-card border bg-surface p-3 max-sm:grid-cols-1">
        <dt className="text-soft">{texts.newestBackup}</dt>
        <dd className={data.old ? 'font-semibold text-late' : undefined}>
          {data.newest ? moment(data.newest) : texts.noBackupYet}
          {data.newest && data.old ? `, ${texts.olderThanTwoDays}` : ''}
        </dd>
        <dt className="text-soft">{texts.nightly}</dt>
        <dd>{data.kept > 0 ? texts.everyNightAt(data.at, data.kept) : texts.noneByItself}</dd>
        <dt className="text-soft">{texts.keptIn}</dt>
        <dd className="break-all">{texts.inFolder(data.folder, data.count)}</dd>
        <dt className="text-soft">{texts.database}</dt>
        <dd className={data.damage.length > 0 ? 'font-semibold text-late' : undefined}>
          {data.damage.length > 0
            ? texts.damaged(data.damage[0]!)
            : data.lookedAt
              ? texts.nothingWrong(moment(data.lookedAt))
              : texts.beingChecked}
        </dd>
        <dt className="text-soft">{texts.freeOnDisk}</dt>
        <dd>{texts.gigabytes(data.free)}</dd>
      </dl>
      <p className="text-soft">{texts.whereBackupsAreSet}</p>
      <div className="flex flex-wrap gap-2">
        <Button disabled={busy} onClick={() => void make()}>
          {busy ? texts.makingBackup : texts.makeBackupNow}
        </Button>
        {data.count > 1 ? <RemoveOlder /> : null}
      </div>
    </section>
  );
}

/** Makes room on the disk, once it is agreed to. */
function RemoveOlder() {
  const [open, setOpen] = useState(false);
  const remove = async () => {
    try {
      queries.setQueryData(keys.keeping, await taken(api.DELETE('/api/keeping/backups')));
      setOpen(false);
      say(texts.olderBackupsRemoved);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <Panel
      label={texts.removeOlderBackups}
      open={open}
      onOpenChange={setOpen}
      trigger={<Button look="quiet">{texts.removeOlderBackups}</Button>}
    >
      <p className="mb-2 max-w-[40ch] text-[13px]">{texts.olderBackupsGo}</p>
      <Button look="main" onClick={() => void remove()}>
        {texts.removeOlderBackups}
      </Button>
    </Panel>
  );
}

import { useQuery } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { FolderInput } from 'lucide-react';
import { useRef, useState } from 'react';
import { at } from '../api/at';
import { type ImportView, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { moment } from '../ui/time';
import { Button, Panel, inputClass, cx } from '../ui/controls';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

type File_ = { format: 'ics' | 'csv'; text: string; name: string };

/** Tasks out as files, in from files, and one's own as a calendar that other programs read. */
export function TransferPanel({ scope }: { scope: string }) {
  const [open, setOpen] = useState(false);
  const [file, setFile] = useState<File_ | null>(null);
  const [preview, setPreview] = useState<ImportView | null>(null);
  const choose = useRef<HTMLInputElement>(null);
  const [kind, of] = scope.split(':');
  const out = (format: string) => at(`/api/tasks/exports/${format}?scope=${kind}${of ? `&of=${of}` : ''}`);
  const read = async (chosen: File) => {
    try {
      const text = await chosen.text();
      const next: File_ = {
        format: /\.ics$/i.test(chosen.name) || text.startsWith('BEGIN:VCALENDAR') ? 'ics' : 'csv',
        text,
        name: chosen.name,
      };
      setPreview(await taken(api.POST('/api/tasks/imports', { body: { format: next.format, text, apply: false } })));
      setFile(next);
      setOpen(false);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const apply = async () => {
    try {
      const done = await taken(
        api.POST('/api/tasks/imports', { body: { format: file!.format, text: file!.text, apply: true } }),
      );
      setPreview(null);
      setFile(null);
      say(texts.madeAndChanged(done.made, done.changed, done.bad > 0 ? texts.couldNotBeImported(done.bad) : ''));
      await queries.invalidateQueries({ queryKey: keys.taskTable });
      await queries.invalidateQueries({ queryKey: keys.tasks });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <>
      <Panel
        label={texts.filesAndCalendar}
        open={open}
        onOpenChange={setOpen}
        trigger={
          <Button look="quiet">
            <FolderInput size={14} aria-hidden /> {texts.files}
          </Button>
        }
      >
        <div className="grid gap-1.5 text-[13px]">
          <p className="font-semibold">{texts.exportTheseTasks}</p>
          <p className="flex gap-2">
            <a className="text-wren underline" href={out('csv')}>
              {texts.tableCsv}
            </a>
            <a className="text-wren underline" href={out('ics')}>
              {texts.calendarIcs}
            </a>
          </p>
          <p className="mt-1 font-semibold">{texts.importTasks}</p>
          <input
            ref={choose}
            type="file"
            accept=".csv,.ics,text/csv,text/calendar"
            aria-label={texts.aTableCalendarTasks}
            className="hidden"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              e.target.value = '';
              if (chosen) void read(chosen);
            }}
          />
          <Button onClick={() => choose.current?.click()}>{texts.chooseCsvIcs}</Button>
          <p className="text-soft">{texts.youSeeWhatWould}</p>
          <Feed />
        </div>
      </Panel>
      <Dialog.Root open={preview !== null} onOpenChange={(next) => !next && setPreview(null)}>
        <Dialog.Portal>
          <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
          <Dialog.Content
            data-over=""
            aria-describedby={undefined}
            className={cx(
              'fixed left-1/2 top-[8vh] z-50 flex max-h-[84vh] w-[min(760px,calc(100vw-24px))] -translate-x-1/2',
              'flex-col rounded-card border border-soft/40 bg-surface p-4 shadow-lg',
            )}
          >
            <Dialog.Title className="text-[16px] font-bold">{texts.whatItWouldDo(file?.name ?? '')}</Dialog.Title>
            {preview ? (
              <>
                <p className="mb-2 text-[13px] text-soft">
                  {texts.wouldChange(preview.made, preview.changed, preview.same)}
                  {preview.bad > 0 ? <b className="text-late">{texts.thatCannotBeImported(preview.bad)}</b> : null}.
                </p>
                <div
                  className="min-h-0 flex-1 overflow-auto border"
                  tabIndex={0}
                  role="region"
                  aria-label={texts.rowsOfTheFile}
                >
                  <table className="w-full text-[13px]">
                    <tbody>
                      {[...preview.rows]
                        .sort((a, b) => Number(b.problem !== null) - Number(a.problem !== null))
                        .map((r, i) => (
                          <tr key={i} className="border-b align-top last:border-0">
                            <td className="whitespace-nowrap px-2 py-1 text-soft">{r.where}</td>
                            <td className="px-2 py-1">{r.title}</td>
                            <td className={r.problem ? 'px-2 py-1 text-late' : 'px-2 py-1'}>{r.problem ?? r.does}</td>
                          </tr>
                        ))}
                    </tbody>
                  </table>
                </div>
                <div className="mt-3 flex justify-end gap-2">
                  <Button look="quiet" onClick={() => setPreview(null)}>
                    {texts.cancel}
                  </Button>
                  <Button look="main" disabled={preview.made + preview.changed === 0} onClick={() => void apply()}>
                    {texts.takeIn(preview.made + preview.changed)}
                  </Button>
                </div>
              </>
            ) : null}
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </>
  );
}

/** The secret address at which other programs read one's tasks. */
function Feed() {
  const { data } = useQuery({ queryKey: ['calendar-feed'], queryFn: () => taken(api.GET('/api/calendar-feed')) });
  const [address, setAddress] = useState<string | null>(null);
  const make = async () => {
    try {
      const made = await taken(api.PUT('/api/calendar-feed'));
      setAddress(made.address);
      await queries.invalidateQueries({ queryKey: ['calendar-feed'] });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const remove = async () => {
    try {
      await taken(api.DELETE('/api/calendar-feed'));
      setAddress(null);
      await queries.invalidateQueries({ queryKey: ['calendar-feed'] });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <>
      <p className="mt-1 font-semibold">{texts.yourTasksCalendar}</p>
      {address ? (
        <>
          <input
            readOnly
            aria-label={texts.addressOfYourCalendar}
            className={inputClass}
            value={address}
            onFocus={(e) => e.target.select()}
          />
          <p className="text-soft">{texts.subscribeYourCalendarAnyone}</p>
        </>
      ) : (
        <p className="text-soft">
          {data?.since ? texts.thereAddressSince(moment(data.since)) : texts.aSecretAddressYour}
        </p>
      )}
      <span className="flex gap-2">
        <Button onClick={() => void make()}>{data?.since ? texts.makeANewAddress : texts.makeAnAddress}</Button>
        {data?.since ? (
          <Button look="quiet" onClick={() => void remove()}>
            {texts.withdrawIt}
          </Button>
        ) : null}
      </span>
    </>
  );
}

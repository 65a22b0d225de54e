import { Eye, Smile } from 'lucide-react';
import { Suspense, useState } from 'react';
import { lazy } from '../ui/lazy';
import { type EntryView, type ReadersView, api, taken } from '../api/client';
import { showEntry } from '../api/live';
import { exact, moment } from '../ui/time';
import { IconButton, Panel, Tip, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

const Pictures = lazy(() => import('./Pictures').then((m) => ({ default: m.Pictures })));

/** Short answers without words, in the order in which work goes. */
export const purposes: [string, string][] = [
  ['read', texts.read],
  ['agree', texts.agree],
  ['on-it', texts.onIt],
  ['done', texts.done],
  ['unclear', texts.unclear],
];

const words = Object.fromEntries(purposes);

/** Gives an entry a sign, or takes one's own back. */
export async function sign(entry: EntryView, docket: string | null, mark: string, me: string) {
  const given = entry.signs.some((s) => s.sign === mark && s.people.some((p) => p.id === me));
  try {
    const path = { params: { path: { id: entry.id, sign: mark } } };
    const call = given
      ? api.DELETE('/api/entries/{id}/signs/{sign}', path)
      : api.PUT('/api/entries/{id}/signs/{sign}', path);
    showEntry(docket, await taken(call));
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** The signs that an entry carries; each says who gave it, and a press joins in or takes one's own back. */
export function SignLine({ entry, docket, me }: { entry: EntryView; docket: string | null; me: string }) {
  if (entry.signs.length === 0) return null;
  return (
    <ul aria-label={texts.signs} className="mt-1 flex flex-wrap gap-x-1 gap-y-0.5">
      {entry.signs.map((s) => {
        const mine = s.people.some((p) => p.id === me);
        const names = s.people.map((p) => p.firstName).join(', ');
        const name = words[s.sign] ?? s.sign;
        return (
          <li key={s.sign}>
            <Tip text={`${name}: ${s.people.map((p) => p.name).join(', ')}`}>
              <button
                type="button"
                aria-pressed={mine}
                aria-label={`${name}: ${names}`}
                onClick={(e) => {
                  e.stopPropagation();
                  void sign(entry, docket, s.sign, me);
                }}
                className={cx(
                  'min-h-6 max-w-64 truncate rounded-[3px] border-b-2 px-1.5 text-[12.5px] hover:bg-wren-wash max-md:min-h-[44px]',
                  mine ? 'border-wren' : 'border-line',
                )}
              >
                {words[s.sign] ? <b className="font-semibold">{name}</b> : <span className="text-[15px]">{name}</span>}{' '}
                <span className="text-soft">{s.people.length > 3 ? s.people.length : names}</span>
              </button>
            </Tip>
          </li>
        );
      })}
    </ul>
  );
}

/** Where a sign is chosen: five with a purpose, or any picture. */
export function SignPanel({ entry, docket, me }: { entry: EntryView; docket: string | null; me: string }) {
  const [open, setOpen] = useState(false);
  const give = (mark: string) => {
    setOpen(false);
    void sign(entry, docket, mark, me);
  };
  return (
    <Panel
      label={texts.reactWithASign}
      open={open}
      onOpenChange={setOpen}
      align="end"
      className="w-[296px]"
      trigger={
        <IconButton label={texts.reactWithASign}>
          <Smile size={14} />
        </IconButton>
      }
    >
      <div role="group" aria-label={texts.signsWithAPurpose} className="mb-2 flex flex-wrap gap-1">
        {purposes.map(([mark, name]) => (
          <button
            key={mark}
            type="button"
            onClick={(e) => {
              e.stopPropagation();
              give(mark);
            }}
            className="min-h-7 rounded-[3px] border px-1.5 text-[13px] hover:border-wren max-md:min-h-[44px]"
          >
            {name}
          </button>
        ))}
      </div>
      <Suspense fallback={<p className="h-64 text-soft">{texts.loading}</p>}>
        <Pictures onPick={give} />
      </Suspense>
    </Panel>
  );
}

/** Who has read an entry and when, who has not, and who of a tagged crew has given no sign. */
export function Readers({ entry }: { entry: EntryView }) {
  const [readers, setReaders] = useState<ReadersView | null>(null);
  return (
    <Panel
      label={texts.seenBy}
      align="end"
      className="max-h-80 w-72 overflow-auto"
      onOpenChange={(open) => {
        if (!open) return;
        setReaders(null);
        taken(api.GET('/api/entries/{id}/readers', { params: { path: { id: entry.id } } }))
          .then(setReaders)
          .catch(sayWrong);
      }}
      trigger={
        <IconButton label={texts.seenBy}>
          <Eye size={14} />
        </IconButton>
      }
    >
      {readers ? (
        <>
          <h3 className="text-[13px] font-bold">
            {readers.read.length === 0 ? texts.nobodyHasReadYet : texts.readBy(readers.read.length)}
          </h3>
          <ul>
            {readers.read.map((r) => (
              <li key={r.person.id} className="flex items-center gap-2 py-0.5">
                <NameTag who={r.person} />
                {r.person.firstName}
                <time dateTime={r.at} title={exact(r.at)} className="ml-auto text-[12.5px] text-soft">
                  {moment(r.at)}
                </time>
              </li>
            ))}
          </ul>
          {readers.notYet.length > 0 ? (
            <p className="mt-1.5 border-t pt-1.5 text-[13px]">
              <b>{texts.noSignYet}</b> {readers.notYet.map((p) => p.firstName).join(', ')}
            </p>
          ) : null}
          {readers.unread.length > 0 ? (
            <p className="mt-1.5 border-t pt-1.5 text-[13px] text-soft">
              {texts.notReadBy(readers.unread.map((p) => p.firstName).join(', '))}
            </p>
          ) : null}
        </>
      ) : (
        <p className="text-soft">{texts.loading}</p>
      )}
    </Panel>
  );
}

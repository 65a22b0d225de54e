import { useState } from 'react';
import { asHtml } from '../api/at';
import { type EntryView, Refusal, type VersionView, api, taken } from '../api/client';
import { showEntry } from '../api/live';
import { exact, moment } from '../ui/time';
import { Button, Panel, inputClass } from '../ui/controls';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** One's own words in place, as Markdown, to be put otherwise. What was said before is kept. */
export function EntryEdit({
  entry,
  docket,
  onClose,
}: {
  entry: EntryView;
  docket: string | null;
  onClose: () => void;
}) {
  const [body, setBody] = useState(entry.body ?? '');
  const [theirs, setTheirs] = useState<EntryView | null>(null);
  const [wrong, setWrong] = useState('');
  const [version, setVersion] = useState(entry.version);
  const save = async () => {
    try {
      const changed = await taken(
        api.PUT('/api/entries/{id}', {
          params: { path: { id: entry.id }, header: { 'If-Match': `"${version}"` } },
          body: { body },
        }),
      );
      showEntry(docket, changed);
      onClose();
    } catch (e) {
      if (e instanceof Refusal && e.status === 412) {
        const current = e.current as EntryView;
        setTheirs(current);
        setVersion(current.version);
      }
      setWrong((e as Error).message);
    }
  };
  return (
    <form
      aria-label={texts.editYourWords}
      onClick={(e) => e.stopPropagation()}
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <textarea
        autoFocus
        aria-label={texts.words}
        onFocus={(e) => e.target.setSelectionRange(e.target.value.length, e.target.value.length)}
        rows={Math.min(12, Math.max(3, body.split('\n').length + 1))}
        className={inputClass}
        value={body}
        onChange={(e) => setBody(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Escape') {
            e.stopPropagation();
            onClose();
          } else if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) {
            e.preventDefault();
            void save();
          }
        }}
      />
      {wrong ? (
        <p role="alert" className="mt-1 text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
      {theirs ? (
        <div className="mt-1 rounded-card border bg-paper px-2 py-1">
          <b className="text-[12.5px]">{texts.howItIsNow}</b>
          <div className="said" dangerouslySetInnerHTML={asHtml(theirs.html)} />
        </div>
      ) : null}
      <p className="mt-1.5 flex items-center gap-2 text-[12.5px] text-soft">
        <span className="mr-auto">{texts.markdownEarlierVersionsKept}</span>
        <Button look="quiet" onClick={onClose}>
          {texts.cancel}
        </Button>
        <Button look="main" type="submit" disabled={!body.trim()}>
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

/** Takes the words of an entry away, with the way back for a while. */
export async function removeEntry(entry: EntryView, docket: string | null) {
  try {
    showEntry(docket, await taken(api.DELETE('/api/entries/{id}', { params: { path: { id: entry.id } } })));
    say(texts.removedLineStaysIts);
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** What an entry said before. */
export function Versions({ entry, label }: { entry: EntryView; label: string }) {
  const [list, setList] = useState<VersionView[] | null>(null);
  return (
    <Panel
      label={texts.earlierVersions}
      className="max-h-96 w-[min(420px,90vw)] overflow-auto"
      onOpenChange={(open) => {
        if (!open) return;
        taken(api.GET('/api/entries/{id}/versions', { params: { path: { id: entry.id } } }))
          .then(setList)
          .catch(sayWrong);
      }}
      trigger={
        <button
          type="button"
          onClick={(e) => e.stopPropagation()}
          className="min-h-6 rounded-[3px] text-[12.5px] text-soft underline decoration-dotted hover:text-ink max-md:min-h-[44px]"
        >
          {label}
        </button>
      }
    >
      {list ? (
        <ol className="grid gap-2">
          {list.map((v) => (
            <li key={v.number} className="border-b pb-1.5 last:border-0">
              <p className="text-[12.5px] text-soft" title={exact(v.at)}>
                {v.current ? texts.nowTitle : v.number === 1 ? texts.asFirstSaid : texts.version(v.number)},{' '}
                {moment(v.at)}
              </p>
              <div className="said" dangerouslySetInnerHTML={asHtml(v.html)} />
            </li>
          ))}
        </ol>
      ) : (
        <p className="text-soft">{texts.loading}</p>
      )}
    </Panel>
  );
}

import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { type NoticeView, Refusal, api, taken } from '../api/client';
import { queries, useColleagues } from '../api/queries';
import { MomentField } from '../ui/MomentField';
import { Button, Field, inputClass } from '../ui/controls';
import * as texts from './texts';

/** A notice to be put up, or to be put otherwise. */
export function NoticeForm({ notice, onDone }: { notice?: NoticeView; onDone: () => void }) {
  const { data: colleagues } = useColleagues();
  const [id] = useState(notice?.id ?? newId());
  const [title, setTitle] = useState(notice?.title ?? '');
  const [body, setBody] = useState(notice?.body ?? '');
  const [crews, setCrews] = useState<string[]>(notice?.crews.map((c) => c.id) ?? []);
  const [appears, setAppears] = useState<string | null>(notice?.state === 'upcoming' ? notice.appears : null);
  const [ends, setEnds] = useState<string | null>(notice?.ends ?? null);
  const [mustConfirm, setMustConfirm] = useState(notice?.mustConfirm ?? false);
  const [wrong, setWrong] = useState('');
  const put = async () => {
    setWrong('');
    try {
      await taken(
        api.PUT('/api/notices/{id}', {
          params: { path: { id }, header: notice ? { 'If-Match': `"${notice.version}"` } : {} },
          body: {
            title,
            body,
            crews,
            appears,
            ends,
            mustConfirm,
          },
        }),
      );
      await queries.invalidateQueries({ queryKey: ['notices'] });
      onDone();
    } catch (e) {
      setWrong(e instanceof Refusal ? e.message : String(e));
    }
  };
  return (
    <form
      aria-label={texts.notice}
      className="grid gap-2 rounded-card border bg-surface p-3"
      onSubmit={(e) => {
        e.preventDefault();
        void put();
      }}
    >
      <Field label={texts.title} maxLength={120} value={title} onChange={(e) => setTitle(e.target.value)} />
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.words}</span>
        <textarea rows={4} className={inputClass} value={body} onChange={(e) => setBody(e.target.value)} />
      </label>
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="mb-0.5 text-[13px] font-semibold">
          {texts.forIt(crews.length === 0 ? texts.everybody : texts.theseCrews)}
        </legend>
        {colleagues?.crews.map((c) => (
          <label key={c.id} className="flex min-h-7 items-center gap-1.5">
            <input
              type="checkbox"
              checked={crews.includes(c.id)}
              onChange={(e) => setCrews((all) => (e.target.checked ? [...all, c.id] : all.filter((x) => x !== c.id)))}
            />
            {c.name}
          </label>
        ))}
      </fieldset>
      <div className="grid gap-2 md:grid-cols-2">
        <MomentField label={texts.appearsEmptyNow} sense="from" value={appears} onChange={setAppears} />
        <MomentField label={texts.comesDownEmptyNever} value={ends} onChange={setEnds} />
      </div>
      <label className="flex min-h-7 items-center gap-2">
        <input type="checkbox" checked={mustConfirm} onChange={(e) => setMustConfirm(e.target.checked)} />{' '}
        {texts.eachMustConfirmThey}
      </label>
      {wrong ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
      <p className="flex gap-2">
        <Button look="main" type="submit" disabled={!title.trim() || !body.trim()}>
          {notice ? texts.save : texts.postNotice}
        </Button>
        <Button look="quiet" onClick={onDone}>
          {texts.cancel}
        </Button>
      </p>
    </form>
  );
}

import { Phone, X } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { Refusal, api, taken } from '../api/client';
import { useColleagues } from '../api/queries';
import { MomentField } from '../ui/MomentField';
import { Button, Field, cx, inputClass } from '../ui/controls';
import { say } from '../ui/toasts';
import { type Note, callNote } from './callNote';
import * as texts from './texts';

/** A small sheet at the foot of the window to write on while on the telephone; one can look elsewhere meanwhile. */
export function CallNote() {
  const note = callNote.use();
  const people = useColleagues().data?.people ?? [];
  const [wrong, setWrong] = useState<{ field?: string; words: string } | null>(null);
  const { pathname } = useLocation();
  const navigate = useNavigate();
  if (note === null) return null;
  const set = (part: Partial<Note>) => callNote.set((n) => n && { ...n, ...part });
  const save = async (event: FormEvent) => {
    event.preventDefault();
    setWrong(null);
    try {
      const noted = await taken(
        api.POST('/api/calls', {
          body: {
            id: note.id,
            docket: note.docket.trim() ? note.docket.trim().toUpperCase() : null,
            who: note.who,
            number: note.number.trim() || null,
            about: note.about,
            callBack: note.callBack || null,
            for: note.for || null,
          },
        }),
      );
      callNote.set(null);
      say(texts.notedIn(noted.docket, noted.task ? texts.withTaskCallBack : ''), {
        action: { label: texts.showIt, run: () => void navigate(`/dockets/${noted.docket}?entry=${noted.entry}`) },
      });
    } catch (refusal) {
      const fields = refusal instanceof Refusal ? Object.keys(refusal.fields) : [];
      setWrong({ field: fields[0], words: (refusal as Error).message });
    }
  };
  return (
    <form
      aria-label={texts.callNote}
      onSubmit={(e) => void save(e)}
      className={cx(
        'fixed bottom-3 left-3 z-40 grid w-[min(22rem,calc(100vw-24px))] gap-2 rounded-card border border-soft/50',
        'border-l-[3px] border-l-inside-line bg-surface p-3 shadow-lg [border-left-style:dashed] max-md:bottom-16',
      )}
    >
      <p className="flex items-center gap-2 font-bold">
        <Phone size={15} aria-hidden /> {texts.callNote}{' '}
        <span className="text-[12.5px] font-normal text-inside-ink">{texts.internalOnly}</span>
        <button
          type="button"
          aria-label={texts.discardTheNote}
          title={texts.discardTheNote}
          onClick={() => callNote.set(null)}
          className="ml-auto grid size-6 place-items-center text-soft hover:text-ink max-md:size-11"
        >
          <X size={15} />
        </button>
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Field label={texts.who} required autoFocus value={note.who} onChange={(e) => set({ who: e.target.value })} />
        <Field
          label={texts.number}
          inputMode="tel"
          value={note.number}
          wrong={wrong?.field === 'number' ? wrong.words : undefined}
          onChange={(e) => set({ number: e.target.value })}
        />
      </div>
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.about}</span>
        <textarea
          required
          className={cx(inputClass, 'min-h-[70px]')}
          value={note.about}
          onChange={(e) => set({ about: e.target.value })}
        />
      </label>
      <div className="grid grid-cols-2 gap-2">
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.forIt}</span>
          <select className={inputClass} value={note.for} onChange={(e) => set({ for: e.target.value })}>
            <option value="">{texts.anybody}</option>
            {people.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </select>
        </label>
        <MomentField
          label={texts.callBack}
          sense="from"
          value={note.callBack || null}
          wrong={wrong?.field === 'callBack' ? wrong.words : undefined}
          onChange={(callBack) => set({ callBack: callBack ?? '' })}
        />
      </div>
      <Field
        label={texts.docket}
        placeholder="J-1042"
        hint={texts.leaveEmptyOpenNew}
        value={note.docket}
        onChange={(e) => set({ docket: e.target.value })}
        onFocus={() => note.docket === '' && set({ docket: /^\/dockets\/([^/]+)/.exec(pathname)?.[1] ?? '' })}
      />
      {wrong && !wrong.field ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong.words}
        </p>
      ) : null}
      <Button look="main" type="submit">
        {texts.saveNote}
      </Button>
    </form>
  );
}

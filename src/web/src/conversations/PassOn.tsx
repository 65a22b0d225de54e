import { Forward } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { type EntryView, Refusal, api, taken } from '../api/client';
import { useColleagues, useDockets } from '../api/queries';
import { Button, IconButton, Panel, inputClass } from '../ui/controls';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** Passes an entry on to colleagues: into another docket's inside, or to one person. It keeps the way back to where it was said. */
export function PassOn({ entry, me }: { entry: EntryView; me: string }) {
  const [open, setOpen] = useState(false);
  const [to, setTo] = useState('');
  const [note, setNote] = useState('');
  const [warned, setWarned] = useState('');
  const navigate = useNavigate();
  return (
    <Panel
      label={texts.shareInternally}
      align="end"
      className="w-80"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <IconButton label={texts.share} hint={texts.shareColleagueAnotherDocket}>
          <Forward size={13} />
        </IconButton>
      }
    >
      <form
        onClick={(e) => e.stopPropagation()}
        onSubmit={(e) => {
          e.preventDefault();
          const [kind, target] = to.split(' ');
          taken(
            api.POST('/api/entries/{id}/passings', {
              params: { path: { id: entry.id } },
              body: {
                id: newId(),
                docket: kind === 'docket' ? target! : null,
                person: kind === 'person' ? target! : null,
                note: note || null,
                knowing: warned !== '',
              },
            }),
          )
            .then(({ path }) => {
              setOpen(false);
              setNote('');
              setWarned('');
              say(texts.shared, { action: { label: texts.goThere, run: () => void navigate(path) } });
            })
            .catch((wrong: unknown) => {
              // Who would read it that could not before is said first.
              if (wrong instanceof Refusal && wrong.status === 422 && !warned) setWarned(wrong.message);
              else sayWrong(wrong);
            });
        }}
      >
        <Choices
          value={to}
          onChange={(next) => {
            setTo(next);
            setWarned('');
          }}
          me={me}
        />
        <label className="mt-2 block">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.addAComment}</span>
          <textarea rows={2} className={inputClass} value={note} onChange={(e) => setNote(e.target.value)} />
        </label>
        <p className="mt-1 text-[12.5px] text-soft">{texts.internalOnlyWhoeverCannot}</p>
        {warned ? (
          <p role="alert" className="mt-1 text-[13px] text-soon">
            {warned}
          </p>
        ) : null}
        <Button look="main" type="submit" disabled={!to} className="mt-2 w-full">
          {warned ? texts.shareAnyway : texts.share}
        </Button>
      </form>
    </Panel>
  );
}

/** Asked for only once the panel is open. */
function Choices({ value, onChange, me }: { value: string; onChange: (to: string) => void; me: string }) {
  const { data: colleagues } = useColleagues();
  const { data: dockets } = useDockets(true);
  return (
    <label className="block">
      <span className="mb-0.5 block text-[13px] font-semibold">{texts.toTitle}</span>
      <select autoFocus className={inputClass} value={value} onChange={(e) => onChange(e.target.value)}>
        <option value="">{texts.choose}</option>
        <optgroup label={texts.colleagues}>
          {colleagues?.people
            .filter((p) => p.id !== me)
            .map((p) => (
              <option key={p.id} value={`person ${p.id}`}>
                {p.name}
              </option>
            ))}
        </optgroup>
        <optgroup label={texts.dockets}>
          {dockets?.map((d) => (
            <option key={d.ref} value={`docket ${d.ref}`}>
              {d.ref} {d.subject}
            </option>
          ))}
        </optgroup>
      </select>
    </label>
  );
}

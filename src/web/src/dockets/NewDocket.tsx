import { Plus } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { api, taken } from '../api/client';
import { useColleagues, useKinds } from '../api/queries';
import { Button, Field, Panel } from '../ui/controls';
import { SiteField } from '../ui/SiteField';
import { Choose } from '../ui/Choose';
import { refreshDocket, useParties, useQueueNames } from './setting';

/** Begins a docket: what it is, who answers for it, and with whom it is done. */
export function NewDocket({ me }: { me: string }) {
  const [open, setOpen] = useState(false);
  const [id, setId] = useState(() => newId());
  const kinds = (useKinds().data ?? []).filter((k) => !k.retired);
  const [chosen, setChosen] = useState('');
  const kind = kinds.find((k) => k.id === chosen) ?? kinds[0];
  const [subject, setSubject] = useState('');
  const [site, setSite] = useState('');
  const [owner, setOwner] = useState<string>();
  const [party, setParty] = useState('');
  const [queue, setQueue] = useState('');
  const [wrong, setWrong] = useState('');
  const { data: colleagues } = useColleagues();
  const { data: parties = [] } = useParties(open);
  const { data: queues = [] } = useQueueNames(open);
  const navigate = useNavigate();
  const make = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const made = await taken(
        api.POST('/api/dockets', {
          body: {
            id,
            kind: kind?.id ?? '',
            subject,
            site: site || kind?.site || '',
            owner: (owner ?? kind?.owner ?? me) || null,
            party: party || null,
            queue: party ? queue || kind?.queue || queues[0]?.id || null : null,
          },
        }),
      );
      setOpen(false);
      setId(newId());
      setSubject('');
      setWrong('');
      refreshDocket(made.ref);
      await navigate(`/dockets/${made.ref}`);
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <Panel
      label="New docket"
      align="end"
      className="w-[min(360px,92vw)]"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="main">
          <Plus size={14} aria-hidden /> New docket
        </Button>
      }
    >
      <form onSubmit={(e) => void make(e)} className="grid gap-2">
        <fieldset className="grid gap-1">
          <legend className="text-[13px] font-semibold">Kind</legend>
          <div className="flex max-h-32 flex-wrap gap-x-4 overflow-auto">
            {kinds.map((k) => (
              <label key={k.id} className="flex min-h-6 cursor-pointer items-baseline gap-1.5 max-md:min-h-[44px]">
                <input type="radio" name="kind" checked={kind?.id === k.id} onChange={() => setChosen(k.id)} />
                <span>
                  {k.name} <span className="text-[13px] text-soft">{k.letters}</span>
                </span>
              </label>
            ))}
          </div>
        </fieldset>
        <Field
          label="Subject"
          required
          maxLength={200}
          placeholder="What needs doing"
          value={subject}
          onChange={(e) => setSubject(e.target.value)}
        />
        <SiteField value={site || kind?.site || ''} onChange={setSite} />
        <Choose label="Owner" value={owner ?? kind?.owner ?? me} onChange={setOwner}>
          <option value="">nobody yet</option>
          {(colleagues?.people ?? []).map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Choose>
        {(kind?.withParty ?? true) ? (
          <Choose label="Customer or partner" value={party} onChange={setParty}>
            <option value="">nobody yet</option>
            {parties.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Choose>
        ) : null}
        {party ? (
          <Choose
            label="Their messages go to"
            value={queue || kind?.queue || (queues[0]?.id ?? '')}
            onChange={setQueue}
          >
            {queues.map((q) => (
              <option key={q.id} value={q.id}>
                {q.name}
              </option>
            ))}
          </Choose>
        ) : null}
        {wrong ? (
          <p role="alert" className="text-[13px] text-late">
            {wrong}
          </p>
        ) : null}
        <p className="text-right">
          <Button look="main" type="submit" disabled={!subject.trim()}>
            Open the {kind?.name.toLowerCase() ?? 'docket'}
          </Button>
        </p>
      </form>
    </Panel>
  );
}

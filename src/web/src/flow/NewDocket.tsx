import { Plus } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { api, taken } from '../api/client';
import { useColleagues, useKinds } from '../api/queries';
import { keepDraft } from '../conversations/drafts';
import { refreshDocket, useParties, useQueueNames } from '../dockets/setting';
import { Choose } from '../ui/Choose';
import { MomentField } from '../ui/MomentField';
import { SiteField } from '../ui/SiteField';
import { Button, Field, Panel, cx } from '../ui/controls';
import { say } from '../ui/toasts';
import { texts } from './newTexts';
import { LaidOut } from './templates/LaidOut';
import { firstMessage } from './templates/firstMessage';
import { useLaidOut } from './templates/useLaidOut';
import { useTemplates } from './templates/useTemplates';
import { texts as using } from './templates/useTexts';

/** Begins a docket: what it is, who answers for it, with whom it is done, and with what template it begins. */
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
  const [template, setTemplate] = useState('');
  const [dates, setDates] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState('');
  const { data: colleagues } = useColleagues();
  const { data: parties = [] } = useParties(open);
  const { data: queues = [] } = useQueueNames(open);
  const templates = (useTemplates().data ?? []).filter((t) => !t.retired && t.kind === kind?.id);
  const used = templates.find((t) => t.id === template);
  const owns = (owner ?? kind?.owner ?? me) || null;
  const laid = useLaidOut(used?.id ?? null, { owner: owns, milestones: dates });
  const navigate = useNavigate();
  const begin = async () => {
    const docket = {
      id,
      kind: kind?.id ?? '',
      subject,
      site: site || kind?.site || '',
      owner: owns,
      party: party || null,
      queue: party ? queue || kind?.queue || queues[0]?.id || null : null,
    };
    if (!used) return (await taken(api.POST('/api/dockets', { body: docket }))).ref;
    const made = await taken(
      api.POST('/api/templates/{id}/dockets', {
        params: { path: { id: used.id } },
        body: { docket, made: laid.wanted(), milestones: dates },
      }),
    );
    if (made.conversation && made.message) {
      keepDraft(made.conversation, { docket: made.ref, doc: firstMessage(made.message) });
      if (made.unfilled.length > 0) say(using.unfilled(made.unfilled));
    }
    return made.ref;
  };
  const make = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const ref = await begin();
      setOpen(false);
      setId(newId());
      setSubject('');
      setTemplate('');
      setDates({});
      setWrong('');
      refreshDocket(ref);
      await navigate(`/dockets/${ref}`);
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  const choose = (next: string) => {
    const before = used?.subject ?? '';
    const subjectOf = templates.find((t) => t.id === next)?.subject ?? '';
    if (!subject || subject === before) setSubject(subjectOf);
    setTemplate(next);
  };
  return (
    <Panel
      label={texts.title}
      align="end"
      className={used ? 'w-[min(860px,96vw)]' : 'w-[min(360px,92vw)]'}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="main">
          <Plus size={14} aria-hidden /> {texts.title}
        </Button>
      }
    >
      <form onSubmit={(e) => void make(e)} className="grid max-h-[78vh] gap-2 overflow-auto">
        <div className={cx('grid gap-x-5 gap-y-2', used && 'md:grid-cols-[300px_1fr]')}>
          <div className="grid content-start gap-2">
            <fieldset className="grid gap-1">
              <legend className="text-[13px] font-semibold">{texts.kind}</legend>
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
            {templates.length > 0 ? (
              <Choose label={using.begin} value={used?.id ?? ''} onChange={choose}>
                <option value="">{using.nothing}</option>
                {templates.map((t) => (
                  <option key={t.id} value={t.id}>
                    {t.name}
                  </option>
                ))}
              </Choose>
            ) : null}
            <Field
              label={texts.subject}
              required
              maxLength={200}
              placeholder={texts.subjectPlaceholder}
              value={subject}
              onChange={(e) => setSubject(e.target.value)}
            />
            <SiteField value={site || kind?.site || ''} onChange={setSite} />
            <Choose label={texts.owner} value={owner ?? kind?.owner ?? me} onChange={setOwner}>
              <option value="">{texts.nobody}</option>
              {(colleagues?.people ?? []).map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </Choose>
            {(kind?.withParty ?? true) ? (
              <Choose label={texts.party} value={party} onChange={setParty}>
                <option value="">{texts.nobody}</option>
                {parties.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </Choose>
            ) : null}
            {party ? (
              <Choose label={texts.queue} value={queue || kind?.queue || (queues[0]?.id ?? '')} onChange={setQueue}>
                {queues.map((q) => (
                  <option key={q.id} value={q.id}>
                    {q.name}
                  </option>
                ))}
              </Choose>
            ) : null}
            {laid.data && laid.data.milestones.length > 0 ? (
              <fieldset className="grid gap-2">
                <legend className="text-[13px] text-soft">{using.counted}</legend>
                {laid.data.milestones.map((m) => (
                  <MomentField
                    key={m.id}
                    label={m.name}
                    inline
                    sense="from"
                    value={dates[m.id] ?? null}
                    onChange={(at) =>
                      setDates((all) => {
                        const { [m.id]: _, ...others } = all;
                        return at ? { ...others, [m.id]: at } : others;
                      })
                    }
                  />
                ))}
              </fieldset>
            ) : null}
          </div>
          {used ? (
            <div className="min-w-0">
              <p className="mb-1 text-[13px] font-semibold">{using.makes}</p>
              {used.about ? <p className="mb-1 text-[13px] text-soft">{used.about}</p> : null}
              <LaidOut laid={laid} />
              {laid.data?.message && party ? (
                <p className="mt-2 text-[13px] text-soft">{using.message(laid.data.message)}</p>
              ) : null}
            </div>
          ) : null}
        </div>
        {wrong || laid.error?.message ? (
          <p role="alert" className="text-[13px] text-late">
            {wrong || laid.error?.message}
          </p>
        ) : null}
        <p className="flex items-center gap-3">
          <Link to="/templates" className="text-[13px] text-soft underline underline-offset-2 hover:text-ink">
            {texts.templates}
          </Link>
          <Button className="ml-auto" look="main" type="submit" disabled={!subject.trim()}>
            {texts.open(kind?.name.toLowerCase() ?? texts.docket)}
          </Button>
        </p>
      </form>
    </Panel>
  );
}

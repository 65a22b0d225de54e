import { X } from 'lucide-react';
import type { DocketFields } from '../api/client';
import { useDocket, useKinds } from '../api/queries';
import { MomentField } from '../ui/MomentField';
import { Button, Field, IconButton } from '../ui/controls';
import { Choose } from '../ui/Choose';
import { firmNow } from '../ui/time';
import { texts } from './texts';

type Milestones = DocketFields['milestones'];

type Props = {
  reference: string;
  milestones: Milestones;
  onChange: (milestones: Milestones) => void;
};

const most = 20;

/** The dates that are promised: those that the kind has by their names, and any others. */
export function MilestoneFields({ reference, milestones, onChange }: Props) {
  const { data: docket } = useDocket(reference);
  const { data: kinds = [] } = useKinds();
  const kind = kinds.find((k) => k.id === docket?.kindId);
  const parties = (docket?.conversations ?? []).flatMap((c) => (c.party?.id ? [c.party] : []));
  const open = (kind?.milestones ?? []).filter(
    (m) => !m.retired && !milestones.some((x) => x.name.toLowerCase() === m.name.toLowerCase()),
  );
  const add = (name: string) =>
    onChange([...milestones, { name, at: new Date(firmNow()).toISOString(), promisedTo: null }]);
  return (
    <fieldset className="grid gap-1.5">
      <legend className="text-[13px] font-semibold">{texts.milestones.title}</legend>
      {milestones.map((m, i) => {
        const put = (part: Partial<typeof m>) => onChange(milestones.map((x, j) => (j === i ? { ...x, ...part } : x)));
        return (
          <span
            key={i}
            className="grid grid-cols-[1fr_1.2fr_1fr_auto] items-end gap-1.5 max-md:grid-cols-[1fr_1fr_auto]"
          >
            <Field
              label={texts.milestones.name}
              required
              maxLength={40}
              value={m.name}
              onChange={(e) => put({ name: e.target.value })}
            />
            <MomentField
              label={texts.milestones.when}
              sense="from"
              required
              value={m.at}
              onChange={(at) => at && put({ at })}
            />
            <Choose
              label={texts.milestones.promisedTo}
              value={m.promisedTo ?? ''}
              onChange={(v) => put({ promisedTo: v || null })}
            >
              <option value="">{texts.milestones.nobody}</option>
              {parties.map((p) => (
                <option key={p.id} value={p.id!}>
                  {p.name}
                </option>
              ))}
            </Choose>
            <IconButton
              label={texts.milestones.remove(m.name)}
              onClick={() => onChange(milestones.filter((_, j) => j !== i))}
            >
              <X size={15} />
            </IconButton>
          </span>
        );
      })}
      <p className="flex flex-wrap gap-1.5">
        {open.map((m) => (
          <Button key={m.id} onClick={() => add(m.name)}>
            {texts.milestones.add(m.name)}
          </Button>
        ))}
        <Button look="quiet" disabled={milestones.length >= most} onClick={() => add('')}>
          {texts.milestones.other}
        </Button>
      </p>
    </fieldset>
  );
}

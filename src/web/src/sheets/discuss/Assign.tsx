import { useState } from 'react';
import type { DiscussionView, Me } from '../../api/client';
import { useColleagues } from '../../api/queries';
import { MomentField } from '../../ui/MomentField';
import { Button, inputClass } from '../../ui/controls';
import { setStanding } from './discussions';
import * as texts from '../texts';

/** Who is to see to a discussion, and by when. */
export function Assign({ discussion: d, me, onDone }: { discussion: DiscussionView; me: Me; onDone: () => void }) {
  const { data: colleagues } = useColleagues();
  const [person, setPerson] = useState(d.assigned?.id ?? me.person.id!);
  const [due, setDue] = useState<string | null>(d.due);
  return (
    <form
      className="grid gap-1.5 border-t bg-paper px-2.5 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        void setStanding(d, { assigned: person, due }).then((ok) => ok && onDone());
      }}
    >
      <label className="block">
        <span className="mb-0.5 block font-semibold">{texts.assignTo}</span>
        <select className={inputClass} value={person} onChange={(e) => setPerson(e.target.value)}>
          {(colleagues?.people ?? []).map((p) => (
            <option key={p.id} value={p.id!}>
              {p.id === me.person.id ? texts.me(p.name) : p.name}
            </option>
          ))}
        </select>
      </label>
      <MomentField inline label={texts.byWhen} value={due} onChange={setDue} docket={d.docket || undefined} />
      <p className="flex flex-wrap gap-1.5">
        <Button look="main" type="submit">
          {texts.assign}
        </Button>
        {d.assigned ? (
          <Button onClick={() => void setStanding(d, { assigned: null, due: null }).then((ok) => ok && onDone())}>
            {texts.assignToNobody}
          </Button>
        ) : null}
        <Button look="quiet" onClick={onDone}>
          {texts.cancel}
        </Button>
      </p>
    </form>
  );
}

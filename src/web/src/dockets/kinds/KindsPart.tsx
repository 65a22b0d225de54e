import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { KindSetting } from '../../api/client';
import { useKinds } from '../../api/queries';
import { Button, cx } from '../../ui/controls';
import { KindForm } from './KindForm';
import { texts } from './texts';

const fresh = (): KindSetting => ({
  id: newId(),
  name: '',
  many: '',
  letters: '',
  nextNumber: 1,
  byYear: false,
  withParty: true,
  queue: null,
  site: '',
  owner: null,
  fromTalk: false,
  retired: false,
  stages: [{ id: newId(), name: '', publicName: null, retired: false }],
  milestones: [],
  fields: [],
});

/** The firm's kinds of docket: one is chosen, and changed as a whole. */
export function KindsPart() {
  const { data: kinds = [] } = useKinds();
  const [added, setAdded] = useState<KindSetting>();
  const [chosen, setChosen] = useState<string>();
  const all = added && !kinds.some((k) => k.id === added.id) ? [...kinds, added] : kinds;
  const kind = all.find((k) => k.id === chosen) ?? all[0];
  return (
    <>
      <p className="max-w-[760px] text-soft">{texts.intro}</p>
      <div className="grid items-start gap-4 md:grid-cols-[210px_1fr]">
        <nav aria-label={texts.list} className="grid gap-1">
          {all.map((k) => (
            <button
              key={k.id}
              type="button"
              aria-current={k.id === kind?.id}
              onClick={() => setChosen(k.id)}
              className={cx(
                'min-h-[44px] rounded-card border px-2.5 py-1 text-left',
                k.id === kind?.id ? 'border-wren bg-wren-wash' : 'bg-surface hover:border-soft',
              )}
            >
              <b>{k.name || texts.unnamed}</b> <span className="text-soft">{k.letters}</span>
              <span className="block text-[12.5px] text-soft">
                {k.retired
                  ? texts.retired
                  : [
                      texts.stages(k.stages.filter((s) => !s.retired).length),
                      texts.fields(k.fields.filter((f) => !f.retired).length),
                    ].join(', ')}
              </span>
            </button>
          ))}
          <Button
            onClick={() => {
              const next = fresh();
              setAdded(next);
              setChosen(next.id);
            }}
          >
            {texts.add}
          </Button>
        </nav>
        {kind ? <KindForm key={kind.id} kind={kind} onSaved={(k) => setChosen(k.id)} /> : null}
      </div>
    </>
  );
}

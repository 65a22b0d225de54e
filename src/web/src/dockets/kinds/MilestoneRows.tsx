import { v7 as newId } from 'uuid';
import type { KindSetting } from '../../api/client';
import { Button, inputClass } from '../../ui/controls';
import { Part, Rows } from './rows';
import { texts } from './texts';

type Props = { kind: KindSetting; set: (part: Partial<KindSetting>) => void; stored: ReadonlySet<string> };

/** The milestones that dockets of a kind have. */
export function MilestoneRows({ kind, set, stored }: Props) {
  return (
    <Part title={texts.milestone.title} hint={texts.milestone.hint}>
      <Rows
        rows={kind.milestones}
        stored={stored}
        onChange={(milestones) => set({ milestones })}
        head={
          <div className="grid grid-cols-2 gap-1.5">
            <span>{texts.milestone.name}</span>
            <span>{texts.milestone.stage}</span>
          </div>
        }
        draw={(milestone, put) => (
          <div className="grid grid-cols-2 gap-1.5 max-md:grid-cols-1">
            <input
              aria-label={texts.milestone.name}
              className={inputClass}
              maxLength={40}
              required
              value={milestone.name}
              onChange={(e) => put({ name: e.target.value })}
            />
            <select
              aria-label={texts.milestone.stage}
              className={inputClass}
              value={milestone.stage ? `${milestone.atEnd ? 'end' : 'entry'} ${milestone.stage}` : ''}
              onChange={(e) => {
                const [edge, stage] = e.target.value.split(' ');
                put({ stage: stage ?? null, atEnd: edge === 'end' });
              }}
            >
              <option value="">{texts.milestone.noStage}</option>
              {kind.stages
                .filter((s) => !s.retired)
                .flatMap((s) => [
                  <option key={`entry ${s.id}`} value={`entry ${s.id}`}>
                    {texts.milestone.entry} {s.name}
                  </option>,
                  <option key={`end ${s.id}`} value={`end ${s.id}`}>
                    {texts.milestone.end} {s.name}
                  </option>,
                ])}
            </select>
          </div>
        )}
      />
      <Button
        look="quiet"
        className="mt-1.5"
        onClick={() =>
          set({
            milestones: [...kind.milestones, { id: newId(), name: '', stage: null, atEnd: false, retired: false }],
          })
        }
      >
        {texts.milestone.add}
      </Button>
    </Part>
  );
}

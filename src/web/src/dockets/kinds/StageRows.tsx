import { v7 as newId } from 'uuid';
import type { KindSetting } from '../../api/client';
import { Button, inputClass } from '../../ui/controls';
import { Part, Rows } from './rows';
import { texts } from './texts';

type Props = { kind: KindSetting; set: (part: Partial<KindSetting>) => void; stored: ReadonlySet<string> };

/** The stages of a kind in order; what stands in one that is retired goes to another. */
export function StageRows({ kind, set, stored }: Props) {
  const live = kind.stages.filter((s) => !s.retired);
  const leaving = kind.stages.filter((s) => s.retired && stored.has(`live ${s.id}`));
  return (
    <Part title={texts.stage.title} hint={texts.stage.hint}>
      <Rows
        rows={kind.stages}
        stored={stored}
        onChange={(stages) => set({ stages })}
        head={
          <div className="grid grid-cols-2 gap-1.5">
            <span>{texts.stage.name}</span>
            <span>{texts.stage.publicName}</span>
          </div>
        }
        draw={(stage, put) => (
          <div className="grid grid-cols-2 gap-1.5 max-md:grid-cols-1">
            <input
              aria-label={texts.stage.name}
              className={inputClass}
              maxLength={40}
              required
              value={stage.name}
              onChange={(e) => put({ name: e.target.value })}
            />
            <input
              aria-label={texts.stage.publicName}
              placeholder={texts.stage.publicPlaceholder}
              className={inputClass}
              maxLength={60}
              value={stage.publicName ?? ''}
              onChange={(e) => put({ publicName: e.target.value || null })}
            />
          </div>
        )}
      />
      {leaving.map((stage) => (
        <label key={stage.id} className="mt-1.5 flex flex-wrap items-center gap-2 text-[13px] text-soon">
          {texts.stage.movesTo(stage.name)}
          <select
            className="min-h-[28px] rounded-card border bg-surface px-1 text-ink max-md:min-h-[44px]"
            value={stage.movesTo ?? ''}
            onChange={(e) =>
              set({
                stages: kind.stages.map((s) => (s.id === stage.id ? { ...s, movesTo: e.target.value || null } : s)),
              })
            }
          >
            <option value="">{texts.stage.choose}</option>
            {live.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
      ))}
      <Button
        look="quiet"
        className="mt-1.5"
        onClick={() =>
          set({
            stages: [
              ...live,
              { id: newId(), name: '', publicName: null, retired: false },
              ...kind.stages.filter((s) => s.retired),
            ],
          })
        }
      >
        {texts.stage.add}
      </Button>
    </Part>
  );
}

import type { TriggerForm } from '../../api/client';
import { LengthField } from '../../ui/LengthField';
import { inputClass } from '../../ui/controls';
import { monthNames } from '../../ui/words';
import { Pick, StagePick } from './parts';
import { texts } from './texts';
import type { RuleNames } from './useRules';

/** What a trigger of a kind begins with. */
export const freshTrigger = (kind: string): TriggerForm => ({
  kind,
  of: null,
  minutes: kind === 'near' ? -480 : kind === 'silent' ? 480 : kind === 'task-late' ? 0 : null,
  ours: kind === 'silent' ? false : null,
  words: kind === 'task-done' ? '' : null,
  month: kind === 'day-of-year' ? 1 : null,
  day: kind === 'day-of-year' ? 1 : null,
});

type Props = { trigger: TriggerForm; names: RuleNames; onChange: (trigger: TriggerForm) => void };

/** What has to happen, as a sentence of fields. */
export function TriggerLine({ trigger, names, onChange }: Props) {
  const put = (part: Partial<TriggerForm>) => onChange({ ...trigger, ...part });
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <Pick label={texts.when} value={trigger.kind} onChange={(kind) => onChange(freshTrigger(kind))}>
        {Object.entries(texts.triggers).map(([kind, name]) => (
          <option key={kind} value={kind}>
            {name}
          </option>
        ))}
      </Pick>
      <Rest trigger={trigger} names={names} put={put} />
    </div>
  );
}

type RestProps = { trigger: TriggerForm; names: RuleNames; put: (part: Partial<TriggerForm>) => void };

function Rest({ trigger, names, put }: RestProps) {
  switch (trigger.kind) {
    case 'enters':
    case 'leaves':
      return (
        <StagePick
          label={texts.stage}
          none={texts.chooseStage}
          value={trigger.of}
          names={names}
          onChange={(of) => put({ of })}
        />
      );
    case 'near': {
      const before = (trigger.minutes ?? 0) < 0;
      return (
        <>
          <LengthField
            label={texts.workingTime}
            className="!w-24"
            minutes={Math.abs(trigger.minutes ?? 0)}
            onChange={(m) => put({ minutes: (before ? -1 : 1) * (m ?? 0) })}
          />
          <Pick
            label={texts.side}
            value={before ? 'before' : 'after'}
            onChange={(side) => put({ minutes: (side === 'before' ? -1 : 1) * Math.abs(trigger.minutes ?? 0) })}
          >
            <option value="before">{texts.before}</option>
            <option value="after">{texts.after}</option>
          </Pick>
          <Pick label={texts.milestone} none={texts.chooseMilestone} value={trigger.of} onChange={(of) => put({ of })}>
            {names.kinds.map((k) => (
              <optgroup key={k.id} label={k.name}>
                {k.milestones
                  .filter((m) => !m.retired)
                  .map((m) => (
                    <option key={m.id} value={m.id}>
                      {m.name}
                    </option>
                  ))}
              </optgroup>
            ))}
          </Pick>
        </>
      );
    }
    case 'silent':
      return (
        <>
          <LengthField
            label={texts.workingTime}
            className="!w-24"
            placeholder={texts.workingTimeHint}
            minutes={trigger.minutes ?? null}
            onChange={(minutes) => put({ minutes })}
          />
          <Pick
            label={texts.whoWaits}
            value={trigger.ours ? 'ours' : 'theirs'}
            onChange={(who) => put({ ours: who === 'ours' })}
          >
            <option value="theirs">{texts.theirs}</option>
            <option value="ours">{texts.ours}</option>
          </Pick>
        </>
      );
    case 'task-done':
      return (
        <input
          aria-label={texts.titled}
          placeholder={texts.anyTask}
          maxLength={300}
          className={`${inputClass} !w-64 max-w-full`}
          value={trigger.words ?? ''}
          onChange={(e) => put({ words: e.target.value })}
        />
      );
    case 'task-late':
      return (
        <LengthField
          label={texts.lateFor}
          className="!w-28"
          placeholder={texts.atOnce}
          minutes={trigger.minutes || null}
          onChange={(minutes) => put({ minutes: minutes ?? 0 })}
        />
      );
    case 'day-of-year':
      return (
        <>
          <input
            type="number"
            min={1}
            max={31}
            aria-label={texts.day}
            className={`${inputClass} !w-20`}
            value={trigger.day ?? ''}
            onChange={(e) => put({ day: e.target.valueAsNumber || null })}
          />
          <Pick
            label={texts.month}
            value={String(trigger.month ?? 1)}
            onChange={(month) => put({ month: Number(month) })}
          >
            {monthNames.map((name, i) => (
              <option key={name} value={i + 1}>
                {name}
              </option>
            ))}
          </Pick>
        </>
      );
    default:
      return null;
  }
}

import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { RuleView } from '../../api/client';
import { Button, Empty, Wrong, cx } from '../../ui/controls';
import { RuleForm } from './RuleForm';
import { freshStep } from './StepLine';
import { freshTrigger } from './TriggerLine';
import { texts } from './texts';
import { useRules } from './useRules';

const fresh = (): RuleView => ({
  id: newId(),
  name: '',
  maker: '',
  on: false,
  ended: null,
  happens: '',
  onlyIf: [],
  does: [],
  trigger: freshTrigger('enters'),
  conditions: [],
  steps: [freshStep('message')],
  runs: 0,
  last: null,
  version: null,
});

/** What Wrenlet does by itself: made, tried on the past, switched on, and looked through. */
export function RulesPage() {
  const { data: rules, error, refetch } = useRules();
  const [added, setAdded] = useState<RuleView>();
  const [chosen, setChosen] = useState<string>();
  const isNew = (rule: RuleView) => !rules?.some((r) => r.id === rule.id);
  const all = [...(rules ?? []), ...(added && isNew(added) ? [added] : [])];
  const rule = all.find((r) => r.id === chosen) ?? all[0];
  const add = () => {
    const next = fresh();
    setAdded(next);
    setChosen(next.id);
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.title}</h1>
      </header>
      <div tabIndex={0} role="region" aria-label={texts.rules} className="min-h-0 flex-1 overflow-auto p-4">
        <div className="grid max-w-[1440px] gap-4">
          <p className="max-w-[760px] text-soft">{texts.intro}</p>
          {error && !rules ? <Wrong error={error} again={() => void refetch()} /> : null}
          {rules && all.length === 0 ? (
            <Empty title={texts.none}>
              {texts.noneHint}
              <span className="mt-2 block">
                <Button look="main" onClick={add}>
                  {texts.add}
                </Button>
              </span>
            </Empty>
          ) : null}
          {rule ? (
            <div className="grid items-start gap-4 md:grid-cols-[250px_minmax(0,1fr)]">
              <nav aria-label={texts.rules} className="grid gap-1">
                {all.map((r) => (
                  <Choice key={r.id} rule={r} now={r.id === rule.id} onChoose={() => setChosen(r.id)} />
                ))}
                <Button onClick={add}>{texts.add}</Button>
              </nav>
              <RuleForm
                key={rule.id}
                rule={rule}
                isNew={isNew(rule)}
                onSaved={() => setChosen(rule.id)}
                onRemoved={() => setChosen(undefined)}
              />
            </div>
          ) : null}
        </div>
      </div>
    </div>
  );
}

type ChoiceProps = { rule: RuleView; now: boolean; onChoose: () => void };

const Choice = ({ rule, now, onChoose }: ChoiceProps) => (
  <button
    type="button"
    aria-current={now}
    onClick={onChoose}
    className={cx(
      'min-h-[44px] rounded-card border px-2.5 py-1 text-left',
      now ? 'border-wren bg-wren-wash' : 'bg-surface hover:border-soft',
    )}
  >
    <span className="flex items-baseline justify-between gap-2">
      <b className="break-words">{rule.name || texts.unnamed}</b>
      <span className={cx('flex-none text-[12.5px]', rule.on ? 'font-semibold text-done' : 'text-soft')}>
        {rule.on ? texts.on : texts.off}
      </span>
    </span>
    {rule.happens ? (
      <span className="block text-[12.5px] text-soft">
        {rule.happens}; {texts.times(rule.runs)}
      </span>
    ) : null}
  </button>
);

import { ArrowUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Refusal, type RuleSetting, type RuleView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries } from '../../api/queries';
import { Clashes } from '../../ui/Clashes';
import { Button, Field, IconButton } from '../../ui/controls';
import { say, sayWrong } from '../../ui/toasts';
import { ConditionLine, freshCondition } from './ConditionLine';
import { Runs } from './Runs';
import { StepLine, freshStep } from './StepLine';
import { Trial } from './Trial';
import { TriggerLine } from './TriggerLine';
import { texts } from './texts';
import { useRuleNames } from './useRules';

type Props = { rule: RuleView; isNew: boolean; onSaved: () => void; onRemoved: () => void };

const settingOf = ({ name, trigger, conditions, steps, on }: RuleView): RuleSetting => ({
  name,
  trigger,
  conditions,
  steps,
  on,
});

const labels: Record<string, string> = {
  name: texts.name,
  trigger: texts.happens,
  conditions: texts.onlyIf,
  steps: texts.does,
  on: texts.switched,
};

/** A part of a rule in a word, where two have changed the same. */
const inShort = (field: string, value: unknown) =>
  field === 'trigger'
    ? texts.triggers[(value as RuleView['trigger']).kind]
    : field === 'conditions'
      ? (value as RuleView['conditions']).map((c) => texts.conditions[c.kind]).join(', ') || texts.always
      : field === 'steps'
        ? (value as RuleView['steps']).map((s) => texts.steps[s.kind]).join(', ')
        : undefined;

/** A rule in its three lines, with what it would have done beside them. */
export function RuleForm({ rule, isNew, onSaved, onRemoved }: Props) {
  const { value, set: put, clashes, begin, send } = useBegun(rule);
  const wanted = settingOf(value);
  const names = useRuleNames();
  const save = (on: boolean) =>
    send((now, ifMatch) =>
      taken(
        api.PUT('/api/rules/{id}', {
          params: { path: { id: rule.id }, header: isNew ? {} : { 'If-Match': ifMatch } },
          body: { ...settingOf(now), on },
        }),
      ),
    )
      .then((saved) => {
        begin(saved);
        say(
          on && !rule.on
            ? texts.switchedOn(saved.name)
            : rule.on && !on
              ? texts.switchedOff(saved.name)
              : texts.saved(saved.name),
        );
        void queries.invalidateQueries({ queryKey: keys.rules });
        onSaved();
      })
      // What clashes stands above the buttons.
      .catch((wrong) => (wrong instanceof Refusal && wrong.status === 412 ? undefined : sayWrong(wrong)));
  const remove = () =>
    window.confirm(texts.sure(rule.name)) &&
    void taken(api.DELETE('/api/rules/{id}', { params: { path: { id: rule.id } } }))
      .then(() => {
        say(texts.removed(rule.name));
        void queries.invalidateQueries({ queryKey: keys.rules });
        onRemoved();
      })
      .catch(sayWrong);
  return (
    <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_340px]">
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void save(wanted.on);
        }}
      >
        <Field label={texts.name} maxLength={80} value={wanted.name} onChange={(e) => put({ name: e.target.value })} />
        {rule.ended ? <p className="text-late">{rule.ended}</p> : null}
        <LineOf title={texts.happens}>
          <TriggerLine trigger={wanted.trigger} names={names} onChange={(trigger) => put({ trigger })} />
        </LineOf>
        <LineOf title={texts.onlyIf}>
          {wanted.conditions.length === 0 ? <p className="text-soft">{texts.always}</p> : null}
          <ol className="grid gap-1.5">
            {wanted.conditions.map((c, i) => (
              <li key={i} className="flex items-start gap-1.5">
                <ConditionLine
                  condition={c}
                  label={texts.condition(i + 1)}
                  names={names}
                  onChange={(next) => put({ conditions: replaced(wanted.conditions, i, next) })}
                />
                <IconButton
                  label={texts.removeCondition(i + 1)}
                  onClick={() => put({ conditions: without(wanted.conditions, i) })}
                >
                  <X size={15} />
                </IconButton>
              </li>
            ))}
          </ol>
          <Button
            look="quiet"
            className="mt-1.5"
            onClick={() => put({ conditions: [...wanted.conditions, freshCondition('kind')] })}
          >
            {texts.addCondition}
          </Button>
        </LineOf>
        <LineOf title={texts.does}>
          <ol className="grid gap-2">
            {wanted.steps.map((s, i) => (
              <li key={i} className="flex items-start gap-1.5 border-l-2 pl-2">
                <StepLine
                  step={s}
                  label={texts.step(i + 1)}
                  names={names}
                  onChange={(next) => put({ steps: replaced(wanted.steps, i, next) })}
                />
                {i > 0 ? (
                  <IconButton label={texts.up(i + 1)} onClick={() => put({ steps: raised(wanted.steps, i) })}>
                    <ArrowUp size={15} />
                  </IconButton>
                ) : null}
                <IconButton label={texts.removeStep(i + 1)} onClick={() => put({ steps: without(wanted.steps, i) })}>
                  <X size={15} />
                </IconButton>
              </li>
            ))}
          </ol>
          <Button
            look="quiet"
            className="mt-1.5"
            onClick={() => put({ steps: [...wanted.steps, freshStep(wanted.steps.length === 0 ? 'message' : 'task')] })}
          >
            {texts.addStep}
          </Button>
        </LineOf>
        <Clashes
          clashes={clashes}
          labels={labels}
          show={inShort}
          onTheirs={(field, theirs) => put({ [field]: theirs })}
        />
        <div className="flex flex-wrap items-center gap-2">
          {rule.on ? (
            <>
              <Button type="submit" look="main">
                {texts.save}
              </Button>
              <Button onClick={() => void save(false)}>{texts.switchOff}</Button>
            </>
          ) : (
            <>
              <Button look="main" onClick={() => void save(true)}>
                {texts.switchOn}
              </Button>
              <Button type="submit">{texts.save}</Button>
            </>
          )}
          {isNew ? null : (
            <Button look="quiet" className="ml-auto" onClick={remove}>
              {texts.remove}
            </Button>
          )}
        </div>
        {isNew ? null : <p className="text-[13px] text-soft">{texts.madeBy(rule.maker)}</p>}
      </form>
      <div className="grid gap-4">
        <Trial id={rule.id} wanted={wanted} />
        {isNew ? null : <Runs rule={rule.id} />}
      </div>
    </div>
  );
}

const replaced = <T,>(all: T[], at: number, next: T) => all.map((x, i) => (i === at ? next : x));
const without = <T,>(all: T[], at: number) => all.filter((_, i) => i !== at);
const raised = <T,>(all: T[], at: number) => [...all.slice(0, at - 1), all[at]!, all[at - 1]!, ...all.slice(at + 1)];

const LineOf = ({ title, children }: { title: string; children: ReactNode }) => (
  <fieldset className="grid gap-x-3 gap-y-1 border-t pt-2 md:grid-cols-[90px_minmax(0,1fr)]">
    <legend className="sr-only">{title}</legend>
    <span aria-hidden className="pt-1 font-bold">
      {title}
    </span>
    <div className="min-w-0">{children}</div>
  </fieldset>
);

import type { StepForm } from '../../api/client';
import { LengthField } from '../../ui/LengthField';
import { Field, inputClass } from '../../ui/controls';
import { FieldAndValue } from './ConditionLine';
import { Pick, PriorityPick, StagePick, options } from './parts';
import { texts } from './texts';
import type { RuleNames } from './useRules';

export const freshStep = (kind: string): StepForm => ({
  kind,
  of: null,
  words: ['note', 'ask', 'task', 'begin'].includes(kind) ? '' : null,
  via: null,
  owner: kind === 'task' || kind === 'ask' ? 'docket-owner' : null,
  ownerId: null,
  dueIn: kind === 'task' || kind === 'ask' ? 1 : null,
  priority: kind === 'task' ? 'normal' : kind === 'priority' ? 'high' : null,
  remindEvery: null,
  locks: null,
  asks: kind === 'ask' ? 'question' : null,
  withParty: kind === 'begin' ? true : null,
});

type Props = { step: StepForm; label: string; names: RuleNames; onChange: (step: StepForm) => void };

/** What is done, as a sentence of fields. */
export function StepLine({ step, label, names, onChange }: Props) {
  const put = (part: Partial<StepForm>) => onChange({ ...step, ...part });
  return (
    <div className="flex min-w-0 flex-1 flex-wrap items-center gap-1.5">
      <Pick label={label} value={step.kind} onChange={(kind) => onChange(freshStep(kind))}>
        {Object.entries(texts.steps).map(([kind, name]) => (
          <option key={kind} value={kind}>
            {name}
          </option>
        ))}
      </Pick>
      <Rest step={step} names={names} put={put} />
    </div>
  );
}

type RestProps = { step: StepForm; names: RuleNames; put: (part: Partial<StepForm>) => void };

function Rest({ step, names, put }: RestProps) {
  const of = (id: string) => put({ of: id || null });
  switch (step.kind) {
    case 'message':
      return (
        <>
          <Pick label={texts.stock} none={texts.chooseStock} value={step.of} onChange={of}>
            {options(names.stock)}
          </Pick>
          <Pick label={texts.via} value={step.via ?? ''} onChange={(via) => put({ via: via || null })}>
            <option value="">{texts.usual}</option>
            <option value="mail">{texts.mail}</option>
            <option value="text">{texts.text}</option>
          </Pick>
        </>
      );
    case 'note':
      return (
        <label className="block w-full">
          <span className="sr-only">{texts.words}</span>
          <textarea
            className={inputClass}
            rows={2}
            maxLength={10_000}
            placeholder={texts.wordsHint}
            value={step.words ?? ''}
            onChange={(e) => put({ words: e.target.value })}
          />
        </label>
      );
    case 'ask':
      return <AskStep step={step} names={names} put={put} />;
    case 'task':
      return <TaskStep step={step} names={names} put={put} />;
    case 'template':
      return (
        <Pick label={texts.template} none={texts.chooseTemplate} value={step.of} onChange={of}>
          {options(names.templates)}
        </Pick>
      );
    case 'begin':
      return <BeginStep step={step} names={names} put={put} />;
    case 'hand-over':
      return (
        <Pick label={texts.person} none={texts.choosePerson} value={step.of} onChange={of}>
          {options(names.people)}
        </Pick>
      );
    case 'move':
      return <StagePick label={texts.stage} none={texts.chooseStage} value={step.of} names={names} onChange={of} />;
    case 'priority':
      return <PriorityPick value={step.priority} onChange={(priority) => put({ priority })} />;
    default:
      return (
        <FieldAndValue
          of={step.of ?? null}
          value={step.words ?? ''}
          names={names}
          onChange={(id, words) => put({ of: id, words })}
        />
      );
  }
}

type WhomProps = RestProps & { label: string; none?: string };

/** A colleague or crew, or whoever it is then. */
function Whom({ label, none, step, names, put }: WhomProps) {
  const owner = step.owner === 'person' || step.owner === 'crew' ? `${step.owner} ${step.ownerId}` : (step.owner ?? '');
  return (
    <Labelled label={label}>
      <Pick
        label={label}
        value={owner}
        onChange={(next) => {
          const [kind, id] = next.split(' ');
          put({ owner: kind || null, ownerId: id ?? null });
        }}
      >
        {none ? <option value="">{none}</option> : null}
        <option value="docket-owner">{texts.docketOwner}</option>
        <option value="maker">{texts.maker}</option>
        {names.crews.map((c) => (
          <option key={c.id} value={`crew ${c.id}`}>
            {texts.crew(c.name)}
          </option>
        ))}
        {names.people.map((p) => (
          <option key={p.id} value={`person ${p.id}`}>
            {p.name}
          </option>
        ))}
      </Pick>
    </Labelled>
  );
}

const DueIn = ({ step, put }: Omit<RestProps, 'names'>) => (
  <Field
    label={texts.dueIn}
    type="number"
    min={0}
    max={999}
    placeholder={texts.noDate}
    value={step.dueIn ?? ''}
    onChange={(e) => put({ dueIn: Number.isNaN(e.target.valueAsNumber) ? null : e.target.valueAsNumber })}
  />
);

/** Something asked of a colleague: what sort of answer, of whom, by when. */
function AskStep({ step, names, put }: RestProps) {
  return (
    <div className="grid w-full grid-cols-2 gap-x-3 gap-y-1.5 2xl:grid-cols-3">
      <Field
        label={texts.asked}
        maxLength={2000}
        className="col-span-full"
        value={step.words ?? ''}
        onChange={(e) => put({ words: e.target.value })}
      />
      <Labelled label={texts.sort}>
        <Pick label={texts.sort} value={step.asks ?? 'question'} onChange={(asks) => put({ asks })}>
          {Object.entries(texts.sorts).map(([kind, name]) => (
            <option key={kind} value={kind}>
              {name}
            </option>
          ))}
        </Pick>
      </Labelled>
      <Whom label={texts.whom} step={step} names={names} put={put} />
      <DueIn step={step} put={put} />
    </div>
  );
}

/** Another docket: from which template, what it is called, whether it is with the same customer. */
function BeginStep({ step, names, put }: RestProps) {
  return (
    <div className="grid w-full grid-cols-2 gap-x-3 gap-y-1.5">
      <Field
        label={texts.subject}
        maxLength={200}
        className="col-span-full"
        placeholder={texts.subjectHint}
        value={step.words ?? ''}
        onChange={(e) => put({ words: e.target.value })}
      />
      <Labelled label={texts.template}>
        <Pick
          label={texts.template}
          none={texts.chooseTemplate}
          value={step.of}
          onChange={(id) => put({ of: id || null })}
        >
          {options(names.templates)}
        </Pick>
      </Labelled>
      <label className="flex items-center gap-1.5 self-end pb-1.5">
        <input
          type="checkbox"
          checked={step.withParty ?? false}
          onChange={(e) => put({ withParty: e.target.checked })}
        />
        {texts.withParty}
      </label>
    </div>
  );
}

/** A task with owner, date, priority, reminders, and the stage that it locks. */
function TaskStep({ step, names, put }: RestProps) {
  return (
    <div className="grid w-full grid-cols-2 gap-x-3 gap-y-1.5 2xl:grid-cols-3">
      <Field
        label={texts.task}
        maxLength={300}
        className="col-span-full"
        value={step.words ?? ''}
        onChange={(e) => put({ words: e.target.value })}
      />
      <Whom label={texts.owner} none={texts.nobody} step={step} names={names} put={put} />
      <DueIn step={step} put={put} />
      <Labelled label={texts.priority}>
        <PriorityPick value={step.priority} onChange={(priority) => put({ priority })} />
      </Labelled>
      <Labelled label={texts.remind}>
        <LengthField
          label={texts.remind}
          className="w-full"
          placeholder={texts.remindHint}
          minutes={step.remindEvery ?? null}
          onChange={(remindEvery) => put({ remindEvery })}
        />
      </Labelled>
      <Labelled label={texts.locks}>
        <StagePick
          label={texts.locks}
          none={texts.locksNothing}
          value={step.locks}
          names={names}
          onChange={(locks) => put({ locks: locks || null })}
        />
      </Labelled>
    </div>
  );
}

const Labelled = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <div className="min-w-0">
    <span aria-hidden className="mb-0.5 block text-[13px] font-semibold">
      {label}
    </span>
    {children}
  </div>
);

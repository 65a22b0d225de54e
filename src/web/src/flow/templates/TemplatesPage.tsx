import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { type KindSetting, type Me, type TemplateSetting, api, taken } from '../../api/client';
import { useKinds } from '../../api/queries';
import { Button, Empty, Wrong, cx } from '../../ui/controls';
import { RecurringPart } from './RecurringPart';
import { TemplateForm } from './TemplateForm';
import { may } from '../../accounts/rights';
import { texts } from './texts';
import { useTemplates } from './useTemplates';

const fresh = (kind: string): TemplateSetting => ({
  id: newId(),
  kind,
  name: '',
  about: '',
  subject: '',
  message: null,
  retired: false,
  tasks: [],
  sheets: [],
});

/** What dockets begin with, and which of them come round. With `?of=J-12` a template is made of that docket. */
export function TemplatesPage({ me }: { me: Me }) {
  const [params, setParams] = useSearchParams();
  const part = params.get('part') === 'recurring' ? 'recurring' : 'templates';
  const mayChange = may(me, 'keep-templates');
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.title}</h1>
        <div role="group" aria-label={texts.tabs} className="flex gap-1">
          {(['templates', 'recurring'] as const).map((p) => (
            <button
              key={p}
              type="button"
              aria-pressed={part === p}
              onClick={() => setParams(p === 'templates' ? {} : { part: p }, { replace: true })}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                part === p ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {texts[p]}
            </button>
          ))}
        </div>
      </header>
      <div tabIndex={0} role="region" aria-label={texts[part]} className="min-h-0 flex-1 overflow-auto p-4">
        <div className="grid max-w-[1240px] gap-4">
          {part === 'recurring' ? (
            <RecurringPart may={mayChange} of={params.get('of')} />
          ) : (
            <TemplatesPart
              mayChange={mayChange}
              of={params.get('of')}
              onUsed={() => setParams({}, { replace: true })}
            />
          )}
        </div>
      </div>
    </div>
  );
}

type PartProps = { mayChange: boolean; of: string | null; onUsed: () => void };

function TemplatesPart({ mayChange, of, onUsed }: PartProps) {
  const { data: templates, error, refetch } = useTemplates();
  const kinds = (useKinds().data ?? []).filter((k) => !k.retired);
  const made = useQuery({
    queryKey: ['as-template', of],
    queryFn: () => taken(api.GET('/api/dockets/{reference}/as-template', { params: { path: { reference: of! } } })),
    enabled: of !== null && mayChange,
    staleTime: Infinity,
    gcTime: 0,
  });
  const [added, setAdded] = useState<TemplateSetting>();
  const [chosen, setChosen] = useState<string>();
  const first = of ? made.data : undefined;
  if (error && !templates) return <Wrong error={error} again={() => void refetch()} />;
  if (made.error) return <Wrong error={made.error} again={() => void made.refetch()} />;
  if (!templates || (of && mayChange && !first)) return null;
  const extra = [first, added].filter((t) => t !== undefined && !templates.some((k) => k.id === t.id));
  const all = [...templates, ...(extra as TemplateSetting[])];
  const template = all.find((t) => t.id === chosen) ?? first ?? all[0];
  const add = () => {
    const next = fresh(kinds[0]?.id ?? '');
    setAdded(next);
    setChosen(next.id);
  };
  return (
    <>
      <p className="max-w-[760px] text-soft">
        {texts.intro} {mayChange ? null : texts.mayNot}
      </p>
      {all.length === 0 ? (
        <Empty title={texts.none}>
          {texts.noneHint}
          {mayChange ? (
            <span className="mt-2 block">
              <Button look="main" onClick={add}>
                {texts.add}
              </Button>
            </span>
          ) : null}
        </Empty>
      ) : (
        <div className="grid items-start gap-4 md:grid-cols-[210px_1fr]">
          <nav aria-label={texts.templates} className="grid gap-1">
            {all.map((t) => (
              <Choice
                key={t.id}
                template={t}
                kind={kinds.find((k) => k.id === t.kind)}
                now={t.id === template?.id}
                onChoose={() => setChosen(t.id)}
              />
            ))}
            {mayChange ? <Button onClick={add}>{texts.add}</Button> : null}
          </nav>
          {template ? (
            <fieldset disabled={!mayChange} className="min-w-0">
              <TemplateForm
                key={template.id}
                template={template}
                onSaved={(id) => {
                  setChosen(id);
                  if (of) onUsed();
                }}
              />
            </fieldset>
          ) : null}
        </div>
      )}
    </>
  );
}

type ChoiceProps = { template: TemplateSetting; kind: KindSetting | undefined; now: boolean; onChoose: () => void };

const Choice = ({ template, kind, now, onChoose }: ChoiceProps) => (
  <button
    type="button"
    aria-current={now}
    onClick={onChoose}
    className={cx(
      'min-h-[44px] rounded-card border px-2.5 py-1 text-left',
      now ? 'border-wren bg-wren-wash' : 'bg-surface hover:border-soft',
    )}
  >
    <b className="break-words">{template.name || texts.unnamed}</b>
    <span className="block text-[12.5px] text-soft">
      {[
        kind?.name,
        template.retired ? texts.retired : texts.tasks(template.tasks.length),
        template.sheets.length > 0 ? texts.sheets(template.sheets.length) : null,
      ]
        .filter(Boolean)
        .join(', ')}
    </span>
  </button>
);

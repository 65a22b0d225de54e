import { type FormEvent, useState } from 'react';
import { Refusal, type TemplateSetting, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries, useKinds, useStock } from '../../api/queries';
import { Part } from '../../dockets/kinds/rows';
import { Choose } from '../../ui/Choose';
import { Clashes } from '../../ui/Clashes';
import { Button, Field } from '../../ui/controls';
import { say } from '../../ui/toasts';
import { SheetRows } from './SheetRows';
import { TaskRows } from './TaskRows';
import { texts } from './texts';

const words = texts.form;

const named: Record<string, string> = {
  name: words.name,
  kind: words.kind,
  about: words.about,
  subject: words.subject,
  message: words.message,
  retired: words.isRetired,
  tasks: texts.task.title,
  sheets: texts.sheet.title,
};

/** A template, to be changed as a whole. */
export function TemplateForm({ template, onSaved }: { template: TemplateSetting; onSaved: (id: string) => void }) {
  const { value: t, set, changed, clashes, begin, send } = useBegun(template);
  const [wrong, setWrong] = useState('');
  const kinds = useKinds().data ?? [];
  const kind = kinds.find((k) => k.id === t.kind);
  const stock = (useStock().data ?? []).filter((s) => !s.own);
  const isNew = !template.version;
  const save = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const now = await send((body, ifMatch) =>
        taken(
          api.PUT('/api/templates/{id}', { params: { path: { id: t.id }, header: { 'If-Match': ifMatch } }, body }),
        ),
      );
      setWrong('');
      begin(now);
      onSaved(now.id);
      void queries.invalidateQueries({ queryKey: keys.templates });
      say(texts.saved(now.name));
    } catch (refusal) {
      setWrong(refusal instanceof Refusal && refusal.status === 412 ? '' : (refusal as Error).message);
    }
  };
  return (
    <form
      onSubmit={(e) => void save(e)}
      aria-label={t.name || texts.unnamed}
      className="grid min-w-0 gap-4 rounded-card border bg-surface p-4"
    >
      <div className="grid gap-2 sm:grid-cols-[1.2fr_1fr]">
        <Field
          label={words.name}
          required
          maxLength={60}
          value={t.name}
          onChange={(e) => set({ name: e.target.value })}
        />
        <Choose label={words.kind} value={t.kind} onChange={(id) => set({ kind: id })}>
          {kinds
            .filter((k) => !k.retired || k.id === t.kind)
            .map((k) => (
              <option key={k.id} value={k.id}>
                {k.many}
              </option>
            ))}
        </Choose>
        <Field
          label={words.about}
          placeholder={words.aboutPlaceholder}
          maxLength={300}
          value={t.about}
          onChange={(e) => set({ about: e.target.value })}
        />
        <Field
          label={words.subject}
          maxLength={200}
          value={t.subject}
          onChange={(e) => set({ subject: e.target.value })}
        />
      </div>
      <Part title={texts.task.title} hint={texts.task.hint}>
        <TaskRows tasks={t.tasks} kind={kind} onChange={(tasks) => set({ tasks })} />
      </Part>
      <Part title={texts.sheet.title} hint={texts.sheet.hint}>
        <SheetRows sheets={t.sheets} onChange={(sheets) => set({ sheets })} />
      </Part>
      <Part title={words.message} hint={words.messageHint}>
        <div className="grid gap-2 sm:grid-cols-2">
          <Choose label={words.message} value={t.message ?? ''} onChange={(v) => set({ message: v || null })}>
            <option value="">{words.noMessage}</option>
            {stock.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Choose>
          <label className="flex min-h-[30px] items-center gap-1.5 self-end max-md:min-h-[44px]">
            <input type="checkbox" checked={t.retired} onChange={(e) => set({ retired: e.target.checked })} />
            {words.isRetired}
          </label>
        </div>
      </Part>
      {wrong ? (
        <p role="alert" className="text-late">
          {wrong}
        </p>
      ) : null}
      <Clashes
        clashes={clashes}
        labels={named}
        show={(field, value) =>
          Array.isArray(value)
            ? (value as { title?: string; name?: string }[]).map((v) => v.title ?? v.name).join(', ')
            : field === 'message'
              ? stock.find((s) => s.id === value)?.name
              : field === 'kind'
                ? kinds.find((k) => k.id === value)?.many
                : undefined
        }
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
      <p className="sticky -bottom-4 -mx-4 -mb-4 rounded-b-card border-t bg-surface px-4 py-2 text-right max-md:static">
        <Button type="submit" look={changed || isNew ? 'main' : 'plain'} disabled={!changed && !isNew}>
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

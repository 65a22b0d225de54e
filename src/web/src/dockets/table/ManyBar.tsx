import { useState } from 'react';
import { type TableColumn, api, taken } from '../../api/client';
import { queries, useColleagues, useKinds, useSites } from '../../api/queries';
import { Button, Field, inputClass } from '../../ui/controls';
import { say, sayWrong } from '../../ui/toasts';
import { OwnField } from '../OwnField';
import { texts } from './texts';

const words = texts.many;
const priorities = ['critical', 'high', 'normal', 'low'];

type Props = {
  refs: string[];
  columns: TableColumn[];
  /** Writes to the parties of them; undefined where one may not write outside. */
  onWrite?: () => void;
  onClear: () => void;
};

/** Changes one thing of all dockets that are chosen. */
export function ManyBar({ refs, columns, onWrite, onClear }: Props) {
  const [what, setWhat] = useState('');
  const [value, setValue] = useState('');
  const { data: colleagues } = useColleagues();
  const fields = (useKinds().data ?? []).flatMap((k) => k.fields);
  const own = columns.flatMap((c) => fields.find((f) => f.id === c.field) ?? []);
  const sites = (useSites().data ?? []).filter((s) => !s.retired).map((s) => s.name);
  const field = own.find((f) => f.id === what);
  const apply = async () => {
    try {
      const { changed, refused } = await taken(
        api.PUT('/api/dockets/many', {
          body: {
            refs,
            ...(what === 'site' && { site: value }),
            ...(what === 'owner' && { owner: value }),
            ...(what === 'priority' && { priority: value }),
            ...(field && { values: { [field.id]: value } }),
          },
        }),
      );
      await queries.invalidateQueries({ queryKey: ['dockets'] });
      if (changed.length > 0) say(words.done(changed.length));
      for (const { ref, why } of refused) say(words.refused(ref, why), { stays: true });
      onClear();
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const choices: Record<string, [string, string][]> = {
    owner: (colleagues?.people ?? []).map((p) => [p.id!, p.name]),
    priority: priorities.map((p) => [p, p]),
    site: sites.map((s) => [s, s]),
  };
  return (
    <div
      role="group"
      aria-label={words.chosen(refs.length)}
      className="flex flex-none flex-wrap items-center gap-2 border-b bg-wren-wash px-4 py-1.5"
    >
      <b className="self-center">{words.chosen(refs.length)}</b>
      <label className="flex items-center gap-1.5 self-center whitespace-nowrap">
        {words.field}
        <select
          className={inputClass}
          value={what}
          onChange={(e) => {
            setWhat(e.target.value);
            setValue('');
          }}
        >
          <option value="">{words.what}</option>
          <option value="owner">{words.owner}</option>
          <option value="site">{words.site}</option>
          <option value="priority">{words.priority}</option>
          {own.map((f) => (
            <option key={f.id} value={f.id}>
              {f.name}
            </option>
          ))}
        </select>
      </label>
      {field ? (
        <div className="flex w-60 items-center [&>label]:flex-1">
          <OwnField field={field} value={value} onChange={setValue} />
        </div>
      ) : what === 'site' && sites.length === 0 ? (
        <Field label={words.value} value={value} maxLength={60} onChange={(e) => setValue(e.target.value)} />
      ) : what ? (
        <select
          aria-label={words.value}
          className={`${inputClass} !w-52 self-center`}
          value={value}
          onChange={(e) => setValue(e.target.value)}
        >
          <option value="" />
          {(choices[what] ?? []).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      ) : null}
      <Button look="main" disabled={!what || (!value && !field)} onClick={() => void apply()}>
        {words.apply}
      </Button>
      {onWrite ? <Button onClick={onWrite}>{words.write}</Button> : null}
      <Button look="quiet" onClick={onClear}>
        {words.clear}
      </Button>
    </div>
  );
}

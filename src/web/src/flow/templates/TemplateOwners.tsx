import { useState } from 'react';
import type { TemplateOwnerSetting } from '../../api/client';
import { useColleagues } from '../../api/queries';
import { Panel, inputClass } from '../../ui/controls';
import { texts } from './texts';

const words = texts.owner;

const roles = [
  { kind: 'docket-owner', id: null, name: words.docketOwner },
  { kind: 'user', id: null, name: words.user },
];

type Props = { owners: TemplateOwnerSetting[]; onChange: (owners: TemplateOwnerSetting[]) => void };

const same = (a: TemplateOwnerSetting, b: TemplateOwnerSetting) =>
  a.kind === b.kind && (a.id ?? null) === (b.id ?? null);

/** Who owns what a template makes: a role, a crew or a person. */
export function TemplateOwners({ owners, onChange }: Props) {
  const [typed, setTyped] = useState('');
  const { data: colleagues } = useColleagues();
  const all = [
    ...roles,
    ...(colleagues?.crews ?? []).map((c) => ({ kind: 'crew', id: c.id, name: words.crew(c.name) })),
    ...(colleagues?.people ?? []).map((p) => ({ kind: 'person', id: p.id, name: p.name })),
  ];
  const has = (o: TemplateOwnerSetting) => owners.some((x) => same(x, o));
  const names = owners.map((o) => all.find((a) => same(a, o))?.name ?? '').filter(Boolean);
  const shown = names.length > 0 ? words.shown(names) : words.nobody;
  return (
    <Panel
      label={words.label}
      trigger={
        <button
          type="button"
          aria-label={`${words.label}: ${shown}`}
          className="min-h-[30px] max-w-64 truncate rounded-[3px] border bg-surface px-2 text-left text-[13px] hover:border-soft max-md:min-h-[44px]"
        >
          {shown}
        </button>
      }
    >
      <input
        autoFocus
        className={inputClass}
        placeholder={words.find}
        aria-label={words.find}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <ul className="mt-1.5 max-h-60 overflow-auto">
        {all
          .filter((o) => o.name.toLowerCase().includes(typed.toLowerCase()))
          .map((o) => (
            <li key={`${o.kind} ${o.id ?? ''}`}>
              <label className="flex min-h-[30px] cursor-pointer items-center gap-2 rounded-[3px] px-1.5 hover:bg-wren-wash max-md:min-h-[44px]">
                <input
                  type="checkbox"
                  className="size-4 accent-wren"
                  checked={has(o)}
                  onChange={() =>
                    onChange(
                      has(o) ? owners.filter((x) => !same(x, o)) : [...owners, { kind: o.kind, id: o.id ?? null }],
                    )
                  }
                />
                {o.name}
              </label>
            </li>
          ))}
      </ul>
    </Panel>
  );
}

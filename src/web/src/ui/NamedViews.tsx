import { useQuery } from '@tanstack/react-query';
import { Save } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type NamedTaskView, api, taken } from '../api/client';
import { queries } from '../api/queries';
import { Button, Panel, inputClass } from './controls';
import { sayWrong } from './toasts';
import * as texts from './texts';

type Props = {
  /** What is looked at. */
  about: 'tasks' | 'dockets';
  /** How it is looked at now. */
  now: object;
  onLook: (look: object) => void;
};

const paths = {
  tasks: ['/api/task-views', '/api/task-views/{id}'],
  dockets: ['/api/docket-views', '/api/docket-views/{id}'],
} as const;

/** Ways of looking that were given a name; one's own, and what others share. */
export function NamedViews({ about, now, onLook }: Props) {
  const [all, one] = paths[about];
  const key = ['views', about] as const;
  const { data = [] } = useQuery({ queryKey: key, queryFn: () => taken(api.GET(all)) });
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [shared, setShared] = useState(false);
  const there = data.find((v) => v.mine && v.name === name.trim());
  const keep = async (e: FormEvent) => {
    e.preventDefault();
    try {
      await taken(
        api.PUT(one, {
          params: {
            path: { id: there?.id ?? newId() },
            header: { 'If-Match': there?.version ? `"${there.version}"` : undefined },
          },
          body: { name, shared, settings: now as never },
        }),
      );
      setName('');
      await queries.invalidateQueries({ queryKey: key });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const remove = async (view: NamedTaskView) => {
    try {
      await taken(api.DELETE(one, { params: { path: { id: view.id } } }));
      await queries.invalidateQueries({ queryKey: key });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <Panel
      label={texts.namedViews}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet">
          <Save size={14} aria-hidden /> {texts.views}
          {data.length > 0 ? ` (${data.length})` : ''}
        </Button>
      }
    >
      {data.length === 0 ? <p className="mb-2 text-[13px] text-soft">{texts.saveViewUnderName}</p> : null}
      <ul className="mb-2 max-h-60 overflow-auto">
        {data.map((v) => (
          <li key={v.id} className="flex items-center gap-1 text-[13px]">
            <button
              type="button"
              className="min-h-7 min-w-0 flex-1 truncate rounded-[3px] px-1.5 text-left hover:bg-wren-wash"
              onClick={() => {
                onLook({ ...now, ...(v.settings as unknown as object) });
                setOpen(false);
              }}
            >
              {v.name}{' '}
              {v.mine ? (
                v.shared ? (
                  <span className="text-soft">{texts.shared}</span>
                ) : null
              ) : (
                <span className="text-soft">{texts.by(v.by.firstName)}</span>
              )}
            </button>
            {v.mine ? (
              <Button look="quiet" className="!min-h-6 !px-1.5 !py-0" onClick={() => void remove(v)}>
                {texts.deleteIt}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      <form onSubmit={(e) => void keep(e)} className="grid gap-1.5 border-t pt-2 text-[13px]">
        <input
          required
          maxLength={80}
          aria-label={texts.nameOfThisView}
          placeholder={texts.nameOfThisView}
          className={inputClass}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-wren"
            checked={shared}
            onChange={(e) => setShared(e.target.checked)}
          />
          {texts.shareItWithColleagues}
        </label>
        <Button look="main" type="submit">
          {there ? texts.saveAgain : texts.saveThisView}
        </Button>
      </form>
    </Panel>
  );
}

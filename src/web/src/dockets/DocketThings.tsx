import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { Button, Panel } from '../ui/controls';
import { Part } from '../ui/Part';
import { sayWrong } from '../ui/toasts';
import * as texts from './docketTexts';

/** What of its customers' things a docket is about; nothing stands here while they have none. */
export function DocketThings({ reference }: { reference: string }) {
  const { data = [] } = useQuery({
    queryKey: keys.docketThings(reference),
    queryFn: () => taken(api.GET('/api/dockets/{reference}/things', { params: { path: { reference } } })),
  });
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState<string[]>([]);
  if (data.length === 0) return null;
  const shown = data.filter((t) => t.chosen);
  const save = async () => {
    try {
      queries.setQueryData(
        keys.docketThings(reference),
        await taken(
          api.PUT('/api/dockets/{reference}/things', { params: { path: { reference } }, body: { things: chosen } }),
        ),
      );
      setOpen(false);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <Part name={texts.isAbout}>
      <ul className="grid gap-1 text-[13px]">
        {shown.map((t) => (
          <li key={t.id}>
            <Link to={`/contacts?party=${t.party}&thing=${t.id}`} dir="auto" className="font-semibold hover:underline">
              {t.shown}
            </Link>
            <span className="text-soft"> {[t.sort, t.place].filter(Boolean).join(' · ')}</span>
            {t.fields.length + t.notes.length > 0 ? (
              <span dir="auto" className="block text-[12.5px] text-soft">
                {[...t.fields.map((f) => `${f.name}: ${f.value}`), t.notes].filter(Boolean).join(' · ')}
              </span>
            ) : null}
          </li>
        ))}
      </ul>
      <Panel
        label={texts.whatItIsAbout}
        align="end"
        open={open}
        onOpenChange={(next) => {
          setChosen(shown.map((t) => t.id));
          setOpen(next);
        }}
        trigger={
          <button
            type="button"
            className="mt-1 min-h-6 rounded-[3px] text-[13px] text-wren hover:underline max-md:min-h-[44px]"
          >
            {shown.length === 0 ? texts.sayWhatItIsAbout : texts.changeWhatItIsAbout}
          </button>
        }
      >
        <div className="grid gap-1">
          {data.map((t) => (
            <label key={t.id} className="flex min-h-6 items-start gap-2 text-[13px] max-md:min-h-[44px]">
              <input
                type="checkbox"
                className="mt-1"
                checked={chosen.includes(t.id)}
                onChange={(e) =>
                  setChosen((all) => (e.target.checked ? [...all, t.id] : all.filter((c) => c !== t.id)))
                }
              />
              <span dir="auto">
                {t.shown} <span className="text-soft">{[t.sort, t.place, t.of].filter(Boolean).join(' · ')}</span>
              </span>
            </label>
          ))}
          <p className="text-right">
            <Button look="main" onClick={() => void save()}>
              {texts.save}
            </Button>
          </p>
        </div>
      </Panel>
    </Part>
  );
}

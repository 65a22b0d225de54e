import { api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { inputClass, cx } from '../ui/controls';
import { useFolding } from '../ui/fold';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** When each list folds away what is over; nothing is deleted by it. */
export function FoldSettings() {
  const { data } = useFolding();
  if (!data) return null;
  const put = (what: string, days: number | null, most: number | null) =>
    void taken(api.PUT('/api/folding/{what}', { params: { path: { what } }, body: { days, most } }))
      .then((all) => queries.setQueryData(keys.folding, all))
      .catch(sayWrong);
  return (
    <fieldset className="grid gap-1">
      <legend className="text-[13px] font-semibold">{texts.foldsAway}</legend>
      <p className="text-[12.5px] text-soft">{texts.foldsAwayHint}</p>
      {data.map((f) => {
        const by = f.days !== null ? 'days' : f.most !== null ? 'most' : 'never';
        const amount = f.days ?? f.most ?? 14;
        return (
          <div key={f.what} className="grid grid-cols-[1fr_auto_64px] items-center gap-2">
            <span>{texts.foldNames[f.what]}</span>
            <select
              aria-label={texts.foldBy(texts.foldNames[f.what]!)}
              className={cx(inputClass, '!w-auto')}
              value={by}
              onChange={(e) =>
                put(f.what, e.target.value === 'days' ? amount : null, e.target.value === 'most' ? amount : null)
              }
            >
              <option value="days">{texts.foldByAge}</option>
              <option value="most">{texts.foldByNumber}</option>
              <option value="never">{texts.foldNever}</option>
            </select>
            {by === 'never' ? (
              <span />
            ) : (
              <input
                type="number"
                min={0}
                max={by === 'days' ? 3650 : 1000}
                aria-label={texts.foldAmount(texts.foldNames[f.what]!)}
                className={inputClass}
                defaultValue={amount}
                key={`${by}${amount}`}
                onBlur={(e) => {
                  const n = Number(e.target.value);
                  if (e.target.value !== '' && n !== amount)
                    put(f.what, by === 'days' ? n : null, by === 'most' ? n : null);
                }}
              />
            )}
          </div>
        );
      })}
    </fieldset>
  );
}

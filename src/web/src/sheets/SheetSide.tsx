import type { SheetView } from '../api/client';
import { exact, moment } from '../ui/time';
import { Button, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { share } from './sheet';
import * as texts from './texts';

type Props = {
  sheet: SheetView;
  /** The revision with which the shown one is compared; null for none. */
  from: number | null;
  look: (next: Record<string, string>) => void;
};

/** Who sees a sheet outside, and all its revisions. */
export function SheetSide({ sheet, from, look }: Props) {
  const { shown } = sheet;
  const show = (number: number) => look(number === sheet.newest ? {} : { revision: String(number) });
  const side = (
    <>
      <h2 className="mb-1 mt-2.5 border-b pb-[3px] text-[12.5px] font-bold">{texts.whoSeesIt}</h2>
      <p className="text-[13px] text-soft">{texts.allUsWhoSee(sheet.sharedLine, sheet.docket)}</p>
      <ul className="mt-1.5 grid gap-1.5">
        {sheet.shares.map((s) => (
          <li
            key={s.party}
            className={cx(
              'rounded-card border px-2 py-1.5 text-[13px]',
              s.revision ? 'border-outside-line bg-outside-ground' : 'border-dashed border-inside-line',
            )}
          >
            <b className="block">{s.name}</b>
            <span className="text-soft">
              {s.revision ? texts.seesRevision(s.revision) : texts.doesNotSeeIt}
              {s.revision && s.revision < sheet.newest ? texts.behind(sheet.newest - s.revision) : ''}
            </span>
            {sheet.removed ? null : (
              <span className="mt-1 flex flex-wrap gap-1">
                {s.revision === shown.number ? null : (
                  <Button onClick={() => void share(sheet, s.party, shown.number)}>
                    {s.revision ? texts.showRevisionInstead(shown.number) : texts.shareRevision(shown.number)}
                  </Button>
                )}
                {s.revision ? (
                  <Button look="quiet" onClick={() => void share(sheet, s.party, null)}>
                    {texts.stopSharing}
                  </Button>
                ) : null}
              </span>
            )}
          </li>
        ))}
      </ul>
      {sheet.shares.length === 0 ? (
        <p className="mt-1 text-[13px] text-soft">{texts.nobodyOutsideHasConversation}</p>
      ) : null}
      <h2 className="mb-1 mt-4 border-b pb-[3px] text-[12.5px] font-bold">{texts.revisions}</h2>
      <ol reversed className="grid gap-0.5">
        {sheet.revisions.map((r) => (
          <li
            key={r.number}
            aria-current={r.number === shown.number ? 'true' : undefined}
            className={cx(
              'grid grid-cols-[auto_1fr] gap-x-2 rounded-[3px] border-l-[3px] px-1.5 py-1 text-[13px]',
              r.number === shown.number ? 'border-l-wren bg-wren-wash' : 'border-l-transparent',
            )}
          >
            <span className="pt-0.5">{r.by ? <NameTag who={r.by} /> : null}</span>
            <span className="min-w-0">
              <button
                type="button"
                onClick={() => show(r.number)}
                className="min-h-6 text-left font-semibold hover:underline max-md:min-h-[44px]"
              >
                {texts.revisionOfNumber(r.number)}
              </button>{' '}
              <time dateTime={r.at} title={exact(r.at)} className="text-[12.5px] text-soft">
                {moment(r.at)}
              </time>
              {r.note ? <span className="block">{r.note}</span> : null}
              {r.number < shown.number ? (
                <button
                  type="button"
                  aria-pressed={from === r.number}
                  onClick={() =>
                    look({
                      ...(shown.number < sheet.newest ? { revision: String(shown.number) } : {}),
                      from: String(r.number),
                    })
                  }
                  className={cx(
                    'min-h-6 text-[12.5px] underline decoration-dotted hover:text-ink max-md:min-h-[44px]',
                    from === r.number ? 'font-semibold text-wren' : 'text-soft',
                  )}
                >
                  {texts.whatChangedSince}
                </button>
              ) : null}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
  return (
    <section
      aria-label={texts.whoSeesItsRevisions}
      className="min-h-0 flex-1 overflow-auto border-l bg-surface px-3.5 pb-4 max-md:max-h-[52vh] max-md:border-l-0"
    >
      {side}
    </section>
  );
}

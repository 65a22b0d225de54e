import { asHtml } from '../api/at';
import type { SheetChangesView } from '../api/client';
import { Wrong, cx } from '../ui/controls';
import { useChanges } from './sheet';
import * as texts from './texts';

/** How each fate looks; a word says it too. */
const edges: Record<string, string> = {
  same: 'border-l-transparent',
  moved: 'border-l-soft [border-left-style:dotted]',
  changed: 'border-l-soon',
  added: 'border-l-done',
  removed: 'border-l-late [border-left-style:dashed]',
};
const words: Record<string, string> = {
  moved: texts.moved,
  changed: texts.changed,
  added: texts.newIt,
  removed: texts.gone,
};

const gone = 'rounded-[2px] bg-late-wash text-late line-through decoration-1';
const fresh = 'rounded-[2px] bg-[color-mix(in_srgb,var(--done)_16%,transparent)] text-done underline decoration-1';

/** What changed from one revision to another, in its place. */
export function Changes({ id, from, to }: { id: string; from: number; to: number }) {
  const { data, error, refetch } = useChanges(id, from, to);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <div
      tabIndex={0}
      role="region"
      aria-label={texts.whatChangedFromRevision(from, to)}
      className="min-h-0 flex-1 overflow-auto bg-surface px-6 py-4"
    >
      <p className="mx-auto mb-3 max-w-[740px] border-b pb-2">
        {texts.fromRevision} <b>{data.from}</b> {texts.to} <b>{data.to}</b>: {data.line}
      </p>
      {data.blocks.length > 0 ? <Blocks blocks={data.blocks} /> : null}
      {data.rows.length > 0 || data.columns.length > 0 ? <Rows changes={data} /> : null}
    </div>
  );
}

function Blocks({ blocks }: { blocks: SheetChangesView['blocks'] }) {
  return (
    <div className="mx-auto grid max-w-[740px] gap-2 font-read text-[16px] leading-[1.6]">
      {blocks.map((b, i) => (
        <div
          key={i}
          className={cx(
            'grid grid-cols-[60px_1fr] border-l-[3px] pl-2',
            edges[b.fate],
            b.fate === 'same' && 'text-soft',
          )}
        >
          <span className="pt-1 font-sans text-[12px] font-semibold">{words[b.fate] ?? ''}</span>
          {b.words.length > 0 ? (
            <p className="whitespace-pre-wrap">
              {b.words.map((w, j) =>
                w.fate === 'same' ? (
                  w.text
                ) : w.fate === 'added' ? (
                  <ins key={j} className={fresh}>
                    {w.text}
                  </ins>
                ) : (
                  <del key={j} className={gone}>
                    {w.text}
                  </del>
                ),
              )}
            </p>
          ) : (
            <div
              className={cx('said sheet', b.fate === 'removed' && 'line-through decoration-late decoration-1')}
              dangerouslySetInnerHTML={asHtml(b.html)}
            />
          )}
        </div>
      ))}
    </div>
  );
}

function Rows({ changes }: { changes: SheetChangesView }) {
  // Of a long table the rows that nothing happened to are left out but for their neighbours.
  const long = changes.rows.length > 200;
  const near = (i: number) =>
    !long || [-1, 0, 1].some((d) => changes.rows[i + d] && changes.rows[i + d]!.fate !== 'same');
  return (
    <table className="mx-auto border-separate border-spacing-0 border-t font-read text-[14px] tabular-nums">
      <thead>
        <tr>
          <th scope="col" className="sticky top-0 border-b border-r bg-paper px-2 text-left font-sans text-[12px]">
            <span className="sr-only">{texts.change}</span>
          </th>
          {changes.columns.map((c, i) => (
            <th key={i} scope="col" className="sticky top-0 border-b border-r bg-paper px-2.5 py-1 text-left">
              <span className={c.fate === 'added' ? fresh : c.fate === 'removed' ? gone : undefined}>{c.name}</span>
              {words[c.fate] ? (
                <span className="ml-1 font-sans text-[12px] font-normal text-soft">{words[c.fate]}</span>
              ) : null}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {changes.rows.map((r, i) =>
          near(i) ? (
            <tr key={i} className={r.fate === 'same' ? 'text-soft' : undefined}>
              <th
                scope="row"
                className={cx(
                  'border-b border-l-[3px] border-r bg-paper px-2 text-left font-sans text-[12px]',
                  edges[r.fate],
                )}
              >
                {words[r.fate] ?? <span className="sr-only">{texts.asItWas}</span>}
                {r.moved && r.fate !== 'moved' ? texts.movedAfter : ''}
              </th>
              {r.cells.map((c, j) => (
                <td key={j} className="border-b border-r px-2.5 py-1">
                  {c.before !== null ? (
                    <>
                      {c.before ? <del className={gone}>{c.before}</del> : null}{' '}
                      <ins className={fresh}>{c.value || texts.nothing}</ins>
                    </>
                  ) : r.fate === 'removed' ? (
                    c.value ? (
                      <del className={gone}>{c.value}</del>
                    ) : null
                  ) : r.fate === 'added' && c.value ? (
                    <ins className={fresh}>{c.value}</ins>
                  ) : (
                    c.value
                  )}
                </td>
              ))}
            </tr>
          ) : near(i - 1) ? (
            <tr key={i}>
              <td colSpan={changes.columns.length + 1} className="border-b px-2 text-center text-soft">
                …
              </td>
            </tr>
          ) : null,
        )}
      </tbody>
    </table>
  );
}

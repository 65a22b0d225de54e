import { Link } from 'react-router';
import type { DocketLink, DocketView } from '../api/client';

/** What a firm keeps of its dockets of this kind, as far as it is to stand at the top. */
export const HeadFields = ({ docket }: { docket: DocketView }) =>
  docket.fields
    .filter((f) => f.inHead && f.shown)
    .map((f) => (
      <span key={f.id} dir="auto">
        {f.name} <b className="font-semibold text-ink">{f.shown}</b>
      </span>
    ));

const To = ({ docket }: { docket: DocketLink }) => (
  <Link to={`/dockets/${docket.ref}`} title={docket.subject} className="font-semibold text-wren underline">
    {docket.ref}
  </Link>
);

/** How a docket belongs to others: what it is a part of, its parts, what it is the same as, what it was called. */
export function Ties({ docket }: { docket: DocketView }) {
  return (
    <>
      {docket.sameAs ? (
        <span className="font-semibold text-soon">
          Same as <To docket={docket.sameAs} />, which goes on
        </span>
      ) : null}
      {docket.whole ? (
        <span>
          Part of <To docket={docket.whole} />
        </span>
      ) : null}
      {docket.parts.length > 0 ? (
        <span className="flex flex-wrap gap-x-1.5">
          Parts:
          {docket.parts.map((p) => (
            <To key={p.ref} docket={p} />
          ))}
        </span>
      ) : null}
      {docket.formerRefs.length > 0 ? <span>before: {docket.formerRefs.join(', ')}</span> : null}
    </>
  );
}

import { Link } from 'react-router';
import type { DocketLink, DocketView } from '../api/client';
import { Panel, cx } from '../ui/controls';
import { exact } from '../ui/time';
import { texts } from './headTexts';

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
          {texts.sameAs} <To docket={docket.sameAs} />, {texts.goesOn}
        </span>
      ) : null}
      {docket.whole ? (
        <span>
          {texts.partOf} <To docket={docket.whole} />
        </span>
      ) : null}
      {docket.parts.length > 0 ? (
        <span className="flex flex-wrap gap-x-1.5">
          {texts.parts}
          {docket.parts.map((p) => (
            <To key={p.ref} docket={p} />
          ))}
        </span>
      ) : null}
      {docket.formerRefs.length > 0 ? <span>{texts.before(docket.formerRefs.join(', '))}</span> : null}
    </>
  );
}

/** The next date that was promised; a press shows every date it had, who set it, and whom it was promised to. */
export function NextMilestone({ docket }: { docket: DocketView }) {
  const milestone = docket.milestones.find((m) => !m.label.endsWith('past'));
  if (!milestone) return null;
  return (
    <Panel
      label={texts.was}
      align="end"
      className="w-[min(380px,92vw)]"
      trigger={
        <button
          type="button"
          title={exact(milestone.at)}
          className={cx('min-h-6 rounded-[3px] hover:underline', milestone.soon && 'font-semibold text-soon')}
        >
          {milestone.name.charAt(0).toUpperCase() + milestone.name.slice(1)} {milestone.label}
        </button>
      }
    >
      <p className="font-bold">{milestone.name}</p>
      {milestone.was.length > 1 ? (
        <ul>
          {milestone.was.map((was, i) => (
            <li key={i} className={cx('border-t py-1', i > 0 && 'text-soft')}>
              {was}
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-soft">
          {milestone.was[0]}. {texts.only}
        </p>
      )}
    </Panel>
  );
}

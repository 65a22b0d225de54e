import { ChevronDown, ChevronUp } from 'lucide-react';
import { Suspense, useEffect, useMemo, useState } from 'react';
import { lazy } from '../../ui/lazy';
import { Link, useParams, useSearchParams } from 'react-router';
import type { DocketView, Me } from '../../api/client';
import { usePresent } from '../../api/live';
import { may } from '../../accounts/rights';
import { useDocket } from '../../api/queries';
import { Kept } from '../../api/store';
import { openTab } from '../../dockets/tabs';
import { exact } from '../../ui/time';
import { Lanes } from '../talk/Lanes';
import { readTalk } from '../../conversations/useTalk';
import { Divider } from '../../ui/Divider';
import { IconButton, Panel, Wrong, cx } from '../../ui/controls';
import { useNarrow } from '../../ui/useNarrow';
import { loadAlerts } from '../../alerts/AlertsPanel';
import { Priority } from '../../ui/tags';
import { Commitments } from './Commitments';
import { CommitmentsOver } from './CommitmentsOver';
import { DocketSettingPanel } from '../../dockets/DocketSettingPanel';
import { HeadFields, NextMilestone, Ties } from '../../dockets/HeadFields';
import { StageStrip } from '../../dockets/StageStrip';
import * as texts from './texts';

const Listening = lazy(() => loadAlerts().then((m) => ({ default: m.Listening })));
const Certainty = lazy(() => import('../../flow/forecasts/Certainty').then((m) => ({ default: m.Certainty })));
const UseTemplate = lazy(() => import('../../flow/templates/UseTemplate').then((m) => ({ default: m.UseTemplate })));
const TaskPanel = lazy(() => import('../tasks/TaskPanel').then((m) => ({ default: m.TaskPanel })));

const width = new Kept('wrenlet.commitments', 296);

function Head({ docket, me }: { docket: DocketView; me: Me }) {
  const inside = docket.conversations.find((c) => c.audience === 'inside');
  const here = usePresent(inside?.id).filter((p) => p.person.id !== me.person.id);
  const names = here.map((p) => p.person.firstName);
  const milestone = docket.milestones.find((m) => !m.label.endsWith('past'));
  const narrow = useNarrow();
  const [all, setAll] = useState(false);
  const now = docket.stages.find((s) => s.standing === 'now');
  const fold = (
    <IconButton label={all ? texts.showLess : texts.showAll} aria-expanded={all} onClick={() => setAll(!all)}>
      {all ? <ChevronUp size={17} /> : <ChevronDown size={17} />}
    </IconButton>
  );
  // On a phone the talk comes first: two lines, and the rest with a press.
  if (narrow && !all)
    return (
      <header className="flex-none border-b bg-surface py-0.5 pl-3.5 pr-1">
        <div className="flex items-center gap-1">
          <h1 dir="auto" className="min-w-0 flex-1 truncate text-[16px] font-bold leading-tight tracking-tight">
            {docket.subject}
          </h1>
          {fold}
        </div>
        <div className="flex items-center gap-2 text-[13px] text-soft short:hidden">
          <span className="min-w-0 flex-1 truncate">
            <b className="text-ink">{docket.ref}</b> · {now?.name ?? texts.closed}
            {milestone ? (
              <span className={cx(milestone.soon && 'font-semibold text-soon')} title={exact(milestone.at)}>
                {' '}
                · {milestone.name.charAt(0).toUpperCase() + milestone.name.slice(1)} {milestone.label}
              </span>
            ) : null}
          </span>
          <CommitmentsOver docket={docket} />
        </div>
      </header>
    );
  return (
    <header className="grid flex-none gap-x-5 gap-y-0.5 border-b bg-surface px-4 pb-2 pt-2.5 md:grid-cols-[1fr_auto]">
      <div className="flex items-center gap-1">
        <h1 dir="auto" className="min-w-0 flex-1 text-[19px] font-bold leading-tight tracking-tight">
          {docket.subject}
        </h1>
        {narrow ? fold : null}
      </div>
      <StageStrip docket={docket} mayLock={may(me, 'lock-and-lift')} />
      <p className="flex flex-wrap items-center gap-x-4 text-[13px] text-soft">
        <b className="text-ink">{docket.ref}</b>
        <span>
          {texts.owner} <b className="text-ink">{docket.owner?.firstName ?? texts.nobody}</b>
        </span>
        <span>{docket.site}</span>
        <HeadFields docket={docket} />
        {docket.priority !== 'normal' ? <Priority value={docket.priority} /> : null}
        {docket.limited ? <span>{texts.limitedToListedPeople}</span> : null}
        {docket.open ? null : <b>{texts.closed}</b>}
        <DocketSettingPanel reference={docket.ref} />
        <CommitmentsOver docket={docket} />
        <Panel
          label={texts.alertsHere}
          className="w-[min(420px,90vw)]"
          trigger={
            <button
              type="button"
              className="min-h-6 rounded-[3px] underline decoration-dotted underline-offset-2 hover:text-ink"
            >
              {texts.alertsHere}
            </button>
          }
        >
          <Suspense fallback={null}>
            <Listening reference={docket.ref} />
          </Suspense>
        </Panel>
        {docket.open ? <TemplateHere docket={docket} me={me} /> : null}
        <Ties docket={docket} />
        {names.length > 0 ? <span>{texts.areHere(names)}</span> : null}
      </p>
      <p className="flex flex-wrap items-center gap-x-4 text-[13px] text-soft md:justify-end">
        <NextMilestone docket={docket} />
        {docket.open ? <ForecastLink reference={docket.ref} /> : null}
        {docket.openGates > 0 ? <span>{texts.gatesOpen(docket.openGates)}</span> : null}
      </p>
    </header>
  );
}

/** Goes to the forecast; how sure it is comes once the page is at rest. Whoever saves data reads it there. */
function ForecastLink({ reference }: { reference: string }) {
  const [rests, setRests] = useState(false);
  useEffect(() => {
    if ((navigator as { connection?: { saveData?: boolean } }).connection?.saveData) return;
    const wait = setTimeout(() => setRests(true), 1000);
    return () => clearTimeout(wait);
  }, []);
  const link = (
    <Link
      to={`/dockets/${reference}/forecast`}
      className="inline-flex min-h-6 items-center rounded-[3px] underline decoration-dotted underline-offset-2 hover:text-ink"
    >
      {texts.forecast}
    </Link>
  );
  return rests ? (
    <Suspense fallback={link}>
      <Certainty reference={reference} />
    </Suspense>
  ) : (
    link
  );
}

function TemplateHere({ docket, me }: { docket: DocketView; me: Me }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.template}
      className="w-[min(640px,94vw)]"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className="min-h-6 rounded-[3px] underline decoration-dotted underline-offset-2 hover:text-ink"
        >
          {texts.template}
        </button>
      }
    >
      <Suspense fallback={null}>
        <UseTemplate docket={docket} me={me} onDone={() => setOpen(false)} />
      </Suspense>
    </Panel>
  );
}

/** A docket: its talk in two lanes, and what was promised beside it. */
export function DocketPage({ me }: { me: Me }) {
  const { reference = '' } = useParams();
  const ref = reference.toUpperCase();
  const { data: docket, error, refetch } = useDocket(ref);
  const side = width.use();
  useEffect(() => {
    if (docket) openTab({ ref: docket.ref, name: docket.shortName });
  }, [docket]);
  useEffect(() => {
    document.title = docket ? texts.wrenlet(docket.ref, docket.shortName) : 'Wrenlet';
    return () => void (document.title = 'Wrenlet');
  }, [docket]);
  const read = useMemo(() => readTalk(ref, ''), [ref]);
  const [params, setParams] = useSearchParams();
  const task = params.get('task');

  if (error && !docket) return <Wrong error={error} again={() => void refetch()} />;
  if (!docket) return null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <Head docket={docket} me={me} />
      <div className="flex min-h-0 flex-1">
        <Lanes
          key={docket.ref}
          me={me}
          talk={docket.talk}
          marks={docket.marks}
          conversations={docket.conversations}
          read={read}
        />
        {task ? (
          <Suspense fallback={null}>
            <TaskPanel
              id={task}
              me={me}
              onOpen={(id) => setParams({ task: id }, { replace: true })}
              onClose={() => setParams({}, { replace: true })}
            />
          </Suspense>
        ) : null}
        <div className={cx('relative flex-none border-l max-lg:hidden', task && 'hidden')} style={{ width: side }}>
          <Divider
            label={texts.widthOfCommitments}
            value={side}
            least={220}
            most={520}
            onChange={width.set}
            at={(x) => window.innerWidth - x}
          />
          <Commitments docket={docket} />
        </div>
      </div>
    </div>
  );
}

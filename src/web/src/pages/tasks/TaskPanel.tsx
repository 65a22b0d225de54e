import { useQuery } from '@tanstack/react-query';
import { Eye, EyeOff, Lock, X } from 'lucide-react';
import { Suspense, useEffect, useRef, useState } from 'react';
import { lazy } from '../../ui/lazy';
import { Link } from 'react-router';
import { type Me, type TaskDetail, type TaskView, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { moment } from '../../ui/time';
import { Usual } from '../../tasks/Usual';
import { LengthField } from '../../ui/LengthField';
import { Button, IconButton, Wrong, cx } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { FinishBox } from '../../tasks/FinishBox';
import { TaskFiles } from '../../tasks/TaskAttachments';
import { TaskNotes } from '../../tasks/TaskNotes';
import { TaskParts } from '../../tasks/TaskParts';
import { RepeatsChoice } from '../../tasks/RepeatsChoice';
import { TaskTimes } from '../../tasks/TaskTimes';
import { TaskWaits } from '../../tasks/TaskWaits';
import { ClockButton } from '../../tasks/clock';
import { TimeSaid } from '../../tasks/TimeSaid';
import { type Standing, changeTask, placeTask, states, whereSaid } from '../../tasks/change';
import { useWorklists, whose } from '../../tasks/worklists';
import { VisitPart } from '../../flow/visits/VisitPart';
import { DueField, OwnersField, PriorityField } from '../../tasks/fields';
import { Line, Words, Head, choice } from '../../tasks/panel';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

const TaskTalk = lazy(() => import('./TaskTalk').then((m) => ({ default: m.TaskTalk })));

const useDetail = (id: string) =>
  useQuery({
    queryKey: [...keys.taskDetail, id],
    queryFn: () => taken(api.GET('/api/tasks/{id}/detail', { params: { path: { id } } })),
  });

const refs = (task: TaskView) => task.owners.map(({ kind, id }) => ({ kind, id }));

/** Everything about a task, beside the set that it is in. */
export function TaskPanel({
  id,
  me,
  onOpen,
  onClose,
}: {
  id: string;
  me: Me;
  onOpen: (id: string) => void;
  onClose: () => void;
}) {
  const { data, error, refetch } = useDetail(id);
  const panel = useRef<HTMLElement>(null);
  // Opened, it has the focus; closed, one is where one was.
  useEffect(() => {
    const before = document.activeElement;
    panel.current?.focus({ preventScroll: true });
    return () => {
      if (before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true });
    };
  }, []);
  return (
    <aside
      ref={panel}
      tabIndex={-1}
      aria-label={texts.task}
      onKeyDown={(e) => {
        if (e.key !== 'Escape' || e.defaultPrevented) return;
        e.preventDefault();
        e.stopPropagation();
        onClose();
      }}
      className={cx(
        'flex min-h-0 w-[400px] flex-none flex-col overflow-auto border-l bg-surface',
        'max-md:fixed max-md:inset-0 max-md:bottom-14 short:bottom-11 max-md:z-30 max-md:w-full',
      )}
    >
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      {data ? (
        <Body key={id} detail={data} me={me} onOpen={onOpen} onClose={onClose} />
      ) : (
        <span className="ml-auto p-1">
          <IconButton label={texts.close} onClick={onClose}>
            <X size={15} />
          </IconButton>
        </span>
      )}
    </aside>
  );
}

type BodyProps = { detail: TaskDetail; me: Me; onOpen: (id: string) => void; onClose: () => void };

function Body({ detail, me, onOpen, onClose }: BodyProps) {
  const { task } = detail;
  const [talking, setTalking] = useState(detail.conversation !== null);
  const lists = useWorklists().data ?? [];
  const place = (change: Partial<Standing>) => placeTask(task, change);
  const watch = async () => {
    const params = { params: { path: { id: task.id } } };
    try {
      await taken(
        detail.watching ? api.DELETE('/api/tasks/{id}/watching', params) : api.PUT('/api/tasks/{id}/watching', params),
      );
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const list = lists.find((l) => l.id === task.worklist);
  return (
    <div className="px-3 pb-4 pt-2">
      <div className="flex items-start gap-1">
        <span className="pt-0.5">
          <FinishBox task={task} />
        </span>
        <Words
          label={texts.title}
          required
          maxLength={300}
          className="w-full min-w-0 text-[15px] font-bold"
          value={task.title}
          onSave={(title) => title.trim() && void changeTask(task, { title })}
        />
        <IconButton label={texts.close} onClick={onClose}>
          <X size={15} />
        </IconButton>
      </div>
      <p className="pb-1 pl-8 text-[12.5px] text-soft">
        {task.parent ? (
          <button type="button" className="text-wren underline" onClick={() => onOpen(task.parent!)}>
            {texts.partOf} {task.parentTitle}
          </button>
        ) : null}
        {task.sourceEntry ? (
          <>
            {task.parent ? ' · ' : ''}
            <Link to={whereSaid(task)!} className="text-wren underline">
              {texts.whereItWasSaid(task.docket ? `${task.docket} ${task.docketName}, ` : '')}
            </Link>
          </>
        ) : task.docket && !task.parent ? (
          <Link to={`/dockets/${task.docket}`} className="text-wren underline">
            {task.docket} {task.docketName}
          </Link>
        ) : null}{' '}
        {detail.sourceEdited ? <b className="font-semibold text-soon">{texts.theMessageCameFrom} </b> : null}
        {texts.askedBy(task.madeBy?.id === me.person.id ? texts.you : task.madeBy?.firstName, moment(task.made))}
        {task.promisedTo ? <b className="text-ink">{texts.promisedTo(task.promisedTo)}</b> : null}
      </p>
      <Line name={texts.owners}>
        <OwnersField
          owners={task.owners}
          onChange={(owners) => void changeTask(task, { owners: owners.map(({ kind, id }) => ({ kind, id })) })}
        />
        {task.owners.length > 1 ? (
          <select
            aria-label={texts.whoFinishesIt}
            className={choice}
            value={task.rule}
            onChange={(e) => void changeTask(task, { rule: e.target.value })}
          >
            <option value="any">{texts.anyThemFinishes}</option>
            <option value="every">{texts.eachDoesTheirPart}</option>
            <option value="share">{texts.byShares}</option>
          </select>
        ) : null}
      </Line>
      {task.rule === 'share' && task.owners.length > 0 ? (
        <Line name={texts.shares}>
          {task.owners.map((o, i) => (
            <label key={o.id} className="flex items-center gap-1">
              <NameTag who={o} />
              <Words
                label={texts.shareOfInPercent(o.name)}
                inputMode="numeric"
                placeholder={texts.even}
                className="w-14"
                value={task.shares[i] ? String(task.shares[i]) : ''}
                onSave={(text) =>
                  void changeTask(task, {
                    owners: refs(task),
                    shares: task.shares.map((s, k) => (k === i ? Number(text) || null : s)),
                  })
                }
              />
              %{o.done ? texts.done : ''}
            </label>
          ))}
        </Line>
      ) : null}
      <Line name={texts.due}>
        <DueField
          due={task.due}
          label={task.due ? task.dueLabel : texts.notDated}
          onChange={(due) => void changeTask(task, { due })}
        />
        <span className="text-soft">{texts.from}</span>
        <DueField
          due={task.start}
          label={task.start ? moment(task.start) : texts.anyTime}
          onChange={(start) => void changeTask(task, { start })}
        />
      </Line>
      <Line name={texts.priority}>
        <PriorityField value={task.priority} onChange={(priority) => void changeTask(task, { priority })} />
        <select
          aria-label={texts.state}
          className={choice}
          value={task.state}
          onChange={(e) => void changeTask(task, { state: e.target.value })}
        >
          {states.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </Line>
      <Line name={texts.work}>
        <span className="inline-flex items-center gap-1.5">
          <LengthField
            label={texts.estimate}
            className="!w-[72px]"
            minutes={task.estimateMinutes}
            onChange={(minutes) => void changeTask(task, { estimateMinutes: minutes || null })}
          />
          <span className="text-soft">{texts.estimated}</span>
        </span>
        <span className="inline-flex items-center gap-1.5">
          <LengthField
            label={texts.timeSpent}
            className="!w-[72px]"
            minutes={task.spentMinutes || null}
            onChange={(minutes) => void changeTask(task, { spentMinutes: minutes ?? 0 })}
          />
          <span className="text-soft">{texts.spent}</span>
        </span>
        <ClockButton task={task} />
        <Usual
          title={task.title}
          docket={task.docket}
          owners={task.owners.map((o) => o.id!)}
          minutes={task.estimateMinutes}
          onTake={(estimateMinutes) => void changeTask(task, { estimateMinutes })}
        />
      </Line>
      <TimeSaid detail={detail} me={me} />
      <Line name={texts.repeats}>
        <RepeatsChoice
          className={choice}
          value={task.repeats}
          onChange={(rule) => void changeTask(task, { repeats: rule ?? '' })}
        />
      </Line>
      <TaskTimes detail={detail} />
      {task.private ? null : (
        <Line name={texts.docket}>
          {task.parent ? (
            <span>{task.docket ? `${task.docket} ${task.docketName}` : texts.none}</span>
          ) : (
            <Words
              label={texts.docket}
              placeholder={texts.none}
              className="w-28"
              value={task.docket ?? ''}
              onSave={(docket) => void place({ docket: docket.trim().toUpperCase() || null, gateStage: null })}
            />
          )}
          {detail.stages.length > 0 ? (
            <select
              aria-label={texts.gateOfAStage}
              className={choice}
              value={task.gateStage ?? ''}
              onChange={(e) => void place({ gateStage: e.target.value || null })}
            >
              <option value="">{texts.noStageWaits}</option>
              {detail.stages.map((s) => (
                <option key={s.id} value={s.id}>
                  {texts.waitsForIt(s.name)}
                </option>
              ))}
            </select>
          ) : null}
        </Line>
      )}
      <Line name={texts.worklist}>
        <select
          aria-label={texts.worklist}
          className={choice}
          value={task.worklist ?? ''}
          onChange={(e) => void place({ worklist: e.target.value || null, column: null })}
        >
          <option value="">{texts.none}</option>
          {lists.map((l) => (
            <option key={l.id} value={l.id}>
              {l.name} ({whose(l)})
            </option>
          ))}
        </select>
        {list ? (
          <select
            aria-label={texts.column}
            className={choice}
            value={task.column ?? ''}
            onChange={(e) => void place({ column: e.target.value || null })}
          >
            <option value="">{texts.noColumnYet}</option>
            {list.columns.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        ) : null}
      </Line>
      <p className="mt-1 flex flex-wrap gap-1.5">
        <Button look="quiet" aria-pressed={detail.watching} onClick={() => void watch()}>
          {detail.watching ? <EyeOff size={14} aria-hidden /> : <Eye size={14} aria-hidden />}
          {detail.watching ? texts.stopFollowing : texts.follow}
        </Button>
        {detail.mayBePrivate ? (
          <Button
            look="quiet"
            aria-pressed={task.private}
            onClick={() => void changeTask(task, { private: !task.private })}
          >
            <Lock size={14} aria-hidden />
            {task.private ? texts.letOthersSeeIt : texts.onlyForMe}
          </Button>
        ) : null}
        {detail.watchers.length > 0 ? (
          <span className="flex items-center gap-1 text-[12.5px] text-soft">
            {texts.followedBy}{' '}
            {detail.watchers.map((w) => (
              <NameTag key={w.id} who={w} />
            ))}
          </span>
        ) : null}
      </p>
      <TaskNotes task={task} notes={detail.notes} html={detail.notesHtml} />
      <TaskFiles task={task.id} files={detail.files} />
      <TaskParts detail={detail} onOpen={onOpen} />
      <TaskWaits detail={detail} onOpen={onOpen} />
      <VisitPart task={task.id} />
      <Head name={texts.talk} />
      {talking ? (
        <Suspense fallback={null}>
          <TaskTalk task={task.id} me={me} />
        </Suspense>
      ) : (
        <Button onClick={() => setTalking(true)}>{texts.writeAboutIt}</Button>
      )}
      <details className="mt-3 text-[13px]">
        <summary className="min-h-6 cursor-pointer font-bold">{texts.historyChanges(detail.history.length)}</summary>
        <ul className="mt-1 grid gap-1">
          {detail.history.map((h, i) => (
            <li key={i} className="text-[12.5px]">
              <span className="text-soft">{moment(h.at)}</span>{' '}
              <b className="font-semibold">{h.by?.firstName ?? 'Wrenlet'}</b> {h.what}:{' '}
              <span className="text-soft line-through">{h.before}</span> {h.after}
            </li>
          ))}
        </ul>
      </details>
    </div>
  );
}

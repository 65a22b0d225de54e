import { type ReactNode, Suspense } from 'react';
import { lazy } from '../../ui/lazy';
import { Link } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import { type DocketView, type TaskView, api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { AskGate } from '../../dockets/AskGate';
import { kindWord } from '../../asks/asking';
import { DocketSheets } from '../../sheets/DocketSheets';
import { cx } from '../../ui/controls';
import { FinishBox } from '../../tasks/FinishBox';
import { Firsts, Part } from '../../ui/Part';
import { Due, NameTag, Owners, Priority, Standing } from '../../ui/tags';
import { AddParty } from '../../dockets/AddParty';
import { DocketThings } from '../../dockets/DocketThings';
import { texts as headTexts } from '../../dockets/headTexts';
import * as texts from './texts';

const Record = lazy(() => import('./Record').then((m) => ({ default: m.Record })));

const done = (t: TaskView) => t.state === 'done';

/** Late ones first, then by due moment; undated and done ones last. */
const order = (a: TaskView, b: TaskView) =>
  Number(done(a)) - Number(done(b)) || (a.due ?? '9').localeCompare(b.due ?? '9') || a.title.localeCompare(b.title);

/** A task of the docket; it opens in its panel, beside the talk. */
function Line({ task, docket }: { task: TaskView; docket: DocketView }) {
  return (
    <li className="grid grid-cols-[24px_1fr] gap-x-1.5 py-[5px] max-md:grid-cols-[44px_1fr] text-[13px] leading-snug">
      <FinishBox task={task} />
      <div className="min-w-0">
        <Link
          to={`/dockets/${docket.ref}?task=${task.id}`}
          className={done(task) ? 'text-soft line-through' : 'hover:underline'}
        >
          {task.title}
        </Link>
        <p className="mt-0.5 flex flex-wrap items-center gap-x-2 text-[12.5px]">
          <Owners owners={task.owners} />
          <Due task={task} />
          {task.priority === 'normal' || done(task) ? null : <Priority value={task.priority} />}
        </p>
      </div>
    </li>
  );
}

/** What is still to come of a kind, and a click away what is over. */
function Promised({ name, note, now, over }: { name: string; note: string; now: ReactNode[]; over: ReactNode[] }) {
  return (
    <Part name={name} note={now.length > 0 ? `${now.length} ${note}` : ''}>
      <Firsts className="grid gap-1">{now}</Firsts>
      {over.length > 0 ? (
        <details className="mt-1 text-[13px]">
          <summary className="min-h-6 cursor-pointer rounded-[3px] text-soft">{texts.over(over.length)}</summary>
          <ul className="grid gap-1">{over}</ul>
        </details>
      ) : null}
    </Part>
  );
}

/** What was asked in a docket and is waited for; what is over stays a click away. */
function Asks({ docket }: { docket: DocketView }) {
  const { data = [] } = useQuery({
    queryKey: [...keys.asks, 'docket', docket.ref],
    queryFn: () => taken(api.GET('/api/dockets/{reference}/asks', { params: { path: { reference: docket.ref } } })),
  });
  const open = data.filter((i) => i.ask.state === 'open' || i.ask.state === 'returned');
  const over = data.filter((i) => !open.includes(i));
  if (data.length === 0) return null;
  const line = ({ ask, words, path }: (typeof data)[number]) => (
    <li key={ask.id} className="border-l-[3px] border-l-ask py-[5px] pl-2 text-[13px] leading-snug">
      <Link to={path} className="line-clamp-2 hover:underline" title={texts.goWhereAsked}>
        <b className="text-ask">{kindWord(ask.kind)}</b> {words}
      </Link>
      <p className="mt-0.5 flex flex-wrap items-center gap-x-2 text-[12.5px] text-soft">
        {ask.line} {ask.state === 'open' && ask.due ? <Standing state={ask.dueState}>{ask.dueLabel}</Standing> : null}
        {ask.state === 'open' ? <AskGate docket={docket} entry={ask.entry} words={words} /> : null}
      </p>
    </li>
  );
  return <Promised name={texts.asks} note={texts.waiting} now={open.map(line)} over={over.map(line)} />;
}

/** Meetings of a docket that are to come; those that are over stay a click away. */
function Meetings({ docket }: { docket: string }) {
  const { data = [] } = useQuery({
    queryKey: [...keys.meetings, 'docket', docket],
    queryFn: () => taken(api.GET('/api/dockets/{reference}/meetings', { params: { path: { reference: docket } } })),
  });
  const ahead = data.filter((i) => ['planned', 'going-on'].includes(i.meeting.state)).reverse();
  const over = data.filter((i) => !ahead.includes(i));
  if (data.length === 0) return null;
  const line = ({ meeting, path }: (typeof data)[number]) => (
    <li key={meeting.id} className="border-l-[3px] border-l-wren py-[5px] pl-2 text-[13px] leading-snug">
      <Link to={meeting.transcribed ? `/meetings/${meeting.id}` : path} className="hover:underline">
        <b className="tabular-nums">{meeting.when}</b> {meeting.title}
      </Link>
      <p className="mt-0.5 text-[12.5px] text-soft">
        {meeting.state === 'called-off'
          ? texts.cancelled
          : meeting.transcribed
            ? texts.thereIsATranscript
            : meeting.line}
      </p>
    </li>
  );
  return <Promised name={texts.meetings} note={texts.toCome} now={ahead.map(line)} over={over.map(line)} />;
}

/** What has been promised in a docket, standing together. */
export function Commitments({ docket }: { docket: DocketView }) {
  const plain = docket.tasks.filter((t) => t.gateStage === null).sort(order);
  const open = plain.filter((t) => !done(t));
  const finished = plain.filter(done);
  const details = docket.fields.filter((f) => f.shown && !f.inHead);
  return (
    <aside aria-label={texts.commitments} className="h-full overflow-auto bg-surface px-3.5 pb-4">
      <Asks docket={docket} />
      <Meetings docket={docket.ref} />
      <Part name={texts.tasks} note={plain.length > 0 ? texts.ofDone(finished.length, plain.length) : ''}>
        {plain.length === 0 ? <p className="text-[13px] text-soft">{texts.pressTEntryTurn}</p> : null}
        <Firsts>
          {open.map((t) => (
            <Line key={t.id} task={t} docket={docket} />
          ))}
        </Firsts>
        {finished.length > 0 ? (
          <details className="text-[13px]">
            <summary className="min-h-6 cursor-pointer rounded-[3px] text-soft">{texts.done(finished.length)}</summary>
            <ul>
              {finished.map((t) => (
                <Line key={t.id} task={t} docket={docket} />
              ))}
            </ul>
          </details>
        ) : null}
      </Part>
      {docket.stages.map((stage) => {
        const gates = docket.tasks.filter((t) => t.gateStage === stage.id).sort(order);
        const empty = docket.fields.filter((f) => f.needed === stage.name);
        const waits = stage.standing === 'past' || stage.standing === 'now' ? [] : stage.waits;
        return gates.length + empty.length + waits.length > 0 ? (
          <Part
            key={stage.id}
            name={texts.waitsFor(stage.name)}
            note={texts.ofDone(gates.filter(done).length, gates.length + empty.length + waits.length)}
          >
            {empty.map((f) => (
              <p key={f.id} className="py-0.5">
                {headTexts.fillIn(f.name)}
              </p>
            ))}
            {waits.map((g) => (
              <p
                key={g.of}
                className={cx('border-l-[3px] py-0.5 pl-2', g.kind === 'lock' ? 'border-l-late' : 'border-l-ask')}
              >
                {g.title}
                <span className="block text-[12.5px] text-soft">
                  {g.kind === 'lock' ? texts.lockedUntil : texts.asked(g.who)}
                </span>
              </p>
            ))}
            <Firsts>
              {gates.map((t) => (
                <Line key={t.id} task={t} docket={docket} />
              ))}
            </Firsts>
          </Part>
        ) : null;
      })}
      <DocketThings reference={docket.ref} />
      <DocketSheets docket={docket.ref} />
      {details.length > 0 ? (
        <Part name={headTexts.details}>
          <dl className="grid gap-0.5 text-[13px]">
            {details.map((f) => (
              <div key={f.id} dir="auto">
                <dt className="inline text-soft">{f.name}: </dt>
                <dd className="inline whitespace-pre-line">{f.shown}</dd>
              </div>
            ))}
          </dl>
        </Part>
      ) : null}
      <Part name={texts.record}>
        <Suspense fallback={null}>
          <Record reference={docket.ref} />
        </Suspense>
      </Part>
      <Part name={texts.people}>
        <ul className="grid gap-0.5 text-[13px]">
          {docket.people.map((p) => (
            <li key={p.id} className="flex items-center gap-1.5">
              <NameTag who={p} /> <span className="truncate">{p.name}</span>
            </li>
          ))}
        </ul>
        <AddParty docket={docket} />
      </Part>
    </aside>
  );
}

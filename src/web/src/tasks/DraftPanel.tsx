import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import {
  type DraftView,
  type DraftsView,
  type EntryView,
  type OwnerView,
  Refusal,
  type TaskView,
  api,
  taken,
} from '../api/client';
import { asHtml } from '../api/at';
import { keys } from '../api/queries';
import { Button, Wrong, cx } from '../ui/controls';
import { moment } from '../ui/time';
import { say, sayWrong } from '../ui/toasts';
import { listed } from '../ui/words';
import { DraftMore } from './DraftMore';
import type { Draft } from './draft';
import { DueField, OwnersField, PriorityField } from './fields';
import { makeTask, placeTask, sayMade } from './change';
import * as texts from './texts';

type Suggestion = { person: OwnerView; reason: string };
/** Why a task was not made; with the one that was made of the same words before, where that is why. */
type Wrongness = { words: string; first: TaskView | null };

type LineProps = {
  draft: Draft;
  /** Who might own it, where nobody is named: of the crew on duty, the least loaded first. */
  suggestions: Suggestion[];
  only: boolean;
  /** Whether it can be said in the talk: only inside, where the words stay. */
  mayTell: boolean;
  wrong: Wrongness | null;
  onAgain: () => void;
  onChange: (draft: Draft) => void;
  onMake: () => void;
  onDrop: () => void;
  /** Says that the words ask for nothing; null where nothing was read that could be turned down. */
  onTurnDown: (() => void) | null;
  /** Which of several it is, "2 of 3"; null where there is one only. */
  number: string | null;
};

function DraftLine(props: LineProps) {
  const { draft, suggestions, mayTell, number, only, wrong, onAgain, onChange, onMake, onDrop, onTurnDown } = props;
  const title = useRef<HTMLInputElement>(null);
  const [more, setMore] = useState(draft.repeats !== null);
  useEffect(() => {
    title.current?.focus({ preventScroll: true });
    title.current?.closest('article')?.scrollIntoView({ block: 'nearest' });
  }, []);
  const others = [
    ...draft.otherTitles
      .filter((t) => t !== draft.title)
      .map((t) => ({ name: t, draft: { ...draft, title: t } as Draft })),
    ...draft.otherOwners
      .filter((o) => !draft.owners.some((d) => d.id === o.id))
      .map((o) => ({ name: o.name, draft: { ...draft, owners: [o] } as Draft })),
  ];
  // Why it is a task at all comes first.
  const reasons = [
    ...draft.parts.filter((p) => p.field === 'title'),
    ...draft.parts.filter((p) => p.field !== 'title'),
  ].map((p) => p.reason);
  return (
    <form
      data-draft=""
      aria-label={number ? texts.taskFromTheseWords(number) : texts.taskFromTheseWordsTitle}
      onClick={(e) => e.stopPropagation()}
      onKeyDown={(e) => {
        if (e.key !== 'Escape') return;
        e.stopPropagation();
        onDrop();
      }}
      onSubmit={(e) => {
        e.preventDefault();
        onMake();
      }}
      className="mt-2 rounded-card border border-wren/40 bg-wren-wash px-2.5 py-2 text-[13px]"
    >
      <label data-field="title" className="flex items-center gap-2">
        <span className="sr-only">{texts.title}</span>
        <input
          ref={title}
          required
          maxLength={300}
          value={draft.title}
          onChange={(e) => onChange({ ...draft, title: e.target.value })}
          className={cx(
            'min-h-7 min-w-0 flex-1 rounded-[3px] border border-transparent bg-transparent',
            'px-1 font-semibold hover:border-line focus:bg-surface',
          )}
        />
        <span className="text-soft max-md:hidden">{texts.taskFromTheseWordsInline}</span>
      </label>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        <span data-field="owners">
          <OwnersField owners={draft.owners} onChange={(owners) => onChange({ ...draft, owners })} />
        </span>
        <span data-field="due">
          <DueField
            due={draft.due}
            others={draft.otherDues}
            onChange={(due) => onChange({ ...draft, due, otherDues: [] })}
          />
        </span>
        <span data-field="priority">
          <PriorityField value={draft.priority} onChange={(priority) => onChange({ ...draft, priority })} />
        </span>
        <Button look="quiet" className="!min-h-6 !py-0" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? texts.less : texts.more}
        </Button>
        <span className="ml-auto flex gap-1.5">
          <Button look="main" type="submit">
            {texts.makeTask}
          </Button>
          <Button look="quiet" onClick={onDrop}>
            {only ? texts.notNow : texts.skipThisOne}
          </Button>
          {onTurnDown ? (
            <Button look="quiet" title={texts.notATaskWhy} onClick={onTurnDown}>
              {texts.notATask}
            </Button>
          ) : null}
        </span>
      </div>
      {others.length > 0 ? (
        <p className="mt-1.5 flex flex-wrap items-center gap-1.5 text-[12.5px]">
          <span className="text-soft">{texts.orIsIt}</span>
          {others.map((o) => (
            <Button key={o.name} className="!min-h-6 !py-0 text-left" onClick={() => onChange(o.draft)}>
              {o.name}
            </Button>
          ))}
        </p>
      ) : null}
      {more ? <DraftMore draft={draft} mayTell={mayTell} onChange={onChange} /> : null}
      {suggestions.length > 0 && draft.owners.length === 0 ? (
        <p className="mt-1.5 flex flex-wrap items-center gap-1.5 text-[12.5px]">
          <span className="text-soft">{texts.nobodyNamedBestPlaced}</span>
          {suggestions.map((s) => (
            <Button
              key={s.person.id}
              className="!min-h-6 !py-0"
              title={s.reason}
              onClick={() => onChange({ ...draft, owners: [s.person] })}
            >
              {s.person.firstName} <span className="font-normal text-soft">{s.reason}</span>
            </Button>
          ))}
        </p>
      ) : null}
      {reasons.length > 0 ? <p className="mt-1.5 text-[12.5px] text-soft">{reasons.join(' ')}</p> : null}
      {wrong ? (
        <div role="alert" className="mt-1 flex flex-wrap items-center gap-2">
          <span className="text-late">{wrong.words}</span>
          {wrong.first ? (
            <>
              <Link to={`/tasks?task=${wrong.first.id}`} className="underline">
                {wrong.first.title}
                {wrong.first.owners.length > 0 ? `, ${listed(wrong.first.owners.map((o) => o.firstName))}` : ''}
              </Link>
              <Button className="!min-h-6 !py-0" onClick={onAgain}>
                {texts.makeItAnyway}
              </Button>
            </>
          ) : null}
        </div>
      ) : null}
    </form>
  );
}

/** The tasks an entry's words ask for, in place under it, with the words that were used marked. */
export function DraftPanel({ entry, onClose }: { entry: EntryView; onClose: () => void }) {
  const { data, error } = useQuery({
    queryKey: keys.drafts(entry.id),
    queryFn: () => taken(api.GET('/api/entries/{id}/drafts', { params: { path: { id: entry.id } } })),
    staleTime: 0,
    gcTime: 0,
  });
  return (
    <>
      {/* A part that was read is clicked on to see what else its words might mean. */}
      <div
        className={cx('said', data && '[&_mark]:cursor-pointer')}
        onClick={(e) => {
          const part = (e.target as HTMLElement).closest<HTMLElement>('mark')?.dataset.part;
          if (part === undefined || !data) return;
          e.stopPropagation();
          let label = Number(part);
          const nth = data.drafts.findIndex((d) => label < d.parts.length || ((label -= d.parts.length), false));
          const field = data.drafts[nth]?.parts[label]?.field;
          const form = e.currentTarget.parentElement?.querySelectorAll<HTMLElement>('form[data-draft]')[nth];
          const target = form?.querySelector<HTMLElement>(
            `[data-field="${field}"] button, [data-field="${field}"] input`,
          );
          if (target?.tagName === 'INPUT') target.focus();
          else target?.click();
        }}
        dangerouslySetInnerHTML={asHtml(data?.html ?? entry.html)}
      />
      {error ? <Wrong error={error} /> : null}
      {data ? <Lines data={data} entry={entry} onClose={onClose} /> : null}
    </>
  );
}

/** A task that none of the words ask for. */
const blank: DraftView = {
  title: '',
  otherTitles: [],
  owners: [],
  otherOwners: [],
  due: null,
  otherDues: [],
  start: null,
  priority: 'normal',
  repeats: null,
  parts: [],
};

/** Says in the talk, under the entry, whose task was made of it. */
async function tellHere(entry: EntryView, task: TaskView) {
  const tags = task.owners.map((o) => `[@${o.firstName}](${o.kind}:${o.id})`).join(' ');
  const body = `${tags ? `${tags}: ` : ''}${task.title}${task.due ? texts.by(moment(task.due)) : ''}`;
  try {
    await taken(
      api.POST('/api/conversations/{id}/entries', {
        params: { path: { id: entry.conversation } },
        body: { id: newId(), body, close: false, knowing: false, repliesTo: entry.id },
      }),
    );
  } catch (wrong) {
    sayWrong(wrong);
  }
}

function Lines({ data, entry, onClose }: { data: DraftsView; entry: EntryView; onClose: () => void }) {
  const [drafts, setDrafts] = useState<Draft[]>(() =>
    data.drafts.map((d) => ({ ...d, id: newId(), read: data.found ? d.title : undefined })),
  );
  const [wrong, setWrong] = useState<Record<string, Wrongness>>({});
  // What someone outside asks for names nobody of ours: the queue's own advice says who is best placed.
  const { data: advice } = useQuery({
    queryKey: keys.advice(entry.conversation),
    queryFn: () => taken(api.GET('/api/conversations/{id}/advice', { params: { path: { id: entry.conversation } } })),
    enabled: entry.kind === 'in',
  });
  const suggestions: Suggestion[] = (advice?.suggestions ?? []).slice(0, 3).map((s) => ({
    person: s.person,
    reason: s.reasons[0] ?? '',
  }));
  const left = useRef(drafts.length);
  const without = (id: string) => {
    setDrafts((all) => all.filter((d) => d.id !== id));
    if (--left.current === 0) onClose();
  };
  const add = () => {
    left.current++;
    setDrafts((all) => [...all, { ...blank, id: newId() }]);
  };
  const turnDown = async (draft: Draft) => {
    try {
      await taken(
        api.POST('/api/entries/{id}/drafts/turned-down', {
          params: { path: { id: entry.id } },
          body: { title: draft.read! },
        }),
      );
      without(draft.id);
      say(texts.notATaskNoted);
    } catch (refusal) {
      setWrong((w) => ({ ...w, [draft.id]: { words: (refusal as Error).message, first: null } }));
    }
  };
  const make = async (draft: Draft, again = false) => {
    try {
      const {
        worklist,
        column,
        tell,
        read: _read,
        otherTitles: _titles,
        otherOwners: _owners,
        otherDues: _dues,
        parts: _parts,
        ...fields
      } = draft;
      const task = await makeTask({ ...fields, sourceEntry: entry.id, again });
      without(draft.id);
      sayMade(task);
      if (worklist) await placeTask(task, { worklist, column: column ?? null, after: null });
      if (tell) await tellHere(entry, task);
    } catch (refusal) {
      const first = refusal instanceof Refusal ? refusal.first : null;
      setWrong((w) => ({ ...w, [draft.id]: { words: (refusal as Error).message, first } }));
    }
  };
  return (
    <>
      {!data.found ? (
        <p className="mt-1.5 text-[12.5px] text-soft">
          {data.guessed ? texts.thisIsAGuess : texts.noRequestFoundThese}
        </p>
      ) : null}
      {drafts.map((d, i) => (
        <DraftLine
          key={d.id}
          draft={d}
          suggestions={suggestions}
          number={drafts.length > 1 ? `${i + 1} of ${drafts.length}` : null}
          only={drafts.length === 1}
          mayTell={entry.kind === 'note'}
          wrong={wrong[d.id] ?? null}
          onAgain={() => void make(d, true)}
          onChange={(next) => setDrafts(drafts.map((x) => (x.id === d.id ? next : x)))}
          onMake={() => void make(d)}
          onDrop={() => without(d.id)}
          onTurnDown={d.read === undefined ? null : () => void turnDown(d)}
        />
      ))}
      <div className="mt-2 flex flex-wrap justify-between gap-2">
        <Button look="quiet" onClick={add}>
          {texts.addAnotherTask}
        </Button>
        {drafts.length > 1 ? (
          <Button
            onClick={() =>
              void (async () => {
                for (const d of drafts) await make(d);
              })()
            }
          >
            {texts.makeAll(drafts.length)}
          </Button>
        ) : null}
      </div>
    </>
  );
}

import { useQuery } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type ReadingView, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Wrong, cx, inputClass } from '../../ui/controls';
import { moment } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

/** What is found in a message by itself, each kind with its own line under the words. */
const kinds: Record<string, { name: string; look: string }> = {
  time: { name: texts.aTime, look: 'decoration-wren decoration-solid' },
  name: { name: texts.aName, look: 'decoration-done decoration-double' },
  priority: { name: texts.howUrgent, look: 'decoration-late decoration-dotted' },
  cue: { name: texts.wayOfAsking, look: 'decoration-ink decoration-dashed' },
};

/** Shows how a message is read: what was found in it, what each run of words weighs, and the tasks it comes to. */
export function ReadingPart() {
  const [text, setText] = useState('');
  const [outside, setOutside] = useState(false);
  const [read, setRead] = useState<{ text: string; view: ReadingView } | null>(null);
  const [wrong, setWrong] = useState<Error | null>(null);
  const latest = useRef(0);
  const attempt = async (event: FormEvent) => {
    event.preventDefault();
    const mine = ++latest.current;
    // What was asked before it may be answered after it.
    const isLatest = () => mine === latest.current;
    try {
      const view = await taken(api.POST('/api/set-up/reader/trials', { body: { text, outside } }));
      if (!isLatest()) return;
      setRead({ text, view });
      setWrong(null);
    } catch (refusal) {
      if (isLatest()) setWrong(refusal as Error);
    }
  };
  return (
    <div className="grid gap-5 lg:grid-cols-[minmax(0,400px)_minmax(0,1fr)]">
      <section aria-labelledby="read-this" className="grid content-start gap-2">
        <h2 id="read-this" className="font-bold">
          {texts.howAMessageIsRead}
        </h2>
        <p className="text-soft">{texts.howReadingWorks}</p>
        <form onSubmit={(e) => void attempt(e)} className="grid gap-2">
          <textarea
            aria-label={texts.messageToRead}
            required
            maxLength={5000}
            className={cx(inputClass, 'min-h-[110px]')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <label className="flex min-h-7 items-center gap-1.5">
            <input type="checkbox" checked={outside} onChange={(e) => setOutside(e.target.checked)} />
            {texts.somebodyOutsideWrites}
          </label>
          <div>
            <Button type="submit">{texts.readIt}</Button>
          </div>
        </form>
        {wrong ? <Wrong error={wrong} /> : null}
      </section>
      {read ? (
        <section aria-labelledby="as-read" className="grid content-start gap-3">
          <h2 id="as-read" className="font-bold">
            {texts.whatItComesTo}
          </h2>
          <div role="status">
            {read.view.drafts.length > 0 ? (
              <ul className="grid gap-1">
                {read.view.drafts.map((d, i) => (
                  <li
                    key={`${d}${i}`}
                    className="rounded-card border border-wren/40 bg-wren-wash px-2.5 py-1.5 font-semibold"
                  >
                    {d}
                  </li>
                ))}
              </ul>
            ) : (
              texts.asksForNothing
            )}
          </div>
          <h3 className="mt-1 font-bold">{texts.foundInIt}</h3>
          <Found text={read.text} found={read.view.found} />
          <h3 className="mt-1 font-bold">{texts.whatMightAsk}</h3>
          <ol className="grid gap-2">
            {read.view.weighed.map((w, i) => (
              <Weighed key={`${w.words}${i}`} weighed={w} open={i === 0} />
            ))}
          </ol>
          {read.view.placed.length > 0 ? (
            <>
              <h3 className="mt-1 font-bold">{texts.whatBelongsToIt}</h3>
              <ul className="grid gap-2">
                {read.view.placed.map((p, i) => (
                  <Placed key={i} placed={p} />
                ))}
              </ul>
            </>
          ) : null}
        </section>
      ) : null}
      <Lessons />
    </div>
  );
}

/** What the reader has learned from what people made otherwise, to be looked at and forgotten. */
function Lessons() {
  const { data, error } = useQuery({
    queryKey: keys.readerLessons,
    queryFn: () => taken(api.GET('/api/set-up/reader/lessons')),
  });
  const again = () => queries.invalidateQueries({ queryKey: keys.readerLessons });
  const forget = async (forgetting: Promise<unknown>) => {
    try {
      await forgetting;
    } catch (wrong) {
      sayWrong(wrong);
    }
    await again();
  };
  if (error) return <Wrong error={error} />;
  if (!data) return null;
  const { nicknames, lessons, unseen } = data;
  return (
    <section aria-labelledby="learned" className="grid content-start gap-2 lg:col-span-2">
      <h2 id="learned" className="font-bold">
        {texts.whatItHasLearned}
      </h2>
      <p className="max-w-[75ch] text-soft">{texts.howItLearns}</p>
      {nicknames.length > 0 ? (
        <ul className="flex flex-wrap gap-2">
          {nicknames.map((n) => (
            <li key={n.word} className="flex items-center gap-2 rounded-card border bg-surface py-0.5 pl-2.5 pr-1">
              <span>
                {texts.youOftenMean(n.means.name)} <b>“{n.word}”</b>{' '}
                <span className="text-soft">{texts.times(n.times)}</span>
              </span>
              <Button
                look="quiet"
                aria-label={texts.forgetThis(n.word)}
                onClick={() =>
                  void forget(
                    taken(api.DELETE('/api/set-up/reader/nicknames/{word}', { params: { path: { word: n.word } } })),
                  )
                }
              >
                {texts.forget}
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
      {lessons.length > 0 ? (
        <ul className="grid gap-1.5">
          {lessons.map((l) => (
            <li key={l.id} className="flex items-start gap-3 rounded-card border bg-surface py-1.5 pl-2.5 pr-1">
              <div className="min-w-0 flex-1">
                <Link to={l.path} className="break-words hover:underline">
                  “{l.words}”
                </Link>
                <p className="break-words text-[13px]">
                  {l.turnedDown ? (
                    <>
                      {texts.readAs} <s>{l.read}</s>. {texts.itIsNoTask}
                    </>
                  ) : (
                    <>
                      {l.read ? (
                        <>
                          {texts.readAs} <s>{l.read}</s>.{' '}
                        </>
                      ) : (
                        `${texts.nothingWasRead} `
                      )}
                      {texts.madeInstead} <b>{l.made}</b>.
                    </>
                  )}
                </p>
                <p className="text-[12.5px] text-soft">
                  {l.by.name}, {moment(l.at)}
                </p>
              </div>
              <Button
                look="quiet"
                aria-label={texts.forgetThis(l.words)}
                onClick={() =>
                  void forget(taken(api.DELETE('/api/set-up/reader/lessons/{id}', { params: { path: { id: l.id } } })))
                }
              >
                {texts.forget}
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-soft">{texts.nothingLearned}</p>
      )}
      {unseen > 0 ? <p className="text-soft">{texts.lessonsUnseen(unseen)}</p> : null}
      {lessons.length + unseen > 0 ? (
        <div>
          <Button onClick={() => void forget(taken(api.DELETE('/api/set-up/reader/lessons')))}>
            {texts.forgetEverything}
          </Button>
        </div>
      ) : null}
    </section>
  );
}

/** The message with what was found in it underlined, and below it what each comes to. */
function Found({ text, found }: { text: string; found: ReadingView['found'] }) {
  const apart = found.filter((f, i) => found.every((g, k) => k >= i || g.to <= f.from));
  const pieces: { words: string; kind: string | null }[] = [];
  let at = 0;
  for (const f of apart) {
    if (f.from > at) pieces.push({ words: text.slice(at, f.from), kind: null });
    pieces.push({ words: text.slice(f.from, f.to), kind: f.kind });
    at = f.to;
  }
  pieces.push({ words: text.slice(at), kind: null });
  return (
    <>
      <p className="whitespace-pre-wrap rounded-card border bg-surface px-2.5 py-2 leading-7">
        {pieces.map((p, i) =>
          p.kind ? (
            <span key={i} className={cx('underline decoration-2 underline-offset-4', kinds[p.kind]?.look)}>
              {p.words}
            </span>
          ) : (
            p.words
          ),
        )}
      </p>
      {found.length > 0 ? (
        <table className="w-full text-[13px]">
          <thead>
            <tr className="text-left text-soft">
              <th scope="col" className="py-0.5 pr-3 font-semibold">
                {texts.words}
              </th>
              <th scope="col" className="py-0.5 pr-3 font-semibold">
                {texts.isWhat}
              </th>
              <th scope="col" className="py-0.5 font-semibold">
                {texts.means}
              </th>
            </tr>
          </thead>
          <tbody>
            {found.map((f) => (
              <tr key={`${f.kind}${f.from}`} className="border-t align-top">
                <td className="py-0.5 pr-3">
                  <span className={cx('underline decoration-2 underline-offset-4', kinds[f.kind]?.look)}>
                    {text.slice(f.from, f.to)}
                  </span>
                </td>
                <td className="py-0.5 pr-3">{kinds[f.kind]?.name}</td>
                <td className="py-0.5">{f.means}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="text-soft">{texts.nothingFound}</p>
      )}
    </>
  );
}

/** A run of words that might ask for work, with what speaks for it and against it. */
function Weighed({ weighed, open }: { weighed: ReadingView['weighed'][number]; open: boolean }) {
  return (
    <li className="rounded-card border bg-surface">
      <details open={open}>
        <Sure certainty={weighed.certainty}>“{weighed.words}”</Sure>
        <Features features={weighed.features} />
      </details>
    </li>
  );
}

/** A time or a name beside what is asked, with what decides whether it belongs to it. */
function Placed({ placed }: { placed: ReadingView['placed'][number] }) {
  return (
    <li className="rounded-card border bg-surface">
      <details>
        <Sure certainty={placed.certainty}>
          <span className={cx('underline decoration-2 underline-offset-4', kinds[placed.kind]?.look)}>
            {placed.words}
          </span>{' '}
          {placed.belongs ? texts.belongsTo(placed.request) : texts.doesNotBelongTo(placed.request)}
        </Sure>
        {placed.rule ? (
          <p className="px-2.5 pb-2 text-[12.5px]">{texts.decidedBy(placed.rule)}</p>
        ) : (
          <Features features={placed.features} />
        )}
      </details>
    </li>
  );
}

/** How sure something is, as a bar and in percent, before what it is. */
function Sure({ certainty, children }: { certainty: number; children: ReactNode }) {
  const percent = Math.round(certainty * 100);
  return (
    <summary className="flex cursor-pointer flex-wrap items-center gap-2 px-2.5 py-1.5">
      <span aria-hidden className="h-2 w-16 flex-none overflow-hidden rounded-full bg-line">
        <span className="block h-full bg-wren" style={{ width: `${percent}%` }} />
      </span>
      <b className="w-12 flex-none tabular-nums">{percent}%</b>
      <span className="min-w-0 flex-1 break-words">{children}</span>
    </summary>
  );
}

/** What speaks for something and against it, with what each is worth. */
function Features({ features }: { features: ReadingView['weighed'][number]['features'] }) {
  const most = Math.max(...features.map((f) => Math.abs(f.worth)), 0.01);
  return (
    <table className="mb-2 w-full px-2.5 text-[12.5px]">
      <tbody>
        {features.map((f) => (
          <tr key={f.name}>
            <td title={f.name} className="w-1/2 break-words py-px pl-2.5 pr-2 text-right">
              {f.words}
            </td>
            <td className="w-14 whitespace-nowrap py-px pr-2 text-right tabular-nums">
              {f.worth > 0 ? '+' : '−'}
              {Math.abs(f.worth).toFixed(2)}
            </td>
            <td className="py-px pr-2.5">
              <span
                aria-hidden
                className={cx('block h-2 rounded-full', f.worth > 0 ? 'bg-done' : 'bg-late')}
                style={{ width: `${(100 * Math.abs(f.worth)) / most}%` }}
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

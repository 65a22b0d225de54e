import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { type Schemas, api, taken } from '../../api/client';
import { Button, Empty, Wrong, cx, inputClass } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import { useRested } from '../../ui/useRested';
import { type Begun, begun } from './begun';
import * as texts from './texts';

type Piece = Schemas['CircularPieceView'];

const pause = 350;

/** A message to the parties of many dockets: written once, looked through for each, then sent to each by itself. */
export function NewCircularPage() {
  const now = begun.use();
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex-none border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">{texts.title}</h1>
      </header>
      {now && now.refs.length > 0 ? (
        <Writing now={now} />
      ) : (
        <Empty title={texts.nothingChosen}>
          {texts.nothingChosenHint}{' '}
          <Link to="/dockets" className="underline">
            {texts.toDockets}
          </Link>
        </Empty>
      )}
    </div>
  );
}

function Writing({ now }: { now: Begun }) {
  const go = useNavigate();
  const rested = useRested(now.words, pause);
  const { data, error, refetch, isFetching } = useQuery({
    queryKey: ['circular-preview', now.refs, rested],
    queryFn: () => taken(api.POST('/api/circulars/preview', { body: { dockets: now.refs, words: rested } })),
    placeholderData: (before) => before,
  });
  const [busy, setBusy] = useState(false);
  const entries = useRef(new Map<string, string>());
  const field = useRef<HTMLTextAreaElement>(null);
  const set = (part: Partial<Begun>) => begun.set((b) => b && { ...b, ...part });
  const pieces = data?.pieces ?? [];
  const isChosen = (p: Piece) => now.chosen[p.conversation] ?? p.chosen;
  const chosen = pieces.filter(isChosen);
  const stays = (p: Piece) =>
    now.changed[p.conversation] === undefined &&
    (p.refusal !== null || (p.leaks.length > 0 && !now.knowing.includes(p.conversation)));
  const stuck = chosen.filter(stays).length;
  const ready = now.words.trim() !== '' && rested === now.words && !isFetching && chosen.length > 0 && stuck === 0;
  const add = (name: string) => {
    const at = field.current?.selectionStart ?? now.words.length;
    const put = `{${name}}`;
    set({ words: now.words.slice(0, at) + put + now.words.slice(at) });
    requestAnimationFrame(() => {
      field.current?.focus();
      field.current?.setSelectionRange(at + put.length, at + put.length);
    });
  };
  const entryOf = (conversation: string) => {
    if (!entries.current.has(conversation)) entries.current.set(conversation, newId());
    return entries.current.get(conversation)!;
  };
  const send = async () => {
    setBusy(true);
    try {
      const sent = await taken(
        api.POST('/api/circulars', {
          body: {
            id: now.id,
            words: now.words,
            pieces: chosen.map((p) => ({
              conversation: p.conversation,
              entry: entryOf(p.conversation),
              body: now.changed[p.conversation] ?? p.body,
              knowing: now.knowing.includes(p.conversation),
            })),
          },
        }),
      );
      begun.set(null);
      void go(`/circulars/${sent.id}`, { replace: true });
    } catch (wrong) {
      sayWrong(wrong);
      setBusy(false);
    }
  };
  return (
    <>
      <div tabIndex={0} role="region" aria-label={texts.title} className="min-h-0 flex-1 overflow-auto p-4">
        <div className="grid max-w-[1440px] gap-5 lg:grid-cols-[minmax(320px,1fr)_minmax(0,1.4fr)]">
          <section className="grid content-start gap-2">
            <p className="text-soft">{texts.intro(now.refs.length)}</p>
            <label className="grid gap-1 font-semibold">
              {texts.words}
              <textarea
                ref={field}
                autoFocus
                rows={9}
                maxLength={10_000}
                className={cx(inputClass, 'font-normal')}
                value={now.words}
                onChange={(e) => set({ words: e.target.value })}
              />
            </label>
            <p className="flex flex-wrap items-center gap-1.5 text-[13px]">
              {texts.fields}
              {(data?.fields ?? []).map((f) => (
                <Button
                  key={f}
                  look="quiet"
                  className="!min-h-6 !px-1.5 max-md:!min-h-[44px]"
                  aria-label={texts.addField(f)}
                  onClick={() => add(f)}
                >
                  {`{${f}}`}
                </Button>
              ))}
            </p>
          </section>
          <section className="min-w-0">
            <h2 className="mb-1 font-bold">{texts.whoGetsIt}</h2>
            {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
            {data && data.without.length > 0 ? (
              <p className="mb-1 text-soft">{texts.withoutAnybody(data.without.join(', '))}</p>
            ) : null}
            <ul className="grid gap-1.5">
              {pieces.map((p) => (
                <Row
                  key={p.conversation}
                  piece={p}
                  chosen={isChosen(p)}
                  stays={stays(p)}
                  changed={now.changed[p.conversation]}
                  onChosen={(on) => set({ chosen: { ...now.chosen, [p.conversation]: on } })}
                  onChanged={(words) => {
                    const { [p.conversation]: _, ...others } = now.changed;
                    set({ changed: words === null ? others : { ...others, [p.conversation]: words } });
                  }}
                  onAnyway={() => set({ knowing: [...now.knowing, p.conversation] })}
                />
              ))}
            </ul>
          </section>
        </div>
      </div>
      <footer className="flex flex-none flex-wrap items-center justify-end gap-3 border-t bg-surface px-4 py-2">
        <span role="status" className={cx('mr-auto', stuck > 0 && now.words ? 'text-late' : 'text-soft')}>
          {stuck > 0 && now.words ? texts.toLookAt(stuck) : texts.oneAfterTheOther}
        </span>
        <Button look="main" disabled={!ready || busy} onClick={() => void send()}>
          {texts.sendTo(chosen.length)}
        </Button>
      </footer>
    </>
  );
}

type RowProps = {
  piece: Piece;
  chosen: boolean;
  stays: boolean;
  /** The words for this one alone; undefined where it gets those of all. */
  changed: string | undefined;
  onChosen: (on: boolean) => void;
  onChanged: (words: string | null) => void;
  onAnyway: () => void;
};

function Row({ piece, chosen, stays, changed, onChosen, onChanged, onAnyway }: RowProps) {
  const { party, docket, subject } = piece;
  return (
    <li
      className={cx(
        'rounded-card border bg-surface px-2.5 py-1.5',
        !chosen && 'opacity-70',
        chosen && stays && piece.body && 'border-late-line',
      )}
    >
      <div className="flex flex-wrap items-center gap-x-2 gap-y-0.5">
        <label className="flex min-h-6 min-w-0 items-center gap-2 max-md:min-h-[44px]">
          <input
            type="checkbox"
            aria-label={texts.goesTo(party, docket)}
            checked={chosen}
            onChange={(e) => onChosen(e.target.checked)}
          />
          <b className="truncate">{party}</b>
        </label>
        <Link to={`/dockets/${docket}`} className="text-soft hover:underline" title={subject}>
          {docket}
        </Link>
        <span className="min-w-0 flex-1 truncate text-[13px] text-soft">
          {piece.why ?? `${subject}, ${texts.ways[piece.way]}`}
        </span>
        {chosen && changed === undefined && piece.body ? (
          <Button
            look="quiet"
            className="!min-h-6 max-md:!min-h-[44px]"
            aria-label={texts.changeThis(party)}
            onClick={() => onChanged(piece.body)}
          >
            {texts.changeShort}
          </Button>
        ) : null}
      </div>
      {!chosen ? null : changed !== undefined ? (
        <div>
          <textarea
            autoFocus
            rows={4}
            maxLength={10_000}
            aria-label={texts.forParty(party)}
            className={inputClass}
            value={changed}
            onChange={(e) => onChanged(e.target.value)}
          />
          <p className="flex items-center gap-2 text-[12.5px] text-soft">
            {texts.changedByYou}
            <Button look="quiet" className="!min-h-6" onClick={() => onChanged(null)}>
              {texts.asTheOthers}
            </Button>
          </p>
        </div>
      ) : (
        <p className="line-clamp-4 whitespace-pre-wrap break-words text-[13px]">{piece.body}</p>
      )}
      {chosen && changed === undefined && piece.refusal ? (
        <p className="text-[13px] text-late">{piece.refusal}</p>
      ) : null}
      {chosen && changed === undefined && stays
        ? piece.leaks.map((l) => (
            <p key={l.reason} className="text-[13px] text-late">
              {l.reason}
            </p>
          ))
        : null}
      {chosen && changed === undefined && stays && piece.leaks.length > 0 ? (
        <Button className="!min-h-6" onClick={onAnyway}>
          {texts.anyway}
        </Button>
      ) : null}
    </li>
  );
}

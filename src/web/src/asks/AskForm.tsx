import { MessageCircleQuestionMark, X } from 'lucide-react';
import { useEffect } from 'react';
import { type AskableView, type ConversationView, type OwnerView } from '../api/client';
import { DueField } from '../tasks/fields';
import { IconButton, Button, Panel, cx, inputClass } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { type AskDraft, kinds, optionsOf, useAskable } from './asking';
import * as texts from './texts';

type Props = {
  conversation: ConversationView;
  draft: AskDraft;
  onChange: (change: (now: AskDraft) => Partial<AskDraft>) => void;
  onDrop: () => void;
};

const select = cx(inputClass, '!w-auto !min-h-[26px] !py-0 text-[13px]');

/** Who to ask: people and crews, in the order in which they were chosen. */
function Whom({
  all,
  chosen,
  onChange,
}: {
  all: AskableView[];
  chosen: OwnerView[];
  onChange: (of: OwnerView[]) => void;
}) {
  const has = (o: OwnerView) => chosen.some((c) => c.id === o.id);
  return (
    <Panel
      label={texts.whoToAsk}
      trigger={
        <button
          type="button"
          className={cx(
            'inline-flex min-h-[26px] items-center gap-1.5 rounded-[3px] border',
            'bg-surface px-2 text-[13px] hover:border-soft max-md:min-h-[44px]',
          )}
        >
          {chosen.length === 0 ? (
            <b className="text-ask">{texts.who}</b>
          ) : (
            chosen.map((c, i) => (
              <span key={c.id} className="inline-flex items-center gap-1">
                <NameTag who={c} />
                {chosen.length < 4 ? (c.kind === 'crew' ? `@${c.name}` : c.firstName) : null}
                {i < chosen.length - 1 && chosen.length < 4 ? ',' : null}
              </span>
            ))
          )}
        </button>
      }
    >
      <ul className="max-h-64 overflow-auto">
        {all.map(({ who, away }) => (
          <li key={who.id}>
            <label
              className={cx(
                'flex min-h-[30px] cursor-pointer items-center gap-2 rounded-[3px]',
                'px-1.5 hover:bg-wren-wash max-md:min-h-[44px]',
              )}
            >
              <input
                type="checkbox"
                className="size-4 accent-wren"
                checked={has(who)}
                onChange={() => onChange(has(who) ? chosen.filter((c) => c.id !== who.id) : [...chosen, who])}
              />
              <NameTag who={who} /> {who.kind === 'crew' ? texts.eachOfThem(who.name) : who.name}
              {away ? <span className="ml-auto text-[12px] text-soon">{away}</span> : null}
            </label>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** What a draft asks for, beside its words: of whom, by when, and by what rule it is decided. */
export function AskForm({ conversation, draft, onChange, onDrop }: Props) {
  const all = useAskable(conversation.id);
  const inside = conversation.audience !== 'outside';
  const chosen = draft.of.map((o) => all.find((a) => a.who.id === o.id)?.who).filter((o): o is OwnerView => !!o);
  const several = chosen.length > 1 || chosen.some((c) => c.kind === 'crew');
  const set = (change: Partial<AskDraft>) => onChange(() => change);
  const setWhom = (of: OwnerView[]) =>
    set({
      of: of.map(({ kind, id }) => ({ kind, id })),
      rule: of.length === 0 ? 'anyone' : draft.of.length < 2 && of.length > 1 && inside ? 'everyone' : draft.rule,
    });
  // Where there is one person on the other side, they are who is asked.
  const only = !inside && all.length === 1 ? all[0]!.who : null;
  useEffect(() => {
    if (only) onChange((now) => (now.of.length === 0 ? { of: [{ kind: only.kind, id: only.id }] } : {}));
  }, [only]); // eslint-disable-line react-hooks/exhaustive-deps
  const away = all.filter((a) => a.away && draft.of.some((o) => o.id === a.who.id));
  const options = optionsOf(draft);
  return (
    <fieldset className="mt-1.5 rounded-card border border-l-[3px] border-l-ask bg-surface px-2.5 py-2 text-[13px]">
      <legend className="sr-only">{texts.whatYouAsk}</legend>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <MessageCircleQuestionMark size={15} aria-hidden className="text-ask" />
        {kinds.map(([kind, word, hint]) => (
          <label key={kind} title={hint} className="flex min-h-6 cursor-pointer items-center gap-1 max-md:min-h-[44px]">
            <input
              type="radio"
              name={`ask ${conversation.id}`}
              className="accent-wren"
              checked={draft.kind === kind}
              onChange={() => set({ kind })}
            />
            {word}
          </label>
        ))}
        <IconButton label={texts.donTAsk} hint={texts.donTAskWords} className="ml-auto" onClick={onDrop}>
          <X size={14} />
        </IconButton>
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        {texts.ofIt}
        <Whom all={all} chosen={chosen} onChange={setWhom} />
        {several ? (
          <select
            aria-label={texts.whoseAnswersDecide}
            className={select}
            value={draft.rule}
            onChange={(e) => set({ rule: e.target.value })}
          >
            <option value="anyone">{texts.theFirstToAnswer}</option>
            <option value="everyone">{texts.allOfThem}</option>
            <option value="number">{texts.aNumberOfThem}</option>
            <option value="in-order">{texts.oneAfterTheOther}</option>
          </select>
        ) : null}
        {several && draft.rule === 'number' ? (
          <input
            type="number"
            min={1}
            aria-label={texts.howManyOfThem}
            className={cx(select, '!w-16')}
            value={draft.needed}
            onChange={(e) => set({ needed: Math.max(1, Number(e.target.value) || 1) })}
          />
        ) : null}
        {texts.by}
        <DueField due={draft.due} label={draft.due ? undefined : texts.noTimeSet} onChange={(due) => set({ due })} />
        {draft.due ? (
          <>
            <span className="text-soft">{texts.thenWhat}</span>
            <select
              aria-label={texts.whatHappensWhenTime}
              className={select}
              value={draft.timeUp}
              onChange={(e) => set({ timeUp: e.target.value })}
            >
              <option value="remind">{texts.remindThem}</option>
              {inside || all.length > 1 ? <option value="pass-on">{texts.passItOn}</option> : null}
              <option value="lapse">{draft.kind === 'decision' ? texts.countItAsDeclined : texts.letItLapse}</option>
            </select>
            {draft.timeUp === 'pass-on' ? (
              <select
                aria-label={texts.passOnTo}
                className={select}
                value={draft.passTo ?? ''}
                onChange={(e) => set({ passTo: e.target.value || null })}
              >
                <option value="">{texts.toWho}</option>
                {all
                  .filter((a) => a.who.kind === 'person')
                  .map(({ who }) => (
                    <option key={who.id} value={who.id}>
                      {texts.to(who.name)}
                    </option>
                  ))}
              </select>
            ) : null}
          </>
        ) : null}
      </div>
      {draft.kind === 'choice' ? (
        <div className="mt-1.5 grid gap-1.5">
          <textarea
            aria-label={texts.optionsOneEachLine}
            placeholder={texts.optionsOneEachLine}
            rows={3}
            className={inputClass}
            value={draft.options}
            onChange={(e) => set({ options: e.target.value })}
          />
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <label className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4 accent-wren"
                checked={draft.several}
                onChange={(e) => set({ several: e.target.checked })}
              />
              {texts.moreThanOneCan}
            </label>
            <label className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4 accent-wren"
                checked={draft.hidden}
                onChange={(e) => set({ hidden: e.target.checked })}
              />
              {texts.answersHiddenUntilCloses}
            </label>
            <select
              aria-label={texts.whichAnswerIsRight}
              className={cx(select, 'max-w-56')}
              value={draft.right ?? ''}
              onChange={(e) => set({ right: e.target.value === '' ? null : Number(e.target.value) })}
            >
              <option value="">{texts.noRightAnswer}</option>
              {options.map((o, i) => (
                <option key={i} value={i}>
                  {texts.rightIs(o)}
                </option>
              ))}
            </select>
          </div>
        </div>
      ) : null}
      {away.map((a) => (
        <p key={a.who.id} className="mt-1 flex flex-wrap items-center gap-2 text-soon">
          {texts.isAway(a.who.firstName, a.away)}
          {a.cover ? texts.covers(a.cover.firstName) : texts.andNobodyCovers}
          {a.cover && !draft.of.some((o) => o.id === a.cover!.id) ? (
            <Button
              className="!min-h-6 !py-0"
              onClick={() => setWhom(chosen.map((c) => (c.id === a.who.id ? a.cover! : c)))}
            >
              {texts.askInstead(a.cover.firstName)}
            </Button>
          ) : null}
        </p>
      ))}
    </fieldset>
  );
}

import { useQuery } from '@tanstack/react-query';
import { CalendarClock, X } from 'lucide-react';
import { useEffect } from 'react';
import { type ConversationView, type InvitableView, api, taken } from '../../api/client';
import { IconButton, Panel, cx, inputClass } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { FreeTimes } from './FreeTimes';
import { type MeetingDraft, lengths, missing } from './meeting';
import * as texts from './texts';

type Props = {
  conversation: ConversationView;
  draft: MeetingDraft;
  onChange: (change: (now: MeetingDraft) => Partial<MeetingDraft>) => void;
  onDrop: () => void;
};

const small = cx(inputClass, '!min-h-[26px] !py-0 text-[13px]');

/** Who takes part, chosen from those who may read what it is about. */
function Company({
  all,
  chosen,
  onChange,
}: {
  all: InvitableView[];
  chosen: string[];
  onChange: (ids: string[]) => void;
}) {
  const people = chosen.map((id) => all.find((a) => a.who.id === id)?.who).filter((w) => w !== undefined);
  return (
    <Panel
      label={texts.whoTakesPartTitle}
      trigger={
        <button
          type="button"
          className={cx(
            'inline-flex min-h-[26px] items-center gap-1.5 rounded-[3px] border',
            'bg-surface px-2 text-[13px] hover:border-soft max-md:min-h-[44px]',
          )}
        >
          {people.length === 0 ? (
            <b className="text-wren">{texts.who}</b>
          ) : (
            people.map((p) => <NameTag key={p.id} who={p} />)
          )}
          {people.length > 0 && people.length < 4 ? people.map((p) => p.firstName).join(', ') : null}
        </button>
      }
    >
      <ul className="max-h-64 overflow-auto">
        {all.map(({ who, outside, away }) => (
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
                checked={chosen.includes(who.id!)}
                onChange={() =>
                  onChange(chosen.includes(who.id!) ? chosen.filter((c) => c !== who.id) : [...chosen, who.id!])
                }
              />
              <NameTag who={who} /> {who.name}
              {outside ? <span className="text-[12px] text-outside-ink">{texts.outside}</span> : null}
              {away ? <span className="ml-auto text-[12px] text-soon">{away}</span> : null}
            </label>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** A meeting to be set beside the words that are its agenda: who, how long, where, and a time that suits. */
export function MeetingForm({ conversation, draft, onChange, onDrop }: Props) {
  const { data: all = [] } = useQuery({
    queryKey: ['invitable', conversation.id],
    queryFn: () => taken(api.GET('/api/conversations/{id}/invitable', { params: { path: { id: conversation.id } } })),
    staleTime: 60_000,
  });
  const set = (change: Partial<MeetingDraft>) => onChange(() => change);
  // Outside, it is with the other side; between two, with the other one.
  useEffect(() => {
    if (draft.with.length > 0) return;
    const first = all
      .filter((a) => a.outside || conversation.audience === 'direct' || conversation.audience === 'group')
      .map((a) => a.who.id!);
    if (first.length > 0) onChange((now) => (now.with.length === 0 ? { with: first } : {}));
  }, [all]); // eslint-disable-line react-hooks/exhaustive-deps
  const wanting = missing(draft);
  return (
    <fieldset
      className={cx(
        'mt-1.5 max-h-[52vh] overflow-auto rounded-card border border-l-[3px]',
        'border-l-wren bg-surface px-2.5 py-2 text-[13px]',
      )}
    >
      <legend className="sr-only">{texts.theMeeting}</legend>
      <div className="flex items-center gap-2">
        <CalendarClock size={15} aria-hidden className="flex-none text-wren" />
        <input
          aria-label={texts.whatMeetingAbout}
          placeholder={texts.whatMeetingAbout}
          maxLength={200}
          className={cx(small, 'min-w-0 flex-1 font-semibold')}
          value={draft.title}
          onChange={(e) => set({ title: e.target.value })}
        />
        <IconButton label={texts.noMeeting} hint={texts.noMeetingKeepText} onClick={onDrop}>
          <X size={14} />
        </IconButton>
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        {texts.withIt}
        <Company all={all} chosen={draft.with} onChange={(ids) => set({ with: ids })} />
        {texts.forIt}
        <select
          aria-label={texts.howLongItTakes}
          className={cx(small, '!w-auto')}
          value={draft.minutes}
          onChange={(e) => set({ minutes: Number(e.target.value) })}
        >
          {lengths.map(([minutes, words]) => (
            <option key={minutes} value={minutes}>
              {words}
            </option>
          ))}
        </select>
        {texts.at}
        <input
          aria-label={texts.whereItIs}
          placeholder={texts.aPlace}
          maxLength={200}
          className={cx(small, '!w-32 flex-1')}
          value={draft.where}
          onChange={(e) => set({ where: e.target.value })}
        />
        <label className="flex min-h-6 items-center gap-1.5 max-md:min-h-[44px]">
          <input
            type="checkbox"
            className="size-4 accent-wren"
            checked={draft.call}
            onChange={(e) => set({ call: e.target.checked })}
          />
          {texts.canJoinByCall}
        </label>
      </div>
      {draft.with.length > 0 ? (
        <FreeTimes
          conversation={conversation.id}
          people={draft.with}
          minutes={draft.minutes}
          from={draft.from}
          onChoose={(from) => set({ from })}
        />
      ) : null}
      <p className="mt-1 text-[12.5px] text-soft">{wanting ? texts.stillWanted(wanting) : texts.whatWriteAboveIts}</p>
    </fieldset>
  );
}

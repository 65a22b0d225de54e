import { HandHeart } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type PersonView, api, taken } from '../api/client';
import { queries, useColleagues } from '../api/queries';
import { Button, IconButton, Panel, cx, inputClass } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** What one can be thanked for. */
export const thanksKinds: [string, string][] = [
  ['helping-hand', texts.aHelpingHand],
  ['sharp-eye', texts.aSharpEye],
  ['calm-head', texts.aCalmHead],
  ['good-work', texts.goodWork],
  ['long-way', texts.wentALongWay],
];

export const thanksNames: Record<string, string> = Object.fromEntries(thanksKinds);

/** Thanks as they hang on the board. */
export function ThanksCard({
  to,
  by,
  kind,
  words,
  children,
}: {
  to: PersonView | null | undefined;
  by: PersonView | null | undefined;
  kind: string;
  words: string;
  children?: ReactNode;
}) {
  return (
    <div className="rounded-card border border-l-[3px] border-l-done bg-surface px-3 py-2">
      <p className="flex items-center gap-2">
        {to ? <NameTag who={to} /> : null}
        <b>{thanksNames[kind]}</b>
        <span className="text-soft">{to?.firstName}</span>
      </p>
      <p className="mt-0.5">{words || <span className="text-soft">{texts.yourWords}</span>}</p>
      <p className="text-[12.5px] text-soft">
        {texts.fromInline} {by?.firstName} {children}
      </p>
    </div>
  );
}

/** Thanks a colleague before all; one sees what will hang there before it does. */
export function ThanksPanel({ me, to, entry }: { me: PersonView; to?: PersonView | null; entry?: string }) {
  const [open, setOpen] = useState(false);
  const [person, setPerson] = useState(to?.id ?? '');
  const [kind, setKind] = useState('helping-hand');
  const [words, setWords] = useState('');
  const { data: colleagues } = useColleagues();
  const chosen = to ?? colleagues?.people.find((p) => p.id === person);
  return (
    <Panel
      label={texts.thankAColleague}
      align="end"
      className="w-80"
      open={open}
      onOpenChange={setOpen}
      trigger={
        entry ? (
          <IconButton label={texts.thankThem} hint={texts.thankThemNoticeboard}>
            <HandHeart size={13} />
          </IconButton>
        ) : (
          <Button>{texts.thankAColleague}</Button>
        )
      }
    >
      <form
        className="grid gap-2"
        onClick={(e) => e.stopPropagation()}
        onSubmit={(e) => {
          e.preventDefault();
          taken(api.POST('/api/thanks', { body: { id: newId(), person, kind, words, entry: entry ?? null } }))
            .then(() => {
              setOpen(false);
              setWords('');
              void queries.invalidateQueries({ queryKey: ['thanks'] });
              say(texts.itWillPostedNoticeboard);
            })
            .catch(sayWrong);
        }}
      >
        {to ? null : (
          <select
            aria-label={texts.whom}
            className={inputClass}
            value={person}
            onChange={(e) => setPerson(e.target.value)}
          >
            <option value="">{texts.whom}</option>
            {colleagues?.people
              .filter((p) => p.id !== me.id)
              .map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
          </select>
        )}
        <div role="group" aria-label={texts.whatFor} className="flex flex-wrap gap-1">
          {thanksKinds.map(([value, name]) => (
            <button
              key={value}
              type="button"
              aria-pressed={kind === value}
              onClick={() => setKind(value)}
              className={cx(
                'min-h-7 rounded-[3px] border px-1.5 text-[13px] max-md:min-h-[44px]',
                kind === value ? 'border-done font-semibold' : 'text-soft hover:text-ink',
              )}
            >
              {name}
            </button>
          ))}
        </div>
        <textarea
          aria-label={texts.inYourWords}
          placeholder={texts.inYourWords}
          rows={2}
          maxLength={500}
          className={inputClass}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <p className="text-[12.5px] text-soft">{texts.previewAllColleaguesWill}</p>
        <ThanksCard to={chosen as PersonView | undefined} by={me} kind={kind} words={words} />
        <Button look="main" type="submit" disabled={!person || !words.trim()}>
          {texts.thank(chosen?.firstName ?? texts.them)}
        </Button>
      </form>
    </Panel>
  );
}

import { type ReactNode, useState } from 'react';
import { type ConversationView, type Me, api, taken } from '../api/client';
import { showConversation } from '../api/live';
import { useColleagues } from '../api/queries';
import { Button, Letter, Panel, inputClass } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { say } from '../ui/toasts';
import * as texts from './texts';

type Props = {
  conversation: ConversationView;
  me: Me;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  trigger?: ReactNode;
};

/**
 * Gives a conversation to a person or a crew. Decided on the owner that is shown: whoever has taken it since keeps it,
 * and it is said who.
 */
export const giveTo = (
  { id, owner }: Pick<ConversationView, 'id' | 'owner'>,
  body: { person?: string; crew?: string; note?: string },
) =>
  taken(
    api.PUT('/api/conversations/{id}/owner', {
      params: { path: { id } },
      body: {
        person: body.person ?? null,
        crew: body.crew ?? null,
        note: body.note ?? null,
        expected: owner?.id ?? '',
      },
    }),
  );

/** Who owns a conversation, and giving it to somebody, with a word if wanted. */
export function HandOver({ conversation, me, open, onOpenChange, trigger }: Props) {
  const [typed, setTyped] = useState('');
  const [note, setNote] = useState('');
  const [wrong, setWrong] = useState('');
  const colleagues = useColleagues().data;
  const fits = (name: string) => name.toLowerCase().includes(typed.toLowerCase());
  const people = (colleagues?.people ?? []).filter((p) => p.id !== conversation.owner?.id && fits(p.name));
  const crews = (colleagues?.crews ?? []).filter((c) => c.id !== conversation.crew?.id && fits(c.name));
  const give = async (to: { person?: string; crew?: string }, name: string) => {
    try {
      showConversation(await giveTo(conversation, { ...to, note: note.trim() || undefined }));
      onOpenChange(false);
      setTyped('');
      setNote('');
      say(
        to.person === me.person.id
          ? texts.itSYoursNow
          : to.crew
            ? texts.handedOverToCrew(name)
            : texts.handedOverToPerson(name),
      );
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  const mine = conversation.owner?.id === me.person.id;
  const choice =
    'flex min-h-[32px] w-full items-center gap-2 rounded-[3px] px-1.5 text-left hover:bg-wren-wash max-md:min-h-[44px]';
  return (
    <Panel
      label={texts.handOver}
      open={open}
      onOpenChange={(next) => {
        setWrong('');
        onOpenChange(next);
      }}
      align="end"
      trigger={
        trigger ?? (
          <button
            type="button"
            className="inline-flex min-h-6 items-center gap-1.5 rounded-[3px] px-1 hover:underline max-md:min-h-[44px]"
          >
            {conversation.owner ? <NameTag who={conversation.owner} /> : null}
            <span className={conversation.owner ? '@max-[500px]:sr-only' : undefined}>
              {mine ? (
                <Letter of="o">{texts.yours}</Letter>
              ) : conversation.owner ? (
                <>
                  {conversation.owner.firstName} <Letter of="o">{texts.ownsIt}</Letter>
                </>
              ) : conversation.crew ? (
                <>
                  <Letter of="o">{texts.forItInline}</Letter> {texts.theCrew(conversation.crew.name)}
                </>
              ) : (
                <Letter of="o">{texts.nobodyOwnsIt}</Letter>
              )}
            </span>
          </button>
        )
      }
    >
      <p className="mb-1.5 font-bold">{conversation.owner ? texts.handOverTo : texts.whoAnswersThis}</p>
      {!mine ? (
        <Button
          look="main"
          className="mb-2 w-full"
          onClick={() => void give({ person: me.person.id! }, me.person.firstName)}
        >
          {texts.take}
        </Button>
      ) : null}
      <input
        className={inputClass}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        placeholder={texts.aColleagueCrew}
        aria-label={texts.aColleagueSCrew}
      />
      <ul className="mt-1.5 max-h-56 overflow-auto">
        {people.map((p) => (
          <li key={p.id}>
            <button type="button" onClick={() => void give({ person: p.id }, p.firstName)} className={choice}>
              <NameTag who={p} /> {p.name}
            </button>
          </li>
        ))}
        {crews.map((c) => (
          <li key={c.id}>
            <button type="button" onClick={() => void give({ crew: c.id }, texts.theCrew(c.name))} className={choice}>
              <NameTag who={c} /> {texts.theCrew(c.name)}
            </button>
          </li>
        ))}
      </ul>
      <label className="mt-1.5 block">
        <span className="mb-0.5 block text-[12.5px] text-soft">{texts.noteThemInternalOnly}</span>
        <input
          className={inputClass}
          maxLength={2000}
          value={note}
          onChange={(e) => setNote(e.target.value)}
          placeholder={texts.pleaseSendHerPrice}
        />
      </label>
      {wrong ? (
        <p role="alert" className="mt-1 text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
    </Panel>
  );
}

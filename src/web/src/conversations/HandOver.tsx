import { useState } from 'react';
import { type ConversationView, type Me, api, taken } from '../api/client';
import { showConversation } from '../api/live';
import { useColleagues } from '../api/queries';
import { Button, Panel, inputClass } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { say } from '../ui/toasts';

type Props = { conversation: ConversationView; me: Me; open: boolean; onOpenChange: (open: boolean) => void };

/** Who owns a conversation, and giving it to somebody. */
export function HandOver({ conversation, me, open, onOpenChange }: Props) {
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState('');
  const people = (useColleagues().data?.people ?? []).filter(
    (p) => p.id !== conversation.owner?.id && p.name.toLowerCase().includes(typed.toLowerCase()),
  );
  const give = async (person: string, name: string) => {
    try {
      showConversation(
        await taken(
          api.PUT('/api/conversations/{id}/owner', { params: { path: { id: conversation.id } }, body: { person } }),
        ),
      );
      onOpenChange(false);
      setTyped('');
      say(person === me.person.id ? 'It is yours now.' : `Handed over to ${name}, who is told.`);
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  const mine = conversation.owner?.id === me.person.id;
  return (
    <Panel
      label="Hand over"
      open={open}
      onOpenChange={(next) => {
        setWrong('');
        onOpenChange(next);
      }}
      align="end"
      trigger={
        <button
          type="button"
          className="inline-flex min-h-6 items-center gap-1.5 rounded-[3px] px-1 hover:underline max-md:min-h-[44px]"
        >
          {conversation.owner ? <NameTag who={conversation.owner} /> : null}
          {mine ? 'yours' : conversation.owner ? `${conversation.owner.firstName} owns it` : 'nobody owns it'}
        </button>
      }
    >
      <p className="mb-1.5 font-bold">{conversation.owner ? 'Hand over to' : 'Who answers this?'}</p>
      {!mine ? (
        <Button look="main" className="mb-2 w-full" onClick={() => void give(me.person.id!, me.person.firstName)}>
          Take it
        </Button>
      ) : null}
      <input
        className={inputClass}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        placeholder="A colleague's name"
        aria-label="A colleague's name"
      />
      <ul className="mt-1.5 max-h-56 overflow-auto">
        {people.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              onClick={() => void give(p.id, p.firstName)}
              className="flex min-h-[32px] w-full items-center gap-2 rounded-[3px] px-1.5 text-left hover:bg-wren-wash max-md:min-h-[44px]"
            >
              <NameTag who={p} /> {p.name}
            </button>
          </li>
        ))}
      </ul>
      {wrong ? (
        <p role="alert" className="mt-1 text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
    </Panel>
  );
}

import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type ConversationView, type Me, api, taken } from '../api/client';
import { showConversation } from '../api/live';
import { useColleagues } from '../api/queries';
import { Button, Field, Panel, inputClass } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** A group's name, what it is for, and who is in it. */
export function GroupPanel({ conversation, me }: { conversation: ConversationView; me: Me }) {
  const [began] = useState(conversation);
  const [name, setName] = useState(conversation.subject);
  const [description, setDescription] = useState(conversation.description);
  const navigate = useNavigate();
  const { data: colleagues } = useColleagues();
  const id = conversation.id;
  const show = (call: Promise<ConversationView>) => void call.then(showConversation).catch(sayWrong);
  const inIt = new Set(conversation.members.map((m) => m.id));
  return (
    <Panel
      label={texts.membersAndName}
      align="end"
      className="max-h-[70vh] w-80 overflow-auto"
      trigger={<Button className="ml-auto">{texts.members(conversation.members.length)}</Button>}
    >
      <form
        className="grid gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          show(
            taken(
              api.PUT('/api/conversations/{id}/group', {
                params: { path: { id } },
                body: {
                  name,
                  description: description || null,
                  nameWas: began.subject,
                  descriptionWas: began.description || null,
                },
              }),
            ),
          );
        }}
      >
        <Field label={texts.name} value={name} onChange={(e) => setName(e.target.value)} />
        <Field label={texts.whatItIsFor} value={description} onChange={(e) => setDescription(e.target.value)} />
        <Button type="submit" disabled={!name.trim()}>
          {texts.save}
        </Button>
      </form>
      <ul className="mt-2 border-t pt-1">
        {conversation.members.map((m) => (
          <li key={m.id} className="flex items-center gap-2 py-0.5">
            <NameTag who={m} />
            {m.name}
          </li>
        ))}
      </ul>
      <select
        aria-label={texts.addSomebody}
        className={`${inputClass} mt-1`}
        value=""
        onChange={(e) =>
          show(
            taken(
              api.PUT('/api/conversations/{id}/members/{person}', { params: { path: { id, person: e.target.value } } }),
            ),
          )
        }
      >
        <option value="">{texts.addSomebodyTheyCan}</option>
        {colleagues?.people
          .filter((p) => !inIt.has(p.id))
          .map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
      </select>
      <Button
        look="quiet"
        className="mt-2"
        onClick={() =>
          void taken(
            api.DELETE('/api/conversations/{id}/members/{person}', {
              params: { path: { id, person: me.person.id! } },
            }),
          )
            .then(() => navigate('/talk?audience=own'))
            .catch(sayWrong)
        }
      >
        {texts.leaveThisGroup}
      </Button>
    </Panel>
  );
}

import { useCallback } from 'react';
import { useParams } from 'react-router';
import { type Me, api, taken } from '../api/client';
import { useConversation } from '../api/queries';
import { Wrong } from '../ui/controls';
import { Lanes } from './Lanes';

/** A conversation that belongs to no docket yet. */
export function ConversationPage({ me }: { me: Me }) {
  const { id = '' } = useParams();
  const { data, error, refetch } = useConversation(id);
  const older = useCallback(
    (before: number) =>
      taken(api.GET('/api/conversations/{id}/entries', { params: { path: { id }, query: { before } } })),
    [id],
  );
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const { conversation } = data;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex-none border-b bg-surface px-4 pb-2 pt-2.5">
        <h1 className="text-[19px] font-bold leading-tight tracking-tight">{conversation.subject}</h1>
        <p className="text-[13px] text-soft">
          {conversation.party?.name},{' '}
          {conversation.party?.kind === 'stranger' ? 'not among our contacts yet' : conversation.party?.kind} · waits in{' '}
          {conversation.queue ?? 'no queue'}
          {conversation.owner ? '' : ' · your answer makes it yours'}
        </p>
      </header>
      <div className="mx-auto flex min-h-0 w-full max-w-[900px] flex-1">
        <Lanes key={conversation.id} me={me} talk={data.talk} conversations={[conversation]} older={older} />
      </div>
    </div>
  );
}

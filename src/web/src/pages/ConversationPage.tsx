import { useMemo } from 'react';
import { useParams } from 'react-router';
import type { ConversationView, Me } from '../api/client';
import { useConversation } from '../api/queries';
import { Wrong } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { GroupPanel } from '../conversations/GroupPanel';
import { Lanes } from './talk/Lanes';
import { readTalk } from '../conversations/useTalk';
import * as texts from './texts';

function Head({ conversation, me }: { conversation: ConversationView; me: Me }) {
  const title = 'text-[19px] font-bold leading-tight tracking-tight';
  if (conversation.audience === 'outside')
    return (
      <>
        <h1 className={title}>{conversation.subject}</h1>
        <p className="text-[13px] text-soft">
          {conversation.party?.name},{' '}
          {conversation.party?.kind === 'stranger' ? texts.notOurContactsYet : conversation.party?.kind} {texts.waitsIn}{' '}
          {conversation.queue ?? texts.noQueue}
          {conversation.owner ? '' : texts.yoursIfYouReply}
        </p>
      </>
    );
  const others = conversation.members.filter((m) => m.id !== me.person.id);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <h1 className={title}>{conversation.audience === 'direct' ? others[0]?.name : conversation.subject}</h1>
      <span className="flex gap-1">
        {others.map((m) => (
          <NameTag key={m.id} who={m} />
        ))}
      </span>
      <p className="text-[13px] text-soft">
        {conversation.audience === 'direct' ? texts.onlyPeopleCanRead : conversation.description}
      </p>
      {conversation.audience === 'group' ? <GroupPanel conversation={conversation} me={me} /> : null}
    </div>
  );
}

/** A conversation by itself: one that belongs to no docket yet, one between two colleagues, or a group's. */
export function ConversationPage({ me }: { me: Me }) {
  const { id = '' } = useParams();
  const { data, error, refetch } = useConversation(id);
  const read = useMemo(() => readTalk(null, id), [id]);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const { conversation, talk, marks } = data;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex-none border-b bg-surface px-4 pb-2 pt-2.5">
        <Head conversation={conversation} me={me} />
      </header>
      <div className="mx-auto flex min-h-0 w-full max-w-[900px] flex-1">
        <Lanes key={conversation.id} me={me} talk={talk} marks={[marks]} conversations={[conversation]} read={read} />
      </div>
    </div>
  );
}

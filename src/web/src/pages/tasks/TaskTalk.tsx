import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type Me, api, taken } from '../../api/client';
import { useConversation } from '../../api/queries';
import { Lanes } from '../talk/Lanes';
import { readTalk } from '../../conversations/useTalk';
import { Wrong } from '../../ui/controls';

/** What is said about a task, in a conversation of its own. */
export function TaskTalk({ task, me }: { task: string; me: Me }) {
  const begun = useQuery({
    queryKey: ['task-talk', task],
    queryFn: () => taken(api.PUT('/api/tasks/{id}/conversation', { params: { path: { id: task } } })),
    staleTime: Infinity,
  });
  if (begun.error) return <Wrong error={begun.error} again={() => void begun.refetch()} />;
  return begun.data ? <Talk id={begun.data.conversation.id} me={me} /> : null;
}

function Talk({ id, me }: { id: string; me: Me }) {
  const { data } = useConversation(id);
  const read = useMemo(() => readTalk(null, id), [id]);
  if (!data) return null;
  return (
    <div className="flex h-[420px] flex-col rounded-card border">
      <Lanes me={me} talk={data.talk} marks={[data.marks]} conversations={[data.conversation]} read={read} />
    </div>
  );
}

import { useMemo } from 'react';
import type { DiscussionView, Me } from '../../api/client';
import { useConversation } from '../../api/queries';
import { readTalk } from '../../conversations/useTalk';
import { Lanes } from '../talk/Lanes';

/** What is said in a discussion, with its composer, in its card. */
export function DiscussionTalk({ discussion, me }: { discussion: DiscussionView; me: Me }) {
  const { data } = useConversation(discussion.conversation);
  const read = useMemo(() => readTalk(null, discussion.conversation), [discussion.conversation]);
  if (!data) return null;
  return (
    <Lanes
      slim
      writes={discussion.count === 0}
      me={me}
      talk={data.talk}
      marks={[data.marks]}
      conversations={[data.conversation]}
      read={read}
    />
  );
}

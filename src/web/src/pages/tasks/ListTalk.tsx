import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type Me, api, taken } from '../../api/client';
import { keys, queries, useConversation } from '../../api/queries';
import { readTalk } from '../../conversations/useTalk';
import { Button, Wrong } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import { Lanes } from '../talk/Lanes';
import * as texts from './texts';

type Props = { list: string; me: Me; onClose: () => void };

/** What is said about a worklist, by those who see it; whoever follows it is told. */
export function ListTalk({ list, me, onClose }: Props) {
  const begun = useQuery({
    queryKey: ['list-talk', list],
    queryFn: () => taken(api.PUT('/api/worklists/{id}/conversation', { params: { path: { id: list } } })),
    staleTime: Infinity,
  });
  if (begun.error) return <Wrong error={begun.error} again={() => void begun.refetch()} />;
  return begun.data ? <Talk id={begun.data.conversation.id} me={me} onClose={onClose} /> : null;
}

function Talk({ id, me, onClose }: { id: string; me: Me; onClose: () => void }) {
  const { data } = useConversation(id);
  const path = { params: { path: { id } } };
  const followers = useQuery({
    queryKey: keys.followers(id),
    queryFn: () => taken(api.GET('/api/conversations/{id}/followers', path)),
  }).data;
  const read = useMemo(() => readTalk(null, id), [id]);
  if (!data) return null;
  const follow = () =>
    void taken(api.PUT('/api/conversations/{id}/followers/me', { ...path, body: { follows: !followers?.follows } }))
      .then((now) => queries.setQueryData(keys.followers(id), now))
      .catch(sayWrong);
  const others = followers?.people.filter((p) => p.id !== me.person.id).map((p) => p.firstName) ?? [];
  return (
    <aside
      aria-label={texts.talkOf(data.conversation.subject)}
      className="flex min-h-0 w-[min(420px,100%)] flex-none flex-col border-l bg-surface"
    >
      <div className="flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[13px]">
        <b className="mr-auto truncate">{texts.talkOf(data.conversation.subject)}</b>
        {others.length > 0 ? <span className="text-soft">{texts.whoFollows(others)}</span> : null}
        <Button aria-pressed={followers?.follows ?? false} onClick={follow}>
          {followers?.follows ? texts.stopFollowing : texts.follow}
        </Button>
        <Button look="quiet" onClick={onClose}>
          {texts.closeTalk}
        </Button>
      </div>
      <div className="flex min-h-0 flex-1">
        <Lanes me={me} talk={data.talk} marks={[data.marks]} conversations={[data.conversation]} read={read} />
      </div>
    </aside>
  );
}

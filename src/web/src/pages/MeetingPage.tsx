import { useQuery } from '@tanstack/react-query';
import { FileUp } from 'lucide-react';
import { useMemo } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { type Me, type MeetingView, api, taken } from '../api/client';
import { keys, useConversation } from '../api/queries';
import { Wrong, cx } from '../ui/controls';
import { Lanes } from './talk/Lanes';
import { Said } from '../conversations/Said';
import { readTalk } from '../conversations/useTalk';
import { MeetingCard } from '../conversations/meetings/MeetingCard';
import { change } from '../conversations/meetings/meeting';
import * as texts from './texts';

/** A meeting: when and with whom, what it is about, its call, and what was said in it and about it. */
export function MeetingPage({ me }: { me: Me }) {
  const { id = '' } = useParams();
  const params = { path: { id } };
  const page = useQuery({
    queryKey: [...keys.meetings, id],
    queryFn: () => taken(api.GET('/api/meetings/{id}', { params })),
    refetchInterval: 60_000,
  });
  const talk = useQuery({
    queryKey: ['meeting-talk', id],
    queryFn: () => taken(api.PUT('/api/meetings/{id}/conversation', { params })),
    staleTime: Infinity,
    enabled: page.data !== undefined,
  });
  if (page.error && !page.data) return <Wrong error={page.error} again={() => void page.refetch()} />;
  if (!page.data) return null;
  const { item, agenda } = page.data;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex-none border-b bg-surface px-4 pb-2 pt-2.5">
        <h1 className="text-[19px] font-bold leading-tight tracking-tight">{item.meeting.title}</h1>
        <p className="text-[13px] text-soft">
          {texts.setIn}{' '}
          <Link to={item.path} className="text-wren underline">
            {item.place}
          </Link>{' '}
          {texts.by} {item.meeting.by.firstName}. {item.meeting.line}
        </p>
      </header>
      <div className="grid min-h-0 flex-1 grid-rows-[auto_minmax(0,1fr)] md:grid-cols-[minmax(0,380px)_minmax(0,1fr)] md:grid-rows-1">
        <aside
          aria-label={texts.theMeeting}
          className="overflow-auto border-r bg-surface px-4 py-3 max-md:max-h-[45vh]"
        >
          <MeetingCard meeting={item.meeting} staff whole />
          <h2 className="mb-1 mt-3 border-b pb-[3px] text-[12.5px] font-bold">{texts.agenda}</h2>
          <Said html={agenda} />
          {item.meeting.transcribed ? null : <BringTranscript meeting={item.meeting} />}
        </aside>
        <section aria-label={texts.transcript} className="flex min-h-0 min-w-0">
          {talk.data ? <Talk id={talk.data.conversation.id} me={me} /> : null}
        </section>
      </div>
    </div>
  );
}

function Talk({ id, me }: { id: string; me: Me }) {
  const { data } = useConversation(id);
  const read = useMemo(() => readTalk(null, id), [id]);
  return data ? (
    <Lanes me={me} talk={data.talk} marks={[data.marks]} conversations={[data.conversation]} read={read} />
  ) : null;
}

/** A transcript that another telephone or video service gave. */
function BringTranscript({ meeting }: { meeting: MeetingView }) {
  return (
    <p className="mt-3 text-[13px] text-soft">
      {texts.theTranscriptAppearsHere}{' '}
      <label
        className={cx(
          'inline-flex min-h-6 cursor-pointer items-center gap-1 text-wren underline',
          'focus-within:outline-2 focus-within:outline-wren max-md:min-h-[44px]',
        )}
      >
        <FileUp size={13} aria-hidden /> {texts.importATranscriptVtt}
        <input
          type="file"
          accept=".vtt,text/vtt"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void file.text().then((text) => change(meeting, { way: 'transcript', text }));
          }}
        />
      </label>
    </p>
  );
}

/** The address of a call, as invitations have it: to the meeting's page, with the call open. */
export function ToCall() {
  const { id = '' } = useParams();
  return <Navigate to={`/meetings/${id}`} state={{ call: true }} replace />;
}

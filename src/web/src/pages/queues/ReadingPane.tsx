import { X } from 'lucide-react';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { type BoardRow, type ConversationView, type MarksView, type Me, type Talk } from '../../api/client';
import { useConversation, useDocket } from '../../api/queries';
import { HandlingPanel } from '../../conversations/HandlingPanel';
import { Lanes } from '../talk/Lanes';
import { readTalk } from '../../conversations/useTalk';
import { Wrong, cx } from '../../ui/controls';
import * as texts from './texts';

type Props = { id: string; me: Me; row: BoardRow | undefined; onClose: () => void };

/** The chosen conversation under the chart: both lanes to read and answer in, and what can be done with it beside them. */
export function ReadingPane({ id, me, row, onClose }: Props) {
  const alone = useConversation(id);
  const reference = row?.docket ?? alone.data?.conversation.docket ?? null;
  if (alone.error && !alone.data) return <Wrong error={alone.error} again={() => void alone.refetch()} />;
  if (reference) return <InDocket key={reference} id={id} reference={reference} me={me} onClose={onClose} />;
  if (!alone.data) return null;
  const { conversation, talk, marks } = alone.data;
  return (
    <Pane
      id={id}
      me={me}
      talk={talk}
      marks={[marks]}
      conversations={[conversation]}

      onClose={onClose}
    />
  );
}

function InDocket({ id, reference, ...rest }: { id: string; reference: string; me: Me; onClose: () => void }) {
  const { data, error, refetch } = useDocket(reference);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <Pane
      id={id}
      talk={data.talk}
      marks={data.marks}
      conversations={data.conversations}
      reference={reference}
      title={data.shortName}
      {...rest}
    />
  );
}

type PaneProps = {
  id: string;
  me: Me;
  talk: Talk;
  marks: MarksView[];
  conversations: ConversationView[];
  onClose: () => void;
  reference?: string;
  title?: string;
};

function Pane({ id, me, talk, marks, conversations, onClose, reference, title }: PaneProps) {
  const read = useMemo(() => readTalk(reference ?? null, id), [id, reference]);
  const conversation = conversations.find((c) => c.id === id);
  if (!conversation) return null;
  return (
    <section
      aria-label={texts.conversationWith(conversation.party?.name ?? '')}
      className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto"
    >
      <div className="flex min-h-0 min-w-0 flex-1 max-md:min-h-[70vh]">
        <Lanes me={me} talk={talk} marks={marks} conversations={conversations} read={read} only={id} />
      </div>
      <aside
        aria-label={texts.whatCanDone}
        className={cx(
          'w-[272px] flex-none overflow-y-auto border-l bg-surface px-3 py-2',
          'text-[13px] max-md:w-full max-md:border-l-0 max-md:border-t',
        )}
      >
        <div className="mb-1 flex items-start justify-between gap-2">
          <p className="min-w-0">
            {reference ? (
              <Link
                to={`/dockets/${reference}`}
                className="font-bold underline decoration-line underline-offset-2 hover:decoration-wren"
              >
                {reference} {title}
              </Link>
            ) : (
              <b>{conversation.subject}</b>
            )}
          </p>
          <button
            type="button"
            aria-label={texts.closeThePane}
            title={texts.closeThePane}
            onClick={onClose}
            className="grid size-6 flex-none place-items-center rounded-[3px] text-soft hover:text-ink max-md:size-11"
          >
            <X size={15} />
          </button>
        </div>
        <HandlingPanel conversation={conversation} me={me} />
      </aside>
    </section>
  );
}

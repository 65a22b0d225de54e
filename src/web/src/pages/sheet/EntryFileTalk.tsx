import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { AnchorView, DiscussionView, EntryView, FileView, Me } from '../../api/client';
import { useConversation } from '../../api/queries';
import { depictedAlone } from '../../sheets/drawing/depicted';
import { AttachView } from '../../sheets/drawing/AttachView';
import { DrawingView } from '../../sheets/discuss/DrawingView';
import { Margin } from '../../sheets/discuss/Margin';
import { useFileDiscussions } from '../../sheets/discuss/discussions';
import { subjectOfFile } from '../../sheets/discuss/subject';
import { usePlaces } from '../../sheets/discuss/view';
import * as texts from '../../sheets/texts';
import { MarkList } from '../../ui/picture/Marks';
import { useNarrow } from '../../ui/useNarrow';
import { DiscussionTalk } from './DiscussionTalk';
import { PartyTalk } from './PartyTalk';

const none: DiscussionView[] = [];

type Props = { entry: EntryView; file: FileView; me: Me };

/** A picture or PDF of the talk, with what is said about its spots, areas and words in the margin. */
export function EntryFileTalk({ entry, file, me }: Props) {
  const { data: discussions = none } = useFileDiscussions(entry.id, file.id);
  const { data: talk } = useConversation(entry.conversation, me.staff);
  const [params] = useSearchParams();
  const [open, setOpen] = useState(() => (params.get('file') === file.id ? params.get('discussion') : null));
  const [chosen, setChosen] = useState<AnchorView | null>(null);
  const [viewpoint, setViewpoint] = useState(() => (params.get('file') === file.id ? params.get('view') : null));
  const [places, onPlaces] = usePlaces();
  const narrow = useNarrow();
  const margin = useRef<HTMLDivElement>(null);
  // A customer or partner writes to us, and to nobody else.
  const party = me.staff ? (talk?.conversation.party ?? null) : null;
  const subject = useMemo(() => subjectOfFile(entry, file, me.staff, party), [entry, file, me.staff, party]);
  const of = useMemo(() => depictedAlone(file, file.caption ?? file.name), [file]);
  const here = discussions.find((d) => d.id === open);
  const tools = (view: string, picture: () => Promise<Blob>) => (
    <AttachView
      of={{ name: of.name, entry: entry.id, file: file.id }}
      view={view}
      picture={picture}
      places={[
        ...(here
          ? [{ conversation: here.conversation, name: texts.thisDiscussion, outside: !me.staff || here.party !== null }]
          : []),
        {
          conversation: entry.conversation,
          name: texts.thisConversation,
          outside: !me.staff || party !== null,
        },
      ]}
    />
  );
  const show = useCallback((discussion: string | null) => {
    setChosen(null);
    setOpen(discussion);
  }, []);
  const busy = chosen !== null || open !== null;
  useEffect(() => {
    if (!busy) return;
    // Escape first closes what is open here, and only then what this is shown in.
    const back = (e: KeyboardEvent) => {
      if (e.key !== 'Escape' || document.querySelector('[role="listbox"]')) return;
      e.stopPropagation();
      setChosen(null);
      setOpen(null);
    };
    window.addEventListener('keydown', back, true);
    return () => window.removeEventListener('keydown', back, true);
  }, [busy]);
  return (
    <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_320px] md:grid-rows-1">
      <section aria-label={of.name} className="flex min-h-0 min-w-0 flex-col">
        <DrawingView
          of={of}
          marks={file.marks}
          tools={tools}
          view={viewpoint}
          onView={setViewpoint}
          discussions={discussions}
          open={open}
          onOpen={show}
          chosen={chosen}
          onChoose={setChosen}
          onPlaces={onPlaces}
          onScrolled={() => undefined}
          scroll={{ current: null }}
        />
      </section>
      <aside
        aria-label={texts.discussions}
        className={
          'flex min-h-0 flex-col border-l bg-paper max-md:border-l-0 max-md:border-t ' +
          (narrow ? (open || chosen ? 'max-md:h-[46vh]' : 'max-md:max-h-[34vh]') : '')
        }
      >
        {file.marks.length > 0 ? (
          <div className="flex-none border-b px-3 py-2 text-[13px]">
            <p className="mb-1 text-soft">{texts.markedBy(entry.author?.firstName ?? '')}</p>
            <MarkList marks={file.marks} />
          </div>
        ) : null}
        <Margin
          subject={subject}
          me={me}
          discussions={discussions}
          places={narrow ? { tops: new Map(), height: 0 } : places}
          open={open}
          onOpen={show}
          chosen={chosen}
          onChoose={setChosen}
          box={margin}
          onScrolled={() => undefined}
          onRevision={() => undefined}
          talk={(d) =>
            me.staff ? (
              <DiscussionTalk key={d.id} discussion={d} me={me} />
            ) : (
              <PartyTalk key={d.id} discussion={d} firm={me.firm} />
            )
          }
        />
      </aside>
    </div>
  );
}

import { type ReactNode, useCallback, useMemo, useRef } from 'react';
import type { AnchorView, DiscussionView, Me, SheetView as Sheet } from '../../api/client';
import type { Finding } from '../../sheets/checks/checks';
import { AttachView, type Writable } from '../../sheets/drawing/AttachView';
import { DrawingView } from '../../sheets/discuss/DrawingView';
import { Margin } from '../../sheets/discuss/Margin';
import { PageView } from '../../sheets/discuss/PageView';
import { TableView } from '../../sheets/discuss/TableView';
import { useAuthors } from '../../sheets/discuss/discussions';
import { subjectOfSheet } from '../../sheets/discuss/subject';
import { usePlaces } from '../../sheets/discuss/view';
import { depictedBy } from '../../sheets/drawing/depicted';
import { PageText } from '../../sheets/SheetBody';
import * as texts from '../../sheets/texts';
import { useNarrow } from '../../ui/useNarrow';

type Props = {
  sheet: Sheet;
  me: Me;
  discussions: DiscussionView[];
  open: string | null;
  onOpen: (id: string | null) => void;
  chosen: AnchorView | null;
  onChoose: (anchor: AnchorView | null) => void;
  onRevision: (revision: number) => void;
  /** The viewpoint in the address; null for all of a drawing. */
  viewpoint: string | null;
  onViewpoint: (view: string | null) => void;
  /** Whether it is shown who wrote what. */
  authors: boolean;
  /** The values of a table that need explaining. */
  notes?: Finding[];
  /** What stands in place of the margin: who sees it, and its revisions; null for the discussions. */
  side: ReactNode;
  tabs: ReactNode;
  /** Where a view can go along, beside the discussion that is open. */
  places: Writable[];
  /** What is said in a discussion, with where one writes. */
  talk: (discussion: DiscussionView) => ReactNode;
};

/** A sheet with its margin: what is said about it, each at the height of its place. */
export function SheetView(props: Props) {
  const {
    sheet,
    me,
    discussions,
    open,
    onOpen,
    chosen,
    onChoose,
    onRevision,
    viewpoint,
    onViewpoint,
    authors,
    notes,
    side,
    tabs,
    places: writable,
    talk,
  } = props;
  const narrow = useNarrow();
  const [places, onPlaces] = usePlaces();
  const margin = useRef<HTMLDivElement>(null);
  const scroll = useRef<((to: number) => void) | null>(null);
  const onScrolled = useCallback((to: number) => {
    if (margin.current && Math.abs(margin.current.scrollTop - to) > 1) margin.current.scrollTop = to;
  }, []);
  const marked = useMemo(
    () => new Map((notes ?? []).map((f) => [`${f.row} ${f.column}`, { reason: f.reason, explained: f.explained }])),
    [notes],
  );
  const written = useAuthors(sheet.id, sheet.shown.number, authors && sheet.kind === 'page');
  const subject = useMemo(() => subjectOfSheet(sheet), [sheet]);
  const depicted = useMemo(() => depictedBy(sheet), [sheet]);
  const here = discussions.find((d) => d.id === open);
  const tools = (view: string, picture: () => Promise<Blob>) => (
    <AttachView
      of={{ name: sheet.name, sheet: sheet.id, revision: sheet.shown.number }}
      view={view}
      picture={picture}
      places={[
        ...(here
          ? [{ conversation: here.conversation, name: texts.thisDiscussion, outside: !me.staff || here.party !== null }]
          : []),
        ...writable,
      ]}
    />
  );
  const view = { discussions, open, onOpen, chosen, onChoose, onPlaces, onScrolled, scroll };
  return (
    <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_320px] md:grid-rows-1 short:min-h-[440px]">
      <section aria-label={texts.theSheet} className="flex min-h-0 min-w-0 flex-col">
        {sheet.rows ? (
          <TableView {...view} rows={sheet.rows} name={sheet.name} notes={marked} />
        ) : sheet.file ? (
          <DrawingView
            {...view}
            key={sheet.shown.number}
            of={depicted!}
            view={viewpoint}
            onView={onViewpoint}
            tools={tools}
          />
        ) : (
          <PageView {...view} name={sheet.name} html={sheet.html ?? ''} written={authors ? (written.data ?? []) : null}>
            <PageText sheet={sheet} />
          </PageView>
        )}
      </section>
      <aside
        className={
          'flex min-h-0 flex-col border-l bg-paper max-md:border-l-0 max-md:border-t ' +
          (narrow
            ? open || chosen || side
              ? 'max-md:h-[52vh] short:h-[240px]'
              : 'max-md:max-h-[40vh] short:max-h-[140px]'
            : '')
        }
      >
        {tabs}
        {side ?? (
          <Margin
            subject={subject}
            me={me}
            discussions={discussions}
            places={narrow ? { tops: new Map(), height: 0 } : places}
            open={open}
            onOpen={onOpen}
            chosen={chosen}
            onChoose={onChoose}
            box={margin}
            onScrolled={(to) => narrow || scroll.current?.(to)}
            onRevision={onRevision}
            talk={talk}
          />
        )}
      </aside>
    </div>
  );
}

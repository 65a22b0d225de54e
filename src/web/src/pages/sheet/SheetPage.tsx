import { GitCompareArrows, Highlighter, Pencil, Trash2 } from 'lucide-react';
import { Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { lazy } from '../../ui/lazy';
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import type { AnchorView, DiscussionView, Me, SheetView } from '../../api/client';
import { useDocket } from '../../api/queries';
import { openTab } from '../../dockets/tabs';
import { Changes } from '../../sheets/Changes';
import { DrawingCompare } from '../../sheets/compare/DrawingCompare';
import { picked } from '../../conversations/picked';
import { ToExplain } from '../../sheets/checks/ToExplain';
import { useChecks } from '../../sheets/checks/checks';
import { anchorOf } from '../../sheets/discuss/view';
import { SheetSide } from '../../sheets/SheetSide';
import { SheetTools } from '../../sheets/SheetTools';
import { useDiscussions } from '../../sheets/discuss/discussions';
import { type SheetKind, kinds, nameSheet, sheetDrafts, useSheet } from '../../sheets/sheet';
import * as texts from '../../sheets/texts';
import { Back } from '../../ui/Back';
import { Button, Wrong, cx, inputClass } from '../../ui/controls';
import { useKeys } from '../../ui/keys';
import { moment } from '../../ui/time';
import { BesideEditing } from './BesideEditing';
import { DiscussionTalk } from './DiscussionTalk';
import { SheetView as SheetWithTalk } from './SheetView';

const SheetEdit = lazy(() => import('../../sheets/SheetEdit').then((m) => ({ default: m.SheetEdit })));

const none: DiscussionView[] = [];

type Tab = 'discussions' | 'checks' | 'revisions';

/** A sheet of a docket: as one of its revisions has it, what changed to it, or to be written on. */
export function SheetPage({ me }: { me: Me }) {
  const { id = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const begun = params.get('new') as SheetKind | null;
  const revision = Number(params.get('revision')) || null;
  const before = Number(params.get('from')) || null;
  const editing = params.has('edit') || begun !== null;
  const { data: sheet, error, refetch, isPlaceholderData } = useSheet(id, revision, begun === null);
  const wanted = params.get('sources');
  const all = picked.use();
  const sources = useMemo(
    () => (wanted?.split(',') ?? []).flatMap((s) => all.find((p) => p.id === s) ?? []),
    [wanted, all],
  );
  const unsaved = sheetDrafts.use()[id] !== undefined;
  const docket = sheet?.docket ?? params.get('docket') ?? '';
  const { data: of } = useDocket(docket);
  useEffect(() => {
    if (of) openTab({ ref: of.ref, name: of.shortName });
  }, [of]);
  useEffect(() => {
    document.title = sheet ? texts.wrenlet(sheet.name, sheet.docket) : 'Wrenlet';
    return () => void (document.title = 'Wrenlet');
  }, [sheet]);
  // The way back goes along while one looks around.
  const { state } = useLocation();
  const look = useCallback(
    (next: Record<string, string>) => setParams(next, { replace: true, state }),
    [setParams, state],
  );
  const open = params.get('discussion');
  const [chosen, setChosen] = useState<AnchorView | null>(null);
  const [authors, setAuthors] = useState(false);
  const [tab, setTab] = useState<Tab>('discussions');
  const number = sheet?.shown.number ?? 0;
  const { data: discussions = none } = useDiscussions(id, number, begun === null && number > 0 && !before);
  const writable = useMemo(
    () =>
      (of?.conversations ?? [])
        .filter((c) => c.audience === 'inside' || (c.audience === 'outside' && c.party))
        .map((c) => ({
          conversation: c.id,
          name: c.audience === 'inside' ? texts.noteOn(of!.ref) : texts.messageTo(c.party!.name),
          outside: c.audience === 'outside',
        })),
    [of],
  );
  const checks = useChecks(id, number, sheet?.kind === 'table' && !editing && !before).data;
  const setOpen = useCallback(
    (discussion: string | null) => {
      setChosen(null);
      setTab('discussions');
      setParams(
        (p) => {
          p.delete('entry');
          if (discussion) p.set('discussion', discussion);
          else p.delete('discussion');
          return p;
        },
        { replace: true, state },
      );
    },
    [setParams, state],
  );
  const setView = useCallback(
    (view: string | null) =>
      setParams(
        (p) => {
          if (view) p.set('view', view);
          else p.delete('view');
          return p;
        },
        { replace: true, state },
      ),
    [setParams, state],
  );
  useEffect(() => setChosen(null), [id, number]);
  const choose = useCallback((anchor: AnchorView | null) => {
    setChosen(anchor);
    if (anchor) setTab('discussions');
  }, []);
  // What is open in the margin stays open while one writes.
  const edit = () => look({ edit: '', ...(open ? { discussion: open } : {}) });
  useKeys({
    e: () => sheet && !sheet.removed && edit(),
    escape: () => (chosen ? setChosen(null) : open ? setOpen(null) : before || revision ? look({}) : undefined),
  });

  if (begun)
    return (
      <Suspense fallback={null}>
        <SheetEdit
          key={id}
          id={id}
          kind={begun}
          name={params.get('name') ?? kinds[begun].name}
          docket={docket}
          sheet={null}
          sources={sources}
          inside={of?.conversations.find((c) => c.audience === 'inside')?.id ?? null}
          onDone={() => look({})}
        />
      </Suspense>
    );
  if (error && !sheet) return <Wrong error={error} again={() => void refetch()} />;
  if (!sheet) return null;
  // What is written on is the newest revision, never the older one that was looked at.
  if (editing && isPlaceholderData) return null;
  if (editing)
    return (
      <Suspense fallback={null}>
        <SheetEdit
          key={id}
          id={id}
          kind={sheet.kind as SheetKind}
          name={sheet.name}
          docket={sheet.docket}
          sheet={sheet}
          inside={sheet.inside}
          beside={
            discussions.length > 0 && sheet.kind !== 'drawing' ? (
              <BesideEditing sheet={sheet} me={me} discussions={discussions} open={open} onOpen={setOpen} />
            ) : null
          }
          onDone={() => look(open ? { discussion: open } : {})}
        />
      </Suspense>
    );
  return (
    // In a low window the head is scrolled away, and the sheet has all of it.
    <div className="flex min-h-0 flex-1 flex-col short:overflow-y-auto">
      <Head
        sheet={sheet}
        unsaved={unsaved}
        comparing={before !== null}
        look={look}
        authors={authors}
        onAuthors={() => setAuthors(!authors)}
        onEdit={edit}
      />
      {before ? (
        <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_320px] md:grid-rows-1">
          <section aria-label={texts.theSheet} className="flex min-h-0 min-w-0 flex-col">
            {sheet.kind === 'drawing' ? (
              <DrawingCompare sheet={sheet} from={before} />
            ) : (
              <Changes id={sheet.id} from={before} to={sheet.shown.number} />
            )}
          </section>
          <SheetSide sheet={sheet} from={before} look={look} />
        </div>
      ) : (
        <SheetWithTalk
          key={sheet.id}
          sheet={sheet}
          me={me}
          discussions={discussions}
          open={open}
          onOpen={setOpen}
          chosen={chosen}
          onChoose={choose}
          onRevision={(n) => look({ revision: String(n), ...(open ? { discussion: open } : {}) })}
          viewpoint={params.get('view')}
          onViewpoint={setView}
          authors={authors}
          places={writable}
          talk={(d) => <DiscussionTalk key={d.id} discussion={d} me={me} />}
          notes={checks?.findings}
          side={
            tab === 'revisions' ? (
              <SheetSide sheet={sheet} from={before} look={look} />
            ) : tab === 'checks' && checks ? (
              <ToExplain
                sheet={sheet}
                checks={checks}
                onCell={(row, column) => setChosen(anchorOf({ kind: 'cells', row, column, rows: 1, columns: 1 }))}
                onDiscussion={setOpen}
              />
            ) : null
          }
          tabs={
            <div
              role="tablist"
              aria-label={texts.theSheet}
              className="flex flex-none gap-4 border-b bg-surface px-4 text-[13px]"
            >
              {tabsOf(sheet.kind).map((t) => (
                <button
                  key={t}
                  type="button"
                  role="tab"
                  aria-selected={tab === t}
                  onClick={() => setTab(t)}
                  className={cx(
                    'min-h-[34px] border-b-2 max-md:min-h-[44px]',
                    tab === t ? 'border-b-wren font-bold' : 'border-b-transparent text-soft',
                  )}
                >
                  {t === 'discussions'
                    ? texts.discussionsCount(discussions.length)
                    : t === 'checks'
                      ? texts.toExplain(checks?.findings.filter((f) => !f.explained).length ?? 0)
                      : sheet.kind === 'table'
                        ? texts.revisions
                        : texts.revisionsAndSharing}
                </button>
              ))}
            </div>
          }
        />
      )}
    </div>
  );
}

const tabsOf = (kind: string): Tab[] =>
  kind === 'table' ? ['discussions', 'checks', 'revisions'] : ['discussions', 'revisions'];

type HeadProps = {
  sheet: SheetView;
  unsaved: boolean;
  comparing: boolean;
  look: (next: Record<string, string>) => void;
  authors: boolean;
  onAuthors: () => void;
  onEdit: () => void;
};

function Head({ sheet, unsaved, comparing, look, authors, onAuthors, onEdit }: HeadProps) {
  const [naming, setNaming] = useState<string | null>(null);
  const navigate = useNavigate();
  const { shown } = sheet;
  const older = shown.number < sheet.newest;
  return (
    <header className="flex flex-none flex-wrap items-end gap-x-4 gap-y-1.5 border-b bg-surface px-4 pb-2 pt-2.5">
      <div className="min-w-0 flex-1 max-md:basis-full">
        {naming === null ? (
          <h1 className="text-[19px] font-bold leading-tight tracking-tight">
            <button
              type="button"
              title={texts.rename}
              onClick={() => setNaming(sheet.name)}
              className="min-h-6 rounded-[3px] text-left hover:underline hover:decoration-dotted"
            >
              {sheet.name}
            </button>
          </h1>
        ) : (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              if (naming.trim()) void nameSheet(sheet, naming.trim()).then(() => setNaming(null));
            }}
            className="flex max-w-[36em] items-center gap-2"
          >
            <input
              autoFocus
              aria-label={texts.nameOfTheSheet}
              maxLength={120}
              value={naming}
              onChange={(e) => setNaming(e.target.value)}
              onKeyDown={(e) => e.key === 'Escape' && (e.stopPropagation(), setNaming(null))}
              className={inputClass}
            />
            <Button type="submit" look="main" disabled={!naming.trim()}>
              {texts.saveName}
            </Button>
          </form>
        )}
        <p className="flex flex-wrap items-center gap-x-3 text-[13px] text-soft">
          <span>
            {kinds[sheet.kind as SheetKind].name} {texts.ofIt}{' '}
            <Link to={`/dockets/${sheet.docket}`} className="text-wren underline">
              {sheet.docket} {sheet.docketName}
            </Link>
          </span>
          <span className={older ? 'font-semibold text-soon' : undefined}>
            {texts.revisionInline} {shown.number}
            {older ? ` of ${sheet.newest}` : ''}, {shown.by?.firstName}, {moment(shown.at)}
          </span>
          {older ? (
            <Button look="quiet" onClick={() => look({})}>
              {texts.goToTheLatest}
            </Button>
          ) : null}
          {sheet.sources.length > 0 ? (
            <span className="min-w-0 truncate">
              {texts.startedFrom}{' '}
              {sheet.sources.map((s, i) => (
                <span key={s.entry}>
                  {i > 0 ? ', ' : ''}
                  <Link to={s.path} title={s.words} className="text-wren underline">
                    {texts.saidBy(s.by, moment(s.at))}
                  </Link>
                </span>
              ))}
            </span>
          ) : null}
          {sheet.removed ? <b className="text-late">{texts.removedInline}</b> : null}
        </p>
      </div>
      <p className="flex flex-wrap items-center gap-1.5 max-md:max-w-full max-md:flex-nowrap max-md:overflow-x-auto max-md:*:flex-none">
        <Back />
        {sheet.removed ? (
          <Button look="main" onClick={() => void nameSheet(sheet, sheet.name, false)}>
            {texts.restore}
          </Button>
        ) : (
          <Button look="main" onClick={onEdit} title="E">
            <Pencil size={14} aria-hidden />
            {sheet.kind === 'drawing' ? texts.newRevision : unsaved ? texts.continueEditing : texts.edit}
          </Button>
        )}
        {shown.number > 1 ? (
          <Button
            aria-pressed={comparing}
            onClick={() =>
              look(
                comparing
                  ? older
                    ? { revision: String(shown.number) }
                    : {}
                  : { ...(older ? { revision: String(shown.number) } : {}), from: String(shown.number - 1) },
              )
            }
          >
            <GitCompareArrows size={14} aria-hidden /> {comparing ? texts.theSheet : texts.whatChanged}
          </Button>
        ) : null}
        {sheet.kind === 'page' && !comparing ? (
          <Button aria-pressed={authors} onClick={onAuthors}>
            <Highlighter size={14} aria-hidden /> {texts.whoWroteWhat}
          </Button>
        ) : null}
        <SheetTools sheet={sheet} />
        {sheet.removed ? null : (
          <Button
            look="quiet"
            title={texts.removeTheSheet}
            aria-label={texts.removeTheSheet}
            onClick={() => void nameSheet(sheet, sheet.name, true).then(() => navigate(`/dockets/${sheet.docket}`))}
          >
            <Trash2 size={14} aria-hidden />
          </Button>
        )}
      </p>
    </header>
  );
}

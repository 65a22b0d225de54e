import { GitCompareArrows, Pencil, Trash2 } from 'lucide-react';
import { Suspense, lazy, useEffect, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { SheetView } from '../api/client';
import { useDocket } from '../api/queries';
import { useKeys } from '../ui/keys';
import { openTab } from '../dockets/tabs';
import { moment } from '../ui/time';
import { Button, Wrong, inputClass } from '../ui/controls';
import { Changes } from './Changes';
import { SheetBody } from './SheetBody';
import { SheetSide } from './SheetSide';
import { SheetTools } from './SheetTools';
import { type SheetKind, kinds, nameSheet, sheetDrafts, useSheet } from './sheet';
import * as texts from './texts';

const SheetEdit = lazy(() => import('./SheetEdit').then((m) => ({ default: m.SheetEdit })));

/** A sheet of a docket: as one of its revisions has it, what changed to it, or to be written on. */
export function SheetPage() {
  const { id = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const begun = params.get('new') as SheetKind | null;
  const revision = Number(params.get('revision')) || null;
  const before = Number(params.get('from')) || null;
  const editing = params.has('edit') || begun !== null;
  const { data: sheet, error, refetch, isPlaceholderData } = useSheet(id, revision, begun === null);
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
  const look = (next: Record<string, string>) => setParams(next, { replace: true });
  useKeys({ e: () => sheet && !sheet.removed && look({ edit: '' }), escape: () => (before || revision) && look({}) });

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
          onDone={() => look({})}
        />
      </Suspense>
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <Head sheet={sheet} unsaved={unsaved} comparing={before !== null} look={look} />
      <div className="grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_296px] md:grid-rows-1">
        <section aria-label={texts.theSheet} className="flex min-h-0 min-w-0 flex-col">
          {before ? (
            <Changes id={sheet.id} from={before} to={sheet.shown.number} />
          ) : (
            <SheetBody key={`${sheet.id} ${sheet.shown.number}`} sheet={sheet} />
          )}
        </section>
        <SheetSide sheet={sheet} from={before} look={look} />
      </div>
    </div>
  );
}

type HeadProps = {
  sheet: SheetView;
  unsaved: boolean;
  comparing: boolean;
  look: (next: Record<string, string>) => void;
};

function Head({ sheet, unsaved, comparing, look }: HeadProps) {
  const [naming, setNaming] = useState<string | null>(null);
  const navigate = useNavigate();
  const { shown } = sheet;
  const older = shown.number < sheet.newest;
  return (
    <header className="flex flex-none flex-wrap items-end gap-x-4 gap-y-1.5 border-b bg-surface px-4 pb-2 pt-2.5">
      <div className="min-w-0 flex-1">
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
          {sheet.removed ? <b className="text-late">{texts.removedInline}</b> : null}
        </p>
      </div>
      <p className="flex flex-wrap items-center gap-1.5">
        {sheet.removed ? (
          <Button look="main" onClick={() => void nameSheet(sheet, sheet.name, false)}>
            {texts.restore}
          </Button>
        ) : (
          <Button look="main" onClick={() => look({ edit: '' })} title="E">
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

import { useQuery } from '@tanstack/react-query';
import { Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { lazy } from '../ui/lazy';
import { v7 as newId } from 'uuid';
import { BrowserRouter, Navigate, Route, Routes, useNavigate, useParams, useSearchParams } from 'react-router';
import { showViewsBy } from '../conversations/viewed';
import { basename } from '../api/at';
import { SignIn } from '../accounts/SignIn';
import { may } from '../accounts/rights';
import { type EntryView, type FileView, type Me, Refusal, api, setGuard, taken } from '../api/client';
import { connect, disconnect, showSent, whenArrived, whenConversationChanges } from '../api/live';
import { FileTalk } from '../conversations/fileTalk';
import { hearDrafts, joinDrafts } from '../conversations/drafts';
import { refreshRow } from '../conversations/queues/board';
import { leavingToast } from '../conversations/leaving';
import { whenSent } from '../api/outbox';
import { keys, queries } from '../api/queries';
import { popUp } from '../alerts/PopUp';
import { askAhead } from '../sheets/sheet';
import { Wrong } from '../ui/controls';
import { Toasts, sayWrong } from '../ui/toasts';
import { ToEntry } from '../finding/ToEntry';
import { Frame } from './Frame';
import { setFirmTime } from '../ui/time';
import { belongTo } from '../api/store';
import * as texts from './texts';

const BeginPage = lazy(() => import('../accounts/begin/BeginPage').then((m) => ({ default: m.BeginPage })));
const SetUp = lazy(() => import('../accounts/begin/SetUp').then((m) => ({ default: m.SetUp })));
const ChoosePassword = lazy(() => import('../accounts/ChoosePassword').then((m) => ({ default: m.ChoosePassword })));
const ConfirmAddress = lazy(() => import('../accounts/ConfirmAddress').then((m) => ({ default: m.ConfirmAddress })));
const PartyPageView = lazy(() => import('../pages/PartyPageView').then((m) => ({ default: m.PartyPageView })));
const TodayPage = lazy(() => import('../pages/TodayPage').then((m) => ({ default: m.TodayPage })));
const DocketsPage = lazy(() => import('../pages/DocketsPage').then((m) => ({ default: m.DocketsPage })));
const TemplatesPage = lazy(() => import('../flow/templates/TemplatesPage').then((m) => ({ default: m.TemplatesPage })));
const RulesPage = lazy(() => import('../flow/rules/RulesPage').then((m) => ({ default: m.RulesPage })));
const ForecastPage = lazy(() => import('../flow/forecasts/ForecastPage').then((m) => ({ default: m.ForecastPage })));
const LevelPage = lazy(() => import('../flow/forecasts/LevelPage').then((m) => ({ default: m.LevelPage })));
const PromisedPage = lazy(() => import('../flow/forecasts/Promised').then((m) => ({ default: m.PromisedPage })));
const NewCircularPage = lazy(() =>
  import('../conversations/circular/NewCircularPage').then((m) => ({ default: m.NewCircularPage })),
);
const CircularPage = lazy(() =>
  import('../conversations/circular/CircularPage').then((m) => ({ default: m.CircularPage })),
);
showViewsBy(lazy(() => import('../pages/views/ViewInPlace')));
const DocketPage = lazy(() => import('../pages/docket/DocketPage').then((m) => ({ default: m.DocketPage })));
const QueuesPage = lazy(() => import('../pages/queues/QueuesPage').then((m) => ({ default: m.QueuesPage })));
const ConversationPage = lazy(() => import('../pages/ConversationPage').then((m) => ({ default: m.ConversationPage })));
const TalkPage = lazy(() => import('../pages/TalkPage').then((m) => ({ default: m.TalkPage })));
const NoticeboardPage = lazy(() => import('../pages/NoticeboardPage').then((m) => ({ default: m.NoticeboardPage })));
const ContactsPage = lazy(() => import('../people/ContactsPage').then((m) => ({ default: m.ContactsPage })));
const SetUpPage = lazy(() => import('../pages/SetUpPage').then((m) => ({ default: m.SetUpPage })));
const StockPage = lazy(() => import('../conversations/StockReplies').then((m) => ({ default: m.StockPage })));
const ImportsPage = lazy(() => import('../reports/imports/ImportsPage').then((m) => ({ default: m.ImportsPage })));
const CrewPage = lazy(() => import('../pages/crew/CrewPage').then((m) => ({ default: m.CrewPage })));
const ReadingPage = lazy(() => import('../reports/ReadingPage').then((m) => ({ default: m.ReadingPage })));
const ReportsPage = lazy(() => import('../reports/ReportsPage').then((m) => ({ default: m.ReportsPage })));
const TasksPage = lazy(() => import('../pages/tasks/TasksPage').then((m) => ({ default: m.TasksPage })));
const DiscussionsPage = lazy(() =>
  import('../sheets/discuss/DiscussionsPage').then((m) => ({ default: m.DiscussionsPage })),
);
const Assigned = lazy(() => import('../sheets/discuss/DiscussionsPage').then((m) => ({ default: m.Assigned })));
const AsksPage = lazy(() => import('../asks/AsksPage').then((m) => ({ default: m.AsksPage })));
const MeetingPage = lazy(() => import('../pages/MeetingPage').then((m) => ({ default: m.MeetingPage })));
const ToCall = lazy(() => import('../pages/MeetingPage').then((m) => ({ default: m.ToCall })));
const SheetPage = lazy(() => import('../pages/sheet/SheetPage').then((m) => ({ default: m.SheetPage })));
const EntryFileTalk = lazy(() => import('../pages/sheet/EntryFileTalk').then((m) => ({ default: m.EntryFileTalk })));
const PostOfficePage = lazy(() => import('../standins/PostOfficePage').then((m) => ({ default: m.PostOfficePage })));

/** Who is signed in; null for nobody. */
async function whoAmI(): Promise<Me | null> {
  try {
    const me = await taken(api.GET('/api/me'));
    setGuard(me.guard);
    setFirmTime(me.zone, me.now, me.standsStill);
    belongTo(me.person.id!);
    return me;
  } catch (wrong) {
    if (wrong instanceof Refusal && wrong.status === 401) return null;
    throw wrong;
  }
}

/** A private link: signs its contact in, and goes to their page. */
function ByLink({ done }: { done: () => Promise<unknown> }) {
  const { token, '*': rest } = useParams();
  const navigate = useNavigate();
  const [wrong, setWrong] = useState<Error | null>(null);
  useEffect(() => {
    // Whoever is signed in here before leaves with the guard of that session.
    whoAmI()
      .then(() => taken(api.POST('/api/session/link', { body: { token: token! } })))
      .then(done)
      .then(() => navigate(rest ? `/${rest}` : '/', { replace: true }))
      .catch((e: Error) => setWrong(e));
  }, [token, rest, navigate, done]);
  return (
    <main className="grid min-h-full p-6">
      {wrong ? <Wrong error={wrong} /> : <p className="m-auto text-soft">{texts.openingYourPage}</p>}
    </main>
  );
}

/** Asks again who is signed in; an answer to an earlier question that is still on its way does not count any more. */
async function anew() {
  await queries.cancelQueries({ queryKey: keys.me });
  queries.setQueryData(keys.me, await whoAmI());
}

/** A link to a colleague: the conversation between the two, begun when there is none. */
function ToColleague() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  useEffect(() => {
    taken(
      api.POST('/api/conversations', {
        body: { id: newId(), audience: 'direct', people: [id], name: null, description: null },
      }),
    )
      .then((c) => navigate(`/conversations/${c.id}`, { replace: true }))
      .catch((wrong) => {
        sayWrong(wrong);
        void navigate('/', { replace: true });
      });
  }, [id, navigate]);
  return null;
}

/** The page of a sheet; the sheet itself is on its way before the page is drawn. */
function ToSheet({ me }: { me: Me }) {
  const { id = '' } = useParams();
  const [params] = useSearchParams();
  useMemo(() => askAhead(id, params), [id]); // eslint-disable-line react-hooks/exhaustive-deps
  return <SheetPage me={me} />;
}

function Inside({ me }: { me: Me }) {
  // Who is signed in is read again and again, and says a later number each time; the page stays connected.
  const [sequence] = useState(me.sequence);
  useEffect(() => {
    whenSent((waiting, entry) => {
      showSent(waiting.docket, entry);
      // Where the entry itself is in sight it says so; elsewhere a toast does.
      if (entry.delivery === 'waiting')
        setTimeout(() => document.getElementById(`entry-${entry.id}`) ?? leavingToast(entry, texts.leaves), 400);
    });
    whenConversationChanges((id) => void refreshRow(id).catch(() => undefined));
    if (me.staff) {
      hearDrafts();
      whenArrived(joinDrafts);
    }
    void connect(sequence, (change) => change.alert && popUp(change.alert));
    return () => void disconnect();
  }, [sequence, me.staff]);
  const fileTalk = useCallback(
    (of: { entry: EntryView; file: FileView }) => (
      <Suspense fallback={null}>
        <EntryFileTalk key={of.file.id} {...of} me={me} />
      </Suspense>
    ),
    [me],
  );
  if (!me.staff)
    return (
      <FileTalk value={fileTalk}>
        <Routes>
          <Route path="*" element={<PartyPageView me={me} />} />
        </Routes>
      </FileTalk>
    );
  return (
    <FileTalk value={fileTalk}>
      <Frame me={me}>
        <Suspense fallback={null}>
          <Routes>
            <Route path="/" element={<TodayPage me={me} />} />
            <Route path="/queues" element={<QueuesPage me={me} />} />
            <Route path="/dockets" element={<DocketsPage me={me} />} />
            <Route path="/dockets/:reference" element={<DocketPage me={me} />} />
            <Route path="/dockets/:reference/forecast" element={<ForecastPage />} />
            <Route path="/forecasts" element={<PromisedPage />} />
            <Route path="/forecasts/levelling" element={<LevelPage />} />
            <Route path="/templates" element={<TemplatesPage me={me} />} />
            <Route path="/circulars/new" element={<NewCircularPage />} />
            <Route path="/circulars/:id" element={<CircularPage />} />
            <Route path="/rules" element={<RulesPage />} />
            <Route path="/conversations/:id" element={<ConversationPage me={me} />} />
            <Route path="/talk" element={<TalkPage me={me} />} />
            <Route path="/colleagues/:id" element={<ToColleague />} />
            <Route path="/noticeboard" element={<NoticeboardPage me={me} />} />
            <Route path="/noticeboard/:conversation" element={<NoticeboardPage me={me} />} />
            <Route path="/tasks" element={<TasksPage me={me} />} />
            <Route path="/asks" element={<AsksPage beside={<Assigned />} />} />
            <Route path="/discussions" element={<DiscussionsPage me={me} />} />
            <Route path="/entries/:id" element={<ToEntry />} />
            <Route path="/meetings/:id" element={<MeetingPage me={me} />} />
            <Route path="/sheets/:id" element={<ToSheet me={me} />} />
            <Route path="/calls/:id" element={<ToCall />} />
            <Route path="/crews/:id" element={<CrewPage me={me} />} />
            <Route path="/reading" element={<ReadingPage />} />
            <Route path="/imports" element={<ImportsPage me={me} />} />
            <Route path="/imports/:id" element={<ImportsPage me={me} />} />
            <Route path="/contacts" element={<ContactsPage me={me} />} />
            <Route path="/reports" element={<ReportsPage />} />
            <Route path="/stock-replies" element={<StockPage />} />
            <Route path="/begin" element={may(me, 'set-up', 'take-on') ? <BeginPage /> : <Navigate to="/" replace />} />
            <Route path="/set-up" element={<SetUpPage me={me} />} />
            <Route path="/post-office" element={<PostOfficePage />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </Frame>
    </FileTalk>
  );
}

/** The whole application: the first page, a party's page, or the frame with its pages. */
export function App() {
  const me = useQuery({ queryKey: keys.me, queryFn: whoAmI, staleTime: Infinity });
  const welcome = useQuery({
    queryKey: ['welcome'],
    queryFn: () => taken(api.GET('/api/welcome')),
    enabled: me.data === null,
  });
  const begin = () => void anew().catch(() => me.refetch());
  return (
    <BrowserRouter basename={basename}>
      <Suspense fallback={null}>
        <Routes>
          <Route path="/with/:token/*" element={<ByLink done={anew} />} />
          <Route path="/address/:token" element={<ConfirmAddress />} />
          <Route path="/account/:token" element={<ChoosePassword done={anew} />} />
          <Route
            path="*"
            element={
              me.error ? (
                <main className="grid min-h-full p-6">
                  <Wrong error={me.error} again={begin} />
                </main>
              ) : me.data ? (
                <Inside key={me.data.person.id} me={me.data} />
              ) : welcome.data ? (
                welcome.data.firm ? (
                  <SignIn welcome={welcome.data} done={begin} />
                ) : (
                  <SetUp done={begin} />
                )
              ) : null
            }
          />
        </Routes>
      </Suspense>
      <Toasts />
    </BrowserRouter>
  );
}

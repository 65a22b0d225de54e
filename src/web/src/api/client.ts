import createClient from 'openapi-fetch';
import { at } from './at';
import type { components, paths } from './schema';
import * as texts from './texts';

export type Schemas = components['schemas'];
export type Me = Schemas['Me'];
export type Welcome = Schemas['Welcome'];
export type PersonView = Schemas['PersonView'];
export type OwnerView = Schemas['OwnerView'];
export type AnchorView = Schemas['AnchorView'];
export type DiscussionView = Schemas['DiscussionView'];
export type EntryView = Schemas['EntryView'];
export type TaskView = Schemas['TaskView'];
export type StageMoveView = Schemas['StageMoveView'];
export type LaterView = Schemas['LaterView'];
export type Talk = Schemas['Talk'];
export type CostView = Schemas['CostView'];
export type LevelStepView = Schemas['LevelStepView'];
export type DocketForecastView = Schemas['DocketForecastView'];
export type ForecastMomentView = Schemas['ForecastMomentView'];
export type ForecastDayView = Schemas['ForecastDayView'];
export type PlannedView = Schemas['PlannedView'];
export type TaskChangeBody = Schemas['TaskChangeBody'];
export type GapView = Schemas['GapView'];
export type WhatIfView = Schemas['WhatIfView'];
export type DocketView = Schemas['DocketView'];
export type DocketRow = Schemas['DocketRow'];
export type ConversationView = Schemas['ConversationView'];
export type OpenedConversation = Schemas['OpenedConversation'];
export type BoardView = Schemas['BoardView'];
export type BoardRow = Schemas['BoardRow'];
export type BoardQueue = Schemas['BoardQueue'];
export type Advice = Schemas['Advice'];
export type AskedTask = Schemas['AskedTask'];
export type Checked = Schemas['Checked'];
export type NeedView = Schemas['NeedView'];
export type LeakView = Schemas['LeakView'];
export type FileView = Schemas['FileView'];
export type StockView = Schemas['StockView'];
export type PartyRow = Schemas['PartyRow'];
export type PartyFile = Schemas['PartyFile'];
export type ContactView = Schemas['ContactView'];
export type PartyCardView = Schemas['PartyCardView'];
export type CardFields = Schemas['CardFields'];
export type PartySiteView = Schemas['PartySiteView'];
export type PartyThingView = Schemas['PartyThingView'];
export type OwedAnswer = Schemas['OwedAnswer'];
export type RolesView = Schemas['RolesView'];
export type PartyLinksView = Schemas['PartyLinksView'];
export type LogLineView = Schemas['LogLineView'];
export type SetUpView = Schemas['SetUpView'];
export type QueueSetting = Schemas['QueueSetting'];
export type ReadingView = Schemas['ReadingView'];
export type RouterView = Schemas['RouterView'];
export type ReportView = Schemas['ReportView'];
export type TextMessage = Schemas['TextMessage'];
export type SilenceView = Schemas['SilenceView'];
export type AlertView = Schemas['AlertView'];
export type AlertList = Schemas['AlertList'];
export type DraftsView = Schemas['DraftsView'];
export type DraftView = Schemas['DraftView'];
export type PartyPage = Schemas['PartyPage'];
export type SentMail = Schemas['SentMail'];
export type AsideView = Schemas['AsideView'];
export type Taggable = Schemas['Taggable'];
export type Colleagues = Schemas['Colleagues'];
export type StandingView = Schemas['StandingView'];
export type AlertSettings = Schemas['AlertSettings'];
export type ListeningView = Schemas['ListeningView'];
export type ToldView = Schemas['ToldView'];
export type FiledSum = Schemas['FiledSum'];
export type NoticeView = Schemas['NoticeView'];
export type SinceView = Schemas['SinceView'];
export type DayView = Schemas['DayView'];
export type WorkingDayView = Schemas['WorkingDayView'];
export type SharedView = Schemas['SharedView'];
export type MarksView = Schemas['MarksView'];
export type PinView = Schemas['PinView'];
export type VersionView = Schemas['VersionView'];
export type ReadersView = Schemas['ReadersView'];
export type QuoteView = Schemas['QuoteView'];
export type TalkRow = Schemas['TalkRow'];
export type KeptDraft = Schemas['KeptDraft'];
export type Hit = Schemas['Hit'];
export type FoundView = Schemas['FoundView'];
export type TaskRow = Schemas['TaskRow'];
export type TaskTable = Schemas['TaskTable'];
export type TaskDetail = Schemas['TaskDetail'];
export type WorklistView = Schemas['WorklistView'];
export type NamedTaskView = Schemas['NamedTaskView'];
export type ImportView = Schemas['ImportView'];
export type ImportJob = Schemas['ImportJob'];
export type CrewPageView = Schemas['CrewPage'];
export type RotaSetting = Schemas['RotaSetting'];
export type DutyView = Schemas['DutyView'];
export type SwapView = Schemas['SwapView'];
export type FoldView = Schemas['FoldView'];
export type ImportPreview = Schemas['ImportPreview'];
export type LoadView = Schemas['LoadView'];
export type AskView = Schemas['AskView'];
export type AskItem = Schemas['AskItem'];
export type AskableView = Schemas['AskableView'];
export type NewAsk = Schemas['NewAsk'];
export type NewMeeting = Schemas['NewMeeting'];
export type MeetingView = Schemas['MeetingView'];
export type MeetingItem = Schemas['MeetingItem'];
export type MeetingDayView = Schemas['MeetingDayView'];
export type InvitableView = Schemas['InvitableView'];
export type NarrowingView = Schemas['NarrowingView'];
export type TableWish = Schemas['TableWish'];
export type TableColumn = Schemas['TableColumn'];
export type TableFilter = Schemas['TableFilter'];
export type TableLine = Schemas['TableLine'];
export type SiteSetting = Schemas['SiteSetting'];
export type KindSetting = Schemas['KindSetting'];
export type TemplateSetting = Schemas['TemplateSetting'];
export type TemplateTaskSetting = Schemas['TemplateTaskSetting'];
export type TemplateDateSetting = Schemas['TemplateDateSetting'];
export type TemplateOwnerSetting = Schemas['TemplateOwnerSetting'];
export type RuleView = Schemas['RuleView'];
export type RuleSetting = Schemas['RuleSetting'];
export type TriggerForm = Schemas['TriggerForm'];
export type ConditionForm = Schemas['ConditionForm'];
export type StepForm = Schemas['StepForm'];
export type TrialView = Schemas['TrialView'];
export type GateView = Schemas['GateView'];
export type SetOffView = Schemas['SetOffView'];
export type SetOffChange = Schemas['SetOffChange'];
export type LaidOutView = Schemas['LaidOutView'];
export type LaidTaskView = Schemas['LaidTaskView'];
export type RecurringSetting = Schemas['RecurringSetting'];
export type DocketLink = Schemas['DocketLink'];
export type DocketFields = Schemas['DocketFields'];
export type DocketSetting = Schemas['DocketSetting'];
export type SheetView = Schemas['SheetView'];
export type SheetBrief = Schemas['SheetBrief'];
export type SheetBody = Schemas['SheetBody'];
export type SheetChangesView = Schemas['SheetChangesView'];
export type RevisionView = Schemas['RevisionView'];
export type ThingView = Schemas['ThingView'];
export type MomentView = Schemas['MomentView'];
export type MomentsView = Schemas['MomentsView'];
export type TaskLineView = Schemas['TaskLineView'];

/** What the live connection says; its shape is the server's ChangeView. */
export type Change = {
  seq: number;
  kind: string;
  subject: string;
  docket: string | null;
  conversation: string | null;
  by: string | null;
  entry: EntryView | null;
  task: TaskView | null;
  alert: AlertView | null;
};

/** An answer that says no, in the server's words (RFC 9457). */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly fields: Record<string, string[]> = {},
    readonly unseeing: PersonView[] = [],
    readonly current: unknown = null,
    readonly leaks: LeakView[] = [],
    readonly missed: EntryView[] = [],
    /** What others changed of the very fields that were to be changed. */
    readonly collisions: { what: string; now: string }[] = [],
    /** The task that was made of the same words before. */
    readonly first: TaskView | null = null,
  ) {
    super(message);
  }
}

/** The server could not be reached; nothing is lost, it can be tried again. */
export class Unreachable extends Error {}

let guard = '';

/** Remembers what each change must carry beside the session's cookie. */
export const setGuard = (value: string) => {
  guard = value;
};

export const api = createClient<paths>({ baseUrl: at('/') });

api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Wrenlet-Guard', guard);
    return request;
  },
});

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or the refusal it carries as an exception. */
export async function taken<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new Unreachable(texts.theServerCannotReached);
  }
  if (answer.response.ok) return answer.data as T;
  const problem = (answer.error ?? {}) as {
    detail?: string;
    title?: string;
    errors?: Record<string, string[]>;
    unseeing?: PersonView[];
    current?: unknown;
    leaks?: LeakView[];
    missed?: EntryView[];
    collisions?: { what: string; now: string }[];
    first?: TaskView;
  };
  const first = Object.values(problem.errors ?? {})[0]?.[0];
  throw new Refusal(
    answer.response.status,
    problem.detail ?? first ?? problem.title ?? texts.theServerAnswered(answer.response.status),
    problem.errors,
    problem.unseeing,
    problem.current,
    problem.leaks,
    problem.missed,
    problem.collisions,
    problem.first,
  );
}

type UploadView = Schemas['UploadView'];

/** Sends a part of a file, and says how much of it has gone; fetch cannot say that. Out of place, the answer is what the server has. */
export const sendPart = (id: string, from: number, part: Blob, gone: (bytes: number) => void): Promise<UploadView> =>
  new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const unreachable = () => reject(new Unreachable(texts.theServerCannotReachedJust));
    request.open('PATCH', at(`/api/uploads/${id}`));
    request.setRequestHeader('X-Wrenlet-Guard', guard);
    request.setRequestHeader('Upload-Offset', String(from));
    request.setRequestHeader('Content-Type', 'application/partial-upload');
    request.responseType = 'json';
    request.upload.onprogress = (e) => gone(e.loaded);
    request.onerror = unreachable;
    request.onabort = unreachable;
    request.onload = () => {
      const answer = request.response as (UploadView & { detail?: string }) | null;
      if (answer && (request.status === 200 || request.status === 409)) resolve(answer);
      else if (request.status >= 500 && request.status !== 507) unreachable();
      else reject(new Refusal(request.status, answer?.detail ?? texts.theServerAnswered(request.status)));
    };
    request.send(part);
  });

/** Hands a file that was asked for to the browser, to be saved under a name. */
export async function saveFile(call: Promise<Answer<unknown>>, name: string) {
  const url = URL.createObjectURL((await taken(call)) as Blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

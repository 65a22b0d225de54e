import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Me = Schemas['Me'];
export type Welcome = Schemas['Welcome'];
export type PersonView = Schemas['PersonView'];
export type OwnerView = Schemas['OwnerView'];
export type EntryView = Schemas['EntryView'];
export type TaskView = Schemas['TaskView'];
export type Talk = Schemas['Talk'];
export type DocketView = Schemas['DocketView'];
export type DocketRow = Schemas['DocketRow'];
export type ConversationView = Schemas['ConversationView'];
export type OpenedConversation = Schemas['OpenedConversation'];
export type QueueRow = Schemas['QueueRow'];
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
export type Hit = Schemas['Hit'];

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

export const api = createClient<paths>({ baseUrl: '/' });

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
    throw new Unreachable('The server cannot be reached just now. What you wrote is kept.');
  }
  if (answer.response.ok) return answer.data as T;
  const problem = (answer.error ?? {}) as {
    detail?: string;
    title?: string;
    errors?: Record<string, string[]>;
    unseeing?: PersonView[];
    current?: unknown;
  };
  const first = Object.values(problem.errors ?? {})[0]?.[0];
  throw new Refusal(
    answer.response.status,
    problem.detail ?? first ?? problem.title ?? `The server answered ${answer.response.status}.`,
    problem.errors,
    problem.unseeing,
    problem.current,
  );
}

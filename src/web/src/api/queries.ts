import { type Query, QueryClient, type QueryFilters, type QueryKey, useQuery } from '@tanstack/react-query';
import { Refusal, api, taken } from './client';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      refetchOnWindowFocus: false,
      retry: (count, error) => !(error instanceof Refusal) && count < 2,
    },
  },
});

const onceMore = new WeakSet<Query>();

/** What is being read at this moment may have been read before a change that is known here: it is read once more. */
function readOnceMore(filters: QueryFilters) {
  for (const query of queries.getQueryCache().findAll({ ...filters, fetchStatus: 'fetching' })) {
    if (onceMore.has(query)) continue;
    onceMore.add(query);
    const read = () => {
      onceMore.delete(query);
      void queries.invalidateQueries({ queryKey: query.queryKey, exact: true });
    };
    void (query.promise ?? Promise.resolve()).then(read, read);
  }
}

/** Reads anew what is shown of these, and whatever is being read of them once more. */
export function readAnew(filters: QueryFilters = {}) {
  readOnceMore(filters);
  void queries.invalidateQueries(filters, { cancelRefetch: false });
}

/** Changes what is known of something; where it is being read at this moment, that answer may come from before. */
export function patch<T>(queryKey: QueryKey, change: (known: T) => T) {
  queries.setQueryData<T>(queryKey, (known) => known && change(known));
  readOnceMore({ queryKey, exact: true });
}

export const keys = {
  me: ['me'] as const,
  dockets: (open: boolean) => ['dockets', open] as const,
  docket: (ref: string) => ['docket', ref] as const,
  conversation: (id: string) => ['conversation', id] as const,
  queues: ['queues'] as const,
  today: ['today'] as const,
  needs: ['needs'] as const,
  tasks: ['tasks'] as const,
  clock: ['clock'] as const,
  visits: ['visits'] as const,
  alerts: ['alerts'] as const,
  alertSettings: ['alert-settings'] as const,
  colleagues: ['colleagues'] as const,
  drafts: (entry: string) => ['drafts', entry] as const,
  page: ['page'] as const,
  advice: (id: string) => ['advice', id] as const,
  stock: ['stock'] as const,
  kinds: ['kinds'] as const,
  removed: ['removed-dockets'] as const,
  stockFields: ['stock-fields'] as const,
  contacts: ['contacts'] as const,
  contact: (id: string) => ['contacts', id] as const,
  card: (id: string) => ['contacts', id, 'card'] as const,
  docketThings: (ref: string) => ['docket', ref, 'things'] as const,
  crews: ['crews'] as const,
  crew: (id: string) => ['crews', id] as const,
  duty: ['crews', 'duty'] as const,
  folding: ['folding'] as const,
  followers: (id: string) => ['followers', id] as const,
  imports: ['imports'] as const,
  import: (id: string) => ['imports', id] as const,
  setUp: ['set-up'] as const,
  readerLessons: ['set-up', 'reader-lessons'] as const,
  roles: ['roles'] as const,
  firstSteps: ['first-steps'] as const,
  links: (party: string) => ['links', party] as const,
  reports: (weeks: number) => ['reports', weeks] as const,
  texts: ['texts'] as const,
  sent: ['sent'] as const,
  asides: ['asides'] as const,
  stuck: ['stuck'] as const,
  keeping: ['keeping'] as const,
  log: ['log'] as const,
  asks: ['asks'] as const,
  meetings: ['meetings'] as const,
  sheets: ['sheets'] as const,
  discussions: ['discussions'] as const,
  taskTable: ['task-table'] as const,
  taskDetail: ['task-detail'] as const,
  load: ['load'] as const,
  worklists: ['worklists'] as const,
  sites: ['sites'] as const,
  templates: ['templates'] as const,
  recurring: ['recurring-dockets'] as const,
  rules: ['rules'] as const,
  forecast: ['forecast'] as const,
};

export const useDockets = (open: boolean) =>
  useQuery({
    queryKey: keys.dockets(open),
    queryFn: () => taken(api.GET('/api/dockets', { params: { query: { open } } })),
  });

export const useDocket = (ref: string) =>
  useQuery({
    queryKey: keys.docket(ref),
    queryFn: () => taken(api.GET('/api/dockets/{reference}', { params: { path: { reference: ref } } })),
    enabled: ref !== '',
    refetchInterval: 60_000,
  });

export const useConversation = (id: string, enabled = true) =>
  useQuery({
    enabled,
    queryKey: keys.conversation(id),
    queryFn: () => taken(api.GET('/api/conversations/{id}', { params: { path: { id } } })),
    refetchInterval: 60_000,
  });

export const useTasks = () =>
  useQuery({ queryKey: keys.tasks, queryFn: () => taken(api.GET('/api/tasks')), refetchInterval: 60_000 });

export const useAlerts = () => useQuery({ queryKey: keys.alerts, queryFn: () => taken(api.GET('/api/alerts')) });

export const useColleagues = () =>
  useQuery({ queryKey: keys.colleagues, queryFn: () => taken(api.GET('/api/colleagues')), staleTime: 600_000 });

/** The firm's kinds of docket, retired ones among them. */
export const useKinds = () =>
  useQuery({ queryKey: keys.kinds, queryFn: () => taken(api.GET('/api/kinds')), staleTime: 300_000 });

/** The firm's sites, retired ones among them. */
export const useSites = () =>
  useQuery({ queryKey: keys.sites, queryFn: () => taken(api.GET('/api/sites')), staleTime: 300_000 });

export const useStock = () =>
  useQuery({ queryKey: keys.stock, queryFn: () => taken(api.GET('/api/stock-replies')), staleTime: 300_000 });

export const useTalkRows = (audience: string) =>
  useQuery({
    queryKey: ['talk', audience],
    queryFn: () => taken(api.GET('/api/talk', { params: { query: { audience } } })),
  });

import { useQuery } from '@tanstack/react-query';
import { v7 as newId } from 'uuid';
import { type Schemas, api, taken } from '../../api/client';
import { asNewEntry } from '../../api/outbox';
import { keys, queries } from '../../api/queries';

export type Visit = Schemas['VisitView'];
export type Party = Schemas['VisitPartyView'];
export type Body = Schemas['VisitBody'];

/** A task's visit, and to whom it can be offered. */
export const useVisit = (task: string) =>
  useQuery({
    queryKey: [...keys.taskDetail, task, 'visit'],
    queryFn: () => taken(api.GET('/api/tasks/{id}/visit', { params: { path: { id: task } } })),
  }).data;

export const readAgain = () =>
  Promise.all([keys.taskDetail, keys.visits].map((queryKey) => queries.invalidateQueries({ queryKey })));

const matching = (task: string, version: string | null | undefined) => ({
  path: { id: task },
  header: { 'If-Match': version ? `"${version}"` : undefined },
});

export const putVisit = (task: string, version: string | null | undefined, body: Body) =>
  taken(api.PUT('/api/tasks/{id}/visit', { params: matching(task, version), body }));

export const removeVisit = (visit: Visit) =>
  taken(api.DELETE('/api/tasks/{id}/visit', { params: matching(visit.task, visit.version) }));

export const tellOnWay = (task: string) =>
  taken(api.PUT('/api/tasks/{id}/visit/on-way', { params: { path: { id: task } } }));

/** Sets how long one's way to a meeting is, or that they were told that one is on it. */
export const setWay = (meeting: string, minutes: number, onWay: boolean) =>
  taken(api.PUT('/api/meetings/{id}/way', { params: { path: { id: meeting } }, body: { minutes, onWay } }));

/** The visit as it is, to be changed in part. */
export const bodyOf = (visit: Visit): Body => ({
  place: visit.place,
  from: visit.offered[0]!.from,
  until: visit.offered[0]!.until,
  wayMinutes: visit.wayMinutes,
  others: visit.offered.slice(1).map(({ from, until }) => ({ from, until })),
  offer: visit.entry,
});

type Said = { id: string; conversation: string; body: string; knowing: boolean };

/** Says something outside; with an ask it is one that its party chooses among. A refusal is thrown. */
export const tell = ({ id, conversation, body, knowing }: Said, ask: Schemas['NewAsk'] | null = null) =>
  taken(
    api.POST('/api/conversations/{id}/entries', {
      params: { path: { id: conversation } },
      body: asNewEntry({ id, conversation, docket: null, body, close: false, at: '', knowing, ask }),
    }),
  );

/** What is asked of a party: which of these times suits it, or none of them. */
export const choiceOf = (party: Party, options: string[]): Schemas['NewAsk'] => ({
  id: newId(),
  kind: 'choice',
  of: party.contacts.map((id) => ({ kind: 'person', id })),
  rule: 'anyone',
  needed: null,
  due: null,
  timeUp: 'remind',
  passTo: null,
  options,
  several: false,
  hidden: false,
  right: null,
});

/** The end of a time that begins at a moment and is as long as another. */
export const asLongAs = (from: string, of: { from: string; until: string }) => ({
  from,
  until: new Date(Date.parse(from) + Date.parse(of.until) - Date.parse(of.from)).toISOString(),
});

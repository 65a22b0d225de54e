import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { type LaidTaskView, api, taken } from '../../api/client';
import { keys } from '../../api/queries';

/** A task as it is to be made: as the template lays it out, with what was changed of it here. */
export type WantedTask = LaidTaskView & { id: string; made: boolean };

type Change = Partial<Pick<WantedTask, 'made' | 'title' | 'owners' | 'due'>>;

export type LaidOutFor = { docket?: string; owner?: string | null; milestones?: Record<string, string> };

/**
 * What a template would make in a docket. What is changed here stays when it is laid out again, because another owner or
 * another date was chosen.
 */
export function useLaidOut(template: string | null, where: LaidOutFor) {
  const [changes, setChanges] = useState<Record<string, Change>>({});
  const [ids] = useState(() => new Map<string, string>());
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const { data, error } = useQuery({
    queryKey: [...keys.templates, template, 'laid-out', where],
    queryFn: () =>
      taken(
        api.POST('/api/templates/{id}/laid-out', {
          params: { path: { id: template! } },
          body: {
            docket: where.docket ?? null,
            owner: where.owner ?? null,
            milestones: where.milestones ?? null,
          },
        }),
      ),
    enabled: template !== null,
    staleTime: 0,
    placeholderData: (before, query) => (query?.queryKey[1] === template ? keepPreviousData(before) : undefined),
  });
  const idOf = (from: string) => {
    const key = `${template} ${from}`;
    const id = ids.get(key) ?? newId();
    ids.set(key, id);
    return id;
  };
  const tasks: WantedTask[] = (data?.tasks ?? []).map((t) => ({
    ...t,
    id: idOf(t.from),
    made: !t.there,
    ...changes[t.from],
  }));
  const sheets = (data?.sheets ?? []).map((s) => ({ ...s, made: !s.there && !left.has(s.from) }));
  const change = (from: string, part: Change) => setChanges((all) => ({ ...all, [from]: { ...all[from], ...part } }));
  const chooseSheet = (from: string, made: boolean) =>
    setLeft((all) => new Set(made ? [...all].filter((f) => f !== from) : [...all, from]));
  /** What is sent: the tasks and sheets that are to be made. */
  const wanted = () => ({
    tasks: tasks
      .filter((t) => t.made && !t.there)
      .map((t) => ({
        from: t.from,
        id: t.id,
        title: t.title,
        owners: t.owners,
        start: t.start,
        due: t.due,
        priority: t.priority,
        estimateMinutes: t.estimateMinutes,
      })),
    sheets: sheets.filter((s) => s.made).map((s) => s.from),
  });
  return { data, error, tasks, sheets, change, chooseSheet, wanted };
}

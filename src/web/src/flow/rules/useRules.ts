import { useQuery } from '@tanstack/react-query';
import { api, taken } from '../../api/client';
import { keys, useColleagues, useKinds, useSites, useStock } from '../../api/queries';
import { useParties, useQueueNames } from '../../dockets/setting';
import { useTemplates } from '../templates/useTemplates';

export const useRules = () => useQuery({ queryKey: keys.rules, queryFn: () => taken(api.GET('/api/rules')) });

/** All that a rule can name. */
export function useRuleNames() {
  const kinds = (useKinds().data ?? []).filter((k) => !k.retired);
  return {
    kinds,
    sites: (useSites().data ?? []).filter((s) => !s.retired),
    parties: useParties(true).data ?? [],
    queues: useQueueNames(true).data ?? [],
    people: useColleagues().data?.people ?? [],
    crews: useColleagues().data?.crews ?? [],
    stock: (useStock().data ?? []).filter((s) => !s.own),
    templates: (useTemplates().data ?? []).filter((t) => !t.retired),
    fields: kinds.flatMap((k) => k.fields).filter((f) => !f.retired),
  };
}

export type RuleNames = ReturnType<typeof useRuleNames>;

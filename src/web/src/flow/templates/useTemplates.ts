import { useQuery } from '@tanstack/react-query';
import { type OwnerView, api, taken } from '../../api/client';
import { keys, useColleagues } from '../../api/queries';

/** The firm's templates, retired ones among them. */
export const useTemplates = () =>
  useQuery({ queryKey: keys.templates, queryFn: () => taken(api.GET('/api/templates')) });

/** Dockets that are made again and again. */
export const useRecurring = () =>
  useQuery({ queryKey: keys.recurring, queryFn: () => taken(api.GET('/api/recurring-dockets')) });

/** People and crews as owners, by what the server calls them. */
export function useOwnerViews() {
  const { data: colleagues } = useColleagues();
  return (owners: { kind: string; id?: string | null }[]): OwnerView[] =>
    owners.flatMap((o) => {
      const known = [...(colleagues?.people ?? []), ...(colleagues?.crews ?? [])].find((c) => c.id === o.id);
      return known ? [known] : [];
    });
}

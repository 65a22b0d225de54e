import { useQuery } from '@tanstack/react-query';
import { api, taken } from '../../api/client';

/** What helps to decide whose a conversation should be. */
export const useAdvice = (id: string, key: unknown) =>
  useQuery({
    queryKey: ['advice', id, key],
    queryFn: () => taken(api.GET('/api/conversations/{id}/advice', { params: { path: { id } } })),
    staleTime: 20_000,
  });

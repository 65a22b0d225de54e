import { useQuery } from '@tanstack/react-query';
import { api, taken } from '../api/client';
import { keys } from '../api/queries';

/** What one is asked, or what one has asked. */
export const useAsks = (side: 'on-me' | 'of-mine') =>
  useQuery({
    queryKey: [...keys.asks, side],
    queryFn: () => taken(side === 'on-me' ? api.GET('/api/asks/on-me') : api.GET('/api/asks/of-mine')),
    refetchInterval: 60_000,
  });

import { useQuery } from '@tanstack/react-query';
import { type WorkingDayView, api, taken } from '../api/client';

/** Days of the firm's calendar from one on, by their date: whether there is work on them, and when it ends. */
export function useWorkingDays(from: string, days: number): ReadonlyMap<string, WorkingDayView> {
  const { data } = useQuery({
    queryKey: ['working-days', from, days],
    queryFn: async () => {
      const list = await taken(api.GET('/api/working-days', { params: { query: { from, days } } }));
      return new Map(list.map((d) => [d.date, d]));
    },
    staleTime: 3_600_000,
    placeholderData: (before) => before,
  });
  return data ?? nothing;
}

const nothing: ReadonlyMap<string, WorkingDayView> = new Map();

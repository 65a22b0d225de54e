import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { type TaskLineView, api, taken } from '../api/client';
import { useRested } from '../ui/useRested';

const pause = 200;

/** What a task that was written on a line is made with. */
export type LineFields = Partial<ReturnType<typeof fieldsOf>> & { title: string };

/** What a line says beside its title: who, by when, how long. */
export const readLine = (words: string, docket?: string | null) =>
  taken(api.GET('/api/tasks/line', { params: { query: { words, docket: docket ?? undefined } } }));

/** The fields of a task that a line says; those who own it only where it names somebody. */
export const fieldsOf = ({ title, owners, due, start, priority, repeats, estimateMinutes }: TaskLineView) => ({
  title,
  due,
  start,
  priority,
  repeats,
  estimateMinutes,
  ...(owners.length > 0 ? { owners } : {}),
});

/** What is understood of a line while it is typed, unless it is to be left as it stands. */
export function useLine(words: string, docket?: string | null) {
  const [plain, setPlain] = useState(false);
  // Another line is read again.
  const empty = !words.trim();
  useEffect(() => {
    if (empty) setPlain(false);
  }, [empty]);
  const rested = useRested(words.trim(), pause);
  const { data } = useQuery({
    queryKey: ['task-line', rested, docket],
    queryFn: () => readLine(rested, docket),
    enabled: rested.length > 0 && !plain,
    gcTime: 60_000,
  });
  return {
    read: !plain && rested.length > 0 && words.trim() ? (data?.read ?? '') : '',
    plain,
    leave: () => setPlain(true),
    /** The fields to make it with. */
    fields: async () => {
      const line = words.trim();
      return plain ? { title: line } : fieldsOf(await readLine(line, docket));
    },
  };
}

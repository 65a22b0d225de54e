import { useQuery } from '@tanstack/react-query';
import { Refusal, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './docketTexts';

/** Queues in which what a party writes can wait. */
export const useQueueNames = (enabled: boolean) =>
  useQuery({
    queryKey: [...keys.queues, 'names'],
    queryFn: async () =>
      (await taken(api.GET('/api/queues/board'))).queues
        .filter((q) => !q.retired)
        .map(({ id, name }) => ({ id, name })),
    staleTime: 300_000,
    enabled,
  });

export const useParties = (enabled: boolean) =>
  useQuery({ queryKey: keys.contacts, queryFn: () => taken(api.GET('/api/contacts')), enabled });

export const refreshDocket = (reference: string) => {
  void queries.invalidateQueries({ queryKey: keys.docket(reference) });
  void queries.invalidateQueries({ queryKey: ['dockets'] });
};

/** Does something with a docket; what is refused but may be done knowingly is asked about first. */
export async function act(reference: string, run: (knowing: boolean) => Promise<unknown>, knowing = false) {
  try {
    await run(knowing);
    refreshDocket(reference);
    return true;
  } catch (wrong) {
    if (!knowing && wrong instanceof Refusal && wrong.message.includes('anyway'))
      say(wrong.message, {
        stays: true,
        action: { label: texts.anyway, run: () => void act(reference, run, true) },
      });
    else sayWrong(wrong);
    return false;
  }
}

export const setOpen = (reference: string, open: boolean) =>
  act(reference, (knowing) =>
    taken(api.PUT('/api/dockets/{reference}/open', { params: { path: { reference } }, body: { open, knowing } })),
  );

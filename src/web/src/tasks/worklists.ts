import { useQuery } from '@tanstack/react-query';
import { type WorklistView, api, taken } from '../api/client';
import { keys } from '../api/queries';
import * as texts from './texts';

/** The worklists one sees. */
export const useWorklists = () =>
  useQuery({ queryKey: keys.worklists, queryFn: () => taken(api.GET('/api/worklists')) });

/** Whose a worklist is, in words. */
export const whose = (list: WorklistView) =>
  list.whose === 'crew' ? `@${list.crew}` : list.whose === 'docket' ? list.docket! : texts.myOwn;

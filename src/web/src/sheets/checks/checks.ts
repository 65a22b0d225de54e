import { useQuery } from '@tanstack/react-query';
import { v7 as newId } from 'uuid';
import { type Schemas, Refusal, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { sayWrong } from '../../ui/toasts';

export type Check = Schemas['CheckView'];
export type Checks = Schemas['ChecksView'];
export type Finding = Schemas['FindingView'];

const keyOf = (sheet: string, revision: number) => [...keys.sheets, sheet, 'checks', revision];

/** What is looked for in a table, and what is found in a revision. */
export const useChecks = (sheet: string, revision: number, enabled: boolean) =>
  useQuery({
    queryKey: keyOf(sheet, revision),
    queryFn: () => taken(api.GET('/api/sheets/{id}/checks', { params: { path: { id: sheet }, query: { revision } } })),
    enabled,
  });

/** Writes what is looked for; what another wrote meanwhile is shown. */
export async function setChecks(sheet: string, checks: Checks, next: Check[], who: string | null) {
  try {
    await taken(
      api.PUT('/api/sheets/{id}/checks', {
        params: { path: { id: sheet }, header: { 'If-Match': `"${checks.version}"` } },
        body: { checks: next, who },
      }),
    );
    return true;
  } catch (wrong) {
    sayWrong(wrong);
    return wrong instanceof Refusal && wrong.status === 412;
  } finally {
    await queries.invalidateQueries({ queryKey: [...keys.sheets, sheet, 'checks'] });
  }
}

/** Asks somebody about all of their values that need explaining. */
export async function askAbout(sheet: string, revision: number, person: string) {
  try {
    const now = await taken(
      api.POST('/api/sheets/{id}/questions', {
        params: { path: { id: sheet } },
        body: { id: newId(), revision, person },
      }),
    );
    queries.setQueryData(keyOf(sheet, revision), now);
    await queries.invalidateQueries({ queryKey: keys.discussions });
  } catch (wrong) {
    sayWrong(wrong);
  }
}

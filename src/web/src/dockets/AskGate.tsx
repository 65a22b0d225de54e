import { type DocketView, api, taken } from '../api/client';
import { sayWrong } from '../ui/toasts';
import { refreshDocket } from './setting';
import * as texts from './docketTexts';

/** Which stage ahead waits until something asked is decided. */
export function AskGate({ docket, entry, words }: { docket: DocketView; entry: string; words: string }) {
  const held = docket.stages.find((s) => s.waits.some((g) => g.of === entry));
  const set = (stage: string) =>
    void taken(
      api.PUT('/api/dockets/{reference}/gates/asks/{entry}', {
        params: { path: { reference: docket.ref, entry } },
        body: { stage: stage || null },
      }),
    )
      .then(() => refreshDocket(docket.ref))
      .catch(sayWrong);
  return (
    <select
      aria-label={texts.holdsUp(words)}
      className="min-h-6 max-w-full rounded-[3px] bg-transparent hover:underline max-md:min-h-[44px]"
      value={held?.id ?? ''}
      onChange={(e) => set(e.target.value)}
    >
      <option value="">{texts.holdsNothingUp}</option>
      {docket.stages
        .filter((s) => s.id === held?.id || s.standing === 'ahead' || s.standing === 'gated')
        .map((s) => (
          <option key={s.id} value={s.id}>
            {texts.beforeStage(s.name)}
          </option>
        ))}
    </select>
  );
}

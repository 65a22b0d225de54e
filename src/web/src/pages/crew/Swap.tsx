import { type CrewPageView, type SwapView, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

/** Shows a crew as the server has it now. */
export const took = (page: CrewPageView) => {
  queries.setQueryData(keys.crew(page.id), page);
  void queries.invalidateQueries({ queryKey: keys.duty });
};

/** A swap that was asked for; whoever is asked answers it here. */
export function Swap({ swap, crew }: { swap: SwapView; crew: string }) {
  const answer = async (state: string) => {
    try {
      took(
        await taken(
          api.PUT('/api/crews/{crew}/swaps/{id}', { params: { path: { crew, id: swap.id } }, body: { state } }),
        ),
      );
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const from = swap.from?.firstName ?? '';
  return (
    <li className="rounded-card border border-l-[3px] border-l-ask bg-surface p-2 text-[13px]">
      <p>
        <b>{texts.asks(from, swap.to?.firstName ?? '')}</b> {texts.takes(swap.name, swap.when)}
        {swap.inReturn ? texts.forThat(swap.name, from, swap.inReturn) : ''}
      </p>
      <p className="mt-1 flex gap-1.5 empty:hidden">
        {swap.mayAnswer ? (
          <>
            <Button look="main" onClick={() => void answer('agreed')}>
              {texts.agree}
            </Button>
            <Button onClick={() => void answer('declined')}>{texts.decline}</Button>
          </>
        ) : swap.mayWithdraw ? (
          <Button onClick={() => void answer('withdrawn')}>{texts.withdraw}</Button>
        ) : null}
      </p>
    </li>
  );
}

import { usePresent } from '../../api/live';
import { moment } from '../../ui/time';
import type { Row } from './board';
import * as texts from './texts';

/** Names of those who are in a conversation, beside oneself. */
export function Here({ id, me }: { id: string; me: string }) {
  const here = usePresent(id).filter((p) => p.person.id !== me);
  if (here.length === 0) return null;
  return (
    <span className="whitespace-nowrap text-[12px] font-semibold text-inside-ink">
      {here.map((p) => `${p.person.firstName} ${p.writing ? texts.writes : texts.reads}`).join(', ')}
    </span>
  );
}

/** "since Mon 11:10", or "later, until Thu 09:00". */
export const restingWords = (row: Row) =>
  row.aside && row.rank === 3
    ? texts.laterUntil(moment(row.aside))
    : row.turn === 'theirs' && row.since
      ? texts.theirTurnSince(moment(row.since))
      : row.open
        ? texts.noReplyNeeded
        : texts.closed;

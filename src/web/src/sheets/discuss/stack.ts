/** A card of the margin: where its place is, and how high it is. */
export type Standing = { id: string; wanted: number; height: number };

const gap = 8;

/**
 * Where each card stands: at the height of its place, or as near to it as those before it let it. The one that is open
 * stands at its very height, and those above it give way upwards as far as there is room.
 */
export function stacked(cards: Standing[], open: string | null): Map<string, number> {
  const order = [...cards].sort((a, b) => a.wanted - b.wanted);
  const tops = new Map<string, number>();
  let free = 0;
  for (const card of order) {
    const top = Math.max(card.wanted, free);
    tops.set(card.id, top);
    free = top + card.height + gap;
  }
  const at = order.findIndex((c) => c.id === open);
  if (at < 0) return tops;
  // What stands above the open one moves up until it is at its height, but not beyond the top.
  const before = order.slice(0, at);
  const least = before.reduce((sum, c) => sum + c.height + gap, 0);
  let top = Math.max(order[at]!.wanted, least);
  let below = top + order[at]!.height + gap;
  tops.set(order[at]!.id, top);
  for (const card of before.reverse()) {
    top = Math.min(tops.get(card.id)!, top - gap - card.height);
    tops.set(card.id, top);
  }
  for (const card of order.slice(at + 1)) {
    const next = Math.max(card.wanted, below);
    tops.set(card.id, next);
    below = next + card.height + gap;
  }
  return tops;
}

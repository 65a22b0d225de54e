/** A page of the earlier revision and the one that it became; null where one has none. */
export type PagePair = { before: number | null; after: number | null };

/** The pairs of pages that are known, and those after them in their order: a scan has no words to pair it by. */
export function pairsOf(known: PagePair[], before: number, after: number): PagePair[] {
  const pairs = known.filter((p) => (p.before ?? 0) <= before && (p.after ?? 0) <= after);
  let a = Math.max(0, ...pairs.map((p) => p.before ?? 0));
  let b = Math.max(0, ...pairs.map((p) => p.after ?? 0));
  const rest: PagePair[] = [];
  while (a < before || b < after) rest.push({ before: a < before ? ++a : null, after: b < after ? ++b : null });
  return [...pairs, ...rest];
}

/**
 * Merges the orders that two sides gave to one list. What a side moved or added goes behind what it stands behind on
 * that side; where both put something at one place, theirs comes first. What both moved lies as theirs has it.
 *
 * @param base the order both began from
 * @param alive which members stay; members of neither list are not asked for
 */
export function mergeOrder(
  base: readonly string[],
  mine: readonly string[],
  theirs: readonly string[],
  alive: ReadonlySet<string>,
): string[] {
  const inTheirs = new Set(theirs);
  const movedThere = moved(base, theirs);
  const movedHere = new Set([...moved(base, mine)].filter((key) => !movedThere.has(key)));
  // The order of theirs stands, without what only mine put elsewhere; that is laid in again, from the front.
  const order = theirs.filter((key) => alive.has(key) && !movedHere.has(key));
  const placed = new Set(order);
  let before: string | null = null;
  for (const key of mine) {
    if (!alive.has(key)) continue;
    if (!placed.has(key)) {
      order.splice(behind(order, before, inTheirs, base), 0, key);
      placed.add(key);
    }
    before = key;
  }
  return order;
}

/** Where something goes that stands behind `before`: after it, and after what theirs alone has put there. */
function behind(
  order: readonly string[],
  before: string | null,
  inTheirs: ReadonlySet<string>,
  base: readonly string[],
): number {
  let at = before === null ? 0 : order.indexOf(before) + 1;
  const old = new Set(base);
  while (at < order.length && inTheirs.has(order[at]!) && !old.has(order[at]!)) at++;
  return at;
}

/** Members of both orders that must have been moved: those outside a longest run that kept its order. */
function moved(from: readonly string[], to: readonly string[]): Set<string> {
  const place = new Map(from.map((key, i) => [key, i]));
  const common = to.filter((key) => place.has(key));
  // Longest increasing subsequence by patience sorting, O(n log n).
  const tails: number[] = [];
  const previous: number[] = [];
  const at = (i: number) => place.get(common[i]!)!;
  common.forEach((_, i) => {
    let low = 0;
    let high = tails.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (at(tails[middle]!) < at(i)) low = middle + 1;
      else high = middle;
    }
    previous[i] = low > 0 ? tails[low - 1]! : -1;
    tails[low] = i;
  });
  const kept = new Set<string>();
  for (let i = tails.at(-1) ?? -1; i >= 0; i = previous[i]!) kept.add(common[i]!);
  return new Set(common.filter((key) => !kept.has(key)));
}

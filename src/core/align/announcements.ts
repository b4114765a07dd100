import type { Named } from '../calls/read-clauses.ts';
import type { ClauseReading } from '../calls/read-clauses.ts';
import type { Clause } from '../transcript/clauses.ts';
import type { Token } from '../transcript/transcript.ts';
import { ANNOUNCED } from './clause-table.ts';

/** A name this sure is that of a move. */
export const SURE_NAME = 0.6;
/** For this long after it was said a name counts as the announcement of a move. */
const REACH_US = 40e6;
/** Names this close before the last one are one announcement: `squat, lunge, row`. */
const LIST_US = 6e6;

/** At each gap, the names of the last announcement before it, the same list while it stands; null: none in reach. */
export function announcementsAt(
  clauses: readonly Clause[],
  readings: readonly ClauseReading[],
  tokens: readonly Token[],
): (readonly Named[] | null)[] {
  const at = (c: number) => tokens[clauses[c]?.from ?? -1]?.at ?? 0;
  const found: (readonly Named[] | null)[] = [null];
  let last = -1;
  let [names, of]: [Named[], number] = [[], -1];
  for (let g = 1; g <= clauses.length; g++) {
    if ((readings[g - 1]?.names.length ?? 0) > 0) last = g - 1;
    const now = tokens[(clauses[g - 1]?.to ?? 1) - 1]?.end ?? 0;
    if (last < 0 || now - at(last) > REACH_US) {
      found.push(null);
      continue;
    }
    if (of !== last) {
      [names, of] = [[], last];
      for (let c = last; c >= 0 && at(last) - at(c) <= LIST_US; c--) names.push(...(readings[c]?.names ?? []));
    }
    found.push(names);
  }
  return found;
}

/**
 * What the last announcement says for a move that begins now, in nats: much if it was this move, something against it
 * if it was another. `labels` is how many moves the class has: the more there are, the less it was this one by chance.
 * `share` is how often this class announces what it does next.
 */
export function announcedScore(
  names: readonly Named[] | null,
  {
    label,
    gone,
    labels,
    share,
  }: { readonly label: string; readonly gone: string | null; readonly labels: number; readonly share: number },
): number {
  // The name of the move that is being done is a reminder, not an announcement.
  const others = names?.filter((n) => n.next || n.label !== gone) ?? [];
  if (others.length === 0) return 0;
  const score = Math.max(0, ...others.filter((n) => n.label === label).map((n) => n.score));
  const chance = Math.min(0.9, others.length / Math.max(2, labels));
  const [hit, miss] = [Math.log(share / chance), Math.log((1 - share) / (1 - chance))];
  return score * hit + (1 - score) * miss;
}

/** How often the last announcement names the move that begins, over all classes: used before this class is known. */
export const USUAL_SHARE = (ANNOUNCED.match + 1) / (ANNOUNCED.match + ANNOUNCED.other + 2);
/** What is usual counts as much as this many moves of the class itself. */
const PRIOR_MOVES = 6;

/** How often announcements come true in this class, from the moves that a search has placed. */
export function learnShare(
  moves: readonly { readonly label: string; readonly gone: string | null; readonly names: readonly Named[] | null }[],
): number {
  let [match, all] = [USUAL_SHARE * PRIOR_MOVES, PRIOR_MOVES];
  for (const { label, gone, names } of moves) {
    const others = names?.filter((n) => n.next || n.label !== gone) ?? [];
    if (others.length === 0) continue;
    all++;
    if (others.some((n) => n.label === label)) match++;
  }
  return Math.max(0.3, Math.min(0.95, match / all));
}

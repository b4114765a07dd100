import { same } from '../core/merge/same.ts';
import { Refusal } from './refusal.ts';

/**
 * Refuses to change something that somebody else has changed since it was opened, unless this change is made already.
 */
export function checkUnchanged(
  what: string,
  { before, after }: { before: unknown; after: unknown },
  now: unknown,
): void {
  if (!same(before ?? null, now ?? null) && !same(after ?? null, now ?? null))
    throw new Refusal(412, `${what} was changed in another window since you opened it. Open it again to see how.`, now);
}

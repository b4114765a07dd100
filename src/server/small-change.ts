import { same } from '../core/merge/same.ts';
import { Refusal } from './refusal.ts';

/** Refuses a change of what is not any more as it was when it was opened, unless it is made already. */
export function checkUnchanged(
  what: string,
  { before, after }: { before: unknown; after: unknown },
  now: unknown,
): void {
  if (!same(before ?? null, now ?? null) && !same(after ?? null, now ?? null))
    throw new Refusal(412, `${what} was changed in another window since you opened it. Open it again to see how.`, now);
}

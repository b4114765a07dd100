import Joi from 'joi';
import { same } from '../core/merge/same.ts';
import { Refusal } from './refusal.ts';

/** A change of something small: what it was when it was opened, and what it is to be. */
export const changeOf = (schema: Joi.Schema) =>
  Joi.object({ before: schema.required().allow(null), after: schema.required() }).required();

/** Refuses a change of what is not any more as it was when it was opened, unless it is made already. */
export function checkUnchanged(
  what: string,
  { before, after }: { before: unknown; after: unknown },
  now: unknown,
): void {
  if (!same(before ?? null, now ?? null) && !same(after ?? null, now ?? null))
    throw new Refusal(412, `${what} was changed in another window since you opened it. Open it again to see how.`, now);
}

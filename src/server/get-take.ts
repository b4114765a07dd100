import {} from '../db/take-work-sql.ts';
import { type Take, takeById } from '../db/takes-sql.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { checkId } from './workouts.ts';

export async function getTake(context: Context, id: string | undefined): Promise<Take> {
  const take = await takeById(context.pool, checkId(id, 'take'));
  if (take === null) throw new Refusal(404, 'There is no such take.');
  return take;
}

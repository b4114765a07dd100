import { inTransaction, type Db } from '../db/pool.ts';
import { send } from '../db/queue.ts';
import type { Render } from '../db/renders-sql.ts';
import type { Context } from './context.ts';

/** A render and its job, written together. */
export async function renderWanted(context: Context, insert: (db: Db) => Promise<Render>): Promise<Render> {
  const queue = await context.queue();
  return inTransaction(context.pool, async (db) => {
    const render = await insert(db);
    await send(queue, 'render', { renderId: render.id }, { db });
    return render;
  });
}

import { type Brand, HOUSE_BRAND } from '../core/looks/look.ts';
import { inTransaction } from '../db/pool.ts';
import { figures, lockStudio, putFigures } from '../db/studio-sql.ts';
import { checked } from './checked.ts';
import type { Context } from './context.ts';
import { checkUnchanged } from './small-change.ts';

export const brandIn = (set: ReadonlyMap<string, unknown>): Brand => ({
  ...HOUSE_BRAND,
  ...(set.get('brand') as Partial<Brand> | undefined),
});

/** The colours of the studio that the work is done for. */
export async function getBrand(pool: Context['pool']): Promise<Brand> {
  return brandIn(await figures(pool));
}

/** Sets the studio's colours. */
export async function setBrand(context: Context, body: unknown): Promise<void> {
  const { before, after } = checked('setBrand', body);
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    checkUnchanged('The brand', { before, after }, brandIn(await figures(db)));
    await putFigures(db, 'brand', after);
  });
}

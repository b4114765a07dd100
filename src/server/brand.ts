import { type Brand, HOUSE_BRAND, type Logo } from '../core/looks/look.ts';
import { inTransaction } from '../db/pool.ts';
import { figures, lockStudio, putFigures } from '../db/studio-sql.ts';
import { faultOf } from '../formats/plan-json/plan-schema.ts';
import { NoLogo, readSvgLogo } from '../formats/svg-logo/svg-logo-reader.ts';
import { brandSchema } from '../formats/workout-json/studio-schema.ts';
import { Refusal } from './answer.ts';
import type { Context } from './context.ts';
import { changeOf, checkUnchanged } from './small-change.ts';

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
  const fault = faultOf(changeOf(brandSchema), body);
  if (fault !== null) throw new Refusal(422, fault);
  const { before, after } = body as { before: Brand | null; after: Brand };
  await inTransaction(context.pool, async (db) => {
    await lockStudio(db);
    checkUnchanged('The brand', { before, after }, brandIn(await figures(db)));
    await putFigures(db, 'brand', after);
  });
}

/** A mark as the overlay draws it, from an SVG. Nothing is kept: the brand is set with it. */
export function logoFrom(svg: string, name: string): Logo {
  try {
    return readSvgLogo(svg, name);
  } catch (error) {
    if (error instanceof NoLogo) throw new Refusal(422, error.message);
    throw error;
  }
}

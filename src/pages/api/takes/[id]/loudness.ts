import { eachCare } from '../../../../core/sound/care-loudness.ts';
import { answer } from '../../../../server/http.ts';
import { takeLevels } from '../../../../server/takes.ts';

export const GET = answer('takeLevels', async (context, { params }) => {
  const { halfLu, clippedMs, voice, cared } = await takeLevels(context, params.id);
  const row = (bytes: ArrayLike<number>) => [...Uint8Array.from(bytes)];
  return { halfLu: row(halfLu), clippedMs, voice, cared: cared && eachCare((care) => row(cared[care])) };
});

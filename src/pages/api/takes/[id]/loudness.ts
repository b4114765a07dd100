import { answer } from '../../../../server/http.ts';
import { takeLevels } from '../../../../server/takes.ts';

export const GET = answer('takeLevels', async (context, { params }) => {
  const { halfLu, clippedMs, voice } = await takeLevels(context, params.id);
  return { halfLu: [...Uint8Array.from(halfLu)], clippedMs, voice };
});

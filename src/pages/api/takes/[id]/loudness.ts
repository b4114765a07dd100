import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { takeLevels } from '../../../../server/takes.ts';

export const GET = endpoint(async (context, { params }) => {
  const { halfLu, clippedMs } = await takeLevels(context, params.id);
  return jsonResponse({ halfLu: [...Uint8Array.from(halfLu)], clippedMs });
});

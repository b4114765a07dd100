import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { queueSound } from '../../../../server/deliver.ts';

export const POST = endpoint(async (context, { params, url }) =>
  jsonResponse(await queueSound(context, params.id, url.searchParams.get('part')), 202),
);

import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { queueBed } from '../../../../server/music.ts';

export const POST = endpoint(async (context, { params, url }) =>
  jsonResponse(await queueBed(context, params.id, url.searchParams.get('format')), 202),
);

import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { removeTake } from '../../../../server/takes.ts';
import { getTake } from '../../../../server/get-take.ts';

export const GET = endpoint(async (context, { params }) => jsonResponse(await getTake(context, params.id)));
export const DELETE = endpoint(async (context, { params }) => {
  await removeTake(context, params.id);
  return new Response(null, { status: 204 });
});

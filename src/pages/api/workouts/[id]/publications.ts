import { endpoint, jsonResponse, readJson } from '../../../../server/http.ts';
import { changePublication, listPublications } from '../../../../server/publications.ts';

export const GET = endpoint(async (context, { params }) => jsonResponse(await listPublications(context, params.id)));
export const PUT = endpoint(async (context, { params, request }) => {
  await changePublication(context, params.id, await readJson(request));
  return jsonResponse(await listPublications(context, params.id));
});

import { queueFilm } from '../../../../server/deliver.ts';
import { endpoint, jsonResponse, readJson } from '../../../../server/http.ts';

/** `?kind=KIND`: a film of the programme, or what is made of one; the body says which piece, which films of a kit. */
export const POST = endpoint(async (context, { params, request, url }) => {
  const kind = url.searchParams.get('kind') ?? '';
  const asked = kind === 'stretch' || kind === 'kit' ? await readJson(request) : null;
  return jsonResponse(await queueFilm(context, params.id, kind, asked), 202);
});

import { queueFilm } from '../../../../server/deliver.ts';
import { answer, readJson } from '../../../../server/http.ts';

/** `?kind=KIND`: a film of the programme, or what is made of one; the body says which piece, which films of a kit. */
export const POST = answer('queueFilm', async (context, { params, request, url }) => {
  const kind = url.searchParams.get('kind') ?? '';
  const asked = kind === 'stretch' || kind === 'kit' ? await readJson(request) : null;
  return queueFilm(context, params.id, kind, asked);
});

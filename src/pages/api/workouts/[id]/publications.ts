import { answer, readJson } from '../../../../server/http.ts';
import { changePublication, listPublications } from '../../../../server/publications.ts';

export const GET = answer('publications', (context, { params }) => listPublications(context, params.id));
export const PUT = answer('changePublication', async (context, { params, request }) => {
  await changePublication(context, params.id, await readJson(request));
  return listPublications(context, params.id);
});

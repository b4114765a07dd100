import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { setBrand } from '../../../server/brand.ts';
import { getStudio } from '../../../server/studio.ts';

export const PUT = endpoint(async (context, { request }) => {
  await setBrand(context, await readJson(request));
  return jsonResponse(await getStudio(context));
});

import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { getStudio, setBrand } from '../../../server/studio.ts';

export const PUT = endpoint(async (context, { request }) => {
  await setBrand(context, await readJson(request));
  return jsonResponse(await getStudio(context));
});

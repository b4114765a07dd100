import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { getStudio, setStudioRules } from '../../../server/studio.ts';

export const PUT = endpoint(async (context, { request }) => {
  await setStudioRules(context, await readJson(request));
  return jsonResponse(await getStudio(context));
});

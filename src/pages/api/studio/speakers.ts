import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { getStudio, setSpeaker } from '../../../server/studio.ts';

export const PUT = endpoint(async (context, { request }) => {
  await setSpeaker(context, await readJson(request));
  return jsonResponse(await getStudio(context));
});

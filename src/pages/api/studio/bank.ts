import { endpoint, jsonResponse, readJson } from '../../../server/http.ts';
import { changeBank, getStudio } from '../../../server/studio.ts';

export const PUT = endpoint(async (context, { request }) => {
  await changeBank(context, await readJson(request));
  return jsonResponse(await getStudio(context));
});

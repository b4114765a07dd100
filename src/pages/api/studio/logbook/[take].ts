import { endpoint, jsonResponse, readJson } from '../../../../server/http.ts';
import { changeLogbook } from '../../../../server/logbook.ts';
import { getStudio } from '../../../../server/studio.ts';

export const PUT = endpoint(async (context, { params, request }) => {
  await changeLogbook(context, params.take, await readJson(request));
  return jsonResponse({ studio: await getStudio(context) });
});

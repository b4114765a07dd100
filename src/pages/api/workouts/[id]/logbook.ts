import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { getStudio } from '../../../../server/studio.ts';
import { keepInLogbook } from '../../../../server/logbook.ts';

export const POST = endpoint(async (context, { params }) => {
  const change = await keepInLogbook(context, params.id);
  return jsonResponse({ change, studio: await getStudio(context) });
});

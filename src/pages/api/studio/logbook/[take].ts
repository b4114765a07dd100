import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { forgetLogEntry } from '../../../../server/logbook.ts';
import { getStudio } from '../../../../server/studio.ts';

export const DELETE = endpoint(async (context, { params }) => {
  await forgetLogEntry(context, params.take);
  return jsonResponse({ studio: await getStudio(context) });
});

import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { keepInLogbook, readLogbook } from '../../../../server/logbook.ts';
import { getStudio } from '../../../../server/studio.ts';

export const POST = endpoint(async (context, { params }) => {
  await keepInLogbook(context, params.id);
  return jsonResponse({ studio: await getStudio(context), rows: await readLogbook(context) });
});
